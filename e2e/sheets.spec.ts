import type { Page } from '@playwright/test'
import { contents, expect, firstPlan, open, openPlan, saved, setClock, step, test, WEDNESDAY } from './studio'
import { pagesOf } from '../src/core/formats/fixtures/reading'

/* Sheets at true size: from a plan to each sheet, in mm and inches, by what the clay has shrunk, and back into clay and printer. */

const room = (page: Page) => page.getByTestId('sheet-room')
const picture = (page: Page) => page.getByTestId('sheet-picture')
const shown = async (page: Page, title: RegExp) => {
  await expect(room(page)).toHaveAttribute('data-busy', 'false', { timeout: 30_000 })
  await expect(room(page).locator('strong')).toHaveText(title)
}
const anyOther = (page: Page, word: string) =>
  page.getByRole('region', { name: 'Any other' }).getByRole('button', { name: new RegExp(`^${word}`) })

/** Kinds of sheet of a jug, and what they are called when they are open. */
const KINDS = [
  ['Sector wheel', /^Sector wheel, 15/],
  ['Wedge card', /^Wedge card, 1\/15/],
  ['Band strip', /^Strip at /],
  ['Surface laid flat', /^outside, flat/],
  ['Tracing', /^reeds of step 5/],
  ['Stencil', /^Stencil, reeds/],
  ['Height gauge', /^Height gauge/],
  ['Profile rib', /^Profile rib/],
  ['Practice sheet', /^Practice sheet/],
  ['Shrinkage bar', /^Shrinkage bar/],
  ['Printer check', /^Printer check/],
] as const

for (const unit of ['mm', 'in'] as const)
  test(`from the plan of a jug to each sheet, in ${unit}`, async ({ page }) => {
    if (unit === 'in') {
      await open(page, '/studio')
      await page.getByRole('radio', { name: 'inches' }).click()
      await saved(page)
    }
    await openPlan(page, 'reed-jugs?step=none')
    await page.getByRole('link', { name: 'Sheets at true size' }).click()
    await expect(page).toHaveURL(/\/sheets\?piece=reed-jugs/)
    for (const [word, title] of KINDS) {
      await anyOther(page, word).click()
      await shown(page, title)
      await expect(picture(page).locator('path').first()).toBeAttached()
      await expect(room(page).getByText(new RegExp(`\\d ${unit} × [\\d.]+ ${unit}, `))).toBeVisible()
    }
    await anyOther(page, 'Plate, with cuts to lay it in a curve').click()
    await expect(room(page).getByText('Only for round plates and shallow bowls')).toBeVisible()
    await anyOther(page, 'Colour by number').click()
    await expect(room(page).getByText('No areas')).toBeVisible()
  })

test('a step opens its own sheet; a PDF of it, an SVG in layers, and all that the plan needs in one file', async ({
  page,
}) => {
  await openPlan(page, 'reed-jugs')
  await step(page, /Carve reeds/).press('Enter')
  await page.getByRole('link', { name: 'Tracing at true size' }).click()
  await shown(page, /^reeds of step 5/)
  await expect(room(page).getByText('for leather-hard clay, 95.2 % (94.1 to 96.4)')).toBeVisible()
  await page.getByRole('checkbox', { name: 'Mirrored, to rub on' }).check()
  await shown(page, /mirrored/)
  let download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'PDF to print' }).click()
  let got = await download
  expect(got.suggestedFilename()).toBe('reed-jugs-tracing.pdf')
  const [text] = await pagesOf(await contents(got))
  expect(text).toContain('100 mm: measure this bar')
  expect(text).toContain('95.2 % (94.1 to 96.4) of its size as made')
  download = page.waitForEvent('download')
  await page.getByRole('button', { name: /^SVG/ }).click()
  got = await download
  expect(new TextDecoder().decode(await contents(got))).toMatch(
    /^<svg[^>]* width="[\d.]+mm"[\s\S]*<g id="cut"[\s\S]*<g id="score"/,
  )
  download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'All 6 as one PDF' }).click()
  const pages = await pagesOf(await contents(await download))
  for (const title of ['Height gauge', 'Strip at', 'Sector wheel, 15', 'reeds of step 5'])
    expect(
      pages.some((one) => one.includes(title)),
      title,
    ).toBe(true)
})

