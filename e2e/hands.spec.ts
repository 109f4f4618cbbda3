import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import type { Page } from '@playwright/test'
import { demoStudio } from '../src/core/demo/demoStudio'
import { writeStudio } from '../src/core/formats/verniceFile'
import { axeOn } from './axe'
import {
  atRest,
  cameraJpeg,
  drawn,
  expect,
  open,
  openOverPlan,
  openPlan,
  openText,
  openWaysOn,
  settled,
  skins,
  step,
  test,
  visit,
  WEDNESDAY,
  wheel,
} from './studio'

const VIEWS: readonly (readonly [path: string, title: string])[] = [
  ['/', 'Tidewater shed'],
  ['/new', 'A new piece'],
  ['/plan/knot-moon-jar', 'Knot moon jar'],
  ['/days', 'Days'],
  ['/days?show=dryness', 'Days'],
  ['/days?show=hours', 'Days'],
  ['/cupboard', 'Cupboard'],
  ['/cupboard?show=mix', 'Cupboard'],
  ['/tiles', 'Tiles'],
  ['/tiles?show=layers', 'Tiles'],
  ['/sheets?piece=reed-jugs', 'Height gauge'],
  ['/studio', 'Studio'],
]

const LONG = new Set(['/', '/plan/knot-moon-jar', '/cupboard', '/studio'])

test('every view prints on A4, the long ones on Letter too: its title, nothing beyond the edge, no page without words', async ({
  page,
}) => {
  test.setTimeout(300_000)
  for (const [path, title] of VIEWS) {
    await visit(page, path)
    if (path.startsWith('/plan')) await settled(page)
    // Letter is the wider and the shorter of the two: it is tried where most is on a page.
    for (const format of LONG.has(path) ? ['A4', 'Letter'] : ['A4']) {
      const bytes = await page.pdf({ format })
      const document = await getDocument({ data: new Uint8Array(bytes) }).promise
      expect(document.numPages, path).toBeLessThanOrEqual(5)
      for (let n = 1; n <= document.numPages; n++) {
        const sheet = await document.getPage(n)
        const [left, , right] = sheet.view
        const { items } = await sheet.getTextContent()
        const words = items.flatMap((item) => ('str' in item && item.str.trim() ? [item] : []))
        if (n === 1) expect(words.map(({ str }) => str).join(' '), path).toContain(title)
        expect(words.length, `${path}, page ${n}`).toBeGreaterThan(0)
        for (const { transform, width, str } of words) {
          expect(transform[4], `${path}: ${str}`).toBeGreaterThanOrEqual(left)
          expect(transform[4] + Math.min(width, 4), `${path}: ${str}`).toBeLessThanOrEqual(right)
        }
      }
    }
  }
})

test('what is printed is on white, by evening light too, with the colours and without what one presses', async ({
  page,
}) => {
  await open(page, '/studio')
  await page.getByRole('radio', { name: 'evening' }).click()
  await open(page, '/tiles')
  await page.emulateMedia({ media: 'print' })
  const look = await page.evaluate(() => {
    const style = (selector: string) => getComputedStyle(document.querySelector(selector)!)
    return {
      paper: style('main').backgroundColor === 'rgba(0, 0, 0, 0)' ? style('main').color : 'coloured',
      navigation: style('nav').display,
      square: style('[data-wall-tile] [style*="background"]').printColorAdjust,
      button: [...document.querySelectorAll('main .btn')].every((b) => getComputedStyle(b).display === 'none'),
    }
  })
  expect(look).toMatchObject({ paper: 'rgb(27, 27, 26)', square: 'exact', button: true })
  await expect(page.getByRole('navigation', { name: 'Views' })).toBeHidden()
})

