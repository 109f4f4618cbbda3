import { writeFile } from 'node:fs/promises'
import type { Page } from '@playwright/test'
import JSZip from 'jszip'
import { demoStudio } from '../src/core/demo/demoStudio'
import { jpegParts } from '../src/core/formats/jpegParts'
import { axeOn } from './axe'
import {
  contents,
  expect,
  firstPlan,
  open,
  openPlan,
  openText,
  saved,
  setClock,
  settled,
  takeItIn,
  test,
  visit,
  WEDNESDAY,
  cameraJpeg,
} from './studio'

test.use({ timezoneId: 'UTC' })

const MINUTE = 60_000

const act = (page: Page) => page.getByTestId('bench').getByRole('heading', { level: 2 })
/** What the page says went wrong. */
const told = (page: Page) => page.locator('[role="alert"]:not(#__next-route-announcer__)')
const goOn = (page: Page) => page.getByTestId('go-on')

/** Stands at the bench with one piece. */
async function atBench(page: Page, id: string): Promise<void> {
  await setClock(page, WEDNESDAY)
  await open(page, `/bench?piece=${id}`)
  await expect(goOn(page)).toBeVisible()
}

test('one whole evening by keyboard alone, from the rack to the last cover', async ({ page }) => {
  test.setTimeout(300_000)
  await setClock(page, WEDNESDAY)
  await open(page, '/days')
  await page.getByRole('button', { name: /^Plan the days/ }).click()
  await firstPlan(page)
  await page.getByRole('link', { name: 'Rack', exact: true }).click()
  await page.getByTestId('today').getByRole('link', { name: 'To the bench' }).press('Enter')
  const status = page.getByTestId('bench').getByRole('status').first()
  await expect(status).toContainText(/^0 of \d+ done/)
  const all = Number(/of (\d+)/.exec(await status.innerText())?.[1])
  expect(all).toBeGreaterThan(3)
  const over = page.getByText('That was all of it.')
  for (let n = 0; n < all + 6 && !(await over.isVisible()); n++) {
    await setClock(page, WEDNESDAY + 150 * MINUTE + n * 10 * MINUTE)
    await expect(status).toContainText(new RegExp(`^${n} of `))
    await page.keyboard.press(n % 2 ? ' ' : 'PageDown')
    await expect(status).toContainText(new RegExp(`^${n + 1} of `))
  }
  await expect(over).toBeVisible()
  // What was coloured and glazed that evening has it in its record.
  await page.goto('/fired?show=look&piece=scallop-dish&pot=1')
  await expect(page.getByTestId('record')).toContainText(/Wed 4 Mar, (18:[3-5]0|19:[0-5]0|2[01]:[0-5]0)/)
})

test('by touch at 820 × 1180: tally, haste, a difference; the picture and the findings follow', async ({ browser }) => {
  const context = await browser.newContext({
    viewport: { width: 820, height: 1180 },
    hasTouch: true,
    locale: 'en-GB',
    timezoneId: 'UTC',
  })
  const page = await context.newPage()
  await atBench(page, 'reed-jugs')
  await expect(act(page)).toHaveText(/Mark 15/)
  await page.getByTestId('tally').locator('[data-pot="2"]').tap()
  await expect(goOn(page)).toContainText('1 of 4 are done')
  await page.getByTestId('tally').locator('[data-pot="2"]').tap()
  await expect(goOn(page)).toContainText('All 4 are done')
  await page.getByRole('button', { name: 'Note' }).tap()
  await page.getByLabel('Note', { exact: true }).fill('the third wobbles')
  await page.getByRole('button', { name: 'Write it down' }).tap()
  await goOn(page).tap()
  await expect(act(page)).toHaveText(/Carve reeds/)
  await expect(page.getByTestId('lines')).toHaveText('reeds, 15 ×, 118 mm tall')
  await page.getByRole('button', { name: 'Something went differently' }).tap()
  await page.getByTestId('different').getByRole('button', { name: 'wide loop' }).tap()
  await expect(page.getByTestId('was-different')).toContainText('with a wide loop')
  await goOn(page).tap()
  await openPlan(page, 'reed-jugs?step=piece')
  await page.goto('/fired?show=look&piece=reed-jugs&pot=3')
  const record = page.getByTestId('record')
  await expect(record).toContainText('the third wobbles')
  await expect(record).toContainText('with a wide loop')
  await expect(record).not.toContainText('struck')
  await page.getByRole('link', { name: 'Make it again as it was done' }).tap()
  await expect(page.getByRole('heading', { name: 'As pot 3 was made' })).toBeVisible()
  await context.close()
})