test('a plate by number, a plate with darts, a tile’s stencil with its islands held', async ({ page }) => {
  await open(page, '/sheets?piece=estuary-plate')
  await page
    .getByRole('region', { name: 'What this plan needs' })
    .getByRole('button', { name: /^Colour by number/ })
    .click()
  await shown(page, /^Estuary, by number/)
  await expect(picture(page).getByText('Iron brown glaze')).toBeAttached()
  await expect(room(page).getByText('12 areas, 4 jars.')).toBeVisible()
  await anyOther(page, 'Plate, with cuts to lay it in a curve').click()
  await shown(page, /^Plate in one sheet/)
  await anyOther(page, 'Stencil').click()
  await shown(page, /^Stencil, Estuary/)
  await expect(room(page).getByText(/islands are held by \d+ bridges/)).toBeVisible()
})

test('what is measured now beats the figures; a bar read goes into the clay; a printer is corrected', async ({
  page,
}) => {
  await open(page, '/sheets?piece=reed-jugs&kind=wheel')
  await shown(page, /^Sector wheel/)
  await page.getByLabel('For clay that is').selectOption('wet')
  await expect(room(page).getByText('for wet clay, 100.0 %')).toBeVisible()
  const made = Number(await page.getByLabel('Widest place, measured now').inputValue())
  await page.getByLabel('Widest place, measured now').fill((made * 0.95).toFixed(1))
  await page.getByLabel('Widest place, measured now').press('Enter')
  await expect(room(page).getByText('as measured, 95.0 %')).toBeVisible()
  await anyOther(page, 'Shrinkage bar').click()
  await page.getByLabel('Between its lines').fill('86.5')
  await page.getByLabel('Between its lines').press('Enter')
  await page.getByRole('button', { name: 'Take it into the clay' }).click()
  await expect(page.getByText(/from 1 bar/)).toBeVisible()
  await page.getByRole('button', { name: 'Forget its bars' }).click()
  await expect(page.getByText(/from the maker’s figures/)).toBeVisible()
  await open(page, '/studio')
  await page.getByLabel('Across it measures').fill('175')
  await page.getByLabel('Across it measures').press('Enter')
  await expect(page.getByText('was it printed with “fit to page”?')).toBeVisible()
  await saved(page)
  await open(page, '/sheets?piece=reed-jugs&kind=wheel')
  await expect(page.getByText('Corrected for your printer.')).toBeVisible()
  // The check itself is not, or it would measure its own correction.
  await anyOther(page, 'Printer check').click()
  await expect(page.getByText('Corrected for your printer.')).toBeHidden()
})

test('true size on the screen, by a card laid on it', async ({ page }) => {
  await open(page, '/sheets?piece=reed-jugs&kind=bar')
  await shown(page, /^Shrinkage bar/)
  await page.getByRole('button', { name: 'Measure the screen' }).click()
  await page.getByRole('slider', { name: 'Width of the box' }).fill('428')
  await page.getByRole('button', { name: 'It is as wide as the card' }).click()
  await page.getByRole('checkbox', { name: 'True size' }).check()
  // 428 points for 85.6 mm: five to a millimetre, and a page of A4 shows 186 mm of a sheet.
  const box = await picture(page).boundingBox()
  expect(box && Math.abs(box.width / 5 - 186)).toBeLessThan(1)
})

test('an evening has its sheets, and an empty studio says what they are made from', async ({ page }) => {
  await setClock(page, WEDNESDAY)
  await open(page, '/days')
  await page.getByRole('button', { name: /^Plan the days/ }).click()
  await firstPlan(page)
  await open(page, '/bench')
  await page.getByRole('link', { name: 'Its sheets at true size' }).first().click()
  await expect(page.getByRole('heading', { name: 'What this evening needs' })).toBeVisible()
  await shown(page, /./)
  await open(page, '/studio')
  await page.getByRole('button', { name: 'Empty the studio' }).click()
  await saved(page)
  await open(page, '/sheets')
  await expect(page.getByText('Sheets are measured from a piece')).toBeVisible()
  await page.getByRole('link', { name: 'Begin a piece' }).click()
  await expect(page).toHaveURL(/\/new/)
})