test.describe('by hand', () => {
  test.use({ hasTouch: true, isMobile: true, viewport: { width: 820, height: 1180 } })

  test('two fingers come closer and turn, one turns, and at the edge the page scrolls', async ({ page }) => {
    await openPlan(page, 'reed-jugs')
    await step(page, 'Step 5: Carve reeds').click()
    await settled(page)
    await wheel(page).evaluate((canvas) => canvas.scrollIntoView({ block: 'start' }))
    const box = (await wheel(page).boundingBox())!
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
    const device = await page.context().newCDPSession(page)
    const touch = (
      type: 'touchStart' | 'touchMove' | 'touchEnd',
      touchPoints: { x: number; y: number; id: number }[],
    ) => device.send('Input.dispatchTouchEvent', { type, touchPoints })
    const handles = page.getByRole('slider', { name: /of the motif|motif stands/ })
    const spread = async () => {
      const [a, b] = await Promise.all([handles.first().boundingBox(), handles.last().boundingBox()])
      return Math.abs(a!.y - b!.y)
    }
    const before = await spread()
    await touch('touchStart', [
      { x: x - 40, y, id: 1 },
      { x: x + 40, y, id: 2 },
    ])
    for (const apart of [50, 60, 70])
      await touch('touchMove', [
        { x: x - apart, y, id: 1 },
        { x: x + apart, y, id: 2 },
      ])
    await touch('touchEnd', [])
    await settled(page)
    await expect.poll(spread).toBeGreaterThan(before * 1.4)

    // A quarter of a turn with one finger: another side, told in the address.
    await touch('touchStart', [{ x, y, id: 3 }])
    await touch('touchMove', [{ x: x + 120, y, id: 3 }])
    await touch('touchMove', [{ x: x + 250, y, id: 3 }])
    await touch('touchEnd', [])
    await expect(page).toHaveURL(/side=left/)
    const edge = await page.evaluate(
      ([ex, ey]) => getComputedStyle(document.elementFromPoint(ex, ey)!).touchAction,
      [box.x + box.width - 8, y],
    )
    expect(edge).toBe('pan-y')
  })

  test('a side that stands in the address is shown again after a reload', async ({ page }) => {
    await open(page, '/plan/reed-jugs?side=underneath')
    await drawn(page, 0)
    await expect(page.getByRole('button', { name: 'Stand it up' })).toBeVisible()
    await page.getByRole('button', { name: 'Stand it up' }).click()
    await expect(page).not.toHaveURL(/side=/)
    await page.getByRole('button', { name: 'Look inside' }).click()
    await expect(page).toHaveURL(/side=above/)
    await page.reload()
    await drawn(page, 0)
    await expect(page).toHaveURL(/side=above/)
    expect(await skins(page)).toBeGreaterThan(0)
  })

  test('what is pressed is 44 px or stands clear of others', async ({ page }) => {
    const small: string[] = []
    for (const [path] of VIEWS) {
      await visit(page, path)
      await atRest(page)
      // How each dries comes from a worker, and a box to choose it with it.
      if (path.endsWith('=dryness')) await expect(page.getByLabel(/^Choose /).first()).toBeVisible({ timeout: 30_000 })
      small.push(...(await tooSmall(page, path)))
    }
    expect([...new Set(small)]).toEqual([])
  })

  test('so is what is pressed in drawings and their dialogs, and no dialog is wider than the screen', async ({
    page,
  }) => {
    await open(page, '/plan/estuary-plate?sheet=drawings')
    await expect(page.getByTestId('area-map')).toBeVisible({ timeout: 30_000 })
    await page
      .getByTestId('drawings')
      .evaluate((own) => own.querySelectorAll('details').forEach((details) => (details.open = true)))
    await page.getByRole('listbox', { name: 'Lines of the drawing' }).getByRole('option').first().press('Enter')
    const small = await tooSmall(page, 'drawings')
    await page.getByRole('button', { name: 'Lines, point by point' }).click()
    const points = page.getByTestId('points')
    await expect(points).toBeVisible()
    small.push(...(await tooSmall(page, 'points', '[data-testid="points"]')))
    expect(await points.evaluate((d) => d.scrollWidth - d.clientWidth)).toBeLessThanOrEqual(1)
    await page.keyboard.press('Escape')
    await page
      .getByLabel('Open a photograph of a sketch')
      .setInputFiles({ name: 'sketch.jpg', mimeType: 'image/jpeg', buffer: await cameraJpeg(page) })
    const sketch = page.getByTestId('sketch')
    await expect(sketch).toBeVisible()
    small.push(...(await tooSmall(page, 'sketch', '[data-testid="sketch"]')))
    expect(await sketch.evaluate((d) => d.scrollWidth - d.clientWidth)).toBeLessThanOrEqual(1)
    expect([...new Set(small)]).toEqual([])
  })

  test('so are the fields of steps, what opens in a plan, and all other dialogs', async ({ page }) => {
    await page.clock.setFixedTime(new Date(WEDNESDAY))
    const small: string[] = []
    const look = async (where: string, within?: string) => {
      await atRest(page)
      small.push(...(await tooSmall(page, where, within)))
      const { violations } = await axeOn(page).withRules(['target-size']).analyze()
      small.push(...violations.flatMap(({ nodes }) => nodes.map(({ html }) => `${where}: ${html.slice(0, 120)}`)))
    }
    const fields = async (id: string, titles: readonly string[]) => {
      await visit(page, `/plan/${id}`)
      for (const title of titles) {
        await step(page, new RegExp(`^Step \\d+: ${title}`))
          .first()
          .press('Enter')
        await expect(page.getByTestId('plan-sheet')).toContainText(title)
        await page.evaluate(() => document.querySelectorAll('details').forEach((details) => (details.open = true)))
        await look(`${id}, ${title}`)
      }
    }
    await fields('reed-jugs', ['Carve reeds'])
    await fields('kelp-bottle', ['Trail spirals'])
    await openOverPlan(page, look)
    await openWaysOn(page, look)
    await visit(page, '/studio')
    await openText(page, 'x.json', writeStudio(demoStudio()))
    await expect(page.getByTestId('question')).toBeVisible()
    await look('a question', 'dialog[open]')
    expect([...new Set(small)]).toEqual([])
  })
})

