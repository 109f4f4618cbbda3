import { validateBytes } from 'gltf-validator'
import {
  contents,
  distance,
  drawn,
  expect,
  middleColour,
  open,
  openPlan,
  saved,
  skins,
  step,
  settled,
  takeAway,
  test,
} from './studio'

const SPRIG =
  '<svg xmlns="http://www.w3.org/2000/svg"><path fill="none" stroke="black" d="M10 0C0 20 30 40 20 60"/>' +
  '<circle cx="20" cy="64" r="4"/></svg>'

test('the form goes out as glTF that a validator accepts', async ({ page }) => {
  await openPlan(page, 'swift-mugs')
  const exporting = page.waitForEvent('download')
  await takeAway(page, 'Form in 3D')
  const glb = await contents(await exporting)
  const report = await validateBytes(new Uint8Array(glb))
  expect(report.issues.messages.filter((m) => m.severity === 0)).toEqual([])
  expect(report.info.totalTriangleCount).toBeGreaterThan(10_000)
  expect(report.info.resources?.length).toBeGreaterThan(0)
  // In metres, as large as it is when fired: what stands at the head of the plan. On the bench, as made.
  const heightOf = (bytes: Buffer) => {
    const json = JSON.parse(bytes.subarray(20, 20 + bytes.readUInt32LE(12)).toString()) as {
      meshes: { primitives: { attributes: { POSITION: number } }[] }[]
      accessors: { min: number[]; max: number[] }[]
    }
    const { min, max } = json.accessors[json.meshes[0].primitives[0].attributes.POSITION]
    return max[1] - min[1]
  }
  const said = (await page.getByRole('heading', { name: 'Swift mugs' }).locator('..').innerText()).match(
    /(\d+) mm tall as made, (\d+) mm fired/,
  )!
  // A hand-built rim rises and falls by a millimetre or two.
  expect(Math.abs(heightOf(glb) * 1000 - Number(said[2]))).toBeLessThan(3)
  await page.getByRole('radio', { name: 'on the bench' }).click()
  await settled(page)
  const raw = page.waitForEvent('download')
  await takeAway(page, 'Form in 3D')
  expect(Math.abs(heightOf(await contents(await raw)) * 1000 - Number(said[1]))).toBeLessThan(3)
})

test('all sides on one sheet, and the large skin with progress and cancel', async ({ page }) => {
  await openPlan(page, 'dune-cups')
  const sheet = page.waitForEvent('download')
  await takeAway(page, 'All sides')
  const png = await contents(await sheet)
  expect(png.readUInt32BE(16)).toBeGreaterThan(1200)
  expect(png.readUInt32BE(20)).toBeGreaterThan(600)

  await takeAway(page, 'Large surface')
  await expect(page.getByText(/large skin, \d+ %/)).toBeVisible()
  await page.getByRole('button', { name: 'Cancel the large picture' }).click()
  await expect(page.getByText(/large skin/)).toHaveCount(0)
  const large = page.waitForEvent('download', { timeout: 80_000 })
  await takeAway(page, 'Large surface')
  const skin = await contents(await large)
  expect([skin.readUInt32BE(16), skin.readUInt32BE(20)]).toEqual([4096, 2048])
  expect(skin.subarray(37, 41).toString()).toBe('sRGB')
  expect(skin.subarray(50, 54).toString()).toBe('pHYs')
})

test('figures beside the picture are a line each, open below it, and stay open', async ({ page }) => {
  await openPlan(page, 'reed-jugs')
  await step(page, 'Step 5: Carve reeds').click()
  await settled(page)
  const layers = page.locator('summary', { hasText: '3 layers here' })
  const shares = page.getByText(/Marsh black \d+\s%/)
  await expect(page.getByTestId('section')).toBeHidden()
  await expect(shares).toBeHidden()
  await layers.click()
  await expect(page.getByTestId('section')).toBeVisible()
  await expect(page.getByTestId('section')).toContainText(/Marsh black 3\.0 coats/)
  await page.getByTestId('gauges').locator('summary').press('Enter')
  await expect(shares).toBeVisible()
  await page.reload()
  await step(page, 'Step 5: Carve reeds').click()
  await expect(shares).toBeVisible({ timeout: 60_000 })
  await layers.click()
  await expect(page.getByTestId('section')).toBeHidden()
})

test('raw and fired side by side on one form, and against a variant', async ({ page }) => {
  await openPlan(page, 'knot-moon-jar')
  const whole = await middleColour(page)
  await page.getByRole('radio', { name: 'raw | fired' }).click()
  const line = page.getByRole('slider', { name: /Split between/ })
  await line.fill('20')
  await expect.poll(async () => distance(await middleColour(page), whole), { timeout: 20_000 }).toBeGreaterThan(15)
  await line.fill('95')
  await expect.poll(async () => distance(await middleColour(page), whole), { timeout: 20_000 }).toBeLessThan(3)
  await page.getByRole('radio', { name: 'whole' }).click()

  await page.getByRole('button', { name: 'piece', exact: true }).click()
  await page.getByRole('button', { name: 'Keep this plan as the variant' }).click()
  await step(page, 'Step 6: Tide blue into Reed green').click()
  const before = await skins(page)
  await page.getByRole('button', { name: 'remove', exact: true }).click()
  await drawn(page, before)
  await page.getByRole('radio', { name: 'plan | variant' }).click()
  await expect(page.getByText('the variant')).toBeVisible()
  await saved(page)
  await page.reload()
  await page.getByRole('button', { name: 'piece', exact: true }).click()
  await page.getByRole('button', { name: 'Swap with the variant' }).click()
  await expect(step(page, 'Step 6: Tide blue into Reed green')).toBeVisible()
})

