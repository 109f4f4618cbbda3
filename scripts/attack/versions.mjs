// Three tabs of two builds edit one studio, side by side: the older one is overtaken, says so, and nothing called saved is lost.
import { opened, pick, random, savedThere, wait } from './browser.mjs'
import { addRooms, leave, openRooms, roomsOn, WAYS } from './edits.mjs'

const TRIES = 12

/** One tab that adds rooms, and what it said of them. */
async function tab(context) {
  const told = { made: 0, saved: 0 }
  const page = await openRooms(context, (one) => {
    if (one.made) told.made = Math.max(told.made, one.made)
    else told.saved = Math.max(told.saved, one.saved)
  })
  return { page, told }
}

const some = ({ page }) => addRooms(page, 1 + Math.floor(3 * random()), pick([0, 3, 40]), 0).catch(() => undefined)

/** The row of the attack on two builds side by side. `serves` says which build answers. */
export async function attackVersions(browser, serves, tell) {
  const row = { tries: 0, edits: 0, lost: 0, lostSaved: 0 }
  let untold = 0
  for (let i = 0; i < TRIES; i++) {
    const way = Object.keys(WAYS)[i % Object.keys(WAYS).length]
    serves.now = 'old'
    await browser.putBack()
    // The studio of the older build has a database of its own version.
    const old = await tab(browser.context)
    await savedThere(old.page)
    const before = await roomsOn(old.page)
    await some(old)
    await savedThere(old.page)
    serves.now = 'new'
    const newer = [await tab(browser.context), await tab(browser.context)]
    const saysSo = await old.page
      .getByTestId('kept-nowhere')
      .waitFor({ timeout: 20_000 })
      .then(
        () => true,
        () => false,
      )
    if (!saysSo) untold++
    await Promise.all([old, ...newer].map(some))
    await wait(pick([0, 5, 50, 200]))
    await leave(browser, newer[0].page, way)
    await browser.again()
    const kept = (await roomsOn(await openRooms(browser.context))) - before
    const sum = (what) => [old, ...newer].reduce((all, { told }) => all + told[what], 0)
    row.tries++
    row.edits += sum('made')
    row.lost += Math.max(0, sum('made') - kept)
    row.lostSaved += Math.max(0, sum('saved') - kept)
  }
  if (untold) console.log(`The older tab did not say that it had been overtaken in ${untold} of ${TRIES}.`)
  tell('edits of three tabs of two builds, one left in each way', row)
}

/** A profile whose studio the older build has opened first. */
export async function beginWithOlder(browser, serves) {
  serves.now = 'old'
  await browser.putBack()
  const page = await browser.context.newPage()
  await opened(page, '/studio')
  await savedThere(page)
  await browser.remember()
}
