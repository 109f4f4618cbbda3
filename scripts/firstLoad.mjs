// What a view loads in scripts until it is quiet, without what its workers load. Used by the bench and by a test that holds it.
import { gzipSync } from 'node:zlib'

export async function firstLoad(browser, address) {
  const context = await browser.newContext({ serviceWorkers: 'block' })
  try {
    const page = await context.newPage()
    const scripts = []
    page.on('response', (response) => {
      if (response.request().resourceType() === 'script') scripts.push(response.body())
    })
    await page.goto(address, { waitUntil: 'networkidle' })
    const bodies = await Promise.all(scripts)
    const kilobytes = (of) => Math.round(bodies.reduce((sum, body) => sum + of(body).length, 0) / 1000)
    return { files: bodies.length, compressedKb: kilobytes(gzipSync), kb: kilobytes((body) => body) }
  } finally {
    await context.close()
  }
}
