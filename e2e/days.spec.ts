import ICAL from 'ical.js'
import { contents, expect, firstPlan, open, openPlan, test, takeItIn } from './studio'
import type { Page } from '@playwright/test'

test.use({ timezoneId: 'UTC' })

/** A Wednesday afternoon, before the evening session. */
const WEDNESDAY = Date.UTC(2026, 2, 4, 16)
const HOUR = 3_600_000

const setClock = (page: Page, ms: number) => page.clock.setFixedTime(new Date(ms))

const dryness = (page: Page) => page.getByTestId('dryness')
const column = (page: Page, kind: string) => dryness(page).locator(`[data-column="${kind}"]`)

async function openDryness(page: Page, id: string): Promise<void> {
  await openPlan(page, id)
  await page.getByRole('radio', { name: 'dryness', exact: true }).click()
  await expect(dryness(page)).toHaveAttribute('data-busy', 'false', { timeout: 20_000 })
}

async function planDays(page: Page, button: RegExp): Promise<void> {
  await page.getByRole('button', { name: button }).click()
  await expect(page.getByRole('button', { name: 'Plan again from now' })).toBeVisible({ timeout: 90_000 })
}

test('clay found hard against the clock is asked about once, is so from then on, and the room is not blamed', async ({
  page,
}) => {
  await setClock(page, WEDNESDAY)
  await openPlan(page, 'knot-moon-jar')
  await page.getByRole('radio', { name: 'dryness', exact: true }).click()
  await page.getByRole('button', { name: 'Made just now' }).click()
  await expect(column(page, 'wall')).toHaveAttribute('data-stage', 'wet', { timeout: 20_000 })
  await expect(dryness(page).getByRole('img', { name: /Drying curve/ })).toBeVisible()
  const bone = dryness(page).locator('[data-stage-row="boneDry"]')
  const open_ = await bone.innerText()
  await page.getByRole('radio', { name: 'draped', exact: true }).click()
  await expect(bone).not.toHaveText(open_, { timeout: 20_000 })
  await expect(page.locator('[data-save="saved"]')).toBeVisible()

  await setClock(page, WEDNESDAY + 22 * HOUR)
  await page.reload()
  await openDryness(page, 'knot-moon-jar')
  await expect(column(page, 'rim')).not.toHaveAttribute('data-stage', 'wet')
  await page.getByLabel('Stage by touch').selectOption('hardLeatherHard')
  await page.getByRole('button', { name: 'Record this now' }).click()
  const question = page.getByTestId('question')
  await expect(question).toContainText('By the clock it would be', { timeout: 20_000 })
  await question.getByRole('button', { name: 'It is hard leather-hard now' }).click()
  await expect(page.getByTestId('notice')).toContainText('the forecast of Knot moon jar starts from what you said')
  await expect(column(page, 'wall')).toHaveAttribute('data-stage', 'hardLeatherHard', { timeout: 20_000 })
  await page.getByRole('link', { name: 'Days' }).click()
  await page.getByRole('radio', { name: 'Rooms' }).click()
  await expect(page.locator('[data-room="shed"]').getByTestId('factor')).toHaveText('1.00 ×')
  await page.getByRole('button', { name: 'Undo: say how dry it is' }).click()
  await openDryness(page, 'knot-moon-jar')
  await expect(column(page, 'wall')).not.toHaveAttribute('data-stage', 'hardLeatherHard', { timeout: 20_000 })
})

