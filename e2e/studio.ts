import { expect, test as base, type Download, type Locator, type Page, type Request } from '@playwright/test'
import { readFile } from 'node:fs/promises'
import { demoStudio } from '../src/core/demo/demoStudio'

/** Pieces on the rack of the demo studio. */
export const DEMO_PIECES = Object.keys(demoStudio().pieces).length

/** Words that an address may carry: views, choices and ids, nothing that somebody typed. */
const ID = /^[a-z0-9-]{1,60}$/
const ASKED: Readonly<Record<string, RegExp>> = {
  show: ID,
  piece: ID,
  again: ID,
  session: /^[\w-]+@\d{4}-\d\d-\d\d$/,
  side: /^[a-z]+$/,
  sort: /^[a-z]+$/i,
  group: /^[a-z]+$/i,
  step: ID,
  kind: /^[a-zA-Z]+$/,
  sheet: /^[a-zA-Z]+$/,
  pot: /^\d+$/,
  // Of the framework, and of the simulated room sensor.
  _rsc: /^[\w-]+$/,
  dpl: /^[\w-]+$/,
  seed: /^\d+$/,
  celsius: /^-?[\d.]+$/,
  humidity: /^[\d.]+$/,
  from: /^[\dTZ:.-]+$/,
  to: /^[\dTZ:.-]+$/,
}

/** What of a request could tell somebody about a studio; empty where it tells nothing. */
function tellsOf(request: Request): string[] {
  const url = new URL(request.url())
  if (url.protocol === 'blob:' || url.protocol === 'data:') return []
  const found: string[] = []
  if (url.hostname !== 'localhost' && url.hostname !== '127.0.0.1') found.push(`it goes to ${url.host}`)
  for (const [key, value] of url.searchParams) if (!ASKED[key]?.test(value)) found.push(`it asks ${key}=${value}`)
  const body = request.postData()
  if (body) {
    const figures = url.pathname === '/api/devices/bench-scale' ? Object.keys(JSON.parse(body) as object) : null
    if (figures?.toSorted().join() !== 'at,grams,seed') found.push(`it sends ${body.slice(0, 200)}`)
  }
  return found.map((what) => `${request.method()} ${url.pathname}: ${what}`)
}

/** A test whose page may not log an error or throw, and that asks nobody for anything with a name, a note or a plan in it. */
export const test = base.extend<{ noErrors: void; nothingLeaves: void }>({
  nothingLeaves: [
    async ({ context }, use) => {
      const told: string[] = []
      context.on('request', (request) => told.push(...tellsOf(request)))
      await use()
      expect(told).toEqual([])
    },
    { auto: true },
  ],
  noErrors: [
    async ({ page }, use) => {
      const errors: string[] = []
      page.on('console', (message) => message.type() === 'error' && errors.push(message.text()))
      page.on('pageerror', (error) => errors.push(error.message))
      await use()
      expect(errors).toEqual([])
    },
    { auto: true },
  ],
})

export { expect }

/** Opens a view and waits until the studio is there. */
export async function open(page: Page, path: string): Promise<void> {
  await page.goto(path)
  await expect(page.locator('main[data-ready="true"]')).toBeVisible()
}

/** Goes on to a view as a link of the app does, without loading all of it anew; from nowhere it is opened. */
export async function visit(page: Page, path: string): Promise<void> {
  if (!page.url().startsWith('http')) return open(page, path)
  await page.evaluate(
    (to) => (window as unknown as { next: { router: { push: (to: string) => void } } }).next.router.push(to),
    path,
  )
  const wanted = new URL(path, page.url())
  await page.waitForURL(
    (url) =>
      url.pathname === wanted.pathname &&
      (wanted.search
        ? [...wanted.searchParams].every(([name, value]) => url.searchParams.get(name) === value)
        : !url.search),
  )
  await expect(page.locator('main[data-ready="true"]')).toBeVisible()
  // The title of the former view is taken away a moment before the new one stands there.
  await expect(page).toHaveTitle(/./)
}

/** Opens a plan and waits for its first picture. */
export async function openPlan(page: Page, id: string): Promise<void> {
  await open(page, `/plan/${id}`)
  await drawn(page, 0)
}

