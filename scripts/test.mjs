// npm test: installs what tests need, then lint, types, unit tests, build, and the real interface in Chromium.
import { execFileSync } from 'node:child_process'
import { existsSync } from 'node:fs'

const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1', VERNICE_CHECKED: '1' }
const run = (command, args) => execFileSync(command, args, { stdio: 'inherit', env })
const node = (...args) => run(process.execPath, args)

if (!existsSync('node_modules/next')) run('npm', ['install', '--no-audit', '--no-fund'])
if (!process.env.CHROMIUM && !existsSync('/usr/bin/chromium')) installChromium()
run(process.execPath, ['scripts/copyFonts.mjs'])
run('npm', ['run', '--silent', 'lint'])
node('node_modules/next/dist/bin/next', 'typegen')
node('node_modules/typescript/bin/tsc', '--noEmit', '-p', 'tsconfig.json')
node('node_modules/typescript/bin/tsc', '--noEmit', '-p', 'src/core/tsconfig.json')
node('node_modules/vitest/vitest.mjs', 'run')
node('node_modules/next/dist/bin/next', 'build')
node('node_modules/@playwright/test/cli.js', 'test')

function installChromium() {
  const asRoot = process.getuid?.() === 0 ? [] : ['sudo']
  for (const args of [
    ['apt-get', 'update', '-qq'],
    ['apt-get', 'install', '-y', '-qq', 'chromium'],
  ]) {
    const [command, ...rest] = [...asRoot, ...args]
    run(command, rest)
  }
}
