import { converter } from 'culori'
import { PDFDocument } from 'pdf-lib'
import { ciede2000 } from '../src/core/colour/ciede2000'
import { labFromHex } from '../src/core/colour/colourSpaces'
import { contents, drawn, expect, open, openPlan, rule, saved, step, test, takeItIn } from './studio'
import type { Page } from '@playwright/test'

const ladder = (page: Page) => page.getByTestId('ladder')
const square = (page: Page, row: string, coats: number) =>
  ladder(page)
    .locator(`[data-ladder="${row}"] li`)
    .nth(coats - 1)

async function ready(page: Page): Promise<void> {
  await expect(ladder(page)).toHaveAttribute('data-busy', 'false', { timeout: 30_000 })
}

test('a material is added from a swatch, found by search, and its ladder says how unsure it is', async ({ page }) => {
  await open(page, '/cupboard')
  await ready(page)
  await page.getByRole('button', { name: 'Add a material' }).click()
  const form = page.getByRole('form', { name: 'Add a material' })
  await form.getByRole('button', { name: 'Put it in the cupboard' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'no name' })).toBeVisible()
  await form.getByLabel('Name on the jar').fill('Saltmarsh teal')
  const figures = form.getByLabel('Fired colour, in figures')
  await figures.fill('52 purple')
  await figures.press('Enter')
  await expect(page.getByRole('alert').filter({ hasText: '“52 purple”' })).toBeVisible()
  await figures.fill('48 -22 -12')
  await figures.press('Enter')
  await form.getByRole('button', { name: 'Put it in the cupboard' }).click()
  await expect(page.getByRole('heading', { name: 'Saltmarsh teal' })).toBeVisible()
  await ready(page)
  const thick = square(page, 'chalk-white-bare-bare', 4)
  expect(ciede2000(labFromHex((await thick.getAttribute('data-hex'))!), [48, -22, -12])).toBeLessThan(7)
  expect(Number(await thick.getAttribute('data-expected'))).toBeGreaterThan(2)
  await page.getByLabel('Search the cupboard').fill('saltm')
  await expect(page.getByRole('button', { name: /Marsh black/ })).toHaveCount(0)
  await page.getByLabel('Search the cupboard').fill('')
  await page.getByLabel('Suits the clay').selectOption({ label: 'Dune buff stoneware' })
  await expect(page.getByRole('button', { name: /^Clear, gloss/ })).toHaveCount(0)
  await expect(page.getByRole('button', { name: /^Clear, stoneware/ })).toBeVisible()
  await page.getByLabel('Suits the cone').selectOption({ label: 'cone 6' })
  await expect(page.getByRole('button', { name: /^Berry red/ })).toHaveCount(0)
})

test('a tile is planned, fired, measured; the cupboard learns, and the ladder moves and becomes sure', async ({
  page,
}) => {
  await open(page, '/cupboard')
  await ready(page)
  await page.getByRole('button', { name: /^Tide blue/ }).click()
  await ready(page)
  const before = {
    hex: await square(page, 'chalk-white-bare-bare', 2).getAttribute('data-hex'),
    expected: Number(await square(page, 'chalk-white-bare-bare', 2).getAttribute('data-expected')),
  }

  await page.getByRole('link', { name: 'Tiles' }).click()
  await page.getByRole('radio', { name: 'ask and enter' }).click()
  await page.getByLabel('Does').selectOption({ label: 'Tide blue' })
  await page.getByRole('button', { name: 'Lay it out' }).click()
  await expect(page.getByTestId('proposed')).toContainText('Does Tide blue cover Chalk white earthenware?')
  await page.getByRole('button', { name: 'Make this tile' }).click()
  const tile = page.locator('[data-tile="30"]')
  await expect(tile.locator('[data-square]')).toHaveCount(6)
  // A blue that came out paler and greener than was thought.
  for (const [i, lab] of ['58 -10 -24', '49 -10 -32', '46 -10 -35', '45 -10 -36', '62 -9 -21', '54 -9 -29'].entries()) {
    const field = tile.getByLabel(`Square ${i + 1} as fired, in figures`)
    await field.fill(lab)
    await field.press('Enter')
  }
  await page.getByRole('button', { name: 'See what that teaches' }).click()
  const fit = page.getByTestId('fit')
  await expect(fit).toContainText('Tide blue', { timeout: 30_000 })
  await expect(fit.getByTestId('after')).toBeVisible()
  expect(Number(await fit.getByTestId('after').innerText())).toBeLessThan(3)
  await expect(fit).toContainText('Pieces in progress that would look different')
  await fit.getByRole('button', { name: 'Keep what they teach' }).click()
  await expect(tile).toContainText('taken into the cupboard')

  await page.getByRole('link', { name: 'Cupboard' }).click()
  await page.getByRole('button', { name: /^Tide blue/ }).click()
  await expect(page.getByText('from your tiles')).toBeVisible()
  await ready(page)
  const after = square(page, 'chalk-white-bare-bare', 2)
  expect(ciede2000(labFromHex((await after.getAttribute('data-hex'))!), labFromHex(before.hex!))).toBeGreaterThan(3)
  expect(Number(await after.getAttribute('data-expected'))).toBeLessThan(before.expected)
})