test('the days are planned, a step is moved, a session is missed, and all is planned again from what happened', async ({
  page,
}) => {
  // Three times the days are planned to the end.
  test.setTimeout(300_000)
  await setClock(page, WEDNESDAY)
  await open(page, '/days')
  await planDays(page, /^Plan the days/)
  const board = page.getByTestId('days-board')
  const marking = board.locator('[data-visit="reed-jugs"]').filter({ hasText: 'Mark 15' }).first()
  await expect(marking).toContainText('Carve reeds')
  await expect(page.getByTestId('unmet').locator('[data-unmet="swift-mugs"]')).toContainText('drier than that already')
  await expect(
    page
      .locator('[data-session]')
      .filter({ hasText: /\d\d:\d\d Reed jugs: mark 15, carve reeds/ })
      .first(),
  ).toBeVisible()
  // The room is not known well: that these hours are less sure than was asked for is said, with what would help.
  await expect(page.getByTestId('unsure')).toContainText(/less sure than 80 of 100 with these hours: .*Reed jugs \d\d/)
  await page.getByTestId('unsure').locator('summary').click()
  await expect(
    page
      .getByTestId('unsure')
      .getByText(/^Three weighings in The shed: right in \d\d of 100 cases/)
      .first(),
  ).toBeVisible()
  await expect(
    page
      .locator('[data-session]')
      .filter({ hasText: /\d\d:\d\d \w+ the (kelp bottle|knot moon jar)/ })
      .first(),
  ).toBeVisible()

  const before = (await marking.getAttribute('aria-label'))!
  const [, day] = /^Reed jugs, (\w+ \d+ Mar)/.exec(before)!
  await marking.click()
  await page.getByRole('button', { name: 'Session before' }).click()
  await expect(page.getByTestId('changes')).toContainText(new RegExp(`Reed jugs: .*from ${day} to `), {
    timeout: 60_000,
  })
  await expect(board.getByRole('button', { name: /Reed jugs, Wed 4 Mar.*Mark 15.*pinned/ })).toBeVisible()
  await page.getByRole('button', { name: /^Undo: plan the days/ }).click()
  await expect(board.getByRole('button', { name: before })).toBeVisible()
  await expect(page.locator('[data-save="saved"]')).toBeVisible()

  await setClock(page, WEDNESDAY + 50 * HOUR)
  await page.reload()
  await planDays(page, /^Plan again/)
  await expect(page.getByTestId('changes')).toContainText('Reed jugs', { timeout: 60_000 })
  await expect(board.getByRole('button', { name: /Reed jugs, (Wed 4|Thu 5) Mar/ })).toHaveCount(0)
})

test('dragging a visit to the next session pins it there', async ({ page }) => {
  await setClock(page, WEDNESDAY)
  await open(page, '/days')
  await page.getByRole('button', { name: /^Plan the days/ }).click()
  await firstPlan(page)
  const visit = page.getByTestId('days-board').locator('[data-visit="scallop-dish"]').first()
  const box = (await visit.boundingBox())!
  await page.mouse.move(box.x + 20, box.y + 10)
  await page.mouse.down()
  await page.mouse.move(box.x + 120, box.y + 12, { steps: 4 })
  await page.mouse.move(box.x + 20 + 196, box.y + 12, { steps: 4 })
  await page.mouse.up()
  await expect(
    page.getByTestId('days-board').getByRole('button', { name: /Scallop dish, Thu 5 Mar.*pinned/ }),
  ).toBeVisible({ timeout: 60_000 })
})

test('done as planned marks the steps and the cover; the calendar file is read by another reader', async ({ page }) => {
  await setClock(page, WEDNESDAY)
  await open(page, '/days')
  await page.getByRole('button', { name: /^Plan the days/ }).click()
  await firstPlan(page)
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Calendar file' }).click()
  const file = await download
  expect(file.suggestedFilename()).toBe('tidewater-shed-days.ics')
  const calendar = new ICAL.Component(ICAL.parse((await contents(file)).toString()))
  const events = calendar.getAllSubcomponents('vevent').map((event) => new ICAL.Event(event))
  const sessions = [Date.UTC(2026, 2, 4, 18, 30), Date.UTC(2026, 2, 9, 21, 30)]
  expect(
    events.some((event) => {
      const start = event.startDate.toJSDate().getTime()
      return event.summary.includes('Reed jugs') && start >= sessions[0] && start < sessions[1]
    }),
  ).toBe(true)

  await page
    .getByTestId('days-board')
    .locator('[data-visit="reed-jugs"]')
    .filter({ hasText: 'Mark 15' })
    .first()
    .click()
  await page.getByRole('button', { name: 'Done as planned' }).click()
  await page.getByRole('link', { name: 'Rack' }).click()
  await expect(page.getByTestId('piece-card').filter({ hasText: 'Reed jugs' })).toContainText('To bone dry')
})

test('clay that is too dry: the rack says so, and a way on is taken with one click', async ({ page }) => {
  await setClock(page, WEDNESDAY)
  await open(page, '/')
  await expect(page.getByTestId('today')).toContainText('Swift mugs: too dry for mark 7', { timeout: 30_000 })
  await openDryness(page, 'swift-mugs')
  await expect(page.getByTestId('rescue')).toContainText('Mark 7 wanted leather-hard clay; the wall is bone dry.')
  await page.getByTestId('rescue').getByRole('button', { name: 'Go on with it dry' }).click()
  await expect(page.getByTestId('rescue')).toHaveCount(0)
  await open(page, '/days')
  await page.getByRole('radio', { name: 'Dryness now' }).click()
  await expect(page.locator('[data-group="ready"] [data-piece="swift-mugs"]')).toBeVisible({ timeout: 30_000 })
  await expect(page.locator('[data-group="unmade"] [data-piece="knot-moon-jar"]')).toBeVisible()
})

