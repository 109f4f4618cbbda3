// A browser of its own with a profile that can be put back, and servers of two builds behind one address.
import { execFileSync, spawn } from 'node:child_process'
import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:http'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { chromium } from '@playwright/test'
import { chromiumPath } from '../chromium.mjs'

const PORT = 3219
const HOME = `http://127.0.0.1:${PORT}`
const NEXT = 'node_modules/next/dist/bin/next'

export const wait = (ms) => new Promise((done) => setTimeout(done, ms))

let seed = Number(process.env.SEED ?? 1)
export const random = () => {
  seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0
  return seed / 2 ** 32
}
export const pick = (list) => list[Math.floor(random() * list.length)]

/** Serves a build, which is made where there is none, and waits until it answers. */
async function serve(folder, port) {
  const env = { ...process.env, VERNICE_DEMO: '1', NEXT_TELEMETRY_DISABLED: '1' }
  if (!existsSync(path.join(folder, '.next/BUILD_ID')))
    execFileSync(process.execPath, [NEXT, 'build'], { cwd: folder, env, stdio: 'ignore' })
  const server = spawn(process.execPath, [NEXT, 'start', '-H', '127.0.0.1', '-p', String(port)], {
    cwd: folder,
    env,
    stdio: 'ignore',
  })
  for (let i = 0; i < 150 && !(await fetch(`http://127.0.0.1:${port}`).catch(() => null)); i++) await wait(200)
  return server
}

/** The build before the last change of the database, checked out and installed beside this one. */
function olderBuild() {
  const git = (...args) => execFileSync('git', args).toString().trim()
  const revision = process.env.OLD ?? `${git('rev-list', '-1', 'HEAD', '--', 'src/store/database.ts')}^`
  const folder = mkdtempSync(path.join(tmpdir(), 'vernice-old-'))
  execFileSync('git', ['clone', '-q', '.', folder])
  execFileSync('git', ['checkout', '-q', git('rev-parse', revision)], { cwd: folder })
  execFileSync('npm', ['ci', '--no-audit', '--no-fund'], { cwd: folder, stdio: 'ignore' })
  execFileSync(process.execPath, ['scripts/copyFonts.mjs'], { cwd: folder })
  return folder
}

/** This build at the address, and with `older` the one before it too: `serves.now` says which answers. */
export async function startServers(older) {
  const serves = { now: 'new' }
  const upstream = { new: PORT + 1, old: PORT + 2 }
  const servers = [await serve('.', upstream.new)]
  const folder = older ? olderBuild() : null
  if (folder) servers.push(await serve(folder, upstream.old))
  const front = createServer(async (asked, answer) => {
    const chunks = []
    for await (const chunk of asked) chunks.push(chunk)
    const from = (which) =>
      fetch(`http://127.0.0.1:${upstream[which]}${asked.url}`, {
        method: asked.method,
        headers: { accept: asked.headers.accept ?? '*/*', rsc: asked.headers.rsc ?? '' },
        ...(chunks.length ? { body: Buffer.concat(chunks) } : {}),
        redirect: 'manual',
      })
    try {
      let real = await from(serves.now)
      // A page of the other build goes on asking for its own files.
      if (real.status === 404 && folder) real = await from(serves.now === 'new' ? 'old' : 'new')
      const kept = [...real.headers].filter(([name]) => !/encoding|length|transfer|connection/.test(name))
      answer.writeHead(real.status, Object.fromEntries(kept))
      answer.end(Buffer.from(await real.arrayBuffer()))
    } catch {
      answer.writeHead(502).end()
    }
  })
  await new Promise((listening) => front.listen(PORT, '127.0.0.1', listening))
  const stop = () => {
    front.closeAllConnections()
    front.close()
    servers.forEach((server) => server.kill())
    if (folder) rmSync(folder, { recursive: true, force: true })
  }
  return { serves, stop }
}

/** A browser with a profile of its own, that can be killed, put back to how it was, and opened again. */
export class Browser {
  profile = mkdtempSync(path.join(tmpdir(), 'vernice-attack-'))
  template = null
  context = null

  async launch() {
    this.context = await chromium.launchPersistentContext(this.profile, {
      executablePath: chromiumPath(),
      chromiumSandbox: false,
      headless: true,
      serviceWorkers: 'block',
    })
    return this.context
  }

  async close() {
    await this.context?.close().catch(() => undefined)
    this.context = null
  }

  async again() {
    await this.close()
    return this.launch()
  }

  /** Keeps the profile as it is: `putBack` comes back to it. */
  async remember() {
    await this.close()
    await wait(300)
    if (this.template) rmSync(this.template, { recursive: true, force: true })
    this.template = mkdtempSync(path.join(tmpdir(), 'vernice-profile-'))
    cpSync(this.profile, this.template, { recursive: true })
    return this.launch()
  }

  /** Begins with the profile that was kept; with none, with an empty one. */
  async putBack() {
    await this.close()
    rmSync(this.profile, { recursive: true, force: true })
    if (this.template) cpSync(this.template, this.profile, { recursive: true })
    return this.launch()
  }

  async forget() {
    await this.close()
    for (const folder of [this.profile, this.template]) if (folder) rmSync(folder, { recursive: true, force: true })
  }

  /** Sends a signal to this browser and to no other: to the processes that were started with its own profile. */
  async kill(signal) {
    try {
      execFileSync('pkill', [`-${signal}`, '-f', `user-data-dir=${this.profile}`])
    } catch {
      // It has gone already.
    }
    await wait(500)
    await this.close()
  }
}

/** Opens a view and waits until the studio is there. */
export async function opened(page, view) {
  await page.goto(`${HOME}${view}`, { timeout: 60_000 })
  await page.locator('main[data-ready="true"]').waitFor({ timeout: 60_000 })
  return page
}

export async function savedThere(page) {
  await page.locator('[data-save="saved"]').waitFor({ timeout: 60_000 })
}

/** Takes a file away by a button. */
export async function downloaded(page, name) {
  const coming = page.waitForEvent('download')
  await page.getByRole('button', { name }).first().click()
  return (await coming).path()
}
