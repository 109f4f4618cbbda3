// In headless Chromium: from an edit in the built application to the new picture on the form, and the scripts of each view’s first load.
import { chromium } from '@playwright/test'
import { spawn } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { chromiumPath } from '../scripts/chromium.mjs'
import { firstLoad } from '../scripts/firstLoad.mjs'

const PORT = 3229
const VIEWS = ['/', '/new', '/plan/reed-jugs', '/days', '/bench', '/sheets', '/fired', '/cupboard', '/tiles', '/studio']
const server = spawn(process.execPath, ['node_modules/next/dist/bin/next', 'start', '-p', String(PORT)], {
  env: { ...process.env, VERNICE_DEMO: '1', NEXT_TELEMETRY_DISABLED: '1' },
  stdio: 'ignore',
})
try {
  await ready()
  const browser = await chromium.launch({
    executablePath: chromiumPath(),
    chromiumSandbox: false,
  })
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(`http://localhost:${PORT}/plan/reed-jugs`)
  await page.waitForFunction(() => Number(document.querySelector('canvas')?.dataset.skin ?? 0) > 0, null, {
    timeout: 60_000,
  })
  await page.locator('[data-step="jug-5"]').click()
  const times = []
  for (let i = 0; i < 16; i++) {
    const line = (1.5 + i * 0.06).toFixed(2)
    await page.waitForTimeout(1200)
    times.push(
      await page.evaluate(async (value) => {
        const canvas = document.querySelector('canvas')
        const field = [...document.querySelectorAll('label')].find((l) => l.textContent === 'Line')
        const input = document.getElementById(field.htmlFor)
        const before = Number(canvas.dataset.asked)
        const longest = { ms: 0 }
        const observer = new PerformanceObserver((list) =>
          list.getEntries().forEach((e) => (longest.ms = Math.max(longest.ms, e.duration))),
        )
        observer.observe({ entryTypes: ['longtask'] })
        const start = performance.now()
        Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(input, value)
        input.dispatchEvent(new Event('input', { bubbles: true }))
        // Without it the field waits for more to be typed.
        input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }))
        // Looked at each millisecond, not each frame: the numbers come between frames.
        const reached = (name) =>
          new Promise((resolve) => {
            const channel = new MessageChannel()
            channel.port1.onmessage = () =>
              Number(canvas.dataset[name]) > before
                ? resolve(performance.now() - start)
                : setTimeout(() => channel.port2.postMessage(0), 1)
            channel.port2.postMessage(0)
          })
        const handedAt = await reached('asked')
        const pictureAt = await reached('skin')
        await new Promise((resolve) => setTimeout(resolve, 300))
        return { handedAt, pictureAt, longest: longest.ms }
      }, line),
    )
  }
  const turning = await page.evaluate(async () => {
    const canvas = document.querySelector('canvas')
    let longest = 0
    new PerformanceObserver((list) =>
      list.getEntries().forEach((e) => (longest = Math.max(longest, e.duration))),
    ).observe({ entryTypes: ['longtask'] })
    for (let i = 0; i < 20; i++) {
      canvas.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowLeft', bubbles: true, cancelable: true }))
      await new Promise((resolve) => setTimeout(resolve, 50))
    }
    await new Promise((resolve) => setTimeout(resolve, 1500))
    return longest
  })
  const median = (key) =>
    times
      .map((t) => t[key])
      .sort((a, b) => a - b)
      [times.length >> 1].toFixed(0)
  console.table([
    {
      'edit → graphics card, ms': median('handedAt'),
      '→ drawn, ms': median('pictureAt'),
      'longest task of the main thread, ms': Math.max(...times.map((t) => t.longest)).toFixed(0),
      'while turning, ms': turning.toFixed(0),
      'renderer, MB': await rendererMb(browser),
      renderer: 'software (no graphics card)',
    },
  ])
  const loads = {}
  for (const path of VIEWS) loads[path] = await firstLoad(browser, `http://localhost:${PORT}${path}`)
  console.table(loads)
  await browser.close()
} finally {
  server.kill()
}

/** Memory of the page and its workers, MB: what of it is in main memory, where the system tells. */
async function rendererMb(of) {
  const { processInfo } = await (await of.newBrowserCDPSession()).send('SystemInfo.getProcessInfo')
  const kilobytes = ({ id }) => {
    const status = `/proc/${id}/status`
    return existsSync(status) ? Number(/VmRSS:\s+(\d+)/.exec(readFileSync(status, 'utf8'))?.[1] ?? 0) : 0
  }
  const all = processInfo.filter(({ type }) => type === 'renderer').map(kilobytes)
  return (all.reduce((sum, kb) => sum + kb, 0) / 1024).toFixed(0)
}

async function ready() {
  for (let i = 0; i < 100; i++) {
    try {
      await fetch(`http://localhost:${PORT}`)
      return
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 200))
    }
  }
}
