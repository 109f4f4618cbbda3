import type { Page } from '@playwright/test'
import { buildForm } from '../src/core/form/buildForm'
import { presetForm } from '../src/core/model/presetForm'
import { addStep, drawn, expect, open, rule, settled, test, unrolled, wheel } from './studio'

/* Techniques built step by step in the real interface; the fired skin is read at named spots of the unrolled view. */

const built = buildForm(presetForm('beaker'))
if (!built.ok) throw new Error('the beaker does not build')
const form = built.value

async function emptyBeaker(page: Page): Promise<void> {
  await open(page, '/new')
  await page.getByRole('radio', { name: 'Beaker' }).click()
  await page.getByText('Empty plan').click()
  await page.getByRole('button', { name: 'Make the plan' }).click()
  await expect(page.getByRole('heading', { name: 'Beaker', exact: true })).toBeVisible()
  await drawn(page, 0)
}

async function set(page: Page, label: string, value: string): Promise<void> {
  const field = page.getByTestId('step-sheet').getByRole('spinbutton', { name: label, exact: true })
  await field.fill(value)
  await field.press('Enter')
}

const choose = (page: Page, label: string, option: string | RegExp) =>
  page
    .getByTestId('step-sheet')
    .getByLabel(label, { exact: true })
    .selectOption(typeof option === 'string' ? { label: option } : { label: String(option) })
const press = (page: Page, name: string) =>
  page.getByTestId('step-sheet').getByRole('radio', { name, exact: true }).click()

async function motif(page: Page, name: string): Promise<void> {
  await page.getByLabel(/^Motif: /).click()
  await page.getByTestId('step-sheet').getByRole('radio', { name, exact: true }).click()
}

async function band(page: Page, from: number, to: number): Promise<void> {
  const check = page.getByTestId('step-sheet').getByLabel('only a band')
  if (!(await check.isChecked())) await check.check()
  await set(page, 'Band to', String(to))
  await set(page, 'Band from', String(from))
}

const coat = async (page: Page, colour: string, coats: number) => {
  await addStep(page, 'Colour', 'Coat')
  const select = page.getByTestId('step-sheet').getByLabel('Colour', { exact: true })
  await select.selectOption(await select.locator('option', { hasText: colour }).first().getAttribute('value'))
  await set(page, 'Coats', String(coats))
}

const glaze = async (page: Page, name: string, coats: number) => {
  await addStep(page, 'Glaze', 'Glaze')
  const select = page.getByTestId('step-sheet').getByLabel('Glaze', { exact: true })
  await select.selectOption(await select.locator('option', { hasText: name }).first().getAttribute('value'))
  await press(page, 'brush')
  await set(page, 'Coats', String(coats))
  const where = page.getByTestId('step-sheet').getByRole('group', { name: 'Where' })
  if ((await where.getByRole('button', { name: 'outside' }).getAttribute('aria-pressed')) === 'false')
    await where.getByRole('button', { name: 'outside' }).click()
  for (const part of ['rim', 'inside wall', 'floor'])
    if ((await where.getByRole('button', { name: part }).getAttribute('aria-pressed')) === 'true')
      await where.getByRole('button', { name: part }).click()
}

