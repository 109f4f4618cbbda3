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

/** Does something within the worker of a name. */
async function within(page: Page, name: string, act: () => void): Promise<void> {
  for (const worker of page.workers())
    if ((await worker.evaluate(() => self.name).catch(() => '')) === name) return worker.evaluate(act)
  throw new Error(`no worker ${name}`)
}

test('a lost graphics context: the form is drawn on another canvas', async ({ page }) => {
  test.setTimeout(120_000)
  await openPlan(page, 'dotted-jar')
  await within(page, 'drawing', () => {
    const { drawElements, drawArrays } = WebGL2RenderingContext.prototype
    const lose = (context: WebGL2RenderingContext) => context.getExtension('WEBGL_lose_context')?.loseContext()
    WebGL2RenderingContext.prototype.drawElements = function (...drawn) {
      drawElements.apply(this, drawn)
      lose(this)
    }
    WebGL2RenderingContext.prototype.drawArrays = function (...drawn) {
      drawArrays.apply(this, drawn)
      lose(this)
    }
  })
  await wheel(page).press('ArrowRight')
  await expect(wheel(page)).toHaveAttribute('data-canvas', '1', { timeout: 40_000 })
  await expect.poll(() => skins(page), { timeout: 40_000 }).toBeGreaterThan(0)
  await settled(page)
})

test('a drawing that hangs: the picture says that it is old, and is drawn anew', async ({ page }) => {
  test.setTimeout(180_000)
  await page.clock.install()
  await openPlan(page, 'dotted-jar')
  // It hangs from when this is answered: were it told without being waited for, the picture could be drawn before.
  await within(page, 'drawing', () => {
    setTimeout(() => {
      for (;;);
    })
  })
  await page.getByRole('radio', { name: 'on the bench' }).click()
  // The clock of the page goes on by ten seconds once the skin is there, and then by a minute and a half: no heart has beaten.
  await expect(async () => {
    await expect(picture(page)).toHaveAttribute('data-busy', 'false', { timeout: 40_000 })
    await page.clock.fastForward(10_000)
    await expect(page.getByText('This picture is out of date')).toBeVisible({ timeout: 2_000 })
  }).toPass({ timeout: 60_000 })
  for (let i = 0; i < 10; i++) await page.clock.fastForward(9_000)
  await expect(wheel(page)).toHaveAttribute('data-canvas', '1', { timeout: 60_000 })
  await expect.poll(() => skins(page), { timeout: 40_000 }).toBeGreaterThan(0)
  await settled(page)
})

test('without memory for a skin it is said, and the next one that has room is drawn', async ({ page }) => {
  test.setTimeout(120_000)
  await openPlan(page, 'reed-jugs')
  const before = await skins(page)
  await within(page, 'skin', () => {
    for (const kind of ['Float32Array', 'Float64Array', 'Uint8Array', 'Uint8ClampedArray', 'Uint16Array'] as const) {
      const real = self[kind]
      const short = new Proxy(real, {
        construct: (target, given: [number], as) => {
          if (typeof given[0] === 'number' && given[0] > 10_000) throw new RangeError('Array buffer allocation failed')
          return Reflect.construct(target, given, as) as object
        },
      })
      Object.defineProperty(self, kind, { value: short, configurable: true, writable: true })
    }
  })
  await step(page, /Marsh black/).click()
  await page.getByRole('spinbutton', { name: 'Coats' }).fill('1')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('notice').or(page.getByRole('alert')).first()).toBeVisible({ timeout: 60_000 })
  await kill(page, 'skin')
  await page.getByRole('spinbutton', { name: 'Coats' }).fill('2')
  await page.keyboard.press('Enter')
  await drawn(page, before)
})
