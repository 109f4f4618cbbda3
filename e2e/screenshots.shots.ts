import type { Page } from '@playwright/test'
import { atRest, drawn, expect, open, openPlan, settled, step, test, wheel } from './studio'

test.use({ timezoneId: 'UTC' })

/** All pictures are taken on the same Wednesday afternoon. */
test.beforeEach(({ page }) => page.clock.setFixedTime(new Date(Date.UTC(2026, 2, 4, 16))))

const shot = (name: string) => ({ path: `docs/screenshots/${name}.png` })

test('rack', async ({ page }) => {
  await open(page, '/')
  // Pictures are made of what is in view.
  const inView = await page
    .getByTestId('piece-card')
    .evaluateAll((cards) => cards.filter((card) => card.getBoundingClientRect().top < innerHeight).length)
  const pictures = page.getByRole('img', { name: /as it will look fired/ })
  await expect(async () => expect(await pictures.count()).toBeGreaterThanOrEqual(inView)).toPass({ timeout: 60_000 })
  await page.screenshot(shot('rack'))
})

test('plan, fired', async ({ page }) => {
  await openPlan(page, 'reed-jugs')
  await step(page, 'Step 5: Carve reeds').click()
  const box = await wheel(page).boundingBox()
  if (box) await page.mouse.move(box.x + box.width * 0.5, box.y + box.height * 0.5)
  await expect(page.getByTestId('section')).toContainText('Estuary red')
  await settled(page)
  await page.screenshot(shot('plan-fired'))
})

test('plan, on the bench and fired: a teapot with its lid, spout and handle', async ({ page }) => {
  await openPlan(page, 'creek-teapot')
  const before = Number(await wheel(page).getAttribute('data-skin'))
  await page.getByRole('radio', { name: 'on the bench' }).click()
  await step(page, 'Step 3: Gorse yellow').click()
  await drawn(page, before)
  await page.screenshot(shot('plan-bench'))
})

test('a set, divided into lots', async ({ page }) => {
  await openPlan(page, 'dune-cups')
  await page.getByRole('radio', { name: 'the set' }).click()
  await page.getByText('Enter the owners of all pots at once').click()
  await page.getByLabel(/Names, one a line/).fill('Ines\nTomo\nAda\nRui\nBo\nKit\nMai\nOle')
  await page.getByRole('button', { name: 'Give 8 names' }).click()
  await page.getByText('Enter the owners of all pots at once').click()
  for (const number of [1, 2, 3]) await page.locator(`[data-pot="${number}"]`).click()
  const actions = page.getByTestId('pots-actions')
  await actions.getByLabel('Done so far, up to and with').selectOption({ label: '4 Mussel grey, 2 of 3 coats' })
  await actions.getByRole('button', { name: 'Done so far' }).click()
  await page.getByRole('button', { name: 'choose none', exact: true }).click()
  await page.getByRole('button', { name: 'Dismiss' }).click()
  await settled(page)
  await page.screenshot(shot('plan-set'))
})

test('on a tablet', async ({ page }) => {
  await page.setViewportSize({ width: 820, height: 1180 })
  await openPlan(page, 'plump-wren')
  await settled(page)
  await page.screenshot(shot('plan-tablet'))
})

test('new piece', async ({ page }) => {
  await open(page, '/new')
  await page.screenshot(shot('new-piece'))
})

test('studio', async ({ page }) => {
  await open(page, '/studio')
  await page.screenshot(shot('studio'))
})

async function planned(page: Page): Promise<void> {
  await open(page, '/days')
  await page.getByRole('button', { name: 'Plan the days' }).click()
  await expect(page.getByRole('button', { name: 'Plan again from now' })).toBeVisible({ timeout: 60_000 })
  await expect(page.getByTestId('days-board')).toHaveAttribute('data-busy', 'false', { timeout: 30_000 })
}

test('days', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 1000 })
  await planned(page)
  await atRest(page)
  await page.screenshot(shot('days'))
})

test('dryness of all pieces', async ({ page }) => {
  await open(page, '/days')
  await page.getByRole('radio', { name: 'Dryness now' }).click()
  await expect(page.getByTestId('dryness-now')).toHaveAttribute('data-busy', 'false', { timeout: 60_000 })
  await page.screenshot(shot('dryness-now'))
})

test('dryness of one piece', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 1000 })
  await openPlan(page, 'reed-jugs')
  await page.getByRole('radio', { name: 'dryness', exact: true }).click()
  await expect(page.getByTestId('dryness')).toHaveAttribute('data-busy', 'false', { timeout: 30_000 })
  await settled(page)
  await page.screenshot(shot('plan-dryness'))
})