test('the tile that teaches most goes on the rack like any piece, and its labels are printed', async ({ page }) => {
  await open(page, '/tiles')
  await page.getByRole('radio', { name: 'ask and enter' }).click()
  await page.getByRole('radio', { name: 'teach me most' }).click()
  await page.getByRole('button', { name: 'Lay it out' }).click()
  await expect(page.getByTestId('proposed')).toContainText(/sure to about ΔE [\d.]+ instead of [\d.]+/, {
    timeout: 30_000,
  })
  await page.getByRole('button', { name: 'Make this tile' }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Print labels' }).click()
  const pdf = await PDFDocument.load(await contents(await download))
  expect(pdf.getTitle()).toBe('Tile labels')
  await page.getByRole('button', { name: 'Put it on the rack' }).first().click()
  await page.getByRole('link', { name: 'Its plan' }).click()
  await expect(page.getByRole('heading', { name: 'Tile 30' })).toBeVisible()
  await drawn(page, 0)
})

test('two jars are mixed and kept; a colour is matched, and its recipe used on a piece', async ({ page }) => {
  await open(page, '/cupboard')
  await page.getByRole('radio', { name: 'Mix and match' }).click()
  const mixture = page.getByTestId('mixture')
  const green = (await mixture.getAttribute('data-hex'))!
  const [, a] = labFromHex(green)
  expect(a).toBeLessThan(-10)
  await page.getByText('Dry stain, colourless base, water').click()
  await page.getByRole('spinbutton', { name: 'Dry stain added' }).fill('60')
  await page.getByRole('spinbutton', { name: 'Dry stain added' }).press('Enter')
  await expect
    .poll(async () => labFromHex((await mixture.getAttribute('data-hex'))!)[0])
    .toBeLessThan(labFromHex(green)[0])
  await page.getByRole('button', { name: 'Keep it as a jar' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'is a jar of its own now' })).toBeVisible()
  await page.getByRole('button', { name: /^Undo/ }).click()

  const wanted = page.getByLabel('Wanted colour, in figures')
  await wanted.fill(green)
  await wanted.press('Enter')
  await page.getByRole('button', { name: 'Find recipes' }).click()
  const recipes = page.getByTestId('recipes')
  await expect(recipes.locator('li').first()).toContainText(/from it: hardly to be seen \(ΔE 0\.\d\), give or take/, {
    timeout: 30_000,
  })
  await expect(recipes.locator('li').first()).toHaveAttribute('data-recipe', /tide-blue.*gorse-yellow/)

  await wanted.fill('97 0 60')
  await wanted.press('Enter')
  await page.getByRole('button', { name: 'Find recipes' }).click()
  await expect(page.getByTestId('unreached')).toContainText(/beside the nearest the difference is .+ \(ΔE [\d.]+\)/, {
    timeout: 30_000,
  })

  await wanted.fill(green)
  await wanted.press('Enter')
  await page.getByRole('button', { name: 'Find recipes' }).click()
  await expect(page.getByTestId('unreached')).toHaveCount(0, { timeout: 30_000 })
  await recipes.locator('li').first().getByRole('combobox').selectOption({ label: 'Swift mugs' })
  await openPlan(page, 'swift-mugs')
  await expect(step(page, 'Step 4').first()).toContainText(/Tide blue|Gorse yellow/)
  await expect(step(page, 'Step 4').first()).toHaveAttribute('aria-label', /1 Tide blue : 1 Gorse yellow/)
})

test('the colours of a piece: contrasts, what came out, and what that teaches', async ({ page }) => {
  await openPlan(page, 'swift-mugs')
  await page.getByRole('radio', { name: 'colours', exact: true }).click()
  const sheet = page.getByTestId('colours')
  await expect(sheet).toHaveAttribute('data-busy', 'false', { timeout: 30_000 })
  await expect(sheet).toContainText(/Tide blue.*\d+ % outside/s)
  await sheet
    .getByRole('button', { name: /Tide blue/ })
    .first()
    .click()
  await sheet.getByLabel('Colour as fired, in figures').fill('40 4 -44')
  await sheet.getByLabel('Colour as fired, in figures').press('Enter')
  await expect(sheet.getByTestId('came-out')).toContainText(/ΔE \d/)
  await sheet.getByRole('button', { name: 'Let it teach the cupboard' }).click()
  await page.getByRole('link', { name: 'Tiles' }).click()
  await page.getByRole('radio', { name: 'ask and enter' }).click()
  await expect(page.locator('[data-tile="30"]')).toContainText('What came out: Swift mugs')
})

