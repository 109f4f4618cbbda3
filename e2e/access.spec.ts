import { VIEWS } from '../src/views/views'
import { expect, firstPlan, open, test, takeItIn } from './studio'

test.use({ timezoneId: 'UTC' })
test.beforeEach(({ page }) => page.clock.setFixedTime(new Date(Date.UTC(2026, 2, 4, 16))))

test('by keyboard alone a visit is chosen and moved to the session after', async ({ page }) => {
  await open(page, '/days')
  await page.getByRole('button', { name: /^Plan the days/ }).focus()
  await page.keyboard.press('Enter')
  await firstPlan(page)
  const visit = page.getByTestId('days-board').getByRole('button', { name: /^Scallop dish, Wed 4 Mar/ })
  await visit.focus()
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Session after' }).focus()
  await page.keyboard.press('Enter')
  await expect(
    page.getByTestId('days-board').getByRole('button', { name: /Scallop dish, Thu 5 Mar.*pinned/ }),
  ).toBeVisible({ timeout: 60_000 })
})

test('on a tablet the new views keep within the page', async ({ page }) => {
  await page.setViewportSize({ width: 820, height: 1180 })
  for (const path of ['/days', '/cupboard', '/tiles', '/']) {
    await open(page, path)
    const wide = await page.evaluate(
      () => document.querySelector('main')!.scrollWidth - document.querySelector('main')!.clientWidth,
    )
    expect(wide, path).toBeLessThanOrEqual(1)
    for (const { word } of VIEWS)
      await expect(page.getByRole('banner').getByRole('link', { name: word, exact: true })).toBeInViewport()
  }
})

test('thirty pieces of a class stand in one view, each at its own dryness', async ({ page }) => {
  await open(page, '/studio')
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export the studio' }).click()
  const { readFile } = await import('node:fs/promises')
  const file = JSON.parse(await readFile(await (await download).path(), 'utf8')) as {
    studio: {
      pieces: Record<
        string,
        { id: string; name: string; making: { madeAt: string; log: unknown[] }; steps: { done: boolean }[] }
      >
      order: string[]
    }
  }
  const model = file.studio.pieces['reed-jugs']
  file.studio.pieces = Object.fromEntries(
    Array.from({ length: 30 }, (_, i) => {
      const id = `cup-${i}`
      return [
        id,
        {
          ...model,
          id,
          name: `Cup ${i + 1}`,
          making: {
            ...model.making,
            madeAt: new Date(Date.UTC(2026, 2, 4, 15) - i * 5 * 3_600_000).toISOString(),
            log: [],
          },
        },
      ]
    }),
  )
  file.studio.order = Object.keys(file.studio.pieces)
  await page
    .getByLabel('Open a Vernice file')
    .setInputFiles({ name: 'class.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(file)) })
  await takeItIn(page)
  await page.getByRole('link', { name: 'Days' }).click()
  await page.getByRole('radio', { name: 'Dryness now' }).click()
  await expect(page.getByTestId('dryness-now')).toHaveAttribute('data-busy', 'false', { timeout: 90_000 })
  await expect(page.getByTestId('dryness-now').locator('[data-piece]')).toHaveCount(30)
  for (const group of ['past', 'wet'])
    expect(await page.locator(`[data-group="${group}"] [data-piece]`).count(), group).toBeGreaterThan(2)
  expect(
    (await page.locator('[data-group="ready"] [data-piece]').count()) +
      (await page.locator('[data-group="soon"] [data-piece]').count()),
  ).toBeGreaterThan(0)
})
