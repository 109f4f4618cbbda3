// Which Chromium the tests drive, and how it comes here.
import { execFileSync } from 'node:child_process'
import { existsSync } from 'node:fs'

const SHELL = '/usr/bin/chromium-headless-shell'
const WHOLE = '/usr/bin/chromium'

/** Debian’s Chromium: without its window where it is there, which does the same pages with a fifth less work. */
export const chromiumPath = () => process.env.CHROMIUM ?? (existsSync(SHELL) ? SHELL : WHOLE)

/** Installs what is missing by apt. With the whole browser here already, nothing is lost if that cannot be. */
export function installChromium() {
  if (process.env.CHROMIUM || existsSync(SHELL)) return
  const asRoot = process.getuid?.() === 0 ? [] : ['sudo', '-n']
  const apt = (...args) => {
    const [command, ...rest] = [...asRoot, 'apt-get', '-qq', '-o', 'Acquire::http::Timeout=20', ...args]
    execFileSync(command, rest, { stdio: ['ignore', 'ignore', 'inherit'], timeout: 240_000 })
  }
  try {
    apt('update')
    apt('install', '-y', 'chromium-headless-shell')
  } catch (error) {
    if (existsSync(WHOLE)) return console.log(`${SHELL} could not be installed; ${WHOLE} is taken.`)
    try {
      apt('install', '-y', 'chromium')
    } catch {
      throw error
    }
  }
}
