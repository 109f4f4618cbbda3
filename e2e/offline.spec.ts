import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { test as base, type Page } from '@playwright/test'
import { DEMO_PIECES, drawn, expect, open } from './studio'

/* The server is taken away, as in a shed without a network. */

base.use({ serviceWorkers: 'allow' })

const PORT = 3221
const HOME = `http://localhost:${PORT}`

const test = base.extend<{ server: ChildProcess; violations: string[] }>({
  server: async ({}, provide) => {
    const server = spawn(process.execPath, ['node_modules/next/dist/bin/next', 'start', '-p', String(PORT)], {
      env: { ...process.env, VERNICE_DEMO: '1', NEXT_TELEMETRY_DISABLED: '1' },
      stdio: 'ignore',
    })
    await expect
      .poll(
        () =>
          fetch(HOME).then(
            ({ ok }) => ok,
            () => false,
          ),
        { timeout: 60_000 },
      )
      .toBe(true)
    await provide(server)
    server.kill('SIGKILL')
  },
  violations: async ({ page }, provide) => {
    const violations: string[] = []
    await page.exposeFunction('violated', (what: string) => violations.push(what))
    await page.addInitScript(() =>
      document.addEventListener('securitypolicyviolation', (event) =>
        (window as unknown as { violated: (what: string) => void }).violated(
          `${event.violatedDirective} ${event.blockedURI}`,
        ),
      ),
    )
    await provide(violations)
    expect(violations).toEqual([])
  },
})

test('after the first visit every view, worker and edit works without the server', async ({
  page,
  server,
  violations,
}) => {
  expect(violations).toEqual([])
  await open(page, `${HOME}/`)
  await page.evaluate(() => navigator.serviceWorker.ready)
  await expect
    .poll(() => page.evaluate(() => Boolean(navigator.serviceWorker.controller)), { timeout: 60_000 })
    .toBe(true)
  server.kill('SIGKILL')
  await expect
    .poll(() =>
      fetch(HOME).then(
        () => true,
        () => false,
      ),
    )
    .toBe(false)

  await open(page, `${HOME}/plan/reed-jugs`)
  await drawn(page, 0)
  await page.getByRole('link', { name: 'Rack' }).click()
  await expect(page.getByTestId('piece-card')).toHaveCount(DEMO_PIECES)
  for (const path of ['/days', '/cupboard', '/tiles', '/new', '/studio']) await open(page, HOME + path)
  await page.getByRole('textbox', { name: 'Name of the studio' }).fill('Shed without a network')
  await expect(page.locator('[data-save="saved"]')).toBeVisible()
  await page.reload()
  await expect(page.getByRole('textbox', { name: 'Name of the studio' })).toHaveValue('Shed without a network')
  await page.goto(`${HOME}/no/such/page`)
  await expect(page.getByTestId('not-found')).toBeVisible()
})

/** A server in between, whose service worker becomes another one when it is said so, as with a newer build. */
async function withServerBetween(
  baseURL: string | undefined,
  run: (home: string, becomeNewer: () => void) => Promise<void>,
): Promise<void> {
  let newer = false
  const between = createServer((asked, answer) => {
    const { pathname } = new URL(asked.url ?? '/', baseURL)
    void fetch(new URL(asked.url ?? '/', baseURL), { redirect: 'manual' }).then(async (real) => {
      const body = Buffer.from(await real.arrayBuffer())
      const headers = Object.fromEntries([...real.headers].filter(([name]) => !/encoding|length|transfer/.test(name)))
      answer.writeHead(real.status, headers)
      answer.end(newer && pathname === '/serwist/sw.js' ? Buffer.concat([body, Buffer.from('\n// newer')]) : body)
    })
  }).listen(0)
  await once(between, 'listening')
  const { port } = between.address() as AddressInfo
  try {
    await run(`http://localhost:${port}`, () => (newer = true))
  } finally {
    between.closeAllConnections()
    between.close()
  }
}

const studioName = (page: Page) => page.getByRole('textbox', { name: 'Name of the studio' })
const updateBar = (page: Page) => page.getByText('A newer Vernice is ready')