test('a set of twelve begun from nothing is worked at the bench pot by pot, and each has its record', async ({
  page,
}) => {
  await setClock(page, WEDNESDAY)
  await open(page, '/studio')
  await page.getByRole('button', { name: 'Empty the studio' }).click()
  await page.getByRole('link', { name: 'New piece' }).click()
  await page.getByRole('radio', { name: 'Mug' }).click()
  await page.getByLabel('How many').fill('12')
  await page.getByRole('button', { name: 'Make the plan' }).click()
  await expect(page).toHaveURL(/\/plan\/[\w-]+/, { timeout: 60_000 })
  const id = /plan\/([\w-]+)/.exec(page.url())?.[1]
  await visit(page, `/bench?piece=${id}`)
  const pots = page.getByTestId('tally').locator('[data-pot]')
  const status = page.getByTestId('bench').getByRole('status').first()
  // It is made, and dries, before anything goes on it.
  for (let n = 0; n < 4; n++) {
    await expect(status).toContainText(new RegExp(`^${n} of `))
    if (await pots.count()) break
    await goOn(page).click()
  }
  await expect(pots).toHaveCount(12)
  for (const pot of [1, 5, 12]) await pots.and(page.locator(`[data-pot="${pot}"]`)).click()
  await expect(goOn(page)).toContainText(/3 of 12 (have it|are done)/)
  await pots.and(page.locator('[data-pot="12"]')).click()
  await expect(goOn(page)).toContainText(/2 of 12 (have it|are done)/)
  await visit(page, `/fired?show=look&piece=${id}&pot=5`)
  await expect(page.getByTestId('record')).toContainText(/Made of .*, pot 5\s*1 To leather-hard/)
  await visit(page, `/fired?show=look&piece=${id}&pot=12`)
  await expect(page.getByTestId('record')).toHaveText(/Made of [^,]*$/)
})

test('a coat dries by its timer through reload and sleep; what one sees corrects it', async ({ page }) => {
  await atBench(page, 'shoal-platter')
  await atBench(page, 'kelp-bottle')
  await goOn(page).click()
  // On to the first slip coat, which has others after it.
  await expect(async () => {
    if (!(await page.getByTestId('which-coat').isVisible())) await goOn(page).click()
    await expect(page.getByTestId('which-coat')).toHaveText(/coat 1 of/, { timeout: 1000 })
  }).toPass()
  await goOn(page).click()
  await expect(page.getByTestId('waiting')).toContainText(/\d+:\d\d until coat 1 is likely matte/)
  await saved(page)
  await setClock(page, WEDNESDAY + MINUTE)
  await page.reload()
  await expect(page.getByTestId('waiting')).toContainText('until coat 1 is likely matte')
  await expect(page.getByTestId('timer')).toHaveAttribute('data-due', 'false')
  await setClock(page, WEDNESDAY + 90 * MINUTE)
  await expect(page.getByTestId('waiting')).toContainText('Look now')
  await page.getByTestId('waiting').getByRole('button', { name: 'Still shiny' }).click()
  await expect(page.getByTestId('waiting')).toContainText('until coat 1 is likely matte')
  await page.getByTestId('waiting').getByRole('button', { name: 'Matte already' }).click()
  await expect(page.getByTestId('waiting')).toHaveCount(0)
  await expect(page.getByTestId('which-coat')).toHaveText(/coat 2 of/)
})

