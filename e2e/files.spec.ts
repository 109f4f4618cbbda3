import {
  DEMO_PIECES,
  contents,
  expect,
  open,
  openPlan,
  openText,
  saved,
  step,
  takeAway,
  wheel,
  takeItIn,
  test,
} from './studio'

test('export, wipe, import: the same studio', async ({ page }) => {
  await open(page, '/studio')
  const exporting = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export the studio' }).click()
  const download = await exporting
  expect(download.suggestedFilename()).toBe('tidewater-shed.vernice-studio.json')
  const before = await contents(download)

  await page.getByRole('button', { name: 'Empty the studio' }).click()
  await page.getByRole('link', { name: 'Rack' }).click()
  await expect(page.getByText('Nothing on the rack yet.')).toBeVisible()
  await saved(page)
  await page.reload()
  await expect(page.getByText('Nothing on the rack yet.')).toBeVisible()

  await openText(page, 'studio.json', before)
  await expect(page.getByTestId('question')).toContainText(`${DEMO_PIECES} pieces come`)
  await takeItIn(page)
  await expect(page.getByTestId('piece-card')).toHaveCount(DEMO_PIECES)
  await page.getByRole('link', { name: 'Studio' }).click()
  const again = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export the studio' }).click()
  expect(JSON.parse(String(await contents(await again)))).toEqual(JSON.parse(String(before)))
})

test('a piece goes out and comes back: same piece, same picture', async ({ page }) => {
  await openPlan(page, 'reed-jugs')
  const exporting = page.waitForEvent('download')
  await takeAway(page, 'Piece file')
  const file = await contents(await exporting)
  await step(page, 'Step 5: Carve reeds').click()
  await page.getByRole('button', { name: 'remove', exact: true }).click()
  await saved(page)
  await open(page, '/')
  await openText(page, 'piece.json', file)
  await page.getByTestId('question').getByRole('button', { name: 'Keep both' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'from file' })).toBeVisible()
  await page.getByRole('link', { name: /Reed jugs \(from file\)/ }).click()
  await expect(step(page, 'Step 5: Carve reeds')).toBeVisible()
  await page.getByRole('button', { name: /^Undo: add/ }).click()
  await expect(page.getByRole('heading', { name: 'This piece is not on the rack.' })).toBeVisible()
})

test.describe('bad files are refused with a sentence and change nothing', () => {
  const cases: [string, string | Buffer, RegExp][] = [
    ['malformed', '{"format": "vernice.studio", "version": 1,', /not readable as JSON/],
    ['oversize', Buffer.alloc(13 * 1_048_576, 32), /13\.0 MB/],
    ['newer', JSON.stringify({ format: 'vernice.studio', version: 10, studio: {} }), /newer Vernice \(version 10/],
    ['foreign', JSON.stringify({ hello: 1 }), /of no stated format/],
  ]
  for (const [name, text, words] of cases) {
    test(name, async ({ page }) => {
      await open(page, '/')
      await openText(page, `${name}.json`, text)
      await expect(page.getByRole('alert').filter({ hasText: words })).toBeVisible()
      await expect(page.getByTestId('piece-card')).toHaveCount(DEMO_PIECES)
      await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled()
      await page.getByRole('button', { name: 'Dismiss' }).click()
    })
  }
})

test('the bench card is a PDF and the picture a PNG', async ({ page }) => {
  await openPlan(page, 'scallop-dish')
  const card = page.waitForEvent('download')
  await takeAway(page, 'Bench card')
  const pdf = await card
  expect(pdf.suggestedFilename()).toBe('scallop-dish-bench-card.pdf')
  expect((await contents(pdf)).subarray(0, 5).toString()).toBe('%PDF-')
  const picture = page.waitForEvent('download')
  await takeAway(page, 'Picture')
  const dialog = page.getByRole('dialog', { name: 'Picture of the form' })
  await dialog.getByLabel('Longer side, pixels').fill('1600')
  await dialog.getByRole('button', { name: 'Make the picture' }).click()
  const png = await contents(await picture)
  const { width, height } = (await wheel(page).boundingBox())!
  expect(png.readUInt32BE(16)).toBe(1600)
  expect(png.readUInt32BE(20)).toBe(Math.round((1600 * height) / width))
  // The first chunk after the header says that its colours are sRGB.
  expect(png.subarray(37, 41).toString()).toBe('sRGB')
  await expect(dialog).toHaveCount(0)
  const edges = await page.evaluate(
    async (bytes) => {
      const image = await createImageBitmap(new Blob([new Uint8Array(bytes)], { type: 'image/png' }))
      const canvas = new OffscreenCanvas(image.width, image.height)
      const context = canvas.getContext('2d')!
      context.drawImage(image, 0, 0)
      const { data } = context.getImageData(0, 0, image.width, image.height)
      let [whole, partly] = [0, 0]
      for (let i = 3; i < data.length; i += 4) {
        if (data[i] === 255) whole++
        else if (data[i] > 0) partly++
      }
      return { whole, partly }
    },
    [...png],
  )
  // The form fills a good part of it, and its edges are smooth: pixels that it covers in part.
  expect(edges.whole).toBeGreaterThan(150_000)
  expect(edges.partly).toBeGreaterThan(900)
})

test('the JSON Schemas are published', async ({ request }) => {
  for (const name of ['piece', 'studio']) {
    const schema = await (await request.get(`/schema/${name}.json`)).json()
    expect(schema.type).toBe('object')
    expect(schema.required).toContain('version')
  }
  // Those of older versions too, as they were.
  expect((await (await request.get('/schema/studio.v2.json')).json()).$id).toBe('urn:vernice:studio:2')
  expect((await request.get('/schema/kiln.json')).status()).toBe(404)
})

test('a second tab shows what the first changed and does not overwrite it', async ({ context, page }) => {
  await openPlan(page, 'reed-jugs')
  const other = await context.newPage()
  await other.goto('/plan/reed-jugs')
  await step(other, 'Step 4: Mark 15').click()
  await other.getByLabel('Equal sectors').fill('10')
  await other.getByLabel('Equal sectors').press('Enter')
  await saved(other)
  await expect(step(page, 'Step 4: Mark 10')).toBeVisible()
  await expect(page.getByRole('status').filter({ hasText: 'another tab' })).toBeVisible()
  await step(page, 'Step 3: Marsh black').click()
  await page.getByLabel('Coats', { exact: true }).fill('4')
  await page.getByLabel('Coats', { exact: true }).press('Enter')
  await expect(step(other, 'Step 3: Marsh black, 4 coats')).toBeVisible()
  await expect(step(other, 'Step 4: Mark 10')).toBeVisible()
})
