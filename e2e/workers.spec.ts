import type { Page } from '@playwright/test'
import { drawn, expect, openPlan, settled, skins, step, test, wheel } from './studio'

/* What works behind the page dies, alone or all at once: the picture and its figures come back, or it is said that they do not. */

/** Ends the worker of a name; all of them with none. */
async function kill(page: Page, name?: string): Promise<number> {
  let ended = 0
  for (const worker of page.workers()) {
    const own = await worker.evaluate(() => self.name).catch(() => null)
    if (own === null || (name && own !== name)) continue
    await worker.evaluate(() => self.close()).catch(() => undefined)
    ended++
  }
  return ended
}

const picture = (page: Page) => page.locator('section[aria-label="The piece"]')

test('what draws the form is killed: it is drawn anew, and the second time in a simpler way', async ({ page }) => {
  test.setTimeout(120_000)
  await openPlan(page, 'dotted-jar')
  expect(await kill(page, 'drawing')).toBeGreaterThan(0)
  // Another canvas, another drawing.
  await expect(wheel(page)).toHaveAttribute('data-canvas', '1', { timeout: 40_000 })
  await expect.poll(() => skins(page), { timeout: 40_000 }).toBeGreaterThan(0)
  await settled(page)
  const before = await skins(page)
  await page.getByRole('radio', { name: 'on the bench' }).click()
  await drawn(page, before)
  await kill(page, 'drawing')
  await expect(page.getByTestId('notice')).toContainText('has stopped twice', { timeout: 40_000 })
  await expect(picture(page).locator('canvas:visible').first()).toBeVisible()
})

test('all of them are killed: the next edit has its picture and its judgement', async ({ page }) => {
  test.setTimeout(120_000)
  await openPlan(page, 'reed-jugs')
  expect(await kill(page)).toBeGreaterThan(2)
  await expect(wheel(page)).toHaveAttribute('data-canvas', '1', { timeout: 40_000 })
  await expect.poll(() => skins(page), { timeout: 40_000 }).toBeGreaterThan(0)
  await step(page, /Marsh black/).click()
  await page.getByRole('spinbutton', { name: 'Coats' }).fill('1')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-rule="too-few-coats"]')).toBeVisible({ timeout: 60_000 })
  await settled(page)
})