test('materials go out as CSV and come back; a bad row is refused in a sentence', async ({ page }) => {
  await open(page, '/cupboard')
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save as CSV' }).click()
  const text = (await contents(await download)).toString()
  await page.getByLabel('Materials from CSV').setInputFiles({
    name: 'm.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(text.replace('Marsh black', 'Marsh night')),
  })
  await expect(page.getByTestId('question')).toContainText('It adds 0, replaces 1, and leaves')
  await takeItIn(page)
  await expect(page.getByRole('button', { name: /^Marsh night/ })).toBeVisible()
  await page.getByLabel('Materials from CSV').setInputFiles({
    name: 'm.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(text.replace(',underglaze,', ',paint,')),
  })
  await expect(
    page
      .getByRole('alert')
      .filter({ hasText: '“paint”' })
      .or(page.getByRole('alert').filter({ hasText: '"paint"' })),
  ).toBeVisible()
  await expect(page.getByRole('button', { name: /^Marsh night/ })).toBeVisible()
})

test('amounts come from the form, with what the jars still hold; the bucket’s sum is shown', async ({ page }) => {
  await open(page, '/cupboard')
  await page.getByRole('radio', { name: 'Amounts' }).click()
  await page.getByLabel('Piece', { exact: true }).selectOption({ label: 'Reed jugs' })
  await expect(page.getByTestId('amounts')).toContainText(
    /Marsh black.*cm² × 4\d\d µm of wet film and 10 % that does not stay on it =/s,
  )
  await page.getByLabel('Piece', { exact: true }).selectOption({ label: 'Swift mugs' })
  await expect(page.getByTestId('amounts').getByRole('row', { name: /Gorse yellow/ })).toContainText('short')
  await expect(page.getByTestId('water')).toContainText('Add 489 ml')
  await page.getByRole('spinbutton', { name: 'It should weigh' }).fill('1600')
  await page.getByRole('spinbutton', { name: 'It should weigh' }).press('Enter')
  await expect(page.getByTestId('water')).toContainText('let it settle')
})

test('a photographed tile is corrected by its grey card, by keyboard too', async ({ page }) => {
  await open(page, '/cupboard')
  await page.getByRole('button', { name: 'Add a material' }).click()
  await page.getByRole('button', { name: 'From a photograph' }).click()
  // A picture under a warm light: left half a grey card of 18 %, right half a tile of linear .30 .12 .08.
  const png = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(340, 200)
    const context = canvas.getContext('2d')!
    const encode = (v: number) => Math.round(255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055))
    const light = [1.2, 1, 0.6]
    for (const [x, colour] of [
      [0, [0.18, 0.18, 0.18]],
      [170, [0.3, 0.12, 0.08]],
    ] as const) {
      context.fillStyle = `rgb(${colour.map((c, i) => encode(c * light[i])).join(',')})`
      context.fillRect(x, 0, 170, 200)
    }
    const bytes = new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer())
    return Array.from(bytes)
  })
  await page
    .getByLabel('Photograph of the tile')
    .setInputFiles({ name: 'tile.png', mimeType: 'image/png', buffer: Buffer.from(png) })
  const photo = page.getByRole('application', { name: /Photograph/ })
  await photo.click({ position: { x: 60, y: 90 } })
  await photo.focus()
  for (let i = 0; i < 14; i++) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  const field = page.getByLabel('Fired colour, in figures')
  await expect(field).not.toHaveValue('')
  const lab = (await field.inputValue()).split(' ').map(Number) as [number, number, number]
  const truth = converter('lab65')({ mode: 'lrgb', r: 0.3, g: 0.12, b: 0.08 })!
  expect(ciede2000(lab, [truth.l, truth.a, truth.b])).toBeLessThan(1.5)
})

