import { spawn, type ChildProcess } from 'node:child_process'
import { createServer } from 'node:http'
import { test as base } from '@playwright/test'
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

test('a newer version is told, waits, and is taken when the artist says so, with nothing lost', async ({
  page,
  baseURL,
}) => {
  // A server in between, whose service worker becomes another one when it is said so, as with a newer build.
  let newer = false
  const between = createServer((asked, answer) => {
    const { pathname } = new URL(asked.url ?? '/', baseURL)
    void fetch(new URL(asked.url ?? '/', baseURL), { redirect: 'manual' }).then(async (real) => {
      const body = Buffer.from(await real.arrayBuffer())
      const headers = Object.fromEntries([...real.headers].filter(([name]) => !/encoding|length|transfer/.test(name)))
      answer.writeHead(real.status, headers)
      answer.end(newer && pathname === '/serwist/sw.js' ? Buffer.concat([body, Buffer.from('\n// newer')]) : body)
    })
  }).listen(3222)
  try {
    await open(page, 'http://localhost:3222/studio')
    await expect
      .poll(() => page.evaluate(() => Boolean(navigator.serviceWorker.controller)), { timeout: 60_000 })
      .toBe(true)
    const bar = page.getByText('A newer Vernice is ready')
    await expect(bar).toHaveCount(0)
    newer = true
    await page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.update())
    await expect(bar).toBeVisible({ timeout: 60_000 })
    // It waits: work goes on, and a reload does not take it.
    const name = page.getByRole('textbox', { name: 'Name of the studio' })
    await name.fill('Shed before')
    await expect(page.locator('[data-save="saved"]')).toBeVisible()
    await page.reload()
    await expect(bar).toBeVisible({ timeout: 30_000 })
    await name.fill('Shed after')
    await Promise.all([page.waitForEvent('load'), page.getByRole('button', { name: 'Take it' }).click()])
    await expect(name).toHaveValue('Shed after')
    await expect(bar).toHaveCount(0)
  } finally {
    between.closeAllConnections()
    between.close()
  }
})

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