test('rooms take the simulated sensor, a record from CSV, and refuse a bad one in a sentence', async ({ page }) => {
  await setClock(page, WEDNESDAY)
  await open(page, '/days')
  await page.getByRole('radio', { name: 'Rooms' }).click()
  const shed = page.locator('[data-room="shed"]')
  await shed.getByRole('button', { name: 'Read the sensor (simulated)' }).click()
  await expect(shed).toContainText('337 readings')
  await shed.getByLabel('Record of The shed').setInputFiles({
    name: 'r.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('time,temperature_c,humidity_percent\n2026-03-04T10:00Z,warm,50\n'),
  })
  await expect(page.getByRole('alert').filter({ hasText: 'row 2' })).toContainText('“row 2, temperature_c” is “warm”')
  await expect(shed).toContainText('337 readings')
  await shed.getByLabel('Record of The shed').setInputFiles({
    name: 'r.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('humidity_percent,time,temperature_c\n44,2026-03-04T10:00Z,19\n46,2026-03-04T11:00Z,20\n'),
  })
  await takeItIn(page)
  await expect(shed).toContainText('2 readings')
  await expect(shed).toContainText('19.5 °C, 45 %')
})

test('from an empty studio: hours and a kiln are entered, and a weighing comes from the simulated scale', async ({
  page,
}) => {
  await setClock(page, WEDNESDAY)
  await open(page, '/studio')
  await page.getByRole('button', { name: 'Empty the studio' }).click()
  await page.getByRole('link', { name: 'Days' }).click()
  await page.getByRole('button', { name: 'Enter hours and kilns' }).click()
  await page.getByRole('button', { name: 'Add hours' }).click()
  await page.getByLabel('Day', { exact: true }).selectOption({ label: 'Thursday' })
  await page.getByRole('button', { name: 'Book a kiln' }).click()
  await page.getByLabel('Exception on').fill('2026-03-12')
  await page.getByRole('button', { name: 'Closed on this day' }).click()
  await page.getByRole('radio', { name: 'Days', exact: true }).click()
  await expect(page.getByTestId('days-board')).toContainText('Thu 5 Mar')
  await expect(page.getByTestId('days-board')).not.toContainText('Thu 12 Mar')
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.getByTestId('days-board')).toContainText('Thu 12 Mar')

  await open(page, '/studio')
  await page.getByRole('button', { name: 'Open the demo studio' }).click()
  await expect(page.locator('[data-save="saved"]')).toBeVisible()
  await openDryness(page, 'reed-jugs')
  // Nothing of a piece goes to the device: only what lies on the scale.
  const sent: string[] = []
  page.on('request', (request) => sent.push(`${request.url()} ${request.postData() ?? ''}`))
  await page.getByRole('button', { name: 'Weigh it (simulated scale)' }).click()
  await expect(page.getByTestId('notice')).toContainText('from 1 reading', { timeout: 20_000 })
  expect(sent.some((text) => text.includes('bench-scale'))).toBe(true)
  expect(
    sent.filter((text) => /Reed|jugs|steps|note/i.test(decodeURIComponent(text).replaceAll('/plan/reed-jugs', ''))),
  ).toEqual([])
  await page.getByText(/What happened to it/).click()
  await expect(dryness(page)).toContainText(/weighed \d+(\.\d)? g/)
})

test('planning cut short keeps what it has, and says what would place the rest', async ({ page }) => {
  await setClock(page, WEDNESDAY)
  await open(page, '/days')
  await page.getByRole('button', { name: /^Plan the days/ }).click()
  await firstPlan(page)
  await expect(page.getByTestId('days-board').locator('[data-visit="reed-jugs"]').first()).toBeVisible()
  await expect(page.getByTestId('unmet').getByText('Swift mugs')).toBeVisible()
})

test('in an empty studio the days ask for a piece first', async ({ page }) => {
  await open(page, '/studio')
  await page.getByRole('button', { name: 'Empty the studio' }).click()
  await page.getByRole('link', { name: 'Days' }).click()
  await expect(page.getByRole('button', { name: 'Enter hours and kilns' })).toBeVisible()
  await page.getByRole('link', { name: 'Plan a piece' }).click()
  await expect(page).toHaveURL(/\/new$/)
})
