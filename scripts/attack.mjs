// npm run attack: leaves, crashes and kills the browser while a studio of 150 pieces and 40 photographs is edited, while each kind of
// file is taken in, and while tabs of two builds edit side by side; counts what was lost. Prints each row as it comes and the table at
// the end; with --write it stands in docs/reliability.md afterwards.
// npm run attack -- edits 204 | imports | versions: one of them alone, the first with so many tries.
import { readFileSync, writeFileSync } from 'node:fs'
import { Browser, opened, savedThere, startServers } from './attack/browser.mjs'
import { attackEdits } from './attack/edits.mjs'
import { attackImports } from './attack/imports.mjs'
import { filesOf } from './attack/studioFile.mjs'
import { attackVersions, beginWithOlder } from './attack/versions.mjs'

const DOCUMENT = 'docs/reliability.md'
const BEGIN = '<!-- written by npm run attack -- --write -->'
const END = '<!-- to here -->'

const asked = process.argv.slice(2).filter((word) => !word.startsWith('--'))
const tries = asked.map(Number).find((n) => n > 0)
const kinds = asked.filter((word) => !Number(word))
const wanted = (kind) => kinds.length === 0 || kinds.includes(kind)

const rows = []
/** One row of the table, as soon as it is known. */
const tell = (attack, { tries, edits, whole, nothing, lost, half, lostSaved }) => {
  const what = edits === undefined ? `${whole} whole, ${nothing} not begun` : `${edits} edits`
  const cells = [attack, tries, what, lost ?? half, lostSaved ?? '–']
  rows.push(`| ${cells.join(' | ')} |`)
  console.log(rows.at(-1))
}

const { serves, stop } = await startServers(wanted('versions'))
const browser = new Browser()
try {
  await browser.launch()
  const page = await browser.context.newPage()
  const files = await filesOf(page)
  await opened(page, '/')
  await page.getByLabel('Open a Vernice file').setInputFiles({
    name: 'large.zip',
    mimeType: 'application/zip',
    buffer: files.large,
  })
  await page.getByTestId('question').getByRole('button', { name: 'Take it in' }).click()
  await page.waitForTimeout(8000)
  await savedThere(page)
  await browser.remember()
  if (wanted('edits')) await attackEdits(browser, tell, tries)
  if (wanted('imports')) await attackImports(browser, files, tell)
  if (wanted('versions')) {
    browser.template = null
    await beginWithOlder(browser, serves)
    await attackVersions(browser, serves, tell)
  }
} finally {
  await browser.forget()
  stop()
}

const table = [
  '| attack | tries | what | lost or half there | lost though called saved |',
  '| --- | --- | --- | --- | --- |',
  ...rows,
].join('\n')
console.log(`\n${table}`)
if (process.argv.includes('--write')) {
  const text = readFileSync(DOCUMENT, 'utf8')
  const [from, to] = [text.indexOf(BEGIN), text.indexOf(END)]
  if (from < 0 || to < from) throw new Error(`${DOCUMENT} has no place for the table.`)
  writeFileSync(DOCUMENT, `${text.slice(0, from + BEGIN.length)}\n\n${table}\n\n${text.slice(to)}`)
}