test('axe finds nothing at the bench, and every target is a thumb wide', async ({ page }) => {
  for (const size of [
    { width: 1280, height: 800 },
    { width: 820, height: 1180 },
    { width: 390, height: 844 },
  ]) {
    await page.setViewportSize(size)
    await atBench(page, 'scallop-dish')
    await expect(page.getByRole('img', { name: /before this coat/ })).toBeVisible({ timeout: 40_000 })
    for (const panel of ['Something went differently', 'Photograph', 'Note']) {
      await page.getByRole('button', { name: panel, exact: true }).click()
      const small = await page
        .getByTestId('bench')
        .locator('button:not(.word), a, input:not([type=file]), summary')
        .evaluateAll((all) =>
          all.flatMap((one) => {
            const { width, height } = one.getBoundingClientRect()
            return width > 0 && (height < 63.5 || width < 63.5) ? [`${one.textContent} ${width}×${height}`] : []
          }),
        )
      expect(small).toEqual([])
      if (size.width !== 820) continue
      const { violations } = await axeOn(page)
        .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa', 'best-practice'])
        .analyze()
      expect(violations.map(({ id, nodes }) => `${id} ${nodes[0].html}`)).toEqual([])
    }
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true)
  }
})

test('photographs: upright, without place and device, in the zip and back; broken ones are told of', async ({
  page,
  browser,
}) => {
  await atBench(page, 'scallop-dish')
  await page.getByRole('button', { name: 'Photograph', exact: true }).click()
  const take = (name: string, buffer: Buffer) =>
    page.getByLabel('Photograph: front').setInputFiles({ name, mimeType: 'image/jpeg', buffer })
  await take('broken.jpg', Buffer.from([0xff, 0xd8, 1, 2, 3]))
  await expect(told(page)).toContainText('“broken.jpg” cannot be read as a picture')
  await take('IMG_1.HEIC', Buffer.from('\0\0\0\x18ftypheic\0\0\0\0', 'latin1'))
  await expect(told(page)).toContainText('Share it as JPEG')
  await page.getByRole('button', { name: 'Dismiss' }).click()
  const camera = await cameraJpeg(page)
  expect(camera.includes('Lumora')).toBe(true)
  await take('photo.jpg', camera)
  await expect(page.getByRole('img', { name: 'Scallop dish, front' })).toBeVisible()
  await saved(page)

  await open(page, '/studio')
  await expect(page.getByTestId('photos-kept')).toContainText('1 photograph')
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'With photographs, as zip' }).click()
  const bytes = await contents(await download)
  const zip = await JSZip.loadAsync(bytes)
  const name = Object.keys(zip.files).find((file) => file.endsWith('.jpg'))!
  const kept = await zip.file(name)!.async('nodebuffer')
  expect(kept.includes('Lumora') || kept.includes('Exif')).toBe(false)
  expect(jpegParts(kept)).toEqual([])
  // Upright: the longer side stands. The frame of a JPEG says its height and width. ITU-T T.81, B.2.2; from memory.
  const frame = kept.indexOf(Buffer.from([0xff, 0xc0]))
  expect([kept.readUInt16BE(frame + 5), kept.readUInt16BE(frame + 7)]).toEqual([60, 40])
  expect(await zip.file('record.csv')!.async('string')).toContain('Photograph: front')

  const elsewhere = await browser.newContext({ locale: 'en-GB' })
  const other = await elsewhere.newPage()
  await other.goto('/studio')
  await expect(other.locator('main[data-ready="true"]')).toBeVisible()
  await openText(other, 'studio.zip', bytes)
  await takeItIn(other)
  await expect(other.getByTestId('photos-kept')).toContainText('1 photograph', { timeout: 20_000 })
  await other.goto('/fired?show=look&piece=scallop-dish&pot=1')
  await expect(other.getByRole('img', { name: 'Scallop dish, front' })).toBeVisible()
  const again = other.waitForEvent('download')
  await other.goto('/studio')
  await other.getByRole('button', { name: 'With photographs, as zip' }).click()
  const second = await JSZip.loadAsync(await contents(await again))
  expect((await second.file(name)!.async('nodebuffer')).equals(kept)).toBe(true)
  await elsewhere.close()
})

