// Leaves the page or kills the browser at random times during random edits, and counts what was lost.
import { opened, pick, random, wait } from './browser.mjs'

export const WAYS = {
  close: 'tab closed',
  navigate: 'another page',
  reload: 'reload',
  crash: 'crash of the tab',
  SIGTERM: 'SIGTERM to the browser',
  SIGKILL: 'SIGKILL to the browser',
}
const DELAYS_MS = [0, 1, 5, 20, 50, 200]
const TRIES = 60

/** Opens the rooms of the studio, of which some will be added; tells what is reported from within. */
export async function openRooms(context, report) {
  const page = await context.newPage()
  if (report) await page.exposeFunction('report', report)
  await opened(page, '/days')
  await page.getByRole('radio', { name: 'Rooms' }).click()
  await page.locator('[data-room]').first().waitFor({ timeout: 60_000 })
  return page
}

export const roomsOn = (page) => page.locator('[data-room]').count()

/**
 * Adds rooms in the page itself, in one burst or apart, some while the page is busy; reports each, and how many were there when all was
 * called saved. What the page says is not kept is not reported.
 */
export const addRooms = (page, count, apartMs, busyMs) =>
  page.evaluate(
    ([n, apart, busy]) =>
      new Promise((done) => {
        const button = [...document.querySelectorAll('button')].find((b) => b.textContent.trim() === 'Add a room')
        const shown = document.querySelector('[data-save]')
        let made = 0
        const tellSaved = () => shown.dataset.save === 'saved' && window.report({ saved: made, at: Date.now() })
        new MutationObserver(tellSaved).observe(shown, { attributes: true, attributeFilter: ['data-save'] })
        let left = n
        const one = () => {
          if (shown.dataset.save === 'memory') return done(undefined)
          button.click()
          made++
          left--
          void window.report({ made, at: Date.now() })
          const until = performance.now() + busy
          while (performance.now() < until);
          if (left === 0) done(undefined)
          else if (apart) setTimeout(one, apart)
          else one()
        }
        one()
      }),
    [count, apartMs, busyMs],
  )

/** Leaves a page, or the browser of all pages, in one way. */
export async function leave(browser, page, way) {
  if (way === 'close') await page.close({ runBeforeUnload: false })
  else if (way === 'navigate') await page.goto('about:blank')
  else if (way === 'reload') await page.reload().catch(() => undefined)
  else if (way === 'crash') await page.goto('chrome://crash').catch(() => undefined)
  else await browser.kill(way.slice(3))
}

/** Rows of the attack on edits: one for each way of leaving. */
export async function attackEdits(browser, tell, tries = TRIES) {
  for (const [way, words] of Object.entries(WAYS)) {
    const row = { tries: 0, edits: 0, lost: 0, lostSaved: 0 }
    await browser.putBack()
    for (let i = 0; i < tries / Object.keys(WAYS).length; i++) {
      // Rooms are taken out again now and then, so that the page stays as it is.
      if (i % 12 === 11) await browser.putBack()
      let made = 0
      let saved = 0
      const page = await openRooms(browser.context, (told) => {
        if (told.made) made = told.made
        else saved = Math.max(saved, told.saved)
      })
      const before = await roomsOn(page)
      const editing = addRooms(page, random() < 0.5 ? 1 : 4, pick([0, 0, 3, 40]), random() < 0.5 ? 30 : 0)
      const quiet = editing.catch(() => undefined)
      if (way !== 'SIGKILL' && way !== 'crash') await quiet
      await wait(pick(DELAYS_MS))
      await leave(browser, page, way)
      await browser.again()
      const kept = (await roomsOn(await openRooms(browser.context))) - before
      row.tries++
      row.edits += made
      row.lost += Math.max(0, made - kept)
      row.lostSaved += Math.max(0, saved - kept)
      await browser.again()
    }
    tell(`edits, left by: ${words}`, row)
  }
}
