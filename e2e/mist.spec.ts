import { addStep, expect, open, step, test } from './studio'

test('a set of twelve from an empty studio: misted, then lettered with line colour', async ({ page }) => {
  await open(page, '/studio')
  await page.getByRole('button', { name: 'Empty the studio' }).click()
  await page.getByRole('link', { name: 'New piece' }).click()
  await page.getByRole('radio', { name: 'Mug', exact: true }).click()
  await page.getByLabel('How many', { exact: true }).fill('12')
  await page.getByRole('button', { name: 'Make the plan' }).click()
  await expect(page.getByText(/set of 12/)).toBeVisible()

  await step(page, 'Step 1').first().click()
  await addStep(page, 'Clean', 'Mist or damp')
  const sheet = page.getByTestId('step-sheet')
  await expect(sheet).toContainText('2 Mist')
  await expect(sheet).toContainText('no drop stands or runs')
  await expect(step(page, 'Step 2: Mist')).toBeVisible()

  await step(page, 'Step 6').first().click()

  await addStep(page, 'Colour', 'Draw, trail or print')
  await page.getByLabel('Colour', { exact: true }).selectOption({ label: 'Sepia line (line colour, cone 06 to 04)' })
  await expect(step(page, 'Step 7').first()).toContainText(/Sepia line, \d+ ×/)
  await expect(page.getByTestId('gauges')).toContainText(/Sepia line \d+\s%/, { timeout: 40_000 })
  await page.getByRole('link', { name: 'Rack' }).click()
  await expect(page.getByTestId('piece-card')).toContainText('set of 12')
})