/** What is pressed and smaller than a thumb needs, within an element. */
const tooSmall = (page: Page, where: string, within = 'body'): Promise<string[]> =>
  page.evaluate(
    ([path, root]) => {
      const pressed =
        'button, a[href], select, input:not([type=file]):not(.sr-only), summary, [role=radio], [role=slider]'
      return [...document.querySelectorAll<HTMLElement>(root)].flatMap((element) =>
        [...element.querySelectorAll<HTMLElement>(pressed)].flatMap((target) => {
          const style = getComputedStyle(target)
          // Words in a sentence are exempt (WCAG 2.5.8), and what cannot be seen is not pressed.
          if (style.display === 'inline' || style.visibility === 'hidden' || !target.checkVisibility()) return []
          if (target.matches('.word, p a, [data-dense] *')) return []
          const { width, height } = (
            target.closest('.input') ??
            target.closest('label') ??
            target
          ).getBoundingClientRect()
          if (!width || !height || (width >= 43.5 && height >= 43.5)) return []
          const name = target.getAttribute('aria-label') ?? target.innerText ?? target.id
          return [`${path}: ${target.tagName} “${name.slice(0, 40)}” ${Math.round(width)} × ${Math.round(height)}`]
        }),
      )
    },
    [where, within] as const,
  )

test('in forced colours what is chosen is marked', async ({ page }) => {
  await page.emulateMedia({ forcedColors: 'active' })
  await open(page, '/days?show=dryness')
  const chosen = page.getByRole('radio', { name: 'Dryness now' })
  await expect(chosen).toHaveCSS('outline-style', 'solid')
  await expect(page.getByRole('radio', { name: 'Rooms' })).toHaveCSS('outline-style', 'none')
  await expect(page.getByRole('link', { name: 'Days', exact: true })).toHaveCSS('outline-style', 'solid')
  await openPlan(page, 'reed-jugs')
  await expect(page.getByRole('button', { name: 'Magnifier' })).toHaveCSS('outline-style', 'none')
  await page.getByRole('button', { name: 'Magnifier' }).click()
  await page.mouse.move(0, 0)
  await expect(page.getByRole('button', { name: 'Magnifier' })).toHaveCSS('outline-style', 'solid')
})