test('cupboard', async ({ page }) => {
  await open(page, '/cupboard')
  await page.getByRole('button', { name: /^Tide blue/ }).click()
  await expect(page.getByTestId('ladder')).toHaveAttribute('data-busy', 'false', { timeout: 30_000 })
  await atRest(page)
  await page.screenshot(shot('cupboard'))
})

test('a drawing and its areas', async ({ page }) => {
  await openPlan(page, 'estuary-plate')
  await page.getByRole('radio', { name: 'drawings', exact: true }).click()
  await expect(page.getByTestId('area-map')).toBeVisible({ timeout: 30_000 })
  await settled(page)
  await page.screenshot(shot('drawings'))
})

test('the wall of tiles', async ({ page }) => {
  await open(page, '/tiles')
  await page.getByRole('button', { name: /^Tile 24: 3 coats of Berry red, then Clear, satin/ }).click()
  await atRest(page)
  await page.screenshot(shot('tile-wall'))
})

test('jar over jar', async ({ page }) => {
  await open(page, '/tiles')
  await page.getByRole('radio', { name: 'jar over jar' }).click()
  await expect(page.getByTestId('layers')).toHaveAttribute('data-busy', 'false', { timeout: 30_000 })
  await page.getByRole('application').press('ArrowDown')
  await page.screenshot(shot('layers'))
})

test('the colours of a piece', async ({ page }) => {
  await openPlan(page, 'kelp-bottle')
  await page.getByRole('radio', { name: 'colours', exact: true }).click()
  await expect(page.getByTestId('colours')).toHaveAttribute('data-busy', 'false', { timeout: 30_000 })
  await settled(page)
  await page.screenshot(shot('plan-colours'))
})

test('the bench, a coat that dries', async ({ page }) => {
  await open(page, '/bench?piece=kelp-bottle')
  await expect(async () => {
    if (!(await page.getByTestId('which-coat').isVisible())) await page.getByTestId('go-on').click()
    await expect(page.getByTestId('which-coat')).toHaveText(/coat 1 of/, { timeout: 1000 })
  }).toPass()
  await page.getByTestId('go-on').click()
  await expect(page.getByTestId('waiting')).toBeVisible()
  for (const word of ['before', 'after'])
    await expect(page.getByRole('img', { name: new RegExp(`${word} this coat`) })).toBeVisible({ timeout: 40_000 })
  await page.screenshot(shot('bench'))
})

test('the opening of a kiln', async ({ page }) => {
  await open(page, '/fired')
  await page
    .getByLabel('Pots at the kiln')
    .getByRole('button', { name: /Fenced tiles/ })
    .first()
    .click()
  await page
    .getByTestId('opened')
    .locator('[data-pot="7"]')
    .getByRole('button', { name: /^Pot 7/ })
    .click()
  await expect(page.getByTestId('fault')).toContainText('Next time')
  // Seven of the small pictures are in view.
  const pictures = page.getByLabel('Pots at the kiln').locator('canvas')
  await expect.poll(() => pictures.count(), { timeout: 60_000 }).toBeGreaterThanOrEqual(7)
  await atRest(page)
  await page.screenshot(shot('fired'))
})

test('what would go wrong, on a piece', async ({ page }) => {
  await open(page, '/fired?show=wrong')
  await page.getByLabel('On which piece').selectOption({ label: 'Reed jugs' })
  const list = page.getByTestId('goes-wrong')
  await expect(list.getByRole('listitem').first()).toBeVisible({ timeout: 60_000 })
  await list.getByRole('listitem').nth(4).scrollIntoViewIfNeeded()
  for (const n of [1, 3, 4, 5, 6, 7, 8])
    await expect(
      list
        .getByRole('listitem')
        .nth(n)
        .getByRole('img', { name: /what if I/ }),
    ).toBeVisible({ timeout: 60_000 })
  await page.screenshot(shot('goes-wrong'))
})

test('a sheet at true size', async ({ page }) => {
  await open(page, '/sheets?piece=estuary-plate')
  await page
    .getByRole('region', { name: 'What this plan needs' })
    .getByRole('button', { name: /^Colour by number/ })
    .click()
  await expect(page.getByTestId('sheet-picture').getByText('Iron brown glaze')).toBeVisible()
  await page.screenshot(shot('sheets'))
})
