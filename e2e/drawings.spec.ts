import type { Page } from '@playwright/test'
import { addStep, drawn, expect, open, openPlan, saved, settled, skins, step, test } from './studio'

/* Drawings of a piece: a photographed sketch, lines point by point, steps that follow, and the areas between lines. */

const sheet = (page: Page) => page.getByTestId('drawings')
const map = (page: Page) => page.getByTestId('area-map')
const areas = (page: Page) => map(page).getByRole('button', { name: /^Area \d+/ })

/** A plate to begin with, and nothing planned on it. */
async function emptyPlate(page: Page): Promise<void> {
  await open(page, '/new')
  await page.getByRole('radio', { name: 'Plate', exact: true }).click()
  await page.getByText('Empty plan').click()
  await page.getByRole('button', { name: 'Make the plan' }).click()
  await expect(page).toHaveURL(/\/plan\//, { timeout: 60_000 })
}

/** A photograph of a wheel of six sectors with a ring in its middle, drawn on an A5 sheet that lies a little askew. */
const sketched = (page: Page) =>
  page.evaluate(async () => {
    const canvas = new OffscreenCanvas(900, 1200)
    const context = canvas.getContext('2d')
    if (!context) throw new Error('no canvas')
    context.fillStyle = '#4a4640'
    context.fillRect(0, 0, 900, 1200)
    context.setTransform(0.98, 0.03, -0.02, 0.99, 60, 40)
    context.fillStyle = '#efe9dc'
    context.fillRect(0, 0, 740, 1050)
    context.strokeStyle = '#333'
    context.lineWidth = 5
    const ring = (r: number) => {
      context.beginPath()
      context.arc(370, 500, r, 0, 7)
      context.stroke()
    }
    ring(300)
    ring(110)
    for (let k = 0; k < 6; k++) {
      const [x, y] = [Math.cos((k * Math.PI) / 3), Math.sin((k * Math.PI) / 3)]
      context.beginPath()
      context.moveTo(370 + 110 * x, 500 + 110 * y)
      context.lineTo(370 + 300 * x, 500 + 300 * y)
      context.stroke()
    }
    const corner = (x: number, y: number) => [(0.98 * x - 0.02 * y + 60) / 900, (0.03 * x + 0.99 * y + 40) / 1200]
    const bytes = new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer())
    return { png: Array.from(bytes), corners: [corner(0, 0), corner(740, 0), corner(740, 1050), corner(0, 1050)] }
  })

test('a plate from a photographed sketch: fenced, filled, wiped, glazed by area, picked out, fired', async ({
  page,
}) => {
  test.setTimeout(300_000)
  await emptyPlate(page)
  await page.getByRole('radio', { name: 'drawings' }).click()
  const { png, corners } = await sketched(page)
  await page
    .getByLabel('Open a photograph of a sketch')
    .setInputFiles({ name: 'Wheel.png', mimeType: 'image/png', buffer: Buffer.from(png) })
  const dialog = page.getByTestId('sketch')
  // The sheet stands out from the table: its corners are found, and put right by hand.
  await expect(dialog).toContainText('The rings stand where the corners of the paper seem to be')
  const box = await dialog.locator('canvas').first().boundingBox()
  if (!box) throw new Error('no photograph')
  const guess = await dialog.getByRole('button', { name: 'upper left corner' }).boundingBox()
  if (!guess) throw new Error('no corner')
  expect(Math.abs(guess.x + guess.width / 2 - box.x - corners[0][0] * box.width)).toBeLessThan(4)
  expect(Math.abs(guess.y + guess.height / 2 - box.y - corners[0][1] * box.height)).toBeLessThan(4)
  for (const [i, name] of ['upper left', 'upper right', 'lower right', 'lower left'].entries()) {
    const handle = dialog.getByRole('button', { name: `${name} corner` })
    const at = await handle.boundingBox()
    if (!at) throw new Error(name)
    await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2)
    await page.mouse.down()
    await page.mouse.move(box.x + corners[i][0] * box.width, box.y + corners[i][1] * box.height)
    await page.mouse.up()
  }
  // By keyboard too: there and back again.
  await dialog.getByRole('button', { name: 'upper left corner' }).press('ArrowRight')
  await dialog.getByRole('button', { name: 'upper left corner' }).press('ArrowLeft')
  const told = dialog.getByRole('status')
  await expect(told).toContainText('no loose ends', { timeout: 30_000 })
  await dialog.getByRole('radio', { name: 'filled shapes' }).click()
  await expect(told).toContainText('1 shape, by outline', { timeout: 30_000 })
  await dialog.getByRole('radio', { name: 'lines', exact: true }).click()
  await expect(told).toContainText('no loose ends', { timeout: 30_000 })
  await dialog.getByRole('button', { name: 'Use this drawing' }).click()

  // Six sectors, the middle, and what lies round the wheel.
  await expect(areas(page)).toHaveCount(8, { timeout: 30_000 })
  await sheet(page).getByRole('button', { name: 'Incise' }).click()
  await expect(page.getByTestId('step-sheet')).toContainText('Lines of')
  for (const [family, act] of [
    ['Dry', 'Dry'],
    ['Fire', 'Bisque firing'],
    ['Inlay', 'Fill'],
    ['Inlay', 'Wipe back'],
    ['Fire', 'Glaze firing'],
  ] as const)
    await addStep(page, family, act)
  await page.getByRole('radio', { name: 'drawings' }).click()
  const jar = page.getByLabel('Take a jar into the hand')
  for (const label of ['Opaque white glaze', 'Amber glaze', 'Clear, satin']) await jar.selectOption({ label })
  await page.getByRole('button', { name: 'no neighbours alike' }).click()
  await expect(page.getByTestId('area-colours')).toContainText('8 areas, 8 with a colour')
  await expect(page.getByTestId('area-colours')).not.toContainText('Neighbours alike')
  await expect(step(page, /Opaque white glaze/)).toContainText('areas')

  // One area by hand gets another jar: it leaves the step of its former one.
  await page.getByRole('group', { name: 'Jars in the hand' }).getByRole('button', { name: 'Amber glaze' }).click()
  const first = map(page)
    .getByRole('button', { name: /^Area \d+: Opaque white/ })
    .first()
  const name = await first.getAttribute('aria-label')
  await first.press('Enter')
  await expect(map(page).getByRole('button', { name: `${name?.split(':')[0]}: Amber glaze` })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  await page.keyboard.press('Control+z')
  await expect(map(page).getByRole('button', { name: name ?? '' })).toBeVisible()

  // The drawing is made smaller: the step that follows it says so, undo brings it back.
  await sheet(page).getByText('Its name, where it stands, size and repeats').click()
  const height = sheet(page).getByLabel('Height', { exact: true })
  const before = await height.inputValue()
  await height.fill('70')
  await height.press('Enter')
  await saved(page)
  await page.getByRole('button', { name: 'step 1', exact: true }).first().click()
  await expect(page.getByTestId('step-sheet')).toBeVisible()
  await page.keyboard.press('Control+z')
  await page.getByRole('radio', { name: 'drawings' }).click()
  await sheet(page).getByText('Its name, where it stands, size and repeats').click()
  await expect(sheet(page).getByLabel('Height', { exact: true })).toHaveValue(before)
  await settled(page)
})

