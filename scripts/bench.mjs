// npm run bench: the figures of the simulator and of the days in one run, then the browser’s time from edit to picture.
// npm run bench -- rooms: random studios and hidden rooms, some minutes.
import { build } from 'esbuild'
import { execFileSync } from 'node:child_process'
import { existsSync, rmSync } from 'node:fs'

const asked = process.argv.slice(2)

for (const bench of asked.length ? asked : ['skin', 'areas', 'days', 'colours']) {
  await build({
    entryPoints: [`bench/${bench}.ts`],
    bundle: true,
    platform: 'node',
    format: 'esm',
    outfile: '.vernice/bench.mjs',
    logLevel: 'error',
  })
  execFileSync(process.execPath, ['.vernice/bench.mjs'], { stdio: 'inherit' })
}
rmSync('.vernice', { recursive: true, force: true })
if (asked.length) process.exit(0)
if (!existsSync('.next/BUILD_ID'))
  execFileSync(process.execPath, ['node_modules/next/dist/bin/next', 'build'], {
    stdio: 'inherit',
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
  })
execFileSync(process.execPath, ['bench/browser.mjs'], { stdio: 'inherit' })