/** Controls whose words do not stand out from what lies behind them, as the screen shows them. */
async function unreadable(page: Page): Promise<string[]> {
  const png = [...(await page.screenshot())]
  return page.evaluate(async (bytes) => {
    const picture = await createImageBitmap(new Blob([new Uint8Array(bytes)]))
    const { width, height } = picture
    const context = new OffscreenCanvas(width, height).getContext('2d')
    if (!context) return ['no picture']
    context.drawImage(picture, 0, 0)
    const { data } = context.getImageData(0, 0, width, height)
    const scale = width / window.innerWidth
    const linear = (byte: number) => (byte <= 10 ? byte / 3294 : ((byte / 255 + 0.055) / 1.055) ** 2.4)
    const luminance = (x: number, y: number) => {
      const i = 4 * (y * width + x)
      return 0.2126 * linear(data[i]) + 0.7152 * linear(data[i + 1]) + 0.0722 * linear(data[i + 2])
    }
    const found: string[] = []
    for (const control of document.querySelectorAll<HTMLElement>('button, a, [role=radio], summary, select')) {
      const box = control.getBoundingClientRect()
      const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
      const words = control.innerText?.trim() ?? ''
      const isSeen = x > 0 && y > 0 && x < window.innerWidth && y < window.innerHeight
      const onTop = isSeen && document.elementFromPoint(x, y)
      if (!words || control.matches(':disabled') || !onTop || !control.contains(onTop)) continue
      let [least, most] = [1, 0]
      const edge = 4
      for (let py = Math.max(0, (box.y + edge) * scale) | 0; py < Math.min(height, (box.bottom - edge) * scale); py++)
        for (let px = Math.max(0, (box.x + edge) * scale) | 0; px < Math.min(width, (box.right - edge) * scale); px++) {
          const light = luminance(px, py)
          least = Math.min(least, light)
          most = Math.max(most, light)
        }
      if ((most + 0.05) / (least + 0.05) < 4.5) found.push(words.slice(0, 40))
    }
    return found
  }, png)
}

test('in forced colours the words of every control can be read, the chosen ones too', async ({ page }) => {
  await page.emulateMedia({ forcedColors: 'active' })
  for (const path of ['/', '/days?show=dryness', '/cupboard', '/studio']) {
    await open(page, path)
    await expect.poll(() => unreadable(page), { message: path, timeout: 20_000 }).toEqual([])
  }
  await openPlan(page, 'reed-jugs')
  await expect.poll(() => unreadable(page), { timeout: 20_000 }).toEqual([])
})

test('no view is out of reach: with text twice as large, on a phone, and at 400 %', async ({ page }) => {
  await openPlan(page, 'reed-jugs')
  const views = page.getByRole('navigation', { name: 'Views' }).getByRole('link')
  for (const [width, height, text] of [
    [1280, 800, 200],
    [820, 1180, 100],
    [390, 844, 100],
    [390, 844, 200],
    [320, 256, 100],
  ]) {
    await page.setViewportSize({ width, height })
    await page.evaluate((size) => document.documentElement.style.setProperty('font-size', `${size}%`), text)
    const boxes = await views.evaluateAll((links) =>
      links.map((link) => link.getBoundingClientRect().toJSON() as DOMRect),
    )
    const where = `${width} × ${height}, text at ${text} %`
    expect([where, boxes.length]).toEqual([where, 9])
    for (const [i, a] of boxes.entries()) {
      expect([where, a.left >= 0 && a.right <= width + 0.5]).toEqual([where, true])
      const over = boxes
        .slice(i + 1)
        .some((b) => a.left < b.right - 1 && b.left < a.right - 1 && a.top < b.bottom - 8 && b.top < a.bottom - 8)
      expect([where, i, over]).toEqual([where, i, false])
    }
    expect([where, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([where, width])
  }
})
