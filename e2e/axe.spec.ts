import type { Page } from '@playwright/test'
import { demoStudio } from '../src/core/demo/demoStudio'
import { writeStudio } from '../src/core/formats/verniceFile'
import { axeOn } from './axe'
import { atRest, expect, firstPlan, open, openOverPlan, openPlan, openText, openWaysOn, test, visit } from './studio'

test.use({ timezoneId: 'UTC' })
test.beforeEach(({ page }) => page.clock.setFixedTime(new Date(Date.UTC(2026, 2, 4, 16))))

/** What a screen reader or a keyboard would stumble over: WCAG 2.2 A and AA, and what axe calls best practice. */
async function faults(
  page: Page,
  where: string,
  only: 'all' | 'colours' = 'all',
  within: string | null = null,
): Promise<string[]> {
  await atRest(page)
  const whole = axeOn(page)
  // What has been looked at already is not looked at again beside what has opened.
  const axe = within ? whole.include(within) : whole
  const { violations } = await (
    only === 'all'
      ? axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
      : axe.withRules(['color-contrast', 'link-in-text-block'])
  ).analyze()
  return violations.map(
    (v) =>
      `${where}: ${v.id}: ${v.nodes
        .slice(0, 3)
        .map((n) => n.html.slice(0, 160))
        .join(' | ')}`,
  )
}

/** The picture of a plan, and what stands beside it. */
const PIECE = 'section[aria-label="The piece"]'
const SHEET = '[data-testid="plan-sheet"]'

const VIEWS = [
  '/',
  '/new',
  '/days',
  '/days?show=dryness',
  '/days?show=hours',
  '/days?show=rooms',
  '/bench',
  '/sheets?piece=estuary-plate&kind=byNumber',
  '/sheets?piece=reed-jugs&kind=bar',
  '/fired',
  '/fired?show=look',
  '/fired?show=wrong',
  '/fired?show=hand',
  '/cupboard',
  '/cupboard?show=clays',
  '/cupboard?show=mix',
  '/cupboard?show=amounts',
  '/tiles',
  '/tiles?show=layers',
  '/tiles?show=ask',
  '/studio',
] as const

const EVENING: readonly (typeof VIEWS)[number][] = ['/', '/days?show=dryness', '/cupboard', '/tiles', '/studio']

for (const [theme, rules] of [
  ['day', 'all'],
  ['evening', 'colours'],
] as const) {
  const begin = async (page: Page) => {
    await open(page, '/studio')
    await page.getByRole('radio', { name: theme }).click()
    await expect(page.locator('[data-save="saved"]')).toBeVisible()
  }

  test(`axe finds nothing on any view and sub-view (${theme})`, async ({ page }) => {
    test.setTimeout(300_000)
    await begin(page)
    const found: string[] = []
    // By evening light only the colours are others, and they are the same few everywhere.
    for (const path of rules === 'all' ? VIEWS : EVENING) {
      await visit(page, path)
      if (path === '/cupboard')
        await expect(page.getByTestId('ladder')).toHaveAttribute('data-busy', 'false', { timeout: 30_000 })
      if (path.endsWith('=layers'))
        await expect(page.getByTestId('layers')).toHaveAttribute('data-busy', 'false', { timeout: 30_000 })
      found.push(...(await faults(page, path, rules)))
    }
    expect(found).toEqual([])
  })

  test(`axe finds nothing on a plan, its sheets, its menus and its dialogs (${theme})`, async ({ page }) => {
    test.setTimeout(300_000)
    await begin(page)
    const found: string[] = []
    const look = async (where: string, within: string | null = null) =>
      found.push(...(await faults(page, where, rules, within)))
    await openPlan(page, 'knot-moon-jar')
    await look('plan')
    if (rules === 'colours') {
      await page.getByText('Take away', { exact: true }).click()
      await page.getByRole('menuitem', { name: 'Picture', exact: true }).click()
      await look('size of the picture', 'dialog[open]')
      return expect(found).toEqual([])
    }
    await page.getByRole('radio', { name: 'unrolled' }).click()
    await look('unrolled', PIECE)
    await page.getByRole('radio', { name: 'form', exact: true }).click()
    for (const sheet of ['dryness', 'colours']) {
      await page.getByRole('radio', { name: sheet, exact: true }).click()
      await look(sheet, SHEET)
    }
    await page.getByRole('button', { name: 'piece', exact: true }).click()
    await look('the piece itself', SHEET)
    await page.getByRole('toolbar', { name: 'Add a step' }).getByRole('button', { name: 'Colour', exact: true }).click()
    await look('menu of acts', '[role=menu]')
    await page.keyboard.press('Escape')
    await openOverPlan(page, look)
    await openPlan(page, 'fence-tiles')
    await look('plan of a tile')
    await page.getByRole('radio', { name: 'drawings', exact: true }).click()
    await expect(page.getByTestId('area-map')).toBeVisible({ timeout: 30_000 })
    await look('drawings', SHEET)
    await page.getByText('New drawing').click()
    await page.getByRole('button', { name: 'Lines, point by point' }).click()
    await look('points', 'dialog[open]')
    await page.keyboard.press('Escape')
    await page.getByRole('radio', { name: 'the set' }).click()
    await page.locator('[data-pot="1"]').click()
    await look('the set, and what is said of a pot', SHEET)
    await openPlan(page, 'estuary-plate')
    await page.getByRole('radio', { name: 'drawings', exact: true }).click()
    await page.getByText('Its lines: names, and a tool for each').click()
    await page.getByRole('listbox', { name: 'Lines of the drawing' }).press('Space')
    await page.getByText('Names, notes and photographs of its areas').click()
    await look('lines and areas', SHEET)
    expect(found).toEqual([])
  })
}

test('axe finds nothing on what opens in the other views', async ({ page }) => {
  test.setTimeout(300_000)
  const found: string[] = []
  const look = async (where: string, within: string | null = null) =>
    found.push(...(await faults(page, where, 'all', within)))
  await open(page, '/studio')
  await openText(page, 'x.json', '{"format":"vernice.studio"}')
  await expect(page.getByRole('alert').first()).toBeVisible()
  await look('a refusal')
  await openText(page, 'x.json', writeStudio(demoStudio()))
  await expect(page.getByTestId('question')).toBeVisible()
  await look('a question')
  await page.keyboard.press('Escape')
  await visit(page, '/tiles')
  await page.locator('[data-wall-tile]').first().getByRole('button').first().click()
  await look('a tile')
  await visit(page, '/fired')
  await page
    .getByLabel('Pots at the kiln')
    .getByRole('button', { name: /Banded beakers/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Measure or pick its colours' }).click()
  await page.getByTestId('colours-out').locator('[data-colour]').first().click()
  await look('what came out of a kiln', '[data-testid="opened"]')
  await visit(page, '/cupboard?show=clays')
  await page.getByText('Change this clay').click()
  await look('a clay', 'main')
  await openWaysOn(page, look)
  await visit(page, '/cupboard')
  await page.getByRole('button', { name: 'Add a material' }).click()
  await look('a new material')
  await visit(page, '/days')
  await page.getByRole('button', { name: /^Plan the days/ }).click()
  await firstPlan(page)
  await look('planned days')
  await page.getByTestId('days-board').locator('[data-visit]').first().click()
  await look('a visit')
  expect(found).toEqual([])
})