/** A JPEG of 12 megapixels, full of colours. */
async function largeJpeg(page: Page): Promise<Buffer> {
  const text = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(4000, 3000)
    const context = canvas.getContext('2d')!
    for (let i = 0; i < 3000; i++) {
      context.fillStyle = `hsl(${i % 360} 60% 50%)`
      context.fillRect((i * 733) % 4000, (i * 571) % 3000, 240, 180)
    }
    const bytes = new Uint8Array(
      await (await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.95 })).arrayBuffer(),
    )
    let text = ''
    for (let i = 0; i < bytes.length; i += 4096) text += String.fromCharCode(...bytes.subarray(i, i + 4096))
    return btoa(text)
  })
  return Buffer.from(text, 'base64')
}

test('a photograph of 12 megapixels is kept small, and tells of which jar it is', async ({ page }) => {
  await atBench(page, 'scallop-dish')
  await page.getByRole('button', { name: 'Photograph', exact: true }).click()
  const large = await largeJpeg(page)
  const jar = page.getByLabel(/^Photograph: jar of/).first()
  const words = (await jar.getAttribute('aria-label'))!.replace('Photograph: ', '')
  const path = test.info().outputPath('jar.jpg')
  await writeFile(path, large)
  await jar.setInputFiles(path)
  await expect(page.getByTestId('photos').getByRole('img')).toHaveCount(1, { timeout: 30_000 })
  await saved(page)
  await open(page, '/studio')
  await expect(page.getByTestId('photos-kept')).toContainText('1 photograph')
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'With photographs, as zip' }).click()
  const zip = await JSZip.loadAsync(await contents(await download))
  const kept = await zip.file(Object.keys(zip.files).find((file) => file.endsWith('.jpg'))!)!.async('nodebuffer')
  const frame = kept.indexOf(Buffer.from([0xff, 0xc0]))
  expect([kept.readUInt16BE(frame + 5), kept.readUInt16BE(frame + 7)]).toEqual([1200, 1600])
  expect(await zip.file('record.csv')!.async('string')).toContain(`Photograph: ${words}`)
})

