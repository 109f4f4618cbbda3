// npm run demo: installs, builds if needed, starts Vernice with the demo studio, and prints the address.
import { execFileSync, spawn } from 'node:child_process'
import { existsSync, readFileSync, statSync, writeFileSync, readdirSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'

const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1', VERNICE_DEMO: 'planned' }
const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm'
const next = ['node_modules/next/dist/bin/next']

if (!existsSync('node_modules/next')) execFileSync(npm, ['install', '--no-audit', '--no-fund'], { stdio: 'inherit' })
execFileSync(process.execPath, ['scripts/copyFonts.mjs'], { stdio: 'inherit' })
if (!upToDate()) {
  execFileSync(process.execPath, [...next, 'build'], { stdio: 'inherit', env })
  writeFileSync('.next/vernice-built', '')
}

// Only this machine is listened to unless HOST says otherwise.
const host = process.env.HOST ?? '127.0.0.1'
const port = await freePort(Number(process.env.PORT ?? 3000))
const server = spawn(process.execPath, [...next, 'start', '-H', host, '-p', String(port)], {
  stdio: ['ignore', 'pipe', 'inherit'],
  env,
})
server.stdout.on('data', (text) => {
  if (String(text).includes('Ready')) console.log(`\nVernice is ready: http://${host}:${port}\n(Ctrl + C stops it.)`)
})
server.on('exit', (code) => process.exit(code ?? 0))
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))

/** A build is used again only if nothing it was made of is newer. */
function upToDate() {
  if (!existsSync('.next/vernice-built') || !existsSync('.next/BUILD_ID')) return false
  const built = statSync('.next/vernice-built').mtimeMs
  return (
    ['package.json', 'next.config.ts'].every((f) => statSync(f).mtimeMs < built) &&
    newest('src') < built &&
    readFileSync('.next/BUILD_ID', 'utf8') !== ''
  )
}

function newest(folder) {
  return readdirSync(folder, { withFileTypes: true }).reduce((latest, entry) => {
    const path = join(folder, entry.name)
    return Math.max(latest, entry.isDirectory() ? newest(path) : statSync(path).mtimeMs)
  }, 0)
}

function freePort(wanted) {
  return new Promise((resolve) => {
    const probe = createServer()
    probe.once('error', () => resolve(freePort(wanted + 1)))
    probe.listen(wanted, host, () => probe.close(() => resolve(wanted)))
  })
}
