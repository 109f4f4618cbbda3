// npm run attack -- 200: leaves the page or kills the browser at random times during random edits, and counts what was lost.
// npm run attack -- imports: kills the browser at ten moments while each kind of file is taken in, and looks for anything half taken.
import { spawn, execFileSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { chromium } from '@playwright/test'
import JSZip from 'jszip'
import { chromiumPath } from './chromium.mjs'

const imports = process.argv[2] === 'imports'
const tries = imports ? 0 : Number(process.argv[2] ?? 60)
const PORT = 3219
const URL = `http://127.0.0.1:${PORT}`
const WAYS = ['close', 'navigate', 'reload', 'crash', 'SIGTERM', 'SIGKILL']
const DELAYS_MS = [0, 1, 5, 20, 50, 200]
const executablePath = chromiumPath()

let seed = Number(process.env.SEED ?? 1)
const random = () => {
  seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0
  return seed / 2 ** 32
}
const pick = (list) => list[Math.floor(random() * list.length)]
const wait = (ms) => new Promise((done) => setTimeout(done, ms))

if (!existsSync('.next/BUILD_ID')) execFileSync(process.execPath, ['node_modules/next/dist/bin/next', 'build'])
const server = spawn(
  process.execPath,
  ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', String(PORT)],
  { env: { ...process.env, VERNICE_DEMO: '1', NEXT_TELEMETRY_DISABLED: '1' }, stdio: 'ignore' },
)
for (let i = 0; i < 100 && !(await fetch(URL).catch(() => null)); i++) await wait(200)

const profile = mkdtempSync(path.join(tmpdir(), 'vernice-attack-'))
const launch = () =>
  chromium.launchPersistentContext(profile, { executablePath, chromiumSandbox: false, headless: true })

/** Opens the days of the studio and waits until edits can be made. */
async function opened(context, report) {
  const page = context.pages()[0] ?? (await context.newPage())
  if (report) await page.exposeFunction('report', report).catch(() => undefined)
  await page.goto(`${URL}/days`, { timeout: 60_000 })
  await page.locator('main[data-ready="true"]').waitFor({ timeout: 60_000 })
  await page.getByRole('radio', { name: 'Rooms' }).click()
  await page.locator('[data-room]').first().waitFor({ timeout: 60_000 })
  return page
}

const roomsOn = (page) => page.locator('[data-room]').count()

/** Makes edits in the page itself, in one burst or apart, some while the page is busy; reports each, and when all was called saved. */
const edit = (page, count, apartMs, busyMs) =>
  page.evaluate(
    ([n, apart, busy]) =>
      new Promise((done) => {
        const button = [...document.querySelectorAll('button')].find((b) => b.textContent.trim() === 'Add a room')
        const shown = document.querySelector('[data-save]')
        let made = 0
        const tellSaved = () => shown.dataset.save === 'saved' && window.report({ saved: made, at: Date.now() })
        new MutationObserver(tellSaved).observe(shown, { attributes: true, attributeFilter: ['data-save'] })
        const one = () => {
          button.click()
          made++
          void window.report({ made, at: Date.now() })
          const until = performance.now() + busy
          while (performance.now() < until);
          if (made === n) done(undefined)
          else if (apart) setTimeout(one, apart)
          else one()
        }
        one()
      }),
    [count, apartMs, busyMs],
  )

/** Sends a signal to the browser of this run and to no other: to the processes that were started with its own profile. */
const kill = (signal) => {
  try {
    execFileSync('pkill', [`-${signal}`, '-f', `user-data-dir=${profile}`])
  } catch {
    // It has gone already.
  }
}

/** One row of the table, as soon as it is known. */
const tellRow = (what, row) => console.log(`| ${[what, ...Object.values(row)].join(' | ')} |`)

const table = Object.fromEntries(WAYS.map((way) => [way, { tries: 0, edits: 0, lost: 0, lostSaved: 0, oldestMs: 0 }]))
let context = await launch()
let page = await opened(context)
for (let i = 0; i < tries; i++) {
  const way = WAYS[i % WAYS.length]
  const row = table[way]
  const times = []
  let saved = 0
  await context.close()
  context = await launch()
  page = await opened(context, (told) => {
    if (told.made) times[told.made - 1] = told.at
    else saved = Math.max(saved, told.saved)
  })
  const before = await roomsOn(page)
  const count = random() < 0.5 ? 1 : 4
  const editing = edit(page, count, pick([0, 0, 3, 40]), random() < 0.5 ? 30 : 0).catch(() => undefined)
  if (way !== 'SIGKILL' && way !== 'crash') await editing
  await wait(pick(DELAYS_MS))
  const leftAt = Date.now()
  if (way === 'close') await page.close({ runBeforeUnload: false })
  else if (way === 'navigate') await page.goto('about:blank')
  else if (way === 'reload') await page.reload()
  else if (way === 'crash') await page.goto('chrome://crash').catch(() => undefined)
  else {
    kill(way.slice(3))
    await wait(500)
  }
  await context.close().catch(() => undefined)
  await wait(200)
  context = await launch()
  page = await opened(context)
  const made = times.filter(Boolean).length
  const kept = (await roomsOn(page)) - before
  row.tries++
  row.edits += made
  row.lost += Math.max(0, made - kept)
  row.lostSaved += Math.max(0, saved - kept)
  if (kept < made) row.oldestMs = Math.max(row.oldestMs, leftAt - times[kept])
  // Rooms are taken out again now and then, so that the page stays as it is.
  if (before > 12) {
    await context.close()
    rmSync(profile, { recursive: true, force: true })
    context = await launch()
    page = await opened(context)
  }
}
for (const [way, row] of Object.entries(table)) if (row.tries) tellRow(way, row)
if (imports) await attackImports()
await context.close()
server.kill()
rmSync(profile, { recursive: true, force: true })

/** Files of each kind, made in a page of the studio that they are taken into. */
async function filesOf() {
  await page.goto(`${URL}/studio`)
  await page.locator('main[data-ready="true"]').waitFor()
  const download = async (name) => {
    const coming = page.waitForEvent('download')
    await page.getByRole('button', { name }).first().click()
    return readFileSync(await (await coming).path())
  }
  const studio = JSON.parse((await download('Export the studio')).toString())
  const jpeg = Buffer.from(
    await page.evaluate(async () => {
      const canvas = new OffscreenCanvas(1600, 1200)
      const onto = canvas.getContext('2d')
      for (let i = 0; i < 1200; i += 4) {
        onto.fillStyle = `hsl(${i % 360} 50% 50%)`
        onto.fillRect(0, i, 1600, 4)
      }
      return [...new Uint8Array(await (await canvas.convertToBlob({ type: 'image/jpeg' })).arrayBuffer())]
    }),
  )
  studio.studio.name = 'Elsewhere'
  const text = JSON.stringify(studio)
  const zip = new JSZip()
  zip.file('vernice.json', text)
  for (let i = 0; i < 40; i++) zip.file(`photographs/far-${i}.jpg`, jpeg)
  return { zip: await zip.generateAsync({ type: 'nodebuffer' }), studio: Buffer.from(text) }
}

/** What a studio has of an import: its name, and how many photographs are kept. */
async function state() {
  await page.goto(`${URL}/studio`)
  await page.locator('main[data-ready="true"]').waitFor({ timeout: 60_000 })
  await wait(1500)
  const kept = await page
    .getByTestId('photos-kept')
    .textContent({ timeout: 500 })
    .catch(() => '0')
  return {
    name: await page.getByRole('textbox', { name: 'Name of the studio' }).inputValue(),
    photographs: Number(/\d+/.exec(kept)?.[0] ?? 0),
  }
}

/** Each kind of import, killed at ten moments: afterwards all of it is there, or nothing. */
async function attackImports() {
  const files = await filesOf()
  for (const [kind, photographs] of [
    ['zip', 40],
    ['studio', 0],
  ]) {
    const row = { tries: 0, whole: 0, nothing: 0, half: 0 }
    for (let moment = 0; moment < 10; moment++) {
      await context.close().catch(() => undefined)
      rmSync(profile, { recursive: true, force: true })
      context = await launch()
      page = await context.newPage()
      await state()
      await page.goto(`${URL}/`)
      await page.locator('main[data-ready="true"]').waitFor({ timeout: 60_000 })
      await page
        .locator('input[type=file]')
        .first()
        .setInputFiles({
          name: kind === 'zip' ? 'a.zip' : 'a.json',
          mimeType: 'application/octet-stream',
          buffer: files[kind],
        })
      await page.getByTestId('question').getByRole('button', { name: 'Take it in' }).click()
      await wait(kind === 'zip' ? moment * 350 : moment * 12)
      kill('KILL')
      await wait(500)
      await context.close().catch(() => undefined)
      context = await launch()
      page = await context.newPage()
      const after = await state()
      row.tries++
      if (after.name === 'Elsewhere' && after.photographs === photographs) row.whole++
      else if (after.name !== 'Elsewhere' && after.photographs === 0) row.nothing++
      else {
        row.half++
        console.log(`half: ${kind} at moment ${moment}: ${JSON.stringify(after)}`)
      }
    }
    tellRow(`import of a ${kind}`, row)
  }
}
