import { get } from 'node:http'
import type { Page } from '@playwright/test'
import { addStep, expect, open, openPlan, step, test, visit } from './studio'

/* Keyboard, small screens, units, addresses. */

const VIEWS = [
  '/',
  '/plan/reed-jugs',
  '/days',
  '/cupboard',
  '/tiles',
  '/new',
  '/sheets?piece=reed-jugs',
  '/studio',
] as const

/** Views with what they have inside. */
const SUB_VIEWS = [
  ...VIEWS,
  '/plan/reed-jugs?sheet=dryness',
  '/plan/reed-jugs?sheet=colours',
  '/plan/reed-jugs?step=piece',
  '/days?show=dryness',
  '/days?show=hours',
  '/days?show=rooms',
  '/cupboard?show=clays',
  '/cupboard?show=mix',
  '/cupboard?show=amounts',
  '/tiles?show=layers',
  '/tiles?show=ask',
] as const

/** What has the focus: never the page itself. */
const focused = (page: Page) =>
  page.evaluate(() => (document.activeElement === document.body ? 'the page' : document.activeElement?.tagName))

test('in inches, Fahrenheit and twelve hours no view says mm, °C or a time of 24 hours', async ({ page }) => {
  test.setTimeout(300_000)
  await open(page, '/studio')
  for (const unit of ['inches', '°F', '12 h']) await page.getByRole('radio', { name: unit }).click()
  await expect(page.locator('[data-save="saved"]')).toBeVisible()
  const wrong: string[] = []
  for (const path of SUB_VIEWS) {
    await visit(page, path)
    await settled(page)
    await expect(page.locator('main')).not.toContainText(/Judging…/, { timeout: 60_000 })
    const text = await page.evaluate(() => {
      const said = [...document.querySelectorAll('[aria-label], [title], [aria-valuetext]')].flatMap((at) =>
        ['aria-label', 'title', 'aria-valuetext'].map((name) => at.getAttribute(name) ?? ''),
      )
      return [document.querySelector('main')?.innerText ?? '', ...said].join('\n')
    })
    for (const found of text.matchAll(
      /^.*(?:\d\s?mm\b|\d\s?°C|(?<![\d:])(?:[01]?\d|2[0-3]):[0-5]\d(?!\s?(?:AM|PM|am|pm)|[\d:])).*$/gm,
    ))
      wrong.push(`${path}: ${found[0].trim().slice(0, 120)}`)
  }
  expect([...new Set(wrong)]).toEqual([])
})

test('each view has a title of its own, and what it shows stands in the address', async ({ page }) => {
  const titles: string[] = []
  for (const path of VIEWS) {
    await visit(page, path)
    await expect.poll(() => page.title()).not.toBe(titles.at(-1) ?? '')
    await expect(page).toHaveTitle(/ · Vernice$/)
    titles.push(await page.title())
  }
  expect(new Set(titles).size).toBe(VIEWS.length)
  expect(titles[1]).toContain('Reed jugs')

  await open(page, '/days')
  await page.getByRole('radio', { name: 'Rooms' }).click()
  await expect(page).toHaveURL(/\/days\?show=rooms$/)
  await page.reload()
  await expect(page.getByRole('radio', { name: 'Rooms' })).toHaveAttribute('aria-checked', 'true')
  await page.getByRole('radio', { name: 'Dryness now' }).click()
  await page.goBack()
  await expect(page.getByRole('radio', { name: 'Rooms' })).toHaveAttribute('aria-checked', 'true')

  await openPlan(page, 'reed-jugs')
  await step(page, 'Step 5: Carve reeds').click()
  await expect(page).toHaveURL(/step=/)
  await page.reload()
  await expect(page.getByTestId('step-sheet')).toContainText('Carve reeds')
})

