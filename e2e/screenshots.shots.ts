import { drawn, expect, open, openPlan, step, test, wheel } from './studio'

const shot = (name: string) => ({ path: `docs/screenshots/${name}.png` })

test('rack', async ({ page }) => {
  await open(page, '/')
  await expect(page.getByRole('img', { name: /as it will look fired/ })).toHaveCount(await page.getByTestId('piece-card').count(), { timeout: 60_000 })
  await page.screenshot(shot('rack'))
})

test('plan, fired', async ({ page }) => {
  await openPlan(page, 'reed-jugs')
  await step(page, 'Step 5: Carve reeds').click()
  const box = await wheel(page).boundingBox()
  if (box) await page.mouse.move(box.x + box.width * 0.5, box.y + box.height * 0.5)
  await expect(page.getByTestId('section')).toContainText('Estuary red')
  await page.waitForTimeout(900)
  await page.screenshot(shot('plan-fired'))
})

test('plan, on the bench, with findings', async ({ page }) => {
  await openPlan(page, 'scallop-dish')
  const before = Number(await wheel(page).getAttribute('data-skin'))
  await page.getByRole('radio', { name: 'on the bench' }).click()
  await step(page, 'Step 7: Gorse yellow').click()
  await drawn(page, before)
  await page.waitForTimeout(900)
  await page.screenshot(shot('plan-bench'))
})

test('a wax resist with its handles', async ({ page }) => {
  await openPlan(page, 'swift-mugs')
  await step(page, 'Step 3: Wax bird in flight').click()
  const box = await wheel(page).boundingBox()
  if (box) await page.mouse.move(box.x + box.width * 0.5, box.y + box.height * 0.55)
  await expect(page.getByTestId('section')).toContainText('Chalk white')
  await page.waitForTimeout(1500)
  await page.screenshot(shot('plan-wax'))
})

test('raw and fired across one form', async ({ page }) => {
  await openPlan(page, 'weave-bowl')
  await page.getByRole('radio', { name: 'raw | fired' }).click()
  await page.waitForTimeout(2500)
  await page.screenshot(shot('plan-split'))
})

test('an inlaid tile from above, with the acts to add', async ({ page }) => {
  await openPlan(page, 'fence-tiles')
  await step(page, 'Fill lines').click()
  await page.getByRole('toolbar', { name: 'Add a step' }).getByText('Inlay', { exact: true }).click()
  await page.waitForTimeout(1500)
  await page.screenshot(shot('plan-tile'))
})

test('unrolled, with the motifs to choose from', async ({ page }) => {
  await openPlan(page, 'feather-jar')
  await step(page, 'Carve feather').click()
  await page.getByRole('radio', { name: 'unrolled' }).click()
  await page.getByLabel(/^Motif: /).click()
  await page.waitForTimeout(1500)
  await page.screenshot(shot('plan-unrolled'))
})

test('on a tablet', async ({ page }) => {
  await page.setViewportSize({ width: 820, height: 1180 })
  await openPlan(page, 'dune-cups')
  await page.waitForTimeout(1500)
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