export const wheel = (page: Page): Locator => page.locator('section[aria-label="The piece"] canvas').first()

export const skins = async (page: Page): Promise<number> => Number((await wheel(page).getAttribute('data-skin')) ?? 0)

/** Waits until a newer skin than number `than` has been drawn, and nothing that would change the picture is on its way. */
export async function drawn(page: Page, than: number): Promise<void> {
  await expect.poll(() => skins(page), { timeout: 40_000 }).toBeGreaterThan(than)
  await settled(page)
}

/** Waits until the plan as it stands has been worked out and drawn finely. */
export async function settled(page: Page): Promise<void> {
  await expect(page.locator('section[aria-label="The piece"][data-busy="false"]')).toBeVisible({ timeout: 40_000 })
  await expect(wheel(page)).toHaveAttribute('data-fine', 'yes', { timeout: 40_000 })
}

/** Waits until nothing fades or slides any more. */
export const atRest = (page: Page): Promise<unknown> =>
  page.waitForFunction(() =>
    document
      .getAnimations()
      .every((motion) => motion.playState !== 'running' || motion.effect?.getTiming().iterations === Infinity),
  )

/** Does something that moves the form, and waits until it has been drawn finely where it came to rest. */
export async function turned(page: Page, move: () => Promise<void>): Promise<void> {
  const before = Number(await wheel(page).getAttribute('data-pictures'))
  await move()
  await expect.poll(async () => Number(await wheel(page).getAttribute('data-pictures'))).toBeGreaterThan(before)
  await settled(page)
}

/** Waits until the unrolled skin is the newest. */
export const unrolled = (page: Page): Promise<void> =>
  expect(page.locator('[data-testid="unrolled"][data-busy="false"] canvas').first()).toBeVisible()

/** Mean colour of the middle of the turning form, 0–255 a channel: as it is seen, for the canvas itself belongs to a worker. */
export async function middleColour(page: Page): Promise<number[]> {
  const box = await wheel(page).boundingBox()
  if (!box) throw new Error('no wheel')
  const clip = {
    x: box.x + box.width * 0.42,
    y: box.y + box.height * 0.4,
    width: box.width * 0.08,
    height: box.height * 0.2,
  }
  const png = [...(await page.screenshot({ clip }))]
  return page.evaluate(async (bytes) => {
    const picture = await createImageBitmap(new Blob([new Uint8Array(bytes)]))
    const context = new OffscreenCanvas(40, 40).getContext('2d')
    if (!context) return []
    context.drawImage(picture, 0, 0, 40, 40)
    const { data } = context.getImageData(0, 0, 40, 40)
    return [0, 1, 2].map((c) => data.filter((_, i) => i % 4 === c).reduce((sum, v) => sum + v, 0) / 1600)
  }, png)
}

export const distance = (a: number[], b: number[]): number => Math.hypot(...a.map((v, i) => v - b[i]))

export const step = (page: Page, title: string | RegExp): Locator =>
  page.getByRole('group', { name: 'Plan along the life of the clay' }).getByRole('button', { name: title })

/** Chooses a step of the rail, and sees that it is chosen. */
export const choose = (page: Page, title: string | RegExp): Promise<void> =>
  expect(async () => {
    await step(page, title).click()
    await expect(step(page, title)).toHaveAttribute('aria-pressed', 'true', { timeout: 5_000 })
  }).toPass({ timeout: 60_000 })

export const rule = (page: Page, id: string): Locator => page.locator(`[data-rule="${id}"]`)

export async function saved(page: Page): Promise<void> {
  await expect(page.locator('[data-save="saved"]')).toBeVisible()
}

export async function contents(download: Download): Promise<Buffer> {
  return readFile(await download.path())
}

/** Chooses a file for the “Open a file” button of the view. */
export const openText = (page: Page, name: string, text: string | Buffer): Promise<void> =>
  page
    .getByLabel('Open a Vernice file')
    .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.isBuffer(text) ? text : Buffer.from(text) })

/** Takes something of the piece away as a file, from the menu of the plan. */
export async function takeAway(page: Page, what: string): Promise<void> {
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  await page.getByRole('menuitem', { name: what, exact: true }).click()
}