test('a leaf is printed, its areas pass from one colour into another inwards; palettes are seen on the form', async ({
  page,
}) => {
  await emptyPlate(page)
  await addStep(page, 'Dry', 'Dry')
  await addStep(page, 'Fire', 'Bisque firing')
  await page.getByRole('radio', { name: 'drawings' }).click()
  await page.getByRole('button', { name: 'A motif' }).click()
  await expect(areas(page).first()).toBeVisible({ timeout: 30_000 })
  await page.getByRole('button', { name: 'Draw, trail or print' }).click()
  await page.getByLabel('Drawn with').selectOption('stamp')
  await expect(step(page, /Print/)).toBeVisible()
  await page.getByRole('radio', { name: 'drawings' }).click()
  await page.getByLabel('Take a jar into the hand').selectOption({ label: 'Tide blue' })
  await page.getByRole('radio', { name: 'it in every copy' }).click()
  await areas(page).nth(1).press('Enter')
  await step(page, /Tide blue/).press('Enter')
  await page.getByLabel('Blends into').selectOption({ label: 'Gorse yellow' })
  const before = await skins(page)
  await page.getByRole('radio', { name: 'inwards' }).click()
  await drawn(page, before)
  await expect(step(page, /Tide blue into Gorse yellow/)).toBeVisible()
  await page.getByRole('radio', { name: 'drawings' }).click()
  await page.getByRole('button', { name: 'see them on the form' }).click()
  await expect(page.getByTestId('tried').locator('canvas').first()).toBeVisible({ timeout: 40_000 })
})