test('a browser with no room left for photographs keeps the rest and says what to do', async ({ page }) => {
  await atBench(page, 'scallop-dish')
  // Chromium cannot be made to run out of room from without: the store says that it did.
  await page.evaluate(() => {
    const { put } = IDBObjectStore.prototype
    IDBObjectStore.prototype.put = function (value, key) {
      if (this.name === 'photoWhole') throw new DOMException('no room', 'QuotaExceededError')
      return put.call(this, value, key)
    }
  })
  await page.getByRole('button', { name: 'Photograph', exact: true }).click()
  await page
    .getByLabel('Photograph: front')
    .setInputFiles({ name: 'photo.jpg', mimeType: 'image/jpeg', buffer: await cameraJpeg(page) })
  await expect(told(page)).toContainText(/needs 0\.1 MB .*delete photographs/)
  await expect(page.getByRole('img', { name: 'Scallop dish, front' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Note' }).click()
  await page.getByLabel('Note', { exact: true }).fill('no photograph, the disk is full')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await saved(page)
})

test('the opening of a kiln: verdicts, a fault with its causes, looked up, made again', async ({ page }) => {
  await setClock(page, WEDNESDAY)
  await open(page, '/fired')
  await page
    .getByLabel('Pots at the kiln')
    .getByRole('button', { name: /Banded beakers/ })
    .first()
    .click()
  const opened = page.getByTestId('opened')
  await opened.getByRole('button', { name: 'All 6 good' }).click()
  await opened
    .locator('[data-pot="2"]')
    .getByRole('button', { name: /^Pot 2/ })
    .click()
  await opened.getByRole('button', { name: 'Crawled', exact: true }).click()
  await expect(opened.locator('[data-fault="crawl"]')).toContainText('dust or grease kept the glaze off', {
    ignoreCase: true,
  })
  await page.getByLabel('Where it is crawled').fill('rim')
  await expect(opened.locator('[data-pot="2"]')).toContainText('crawled')
  const lost = opened.locator('[data-pot="5"]').getByRole('button', { name: 'lost' })
  await lost.click()
  // It stays among what came out, so that it can be put right.
  await expect(lost).toHaveAttribute('aria-pressed', 'true')
  await opened.getByRole('button', { name: 'Measure or pick its colours' }).click()
  await page.getByTestId('colours-out').locator('[data-colour]').first().click({ timeout: 30_000 })
  await page.getByLabel('Colour as fired, in figures').fill('40 4 -44')
  await page.getByLabel('Colour as fired, in figures').press('Enter')
  await expect(page.getByTestId('came-out')).toContainText('another colour')
  await saved(page)
  await page.goto('/fired?show=look#words=crawled+rim')
  await expect(page.getByTestId('pot-found')).toHaveCount(1)
  await page.getByTestId('pot-found').getByRole('link').click()
  await expect(page.getByTestId('pot-story')).toContainText('second, crawled (rim)')
  await page.getByRole('link', { name: 'Make it again as it was done' }).click()
  await page.getByRole('button', { name: 'Make the plan' }).last().click()
  await expect(page.getByRole('heading', { name: /Banded beakers, again/ })).toBeVisible({ timeout: 30_000 })
  await page.goto('/fired?show=wrong')
  await expect(page.getByRole('img', { name: /Clear, satin: 2 of / })).toBeVisible()
})

test('a ticket says what is missing, and is complete when it is said', async ({ page }) => {
  await setClock(page, WEDNESDAY)
  await open(page, '/fired?show=hand')
  await page.getByLabel('Banded beakers').check()
  const ticket = page.getByTestId('ticket')
  await expect(ticket).toHaveAttribute('data-complete', 'false')
  await expect(ticket.getByLabel('To settle first')).toContainText('whose it is')
  await ticket.getByLabel('Whose it is').fill('Ola Brekke')
  await ticket.getByLabel('Fragile, and where').fill('nothing')
  await expect(ticket).toHaveAttribute('data-complete', 'true')
  await page.getByLabel('A ticket and a label for each pot of a set').check()
  await expect(ticket).toHaveCount(demoStudio().pieces['wax-beakers'].count)
  await page.getByLabel('A ticket and a label for each pot of a set').uncheck()
  await expect(ticket).toHaveAttribute('data-complete', 'true')
  for (const [button, file] of [
    ['Kiln tickets', 'kiln-tickets.pdf'],
    ['The load as a table', 'kiln-load.csv'],
    ['Pot cards', 'pot-cards.pdf'],
    ['Labels with a code', 'labels.pdf'],
    ['Packing list', 'packing-list.pdf'],
  ] as const) {
    const download = page.waitForEvent('download')
    await page.getByRole('button', { name: button }).click()
    const got = await download
    expect(got.suggestedFilename()).toBe(file)
    expect((await contents(got)).length).toBeGreaterThan(100)
  }
})

test('what if I: the picture splits, the sentence says why, and the plan stays as it is', async ({ page }) => {
  await setClock(page, WEDNESDAY)
  await openPlan(page, 'reed-jugs?step=r1')
  await page
    .getByRole('group', { name: 'Plan along the life of the clay' })
    .getByRole('button', { name: /Chalk slip/ })
    .click()
  await page.getByTestId('what-if').getByText('Try a change or a mistake …').click()
  await page.getByTestId('what-if').getByRole('button', { name: 'lay one coat only' }).click()
  await expect(page.getByTestId('what-if').locator('[data-rule="too-few-coats"]')).toBeVisible()
  await settled(page)
  await expect(page.getByRole('slider', { name: 'Split between as planned and what if' })).toBeVisible()
  await page.getByRole('button', { name: 'Back to the plan' }).click()
  await expect(page.getByRole('slider', { name: /what if/ })).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled()
})

test('what would go wrong is shown beside the plan, and said where no picture can show it', async ({ page }) => {
  await open(page, '/fired?show=wrong')
  await page.getByLabel('On which piece').selectOption({ label: 'Dune cups' })
  const list = page.getByTestId('goes-wrong')
  const tape = list.locator('[data-rule="tape-left-on"]')
  await tape.scrollIntoViewIfNeeded()
  await expect(tape).toContainText('It does not show in the picture.', { timeout: 60_000 })
  const raw = list.locator('[data-rule="glaze-on-greenware"]')
  await raw.scrollIntoViewIfNeeded()
  await expect(raw.getByRole('img', { name: /as planned|what if I/ })).toHaveCount(2, { timeout: 60_000 })
  await expect(raw).not.toContainText('It does not show')
})