/** Waits until the pages of this browser come from its service worker. */
const kept = (page: Page) =>
  expect.poll(() => page.evaluate(() => Boolean(navigator.serviceWorker.controller)), { timeout: 60_000 }).toBe(true)

const lookForNewer = (page: Page) =>
  page.evaluate(async () => void (await (await navigator.serviceWorker.getRegistration())?.update()))

test('a newer version is told, waits, and is taken when the artist says so, with nothing lost', async ({
  page,
  baseURL,
}) =>
  withServerBetween(baseURL, async (home, becomeNewer) => {
    await open(page, `${home}/studio`)
    await kept(page)
    await expect(updateBar(page)).toHaveCount(0)
    becomeNewer()
    await lookForNewer(page)
    await expect(updateBar(page)).toBeVisible({ timeout: 60_000 })
    // It waits: work goes on, and a reload does not take it.
    await studioName(page).fill('Shed before')
    await expect(page.locator('[data-save="saved"]')).toBeVisible()
    await page.reload()
    await expect(updateBar(page)).toBeVisible({ timeout: 30_000 })
    await studioName(page).fill('Shed after')
    await Promise.all([page.waitForEvent('load'), page.getByRole('button', { name: 'Take it' }).click()])
    await expect(studioName(page)).toHaveValue('Shed after')
    await expect(updateBar(page)).toHaveCount(0)
  }))

test('an update taken in one of two tabs loses nothing that was typed in either', async ({ page, context, baseURL }) =>
  withServerBetween(baseURL, async (home, becomeNewer) => {
    await open(page, `${home}/studio`)
    await kept(page)
    const other = await context.newPage()
    await open(other, `${home}/days?show=rooms`)
    await kept(other)
    becomeNewer()
    await lookForNewer(page)
    for (const tab of [page, other]) await expect(updateBar(tab)).toBeVisible({ timeout: 60_000 })
    const rooms = await other.locator('[data-room]').count()
    await other.getByRole('button', { name: 'Add a room' }).click()
    // Typed and not left: the field still has the focus when the other tab takes the update.
    const room = other.locator('[data-room]').last().getByRole('textbox').first()
    await room.fill('Loft')
    await studioName(page).fill('Shed after')
    await Promise.all([page.waitForEvent('load'), page.getByRole('button', { name: 'Take it' }).click()])
    await expect(studioName(page)).toHaveValue('Shed after')
    await expect(updateBar(other)).toHaveCount(0, { timeout: 30_000 })
    await expect(other.locator('main[data-ready="true"]')).toBeVisible()
    await expect(other.locator('[data-room]')).toHaveCount(rooms + 1)
    await expect(room).toHaveValue('Loft')
    await expect(other.locator('[data-save="saved"]')).toBeVisible()
  }))

base('pages come with a strict policy, and handlers look at method and length first', async ({ request }) => {
  const answer = await request.get('/plan/reed-jugs')
  const headers = answer.headers()
  const policy = headers['content-security-policy']
  expect(policy).toContain("default-src 'none'")
  expect(policy).toContain("frame-ancestors 'none'")
  expect(policy).toMatch(/script-src 'self' 'nonce-[^']+' 'strict-dynamic' 'wasm-unsafe-eval'/)
  expect(policy).not.toMatch(/script-src[^;]*'unsafe-(inline|eval)'/)
  const nonce = /'nonce-([^']+)'/.exec(policy)?.[1]
  expect(await answer.text()).toContain(`nonce="${nonce}"`)
  expect((await request.get('/')).headers()['content-security-policy']).not.toContain(nonce)
  expect(headers).toMatchObject({
    'x-content-type-options': 'nosniff',
    'referrer-policy': 'no-referrer',
    'permissions-policy': expect.stringContaining('camera=(self), screen-wake-lock=(self), microphone=()'),
  })
  expect(headers['x-powered-by']).toBeUndefined()
  const manifest = (await (await request.get('/manifest.webmanifest')).json()) as { icons: { src: string }[] }
  for (const { src } of manifest.icons) expect((await request.get(src)).ok(), src).toBe(true)
})