/** Adds a step after the selected one: a family’s button, or an act from its menu. */
export async function addStep(page: Page, family: string, act?: string): Promise<void> {
  const tools = page.getByRole('toolbar', { name: 'Add a step' })
  if (!act) return tools.getByRole('button', { name: family, exact: true }).click()
  await tools.getByRole('button', { name: family, exact: true }).click()
  await page.getByRole('menuitem', { name: act, exact: true }).click()
}

/** Says yes to what a file would bring in. */
export const takeItIn = (page: Page): Promise<void> =>
  page.getByTestId('question').getByRole('button', { name: 'Take it in' }).click()

/** Waits for days that are being planned; the first plan will do where nothing hangs on a better one. */
export async function firstPlan(page: Page): Promise<void> {
  const again = page.getByRole('button', { name: 'Plan again from now' })
  const keep = page.getByRole('button', { name: 'Use the plan found so far' })
  await expect(again.or(keep)).toBeVisible({ timeout: 60_000 })
  // It may be done before it is pressed.
  await keep.click({ timeout: 2000 }).catch(() => undefined)
  await expect(again).toBeVisible({ timeout: 60_000 })
}

/** Looks at something that has opened: its name, and where it is. */
type Look = (where: string, within?: string) => Promise<unknown>

/** Opens, one after another, what opens over a plan: the menu of files, the size of the picture, the help. */
export async function openOverPlan(page: Page, look: Look): Promise<void> {
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  await look('menu of files', '[role=menu]')
  await page.getByRole('menuitem', { name: 'Picture', exact: true }).click()
  await look('size of the picture', 'dialog[open]')
  await page.keyboard.press('Escape')
  await page.keyboard.press('?')
  await look('help', 'dialog[open]')
  await page.keyboard.press('Escape')
}

/** Opens the ways on for clay that is too dry, and then the menu of a piece on the rack. */
export async function openWaysOn(page: Page, look: Look): Promise<void> {
  await visit(page, '/plan/swift-mugs')
  await page.getByRole('radio', { name: 'dryness', exact: true }).click()
  await expect(page.getByTestId('rescue').getByRole('button').first()).toBeVisible({ timeout: 30_000 })
  await look('ways on', '[data-testid="rescue"]')
  await visit(page, '/')
  const menu = page.getByRole('button', { name: /^More of / }).first()
  await menu.click()
  await look('menu of a piece', '[role=menu]')
  await page.keyboard.press('Escape')
}

/** A Wednesday afternoon, before the evening session of the demo studio. */
export const WEDNESDAY = Date.UTC(2026, 2, 4, 16)

export const setClock = (page: Page, ms: number): Promise<void> => page.clock.setFixedTime(new Date(ms))

/** A JPEG of 60 × 40 px with what a camera writes beside it: lying on its side, made by “Lumora”, somewhere. */
export async function cameraJpeg(page: Page): Promise<Buffer> {
  const bytes = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(60, 40)
    const context = canvas.getContext('2d')!
    context.fillStyle = '#3060c0'
    context.fillRect(0, 0, 60, 40)
    return [...new Uint8Array(await (await canvas.convertToBlob({ type: 'image/jpeg' })).arrayBuffer())]
  })
  const tiff = Buffer.from(
    // Big-endian TIFF: orientation 6, and a pointer to GPS data. Exif 2.3, table 4; value from memory.
    [
      0x4d, 0x4d, 0, 42, 0, 0, 0, 8, 0, 2, 0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, 6, 0, 0, 0x88, 0x25, 0, 4, 0, 0, 0, 1, 0, 0,
      0, 38, 0, 0, 0, 0,
    ],
  )
  const exif = Buffer.concat([Buffer.from('Exif\0\0'), tiff, Buffer.from('Lumora 59.9139N 10.7522E')])
  const app1 = Buffer.concat([Buffer.from([0xff, 0xe1, (exif.length + 2) >> 8, (exif.length + 2) & 255]), exif])
  return Buffer.concat([Buffer.from(bytes.slice(0, 2)), app1, Buffer.from(bytes.slice(2))])
}
