import type { Page } from '@playwright/test'
import { writeStudio } from '../src/core/formats/verniceFile'
import { SERIES_NOW_MS, seriesStudio } from '../src/core/usecases/days/fixtures/series'
import { expect, open, openPlan, takeItIn, test } from './studio'

test.use({ timezoneId: 'UTC' })

/** A Wednesday afternoon, before the evening session. */
const WEDNESDAY = Date.UTC(2026, 2, 4, 16)

async function openSet(page: Page, id: string): Promise<void> {
  await openPlan(page, id)
  await page.getByRole('radio', { name: 'the set' }).click()
  await expect(page.getByTestId('set-sheet')).toBeVisible()
}

const pot = (page: Page, number: number) => page.locator(`[data-pot="${number}"]`)
const lots = (page: Page) => page.getByTestId('set-sheet').locator('[data-lot]')

test('a set is divided by hand: coats on some, one lost, names for all; undo joins it again', async ({ page }) => {
  await page.clock.setFixedTime(new Date(WEDNESDAY))
  await openSet(page, 'reed-jugs')
  await expect(lots(page)).toHaveCount(1)
  await pot(page, 1).click()
  await pot(page, 2).click()
  const actions = page.getByTestId('pots-actions')
  await expect(actions).toContainText('Pots 1 and 2')
  await actions.getByLabel('Done so far, up to and with').selectOption({ label: '4 Mark 15' })
  await actions.getByRole('button', { name: 'Done so far' }).click()
  await expect(lots(page)).toHaveCount(2)
  await expect(page.getByTestId('set-sheet')).toContainText('4 pots, in 2 lots')
  await expect(lots(page).filter({ hasText: 'Pots 1 and 2' })).toContainText('next carve reeds')
  // The rail shows where each lot is, and its marks choose what the sheet tells of.
  await expect(page.locator('[data-lot-mark]')).toHaveCount(2)

  await page.getByRole('button', { name: 'choose none', exact: true }).click()
  await pot(page, 4).click()
  await page.getByLabel('How it was lost').fill('handle fell off')
  await page.getByRole('button', { name: 'Lost', exact: true }).click()
  await expect(page.getByTestId('set-sheet')).toContainText('3 pots, in 2 lots')
  await expect(page.getByTestId('set-sheet')).toContainText('4: handle fell off')

  await page.getByText('Enter the owners of all pots at once').click()
  await page.getByLabel(/Names, one a line/).fill('Ines\nTomo\nAda')
  await page.getByRole('button', { name: 'Give 3 names' }).click()
  await expect(pot(page, 3)).toContainText('Ada')

  await page.getByRole('link', { name: 'Rack' }).click()
  const card = page.getByTestId('piece-card').filter({ hasText: 'Reed jugs' })
  await expect(card).toContainText('set of 4, 1 lost')
  await expect(card.getByTestId('lot-lines')).toContainText('next carve reeds')
  await page.getByLabel('Find pieces').fill('tomo')
  await expect(page.getByTestId('piece-card')).toHaveCount(1)
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: /^Undo: / }).click()
  await page.getByLabel('Find pieces').fill('')
  await expect(card).toContainText('set of 4 ·')
  await expect(card.getByTestId('lot-lines')).toHaveCount(0)
})

test('what a hand finds of some pots divides a set; one press says it of several lots', async ({ page }) => {
  await page.clock.setFixedTime(new Date(WEDNESDAY))
  await openSet(page, 'dotted-jar')
  await pot(page, 2).click()
  const actions = page.getByTestId('pots-actions')
  await actions.getByLabel('Cover').selectOption('open')
  await actions.getByRole('button', { name: 'Done', exact: true }).click()
  await expect(lots(page)).toHaveCount(2)
  await page.getByRole('radio', { name: 'dryness', exact: true }).click()
  await page.getByLabel('Which pots').selectOption({ label: 'Pot 2' })
  await expect(page.getByTestId('dryness')).toContainText('It stands open on the shelf', { timeout: 20_000 })
  await page.getByLabel('Which pots').selectOption({ label: 'Pot 1' })
  await expect(page.getByTestId('dryness')).toContainText('It stands sealed in plastic')

  await page.getByRole('link', { name: 'Days' }).click()
  await page.getByRole('radio', { name: 'Dryness now' }).click()
  for (const number of [1, 2]) await page.getByRole('checkbox', { name: `Choose Dotted jar, pot ${number}` }).check()
  const bar = page.getByTestId('say-of-lots')
  await expect(bar).toContainText('These 2 are')
  await bar.getByLabel('Stage by touch').selectOption('softLeatherHard')
  await bar.getByRole('button', { name: 'Say so' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'The shed dries' })).toContainText('readings', {
    timeout: 20_000,
  })
  await expect(page.getByRole('button', { name: 'Undo: say how dry it is' })).toBeVisible()
})

test('pots that are to be decorated otherwise become a piece of their own', async ({ page }) => {
  await page.clock.setFixedTime(new Date(WEDNESDAY))
  await openSet(page, 'dune-cups')
  for (const number of [7, 8]) await pot(page, number).click()
  await page.getByTestId('pots-actions').getByRole('button', { name: 'Made just now' }).click()
  await lots(page).filter({ hasText: 'Pots 7 and 8' }).getByRole('button', { name: 'plan apart' }).click()
  await expect(page.getByRole('heading', { name: 'Dune cups, pots 7 and 8' })).toBeVisible()
  await openSet(page, 'dune-cups')
  await expect(page.getByTestId('set-sheet')).toContainText('6 pots')
  await expect(page.getByTestId('set-sheet')).toContainText('7: now “Dune cups, pots 7 and 8”')
})

test('twelve mugs and two evenings a week: the days divide the set, each lot has its row, and done is done of that lot', async ({
  page,
}) => {
  await page.clock.setFixedTime(new Date(SERIES_NOW_MS))
  await open(page, '/studio')
  const studio = seriesStudio()
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Open a file' }).click(),
  ])
  await chooser.setFiles({
    name: 'series.json',
    mimeType: 'application/json',
    buffer: Buffer.from(writeStudio(studio)),
  })
  await takeItIn(page)
  await page.getByRole('link', { name: 'Days' }).click()
  await page.getByRole('button', { name: 'Plan the days' }).click()
  await expect(page.getByRole('button', { name: 'Plan again from now' })).toBeVisible({ timeout: 90_000 })
  await expect(page.getByTestId('unmet')).toHaveCount(0)
  const board = page.getByTestId('days-board')
  await expect(board).toHaveAttribute('data-busy', 'false', { timeout: 30_000 })
  const rows = await board.locator('[data-row]').count()
  expect(rows).toBeGreaterThan(1)
  await board.getByRole('button', { name: `close the ${rows} lots` }).click()
  await expect(board.locator('[data-row]')).toHaveCount(1)
  await board.getByRole('button', { name: `open ${rows} lots` }).click()

  const first = board.getByRole('button', { name: /Evening mugs, pots? .*: make it/ }).first()
  const pots = /Evening mugs, (pots? [\d, and to]+),/.exec((await first.getAttribute('aria-label'))!)![1]
  await first.click()
  await expect(page.getByRole('region', { name: 'The chosen visit' })).toContainText('make it')
  await page.getByRole('button', { name: 'Done as planned' }).click()
  await page.getByRole('radio', { name: 'Dryness now' }).click()
  await expect(page.getByTestId('dryness-now')).toContainText(`Evening mugs, ${pots}`, { timeout: 20_000 })
  await expect(page.locator('[data-group="unmade"]')).toContainText('Evening mugs, pots')
})