test('a band is dragged on the form by pointer and keyboard', async ({ page }) => {
  await openPlan(page, 'wax-beakers')
  await step(page, 'Step 3: Wax').click()
  const upper = page.getByRole('slider', { name: 'Upper edge of the band' })
  await upper.focus()
  await page.keyboard.press('Shift+ArrowUp')
  await expect(page.getByLabel('Band to', { exact: true })).toHaveValue('55')
  const knob = await upper.boundingBox()
  if (!knob) throw new Error('no handle')
  await page.mouse.move(knob.x + 10, knob.y + 12)
  await page.mouse.down()
  await page.mouse.move(knob.x + 10, knob.y - 40, { steps: 4 })
  await page.mouse.up()
  await expect
    .poll(async () => Number(await page.getByLabel('Band to', { exact: true }).inputValue()))
    .toBeGreaterThan(62)
})

test('one’s own line art becomes a motif; a drawing with a script is refused', async ({ page }) => {
  await openPlan(page, 'reed-jugs')
  await step(page, 'Step 5: Carve reeds').click()
  await page.getByLabel(/^Motif: /).click()
  const input = page.getByLabel('Open line art as SVG')
  await input.setInputFiles({
    name: 'bad.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(SPRIG.replace('<circle', '<script>1</script><circle')),
  })
  await expect(page.getByRole('alert').filter({ hasText: 'This drawing holds a script' })).toBeVisible()
  await expect(step(page, 'Step 5: Carve reeds')).toBeVisible()
  const before = await skins(page)
  await input.setInputFiles({ name: 'sprig.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(SPRIG) })
  await expect(step(page, 'Step 5: Carve sprig')).toBeVisible()
  await drawn(page, before)
})

test('a form from a caliper table, with a handle and an oval plan', async ({ page }) => {
  await open(page, '/new')
  await page.getByText('Change the outline, make it oval, add handles or feet').click()
  await page.getByRole('radio', { name: 'caliper table' }).click()
  await page.getByLabel('Diameter of row 3').fill('170')
  await page.getByLabel('Diameter of row 3').press('Enter')
  await page.getByLabel('From above').selectOption('oval')
  await page.getByRole('button', { name: 'handle' }).click()
  await expect(page.getByRole('button', { name: 'Take the handle off' })).toBeVisible()
  await page.getByRole('button', { name: 'Make the plan' }).click()
  await expect(page.getByRole('heading', { name: 'Jug', exact: true })).toBeVisible()
  await drawn(page, 0)
  await page.getByRole('button', { name: 'piece', exact: true }).click()
  await expect(page.getByLabel('Diameter of row 3')).toHaveValue('170')
})

test('the magnifier shows the skin under the pointer', async ({ page }) => {
  await openPlan(page, 'weave-bowl')
  await page.getByRole('button', { name: 'Magnifier' }).click()
  const canvas = await page.locator('section[aria-label="The piece"] canvas').first().boundingBox()
  if (!canvas) throw new Error('no wheel')
  await page.mouse.move(canvas.x + canvas.width * 0.45, canvas.y + canvas.height * 0.6)
  await expect(page.getByText('24 mm across')).toBeVisible()
  // Its patch comes from the worker that painted the skin: opaque, and not of one colour on a woven texture.
  const colours = () =>
    page.locator('canvas[width="88"]').evaluate((loupe: HTMLCanvasElement) => {
      const { data } = loupe.getContext('2d')!.getImageData(0, 0, 88, 88)
      const seen = new Set<number>()
      for (let i = 0; i < data.length; i += 4)
        if (data[i + 3] === 255) seen.add((data[i] << 16) | (data[i + 1] << 8) | data[i + 2])
      return seen.size
    })
  await expect.poll(colours).toBeGreaterThan(20)
})

test('a motif is stood on the unrolled skin, and a practice slab gets the same coats', async ({ page }) => {
  await openPlan(page, 'reed-jugs')
  await step(page, 'Step 5: Carve reeds').click()
  await page.getByRole('radio', { name: 'unrolled' }).click()
  const skin = await page.getByTestId('unrolled').locator('canvas').boundingBox()
  if (!skin) throw new Error('no skin')
  await page.mouse.click(skin.x + skin.width * 0.4, skin.y + skin.height * 0.7)
  await expect(page.getByRole('spinbutton', { name: 'Height above the foot' })).not.toHaveValue('54')
  await page.getByRole('radio', { name: 'form' }).click()
  await page.getByRole('button', { name: 'piece', exact: true }).click()
  await page.getByRole('button', { name: 'Make a practice slab' }).click()
  await expect(page.getByRole('heading', { name: 'Practice for Reed jugs' })).toBeVisible()
  await drawn(page, 0)
  await expect(step(page, 'Marsh black')).toBeVisible()
})