test('a clay is changed, and its pieces shrink by it; another is added', async ({ page }) => {
  await open(page, '/cupboard')
  await page.getByRole('radio', { name: 'Clays and tools' }).click()
  const clays = page.getByRole('region', { name: 'Clays' })
  await clays.getByRole('button', { name: /^Estuary red/ }).click()
  await page.getByText('Change this clay').click()
  const about = page.getByRole('form', { name: 'About Estuary red earthenware' })
  await about.getByLabel('Shrinks in the fire').fill('8')
  await about.getByLabel('Shrinks in the fire').press('Enter')
  // 100 mm × (1 − .068) × (1 − .08)
  await expect(page.getByTestId('clay-label')).toContainText('85.7 mm fired')
  await clays.getByRole('button', { name: 'Add a clay' }).click()
  const form = page.getByRole('form', { name: 'Add a clay' })
  await form.getByLabel('Name on the bag').fill('Skerry grey')
  await form.getByLabel('Fired colour, in figures').fill('58 1 6')
  await form.getByLabel('Fired colour, in figures').press('Enter')
  await form.getByRole('button', { name: 'Put it in the cupboard' }).click()
  await expect(page.getByRole('region', { name: 'Label of Skerry grey' })).toBeVisible()
  await saved(page)
  await openPlan(page, 'reed-jugs')
  // 214 mm × (1 − .068) × (1 − .08)
  await expect(page.getByText('214 mm tall as made, 183 mm fired')).toBeVisible()
})

test('the jar says how many coats, and the plan is judged by it', async ({ page }) => {
  await open(page, '/cupboard')
  await ready(page)
  await page.getByRole('button', { name: /^Marsh black/ }).click()
  await expect(page.getByTestId('jar-label')).toContainText('cone 08 to 6')
  await page.getByText('Change this jar').click()
  await page.getByLabel('By brush').fill('5')
  await page.getByLabel('By brush').press('Enter')
  await saved(page)
  await openPlan(page, 'reed-jugs')
  await expect(rule(page, 'too-few-coats')).toContainText('5 cover here')
  await rule(page, 'too-few-coats').getByRole('button', { name: 'Give it 5 coats' }).click()
  await expect(rule(page, 'too-few-coats')).toHaveCount(0)
})

test('the wall shows the season’s tiles; a square that came out otherwise says so, and its layers are used', async ({
  page,
}) => {
  await open(page, '/tiles')
  await expect(page.locator('[data-wall-tile]')).toHaveCount(9)
  await page.getByLabel('Jar', { exact: true }).selectOption({ label: 'Berry red' })
  await expect(page.locator('[data-wall-tile]')).toHaveCount(2)
  await page
    .getByRole('button', { name: /^Tile 24: 3 coats of Berry red, then Clear, satin, .*another colour/ })
    .click()
  const layers = page.getByTestId('layers-in-use')
  await expect(layers).toContainText('another colour (ΔE 24')
  await layers.getByLabel('Piece to use them on').selectOption({ label: 'Dotted jar' })
  await layers.getByRole('button', { name: 'Use these layers' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Dotted jar has 3 coats of Berry red' })).toBeVisible()
  await page.getByRole('link', { name: 'Rack' }).click()
  await page
    .getByRole('link', { name: /Dotted jar/ })
    .first()
    .click()
  await expect(page.getByRole('button', { name: /Step \d+: Berry red, 3 coats/ })).toBeVisible()
})

test('jar over jar: both orders of a pair, by keyboard, filtered, and used', async ({ page }) => {
  await open(page, '/tiles')
  await page.getByRole('radio', { name: 'jar over jar' }).click()
  const grid = page.getByRole('application')
  await expect(page.getByTestId('layers')).toHaveAttribute('data-busy', 'false', { timeout: 30_000 })
  const size = async () => Number(/Layers, (\d+) by/.exec((await grid.getAttribute('aria-label')) ?? '')?.[1])
  expect(await size()).toBeGreaterThan(15)
  await grid.focus()
  for (const key of ['ArrowDown', 'ArrowDown', 'ArrowRight', 'ArrowRight', 'ArrowRight']) await page.keyboard.press(key)
  const pair = async () => {
    const over = await page.getByText(/ over .*; the other way round, /).innerText()
    return /^(.+) over (.+); the other way round, (.+) over/.exec(over)?.slice(1, 3) ?? []
  }
  await expect.poll(async () => new Set(await pair()).size).toBe(2)
  await expect(page.getByTestId('layers-in-use')).toContainText(
    /(sure|fairly sure|a guess|unknown): a difference of ΔE \d/,
  )
  const all = await size()
  await page.getByLabel('only labelled for food').check()
  await expect.poll(size).toBeLessThan(all)
  await page.getByLabel('Fired to').selectOption({ label: 'cone 05' })
  await expect(page.getByTestId('layers')).toHaveAttribute('data-busy', 'false', { timeout: 30_000 })
  await expect(page.getByTestId('layers-in-use')).toContainText('cone 05')
})
