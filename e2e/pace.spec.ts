import { expect, open, openPlan, saved, step, test } from './studio'

test('a step says how long hands take; what it took is learnt, shown in Studio, and can be set or forgotten', async ({
  page,
}) => {
  await openPlan(page, 'reed-jugs')
  await step(page, 'Step 3: Marsh black').click()
  const hands = page.getByTestId('hands')
  await expect(hands).toContainText(/Working time: [\d.]+ min a piece, .* for 4, 3 coats · our estimate/, {
    timeout: 30_000,
  })
  await expect(hands).toContainText(
    /Brush, 3 coats: [\d.]+ min of work, matte after [^.]*\. Bottle, one coat: [\d.]+ min of work, matte after/,
  )
  const reckoned = Number(/([\d.]+) min a piece/.exec(await hands.innerText())![1])
  await hands.getByText('Enter how long it took …').click()
  await hands.getByLabel('Minutes of hands').fill(String(Math.round(reckoned * 4 * 2)))
  await hands.getByRole('button', { name: 'Learn from it' }).click()
  await expect(hands).toContainText('measured in 1 run, ±')
  const learnt = Number(/([\d.]+) min a piece/.exec(await hands.innerText())![1])
  // One run moves it a good part of the way and not all of it.
  expect(learnt).toBeGreaterThan(1.2 * reckoned)
  expect(learnt).toBeLessThan(2 * reckoned)
  await expect(
    page.getByRole('status').filter({ hasText: /Brushing coats: one like this .* from 1 run/ }),
  ).toBeVisible()

  await open(page, '/studio')
  const row = page.getByRole('row', { name: /^brushing coats/ })
  await expect(row).toContainText('measured, 1 run')
  const own = row.getByRole('spinbutton')
  await own.fill('30')
  await own.press('Enter')
  await expect(row).toContainText('yours, 1 run kept')
  await expect(row).toContainText('30 min')
  await row.getByRole('button', { name: 'Forget the pace of brushing coats' }).click()
  await expect(row).toContainText('ours')
  await saved(page)
})