/** Colours of the unrolled skin round a spot: mean of a patch and the spread of its lightness. */
async function spots(
  page: Page,
  places: Record<string, [upMm: number, share: number]>,
): Promise<Record<string, { rgb: number[]; spread: number }>> {
  await page.getByRole('radio', { name: 'unrolled' }).click()
  await unrolled(page)
  const canvas = page.getByTestId('unrolled').locator('canvas')
  const rows = Object.fromEntries(
    Object.entries(places).map(([name, [up, share]]) => [name, [(form.zones.outside.from + up) / form.totalMm, share]]),
  )
  return canvas.evaluate((element: HTMLCanvasElement, at) => {
    const context = element.getContext('2d')
    return Object.fromEntries(
      Object.entries(at as Record<string, [number, number]>).map(([name, [down, share]]) => {
        const data =
          context?.getImageData(Math.round(share * element.width) - 14, Math.round(down * element.height) - 4, 28, 8)
            .data ?? []
        const pixels = Array.from({ length: data.length / 4 }, (_, i) => [
          data[4 * i],
          data[4 * i + 1],
          data[4 * i + 2],
        ])
        const rgb = [0, 1, 2].map((c) => pixels.reduce((sum, p) => sum + p[c], 0) / pixels.length)
        const light = pixels.map((p) => (p[0] + p[1] + p[2]) / 3)
        return [name, { rgb, spread: Math.max(...light) - Math.min(...light) }]
      }),
    )
  }, rows)
}

const [R, G, B] = [0, 1, 2]

test('a three-colour wax resist', async ({ page }) => {
  await emptyBeaker(page)
  await addStep(page, 'Dry', 'Dry')
  await addStep(page, 'Resist', 'Wax')
  await press(page, 'a drawn shape')
  await motif(page, 'Dots')
  for (const [label, value] of [
    ['Repeats', '8'],
    ['Height', '14'],
    ['Height above the foot', '40'],
    ['Uneven by hand, % (0 = exact)', '0'],
  ])
    await set(page, label, value)
  await coat(page, 'Gorse yellow', 4)
  await addStep(page, 'Resist', 'Wax')
  await band(page, 62, 72)
  await coat(page, 'Tide blue', 4)
  await addStep(page, 'Resist', 'Swab beads')
  await addStep(page, 'Dry', 'Dry')
  await choose(page, 'Dry it to', 'bone dry')
  await addStep(page, 'Fire', 'Bisque firing')
  await settled(page)
  const { dot, kept, over } = await spots(page, { dot: [47, 0.5 / 8], kept: [67, 0.3], over: [90, 0.3] })
  expect(Math.min(...dot.rgb)).toBeGreaterThan(170)
  expect(kept.rgb[R]).toBeGreaterThan(kept.rgb[B] + 60)
  expect(over.rgb[B]).toBeGreaterThan(over.rgb[R] + 60)
})

test('water etching: without wax it is said, and what is waxed stands a millimetre high', async ({ page }) => {
  await emptyBeaker(page)
  await addStep(page, 'Dry', 'Dry')
  await choose(page, 'Dry it to', 'bone dry')
  await addStep(page, 'Resist', 'Water etching')
  await expect(rule(page, 'etch-without-wax')).toBeVisible()
  await rule(page, 'etch-without-wax').getByRole('button', { name: 'Take the water etching out' }).click()
  await addStep(page, 'Resist', 'Wax')
  await press(page, 'a drawn shape')
  await motif(page, 'Dots')
  await addStep(page, 'Resist', 'Water etching')
  await settled(page)
  await expect(rule(page, 'etch-without-wax')).toHaveCount(0)
  // Beside the dots, near the top of the wall.
  const box = (await wheel(page).boundingBox())!
  await page.mouse.move(box.x + box.width * 0.45, box.y + box.height * 0.4)
  await expect(page.getByTestId('section')).toContainText(/cut 1\s*mm/)
  await set(page, 'Depth', '3')
  await expect(rule(page, 'etched-too-deep')).toContainText('warps or breaks')
})

