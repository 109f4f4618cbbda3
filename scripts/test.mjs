// npm test: installs what tests need, then lint, types, build, unit tests, and the real interface in Chromium.
import { execFileSync, spawn } from 'node:child_process'
import { existsSync } from 'node:fs'
import { installChromium } from './chromium.mjs'

const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1', VERNICE_CHECKED: '1' }
const run = (command, args) => execFileSync(command, args, { stdio: 'inherit', env })
const node = (...args) => run(process.execPath, args)

if (!existsSync('node_modules/next')) run('npm', ['install', '--no-audit', '--no-fund'])
installChromium()
run(process.execPath, ['scripts/copyFonts.mjs'])
node('node_modules/next/dist/bin/next', 'typegen')
// Lint reads files one after another, with one processor: types and the build go on beside it.
await Promise.all([
  beside('npm', ['run', '--silent', 'lint']),
  beside('npm', ['run', '--silent', 'typecheck']).then(() =>
    beside(process.execPath, ['node_modules/next/dist/bin/next', 'build']),
  ),
])
node('node_modules/vitest/vitest.mjs', 'run')
node('node_modules/@playwright/test/cli.js', 'test')

/** Runs a command beside others; rejects when it fails. */
function beside(command, args) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { stdio: 'inherit', env })
    child.on('error', reject)
    child.on('exit', (code) => (code === 0 ? resolve() : reject(new Error(`${command} ${args.join(' ')}: ${code}`))))
  })
}