test('a piece that is being begun is there again after Back', async ({ page }) => {
  await open(page, '/new')
  await page.getByRole('radio', { name: 'Bottle' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Tall bottle')
  await page.getByLabel('Height', { exact: true }).fill('310')
  await page.getByRole('link', { name: 'Cupboard' }).click()
  await expect(page.getByRole('heading', { name: 'Cupboard' })).toBeVisible()
  await page.goBack()
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Tall bottle')
  await expect(page.getByLabel('Height', { exact: true })).toHaveValue('310')
  await page.getByRole('button', { name: 'Make the plan' }).click()
  await expect(page).toHaveURL(/\/plan\//, { timeout: 60_000 })
  await page.getByRole('link', { name: 'New piece' }).click()
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Jug')
})

test('rows of choices, menus and numbers follow the usual keys', async ({ page }) => {
  await open(page, '/studio')
  const millimetres = page.getByRole('radio', { name: 'mm', exact: true })
  const inches = page.getByRole('radio', { name: 'inches' })
  await millimetres.focus()
  // What has the focus is chosen while the arrow is held: the key is let go when it has moved.
  await page.keyboard.down('ArrowRight')
  await expect(inches).toBeFocused()
  await page.keyboard.up('ArrowRight')
  await expect(inches).toHaveAttribute('aria-checked', 'true')
  await page.keyboard.down('ArrowRight')
  await expect(millimetres).toBeFocused()
  await page.keyboard.up('ArrowRight')
  await expect(millimetres).toHaveAttribute('aria-checked', 'true')
  await page.keyboard.press('Tab')
  await expect(page.getByRole('radio', { name: '°C' })).toBeFocused()

  await openPlan(page, 'reed-jugs')
  const take = page.getByRole('button', { name: 'Export' })
  await take.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('menuitem', { name: 'Bench card', exact: true })).toBeFocused()
  await page.keyboard.press('End')
  await expect(page.getByRole('menuitem', { name: 'Piece file', exact: true })).toBeFocused()
  await page.keyboard.press('b')
  await expect(page.getByRole('menuitem', { name: 'Bench card', exact: true })).toBeFocused()
  await page.keyboard.press('Escape')
  await expect(take).toBeFocused()

  await open(page, '/plan/reed-jugs?step=piece')
  const count = page.getByRole('spinbutton', { name: 'How many' })
  await count.fill('12')
  await count.press('ArrowUp')
  await expect(count).toHaveValue('13')
  await count.press('PageDown')
  await expect(count).toHaveValue('3')
  await count.fill('7,0')
  await count.press('Enter')
  await expect(count).toHaveValue('7')
})

test('focus never falls to the page, one can skip to the view, and “?” lists the keys', async ({ page }) => {
  await openPlan(page, 'reed-jugs')
  await page.keyboard.press('Tab')
  await expect(page.getByRole('link', { name: 'Skip to the view' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.locator('main')).toBeFocused()

  await page.keyboard.press('?')
  await expect(page.getByTestId('help')).toContainText('Alt + ← →')
  await expect(page.getByTestId('help')).toContainText('leather-hard')
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('help')).toBeHidden()

  await addStep(page, 'Cut', 'Carve')
  await expect.poll(() => focused(page)).not.toBe('the page')
  for (let i = 0; i < 3; i++) {
    await page.getByRole('button', { name: 'remove', exact: true }).focus()
    await page.keyboard.press('Enter')
    await expect.poll(() => focused(page)).not.toBe('the page')
  }
  const mend = page.getByRole('region', { name: 'Findings' }).locator('li button.btn').first()
  if (await mend.count()) {
    await mend.focus()
    await page.keyboard.press('Enter')
    await expect.poll(() => focused(page)).not.toBe('the page')
  }
  await open(page, '/new')
  await page.getByRole('button', { name: 'Make the plan' }).focus()
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/plan\//, { timeout: 60_000 })
  await expect.poll(() => focused(page)).not.toBe('the page')
})

/** Waits until a view says no more than it did a moment ago: what workers answer is there. */
async function settled(page: Page): Promise<void> {
  const said = () => page.evaluate(() => document.querySelector('main')?.textContent.length ?? 0)
  let before = -1
  await expect
    .poll(
      async () => {
        const [last, now] = [before, await said()]
        before = now
        return now === last
      },
      { intervals: [400] },
    )
    .toBe(true)
}

test('at 320 and 390 px no view scrolls sideways', async ({ page }) => {
  test.setTimeout(300_000)
  const wide: string[] = []
  for (const path of SUB_VIEWS) {
    await page.setViewportSize({ width: 390, height: 844 })
    await visit(page, path)
    await settled(page)
    for (const width of [390, 320]) {
      await page.setViewportSize({ width, height: 720 })
      const over = await page.evaluate(() => {
        const main = document.querySelector('main') as HTMLElement
        return Math.max(
          document.documentElement.scrollWidth - document.documentElement.clientWidth,
          main.scrollWidth - main.clientWidth,
        )
      })
      if (over > 1) wide.push(`${path} at ${width}: ${over} px`)
    }
  }
  expect(wide).toEqual([])
})

test.describe('on a German machine', () => {
  test.use({ locale: 'de-DE', timezoneId: 'UTC' })

  test('days are written as it writes them, and numbers are typed with a comma', async ({ page }) => {
    await page.clock.setFixedTime(new Date(Date.UTC(2026, 2, 4, 16)))
    await open(page, '/days?show=dryness')
    await expect(page.getByTestId('dryness-now')).toContainText(/\b(Mi|Do|Fr|Sa)\.,? \d\d:\d\d/, { timeout: 30_000 })
    await expect(page.getByTestId('dryness-now')).toContainText(/\d{1,2}\. März/)
    await open(page, '/cupboard?show=amounts')
    const litre = page.getByLabel('A litre weighs')
    await litre.fill('1480,5')
    await litre.press('Enter')
    await expect(litre).toHaveValue(/1480[.,]5/)
  })
})

/** Addresses and how they answer: pages, figures, files, and what is not there or broken. */
const ANSWERS = [
  ['/', 200],
  ['/plan/reed-jugs', 200],
  ['/nowhere', 404],
  ['/plan/%E0%A4%A', 400],
  ['/%E0%A4%A', 400],
  ['/api/nowhere', 404],
  ['/api/devices/room-sensor', 400],
  ['/api/devices/room-sensor?celsius=%', 400],
  ['/schema/nothing.json', 404],
  ['/serwist/sw.js', 200],
  ['/manifest.webmanifest', 200],
  ['/fonts/none.ttf', 404],
  ['/_next/static/none.js', 404],
] as const

test('every address answers with a policy, and what is broken with 400', async ({ baseURL }) => {
  for (const [path, status] of ANSWERS) {
    const answer = await answerOf(`${baseURL}${path}`)
    expect([path, answer.status]).toEqual([path, status])
    for (const header of ['content-security-policy', 'x-content-type-options', 'referrer-policy'])
      expect([path, header, answer.headers.has(header)]).toEqual([path, header, true])
  }
})

/** Asks as any program does: a browser would mend a broken address first. */
async function answerOf(address: string): Promise<{ status: number; headers: ReadonlySet<string> }> {
  const { hostname, port, origin } = new URL(address)
  return new Promise((done, fail) => {
    get({ hostname, port, path: address.slice(origin.length) }, (answer) => {
      answer.resume()
      done({ status: answer.statusCode ?? 0, headers: new Set(Object.keys(answer.headers)) })
    }).on('error', fail)
  })
}