test('a glaze inlay through wax', async ({ page }) => {
  await emptyBeaker(page)
  await addStep(page, 'Dry', 'Dry')
  await choose(page, 'Dry it to', 'bone dry')
  await addStep(page, 'Fire', 'Bisque firing')
  await addStep(page, 'Clean', 'Dust')
  await glaze(page, 'Opaque white', 3)
  await addStep(page, 'Resist', 'Wax')
  await page.getByTestId('step-sheet').getByLabel('only a band').uncheck()
  await addStep(page, 'Cut', 'Carve')
  await choose(page, 'Tool', 'wide loop')
  await motif(page, 'Line')
  for (const [label, value] of [
    ['Height', '10'],
    ['Height above the foot', '40'],
    ['Line', '5'],
    ['Depth', '0.6'],
  ])
    await set(page, label, value)
  await glaze(page, 'Amber', 2)
  await addStep(page, 'Resist', 'Swab beads')
  await addStep(page, 'Fire', 'Glaze firing')
  await settled(page)
  const { line, wall } = await spots(page, { line: [45, 0.4], wall: [80, 0.4] })
  expect(line.rgb[R] - line.rgb[B]).toBeGreaterThan(70)
  expect(wall.rgb[R] - wall.rgb[B]).toBeLessThan(40)
  expect(Math.min(...wall.rgb)).toBeGreaterThan(150)
})

test('a stained texture, dark below and pale above', async ({ page }) => {
  await emptyBeaker(page)
  await addStep(page, 'Cut', 'Press texture')
  await choose(page, 'Texture', 'dimples')
  await set(page, 'Depth', '0.8')
  await addStep(page, 'Dry', 'Dry')
  await choose(page, 'Dry it to', 'bone dry')
  await addStep(page, 'Fire', 'Bisque firing')
  await addStep(page, 'Clean', 'Dust')
  await coat(page, 'Rust wash', 2)
  await addStep(page, 'Inlay', 'Wipe back')
  await coat(page, 'Shell white', 3)
  await choose(page, 'Laid on with', 'sponge')
  await page.getByTestId('step-sheet').getByLabel('Thin on purpose: the clay shows through').check()
  await settled(page)
  const textured = await spots(page, { a: [40, 0.3], b: [70, 0.7] })
  expect(Math.max(textured.a.spread, textured.b.spread)).toBeGreaterThan(60)
  await expect(page.locator('[data-rule="texture-reads-as-one"]')).toHaveCount(0)
})

test('an inlaid fence between two glazes', async ({ page }) => {
  await emptyBeaker(page)
  await addStep(page, 'Dry', 'Dry')
  await addStep(page, 'Cut', 'Incise')
  await choose(page, 'Tool', 'wide loop')
  await motif(page, 'Line')
  for (const [label, value] of [
    ['Height', '10'],
    ['Height above the foot', '45'],
    ['Line', '5'],
    ['Depth', '0.9'],
  ])
    await set(page, label, value)
  await addStep(page, 'Dry', 'Dry')
  await choose(page, 'Dry it to', 'bone dry')
  await addStep(page, 'Fire', 'Bisque firing')
  await addStep(page, 'Inlay', 'Fill')
  await addStep(page, 'Inlay', 'Wipe back')
  await addStep(page, 'Fire', 'Glaze firing')
  await choose(page, 'Firing', 'decoration')
  await choose(page, 'Cone', '04, about 1063 °C')
  await addStep(page, 'Clean', 'Dust')
  await glaze(page, 'Opaque white', 2)
  await glaze(page, 'Amber', 2)
  await band(page, 50, 112)
  await expect(page.locator('[data-rule="glaze-over-the-fence"]')).toContainText('run together over the fence')
  await page
    .locator('[data-rule="glaze-over-the-fence"]')
    .getByRole('button', { name: 'Pick the glaze out of the lines' })
    .click()
  await expect(page.locator('[data-rule="glaze-over-the-fence"]')).toHaveCount(0)
  await page.getByRole('button', { name: /: Pick out/ }).click()
  await addStep(page, 'Fire', 'Glaze firing')
  await settled(page)
  const { fence, above, below } = await spots(page, { fence: [50, 0.4], above: [80, 0.4], below: [25, 0.4] })
  expect(Math.max(...fence.rgb)).toBeLessThan(110)
  expect(above.rgb[R] - above.rgb[B]).toBeGreaterThan(60)
  expect(below.rgb[G]).toBeGreaterThan(150)
})
