// Kills the browser at ten moments while each kind of file is taken in: afterwards all of it is there, or nothing.
import { readFileSync } from 'node:fs'
import { downloaded, opened, savedThere, wait } from './browser.mjs'

const MOMENTS = 10

const choose = (page, label, name, buffer) =>
  page.getByLabel(label).first().setInputFiles({ name, mimeType: 'application/octet-stream', buffer })
const takeIn = (page) => page.getByTestId('question').getByRole('button', { name: 'Take it in' }).click()

/** Each kind of file: where it is taken in, what is done until it is on its way, and in what steps it is killed. */
const KINDS = {
  zip: {
    view: '/',
    begin: (page, files) => choose(page, 'Open a Vernice file', 'a.zip', files.zip).then(() => takeIn(page)),
    stepMs: 60,
  },
  studio: {
    view: '/',
    begin: (page, files) => choose(page, 'Open a Vernice file', 'a.json', files.studio).then(() => takeIn(page)),
    stepMs: 12,
  },
  piece: {
    view: '/',
    begin: (page, files) => choose(page, 'Open a Vernice file', 'a.json', files.piece).then(() => takeIn(page)),
    stepMs: 12,
  },
  'table of materials': {
    view: '/cupboard',
    begin: (page, files) => choose(page, 'Materials from CSV', 'a.csv', files.csv).then(() => takeIn(page)),
    stepMs: 12,
  },
  drawing: {
    view: '/plan/reed-jugs?sheet=drawings',
    begin: (page, files) => choose(page, 'Open line art as a drawing', 'a.svg', files.drawing),
    stepMs: 500,
  },
  sketch: {
    view: '/plan/reed-jugs?sheet=drawings',
    begin: async (page, files) => {
      await choose(page, 'Open a photograph of a sketch', 'a.png', files.sketch)
      await page.getByRole('button', { name: 'Use this drawing' }).click({ timeout: 60_000 })
    },
    stepMs: 20,
  },
  photograph: {
    view: '/bench?piece=scallop-dish',
    begin: async (page, files) => {
      await page.getByRole('button', { name: 'Photograph', exact: true }).click()
      await choose(page, 'Photograph: front', 'a.jpg', files.photograph)
    },
    stepMs: 150,
  },
}

/** What a studio has, as far as an import could change it. */
async function state(page) {
  await opened(page, '/studio')
  await savedThere(page)
  await wait(1500)
  const { studio } = JSON.parse(readFileSync(await downloaded(page, 'Export the studio')).toString())
  const kept = await page
    .getByTestId('photos-kept')
    .textContent({ timeout: 500 })
    .catch(() => '0')
  const pieces = Object.values(studio.pieces)
  return JSON.stringify({
    name: studio.name,
    pieces: pieces.length,
    drawings: pieces.flatMap(({ drawings }) => drawings ?? []).length,
    photographsNamed: (JSON.stringify(studio).match(/"photos?(Id)?":/g) ?? []).length,
    media: Object.values(studio.media)
      .map(({ name }) => name)
      .sort(),
    photographs: Number(/\d+/.exec(kept)?.[0] ?? 0),
  })
}

async function begun(browser, { view, begin }, files) {
  const page = await browser.context.newPage()
  await opened(page, view)
  await savedThere(page)
  await begin(page, files)
  return page
}

/** Rows of the attack on imports: one for each kind of file. */
export async function attackImports(browser, files, tell) {
  for (const [kind, how] of Object.entries(KINDS)) {
    const row = { tries: 0, whole: 0, nothing: 0, half: 0 }
    await browser.putBack()
    const nothing = await state(await browser.context.newPage())
    const undisturbed = await begun(browser, how, files)
    await undisturbed.waitForTimeout(6000)
    await savedThere(undisturbed)
    await undisturbed.close()
    const whole = await state(await browser.context.newPage())
    if (whole === nothing) throw new Error(`The import of a ${kind} changes nothing that is looked at.`)
    for (let moment = 0; moment < MOMENTS; moment++) {
      await browser.putBack()
      await begun(browser, how, files)
      await wait(moment * how.stepMs)
      await browser.kill('KILL')
      await browser.launch()
      const after = await state(await browser.context.newPage())
      row.tries++
      if (after === whole) row.whole++
      else if (after === nothing) row.nothing++
      else {
        row.half++
        console.log(`half: ${kind} at moment ${moment}: ${after}, not ${nothing}, nor ${whole}`)
      }
    }
    tell(`import of a ${kind}, browser killed`, row)
  }
}
