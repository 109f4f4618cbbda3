import type { Page } from '@playwright/test'
import { demoStudio } from '../src/core/demo/demoStudio'
import { writeStudio } from '../src/core/formats/verniceFile'
import { VIEWS } from '../src/views/views'
import { axeOn } from './axe'
import { overlapping } from './ruler'
import { atRest, expect, firstPlan, open, openOverPlan, openPlan, openText, openWaysOn, test, visit } from './studio'

test.use({ timezoneId: 'UTC' })
test.beforeEach(({ page }) => page.clock.setFixedTime(new Date(Date.UTC(2026, 2, 4, 16))))

const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']
const DESK = { width: 1280, height: 800 }
const TABLET = { width: 820, height: 1180 }
const PHONE = { width: 390, height: 844 }

/**
 * What a screen reader or a keyboard would stumble over, and what lies over one another: by day on a desk, a tablet and a phone by all
 * rules (WCAG 2.2 A and AA, and what axe calls best practice), with text twice as large by the ruler, by evening by those of colours.
 */
async function faults(page: Page, where: string, within: string | null = null): Promise<string[]> {
  const found: string[] = []
  const look = async (how: string, colours: boolean) => {
    await atRest(page)
    // What has been looked at already is not looked at again beside what has opened.
    const axe = within ? axeOn(page).include(within) : axeOn(page)
    const { violations } = await (
      colours ? axe.withRules(['color-contrast', 'link-in-text-block']) : axe.withTags(RULES)
    ).analyze()
    const words = (html: string) => html.slice(0, 160)
    found.push(
      ...violations.map(
        ({ id, nodes }) =>
          `${where}, ${how}: ${id}: ${nodes
            .slice(0, 3)
            .map(({ html }) => words(html))
            .join(' | ')}`,
      ),
    )
    if (!colours) found.push(...(await overlapping(page)).map((what) => `${where}, ${how}: ${what}`))
  }
  await look('desk', false)
  for (const [how, size] of [
    ['phone', PHONE],
    ['tablet', TABLET],
  ] as const) {
    await page.setViewportSize(size)
    await look(how, false)
  }
  await page.setViewportSize(DESK)
  await textAt(page, '200%')
  await atRest(page)
  found.push(...(await overlapping(page)).map((what) => `${where}, text twice as large: ${what}`))
  await textAt(page, '')
  const light = await page.evaluate((theme) => {
    const { dataset } = document.documentElement
    const before = dataset.theme ?? null
    dataset.theme = theme
    return before
  }, 'kilnroom')
  await look('evening', true)
  await page.evaluate((before) => {
    if (before === null) document.documentElement.removeAttribute('data-theme')
    else document.documentElement.dataset.theme = before
  }, light)
  return found
}

const textAt = (page: Page, size: string): Promise<void> =>
  page.evaluate((fontSize) => void (document.documentElement.style.fontSize = fontSize), size)

/** The picture of a plan, and what stands beside it. */
const PIECE = 'section[aria-label="The piece"]'
const SHEET = '[data-testid="plan-sheet"]'

/** Every view and what it shows within it; sheets of two kinds. */
const PLACES = VIEWS.flatMap(({ path, shows }) =>
  path === '/sheets'
    ? ['/sheets?piece=estuary-plate&kind=byNumber', '/sheets?piece=reed-jugs&kind=bar']
    : [path, ...shows.map((show) => `${path}?show=${show}`)],
)

test('axe and the ruler find nothing on any view and sub-view', async ({ page }) => {
  test.setTimeout(600_000)
  const found: string[] = []
  for (const path of PLACES) {
    await visit(page, path)
    if (path === '/cupboard')
      await expect(page.getByTestId('ladder')).toHaveAttribute('data-busy', 'false', { timeout: 30_000 })
    if (path.endsWith('=layers'))
      await expect(page.getByTestId('layers')).toHaveAttribute('data-busy', 'false', { timeout: 30_000 })
    found.push(...(await faults(page, path)))
  }
  expect(found).toEqual([])
})

test('axe finds nothing by evening as it is chosen, and it stays after a reload', async ({ page }) => {
  await open(page, '/studio')
  await page.getByRole('radio', { name: 'evening' }).click()
  await expect(page.locator('[data-save="saved"]')).toBeVisible()
  await page.reload()
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'kilnroom')
  const { violations } = await axeOn(page).withTags(RULES).analyze()
  expect(violations.map(({ id }) => id)).toEqual([])
})

test('axe and the ruler find nothing on a plan, its sheets, its menus and its dialogs', async ({ page }) => {
  test.setTimeout(600_000)
  const found: string[] = []
  const look = async (where: string, within: string | null = null) => found.push(...(await faults(page, where, within)))
  await openPlan(page, 'knot-moon-jar')
  await look('plan')
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

test('axe and the ruler find nothing on what opens in the other views', async ({ page }) => {
  test.setTimeout(600_000)
  const found: string[] = []
  const look = async (where: string, within: string | null = null) => found.push(...(await faults(page, where, within)))
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