test('lines point by point by keyboard, a gap closed in one press, names and notes of areas kept', async ({ page }) => {
  await emptyPlate(page)
  await page.getByRole('radio', { name: 'drawings' }).click()
  await page.getByRole('button', { name: 'Lines, point by point' }).click()
  const dialog = page.getByTestId('points')
  await dialog.getByLabel('Sectors').fill('0')
  await dialog.getByLabel('Rings each').fill('2')
  const ground = dialog.getByRole('application')
  await ground.focus()
  const go = async (key: string, times: number) => {
    for (let i = 0; i < times; i++) await page.keyboard.press(key)
  }
  // A square of 40 mm, left open by 2 mm at its lower left corner.
  await go('ArrowUp', 40)
  await go('ArrowLeft', 10)
  await page.keyboard.press('Enter')
  for (const [key, times] of [
    ['ArrowRight', 20],
    ['ArrowUp', 20],
    ['ArrowLeft', 20],
    ['ArrowDown', 19],
  ] as const) {
    await go(key, times)
    await page.keyboard.press('Enter')
  }
  await expect(dialog.getByRole('status')).toContainText('5 points in this line, 1 line')
  await dialog.getByRole('button', { name: 'Use this drawing' }).click()
  await expect(areas(page)).toHaveCount(1, { timeout: 30_000 })
  await expect(page.getByTestId('area-colours')).toContainText('One gap in its outlines')
  await page.getByRole('button', { name: /^Close gap 1/ }).click()
  await expect(areas(page)).toHaveCount(2)
  await expect(page.getByTestId('area-colours')).not.toContainText('gap')
  await page.getByText('Names, notes and photographs of its areas').click()
  await page.getByLabel('Name of area 1').fill('pond')
  await page.getByLabel('Note on area 1').fill('the blue of the sketch')
  await saved(page)
  await page.reload()
  await page.getByText('Names, notes and photographs of its areas').click()
  await expect(page.getByLabel('Name of area 1')).toHaveValue('pond')
  await expect(page.getByLabel('Note on area 1')).toHaveValue('the blue of the sketch')
})

test('the estuary plate: its areas by jar, and the time by brush and by bottle', async ({ page }) => {
  await openPlan(page, 'estuary-plate')
  await step(page, /Pale green glaze/).click()
  const own = page.getByTestId('step-sheet')
  await expect(own).toContainText('3 of 12 areas')
  await expect(own).toContainText(/min by brush in 3 coats, \d+ by needle bottle, \d+ by bulb/)
  const [, brush, bottle] = /About (\d+) min by brush in 3 coats, (\d+) by needle/.exec(await own.innerText()) ?? []
  expect(Number(brush)).toBeGreaterThan(2 * Number(bottle))
  await map(page)
    .getByRole('button', { name: /^Area 5, far hill: left/ })
    .press('Enter')
  await expect(own).toContainText('4 of 12 areas')
  await page.keyboard.press('Control+z')
  await expect(own).toContainText('3 of 12 areas')
})

test('each sector of a plate has a pattern of its own: carved, on the tracing, and its areas coloured in turn', async ({
  page,
}) => {
  await emptyPlate(page)
  await page.getByRole('radio', { name: 'drawings' }).click()
  await page.getByRole('button', { name: 'A motif' }).click()
  await page.getByText('Its name, where it stands').click()
  await page.getByLabel(/^Motif: .*Choose another/).click()
  await page.getByRole('radio', { name: 'Sectors', exact: true }).click()
  const sectors = page.getByRole('radiogroup', { name: 'Sector', exact: true }).getByRole('radio')
  await expect(sectors).toHaveCount(3)
  await page.getByRole('button', { name: /^One for each of/ }).click()
  const number = Number(await page.getByRole('spinbutton', { name: 'Sectors' }).inputValue())
  await expect(sectors).toHaveCount(number)
  await sectors.nth(1).click()
  await page.getByRole('radiogroup', { name: 'Pattern of sector 2' }).getByRole('radio', { name: 'Left plain' }).click()
  await expect(page.getByRole('radio', { name: 'Sector 2: Left plain' })).toBeChecked()
  await page.getByRole('group', { name: 'Work its lines' }).getByRole('button', { name: 'Carve' }).click()
  await expect(step(page, /Carve sectors/)).toBeVisible()
  await settled(page)
  await page
    .getByTestId('step-sheet')
    .getByRole('link', { name: /Tracing/ })
    .click()
  await expect(page.getByTestId('sheet-picture').first()).toBeVisible({ timeout: 30_000 })
})

test('lines of a drawing are named and have a tool of their own; a step takes the named ones', async ({ page }) => {
  await openPlan(page, 'estuary-plate')
  await page.getByRole('radio', { name: 'drawings' }).click()
  await page.getByText('Its lines: names, and a tool for each').click()
  const lines = page.getByRole('listbox', { name: 'Lines of the drawing' })
  await expect(lines.getByRole('option')).toHaveCount(11)
  await lines.focus()
  await page.keyboard.press('Space')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Space')
  await page.getByLabel('Name of these 2 lines').fill('shore')
  await page.getByLabel('Name of these 2 lines').press('Enter')
  await expect(lines.getByRole('option', { name: /, shore$/ })).toHaveCount(2)
  const before = await skins(page)
  await page
    .getByRole('group', { name: 'Tool of these 2 lines' })
    .getByRole('button', { name: /wide loop/ })
    .click()
  await drawn(page, before)
  await page.getByRole('button', { name: 'shore', exact: true }).click()
  await expect(page.getByLabel('Their tool, wide')).toHaveValue('3.2')
  await step(page, /Incise/).click()
  const which = page.getByRole('group', { name: 'Which lines' })
  await expect(which.getByLabel('all its lines')).toBeChecked()
  await which.getByLabel('shore').check()
  await expect(which.getByLabel('all its lines')).not.toBeChecked()
})
