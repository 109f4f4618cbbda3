import { drawn, expect, open, openPlan, step, test, wheel } from './studio'

const shot = (name: string) => ({ path: `docs/screenshots/${name}.png` })

test('rack', async ({ page }) => {
  await open(page, '/')
  await expect(page.getByRole('img', { name: /as it will look fired/ })).toHaveCount(await page.getByRole('main').getByRole('listitem').count(), { timeout: 60_000 })
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

test('new piece', async ({ page }) => {
  await open(page, '/new')
  await page.screenshot(shot('new-piece'))
})

test('studio', async ({ page }) => {
  await open(page, '/studio')
  await page.screenshot(shot('studio'))
})
