/* `npm run mutate:sample -- judge 100`: tries so many changes of a part, spread evenly over it, where all of them would take hours. */
import { spawnSync } from 'node:child_process'
import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { Instrumenter } from '@stryker-mutator/instrumenter'

const [part = 'judge', wanted = '100'] = process.argv.slice(2)
const folder = part === 'store' ? 'src/store' : `src/core/${part}`
const files = readdirSync(folder, { recursive: true })
  .filter((name) => name.endsWith('.ts') && !/\.test\.ts$|fixtures/.test(name))
  .map((name) => path.join(folder, name))
  .sort()

const nothing = () => {}
const quiet = { isDebugEnabled: () => false, debug: nothing, info: nothing, warn: nothing }
const { mutants } = await new Instrumenter(quiet).instrument(
  files.map((name) => ({ name, content: readFileSync(name, 'utf8'), mutate: true })),
  { plugins: null, ignorers: [], excludedMutations: ['StringLiteral'] },
)
const within = (a, b) =>
  a.fileName === b.fileName && !before(a.location.start, b.location.start) && !before(b.location.end, a.location.end)
const before = (a, b) => a.line < b.line || (a.line === b.line && a.column < b.column)
const real = mutants.filter((mutant) => mutant.status !== 'Ignored')
// A range brings along every change inside it: whole functions would make a census of the sample.
const all = real.filter((mutant) => real.filter((other) => within(other, mutant)).length <= 4)
const count = Math.min(all.length, Number(wanted))
const chosen = Array.from({ length: count }, (_, i) => all[Math.floor(((i + 0.5) * all.length) / count)])
// Lines and columns count from nought here and lines from one on the command line.
const at = ({ line, column }) => `${line + 1}:${column}`
const ranges = chosen.map(({ fileName, location }) => `${fileName}:${at(location.start)}-${at(location.end)}`)
console.log(`${count} of ${all.length} small changes in ${folder}, which has ${real.length}`)
const env = { ...process.env, MUTATE_TESTS: `${folder}/**/*.test.ts` }
spawnSync('npx', ['stryker', 'run', '--mutate', ranges.join(',')], { stdio: 'inherit', env })
