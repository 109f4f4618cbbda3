import { test as base, type Page } from '@playwright/test'
import JSZip from 'jszip'
import { readFile } from 'node:fs/promises'
import { demoStudio } from '../src/core/demo/demoStudio'
import { writeStudio } from '../src/core/formats/verniceFile'
import { DEMO_PIECES, expect, open, openText, takeItIn, test } from './studio'

/* Nothing lost, nobody shut out. */

const saved = (page: Page) => expect(page.locator('[data-save="saved"]')).toBeVisible()
const name = (page: Page) => page.getByRole('textbox', { name: 'Name of the studio' })

/** Changes records of the database as a fault would, from outside of Vernice. */
const tamper = (page: Page, key: string, value: unknown) =>
  page.evaluate(
    ([at, put]) =>
      new Promise<void>((resolve, reject) => {
        const request = indexedDB.open('vernice')
        request.onerror = () => reject(request.error)
        request.onsuccess = () => {
          const transaction = request.result.transaction('records', 'readwrite')
          transaction.objectStore('records').put({ key: at, version: 3, value: put })
          transaction.oncomplete = () => {
            request.result.close()
            resolve()
          }
        }
      }),
    [key, value] as const,
  )

test('what is typed counts before the field is left, and is one step of undo', async ({ page }) => {
  await open(page, '/studio')
  await name(page).click()
  await name(page).press('Control+A')
  await name(page).pressSequentially('Upper room', { delay: 60 })
  await expect(page.getByRole('button', { name: 'Undo: rename the studio' })).toBeVisible()
  await saved(page)
  await page.reload()
  await expect(name(page)).toHaveValue('Upper room')
  await page.getByRole('button', { name: 'Undo: rename the studio' }).click()
  await expect(name(page)).toHaveValue('Tidewater shed')
})

test('a page that is left in the middle of a word, or right after quick edits, loses nothing', async ({ page }) => {
  await open(page, '/studio')
  const fahrenheit = page.getByRole('radio', { name: '°F' })
  for (const [i, leave] of [
    () => page.reload(),
    () => page.goto('/tiles'),
    () => page.reload(),
    () => page.goto('about:blank'),
  ].entries()) {
    await open(page, '/studio')
    await name(page).fill(`Room ${i}`)
    // A burst in one turn, and away at once.
    await page.evaluate(() => {
      const radios = [...document.querySelectorAll<HTMLElement>('[role="radio"]')]
      const press = (word: string) => radios.find((radio) => radio.textContent === word)?.click()
      for (const word of ['inches', '12 h', '°C', '°F']) press(word)
    })
    await leave()
    await open(page, '/studio')
    await expect(name(page)).toHaveValue(`Room ${i}`)
    await expect(fahrenheit).toHaveAttribute('aria-checked', 'true')
    await page.getByRole('radio', { name: '°C' }).click()
    await saved(page)
  }
})

test('edits and undos of two tabs both survive, and each is told of the other', async ({ page, context }) => {
  await open(page, '/studio')
  const other = await context.newPage()
  await open(other, '/studio')
  await name(page).fill('From the first')
  await name(page).press('Enter')
  await other.getByRole('radio', { name: '12' }).first().click()
  await expect(name(other)).toHaveValue('From the first')
  await expect(other.getByText('Changed in another tab: “rename the studio”')).toBeVisible()
  await expect(page.getByRole('radio', { name: '12' }).first()).toHaveAttribute('aria-checked', 'true')
  // Each takes back its own.
  await other.getByRole('button', { name: 'Undo: change settings' }).click()
  await expect(page.getByRole('radio', { name: '12' }).first()).toHaveAttribute('aria-checked', 'false')
  await expect(name(other)).toHaveValue('From the first')
  await page.getByRole('button', { name: 'Undo: rename the studio' }).click()
  await expect(name(other)).toHaveValue('Tidewater shed')
  await saved(page)
  await saved(other)
})

test('a tab that was frozen wakes up beside another: both have what either did, and it is saved', async ({
  page,
  context,
}) => {
  await open(page, '/studio')
  await saved(page)
  const other = await context.newPage()
  await open(other, '/studio')
  const device = await context.newCDPSession(page)
  await device.send('Page.setWebLifecycleState', { state: 'frozen' })
  await name(other).fill('Named while it slept')
  await name(other).press('Enter')
  await other.getByRole('radio', { name: '°F' }).click()
  await saved(other)
  await device.send('Page.setWebLifecycleState', { state: 'active' })
  await page.bringToFront()
  await expect(name(page)).toHaveValue('Named while it slept')
  await page.getByRole('radio', { name: '12 h' }).click()
  await saved(page)
  await expect(other.getByRole('radio', { name: '12 h' })).toHaveAttribute('aria-checked', 'true')
  for (const tab of [page, other]) {
    await tab.reload()
    await expect(name(tab)).toHaveValue('Named while it slept')
    for (const word of ['°F', '12 h'])
      await expect(tab.getByRole('radio', { name: word })).toHaveAttribute('aria-checked', 'true')
  }
})

test('a damaged record shuts out one piece, is told, and can be had as a file', async ({ page }) => {
  await open(page, '/')
  await tamper(page, 'piece:reed-jugs', { id: 'reed-jugs', name: 7 })
  await open(page, '/')
  await expect(page.getByTestId('piece-card')).toHaveCount(DEMO_PIECES - 1)
  await expect(page.getByRole('alert').filter({ hasText: 'could not be read' })).toBeVisible()
  await page.getByRole('link', { name: 'Studio', exact: true }).click()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByTestId('set-aside').getByRole('button').click(),
  ])
  expect(file.suggestedFilename()).toBe('piece-reed-jugs-set-aside.json'.replace('piece-', 'piece-'))
  // It is set aside once, not at each opening.
  await open(page, '/studio')
  await expect(page.getByTestId('set-aside')).toHaveCount(1)
  await expect(page.getByRole('alert').filter({ hasText: 'could not be read' })).toHaveCount(0)
})

for (const [what, fault, said] of [
  ['no database', () => Object.defineProperty(globalThis, 'indexedDB', { value: undefined }), 'keeps nothing'],
  [
    'a database that throws',
    () => {
      IDBFactory.prototype.open = () => {
        throw new DOMException('no', 'SecurityError')
      }
    },
    'keeps nothing',
  ],
] as const)
  test(`with ${what} work goes on in memory, said plainly within three seconds`, async ({ page }) => {
    await page.addInitScript(fault)
    await page.goto('/studio')
    await expect(page.getByTestId('kept-nowhere')).toContainText(said, { timeout: 6_000 })
    await expect(page.locator('[data-save="memory"]')).toHaveText(/not kept/)
    await page.getByRole('radio', { name: '°F' }).click()
    await expect(page.getByRole('radio', { name: '°F' })).toHaveAttribute('aria-checked', 'true')
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByTestId('kept-nowhere').getByRole('button').click(),
    ])
    expect(file.suggestedFilename()).toContain('vernice-studio.json')
  })

test('while storage does not answer nothing else is shown, and one can work without it until it does', async ({
  page,
}) => {
  await page.addInitScript(() => {
    const opening = IDBFactory.prototype.open
    IDBFactory.prototype.open = function (name: string) {
      return Object.assign(opening.call(this, `${name} elsewhere`), { addEventListener: () => undefined })
    }
  })
  await page.goto('/')
  await expect(page.getByTestId('opening-slowly')).toContainText('does not answer yet')
  await expect(page.locator('[data-save="opening"]')).toBeVisible()
  await expect(page.getByTestId('piece-card')).toHaveCount(0)
  await page.getByRole('button', { name: 'Work without it for now' }).click()
  await expect(page.getByTestId('kept-nowhere')).toContainText('does not answer yet')
  await expect(page.locator('[data-save="memory"]')).toHaveText(/not kept/)
  await expect(page.getByTestId('piece-card')).toHaveCount(0)
})

test('storage that answers after four seconds opens the own studio, never the demo', async ({ page }) => {
  await open(page, '/studio')
  await name(page).fill('Upper room')
  await name(page).press('Enter')
  await saved(page)
  await page.addInitScript(() => {
    // Reading what was set aside takes long; everything else is quick.
    const listen = EventTarget.prototype.addEventListener
    IDBRequest.prototype.addEventListener = function (this: IDBRequest, kind: string, then: EventListener) {
      const late = (event: Event) => setTimeout(() => then(event), 4_000)
      const slow = (this.source as IDBObjectStore | null)?.name === 'setAside'
      listen.call(this, kind, slow ? late : then)
    } as typeof listen
  })
  await page.reload()
  await expect(page.getByTestId('opening-slowly')).toBeVisible()
  await expect(page.locator('[data-save="saved"]')).toHaveCount(0)
  await expect(name(page)).toHaveValue('Upper room')
  await saved(page)
})

test('a full disk is told with what would help, the studio can be taken along, and saving goes on by itself', async ({
  page,
}) => {
  await open(page, '/studio')
  await saved(page)
  await page.evaluate(() => {
    const disk = window as unknown as { full: boolean }
    disk.full = true
    for (const how of ['add', 'put'] as const) {
      const write = IDBObjectStore.prototype[how]
      IDBObjectStore.prototype[how] = function (this: IDBObjectStore, ...record: Parameters<typeof write>) {
        if (disk.full) throw new DOMException('no room', 'QuotaExceededError')
        return write.apply(this, record)
      }
    }
  })
  await name(page).fill('Upper shed')
  await expect(page.getByRole('alert').filter({ hasText: 'no room left for this page' })).toContainText(
    'export the studio',
  )
  await expect(page.locator('[data-save="failed"]')).toHaveText(/not saved/)
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export the studio' }).click(),
  ])
  expect((await readFile(await file.path())).toString()).toContain('Upper shed')
  await page.evaluate(() => ((window as unknown as { full: boolean }).full = false))
  await expect(page.locator('[data-save="saved"]')).toBeVisible({ timeout: 40_000 })
  await page.reload()
  await expect(name(page)).toHaveValue('Upper shed')
})

test('a database of a newer Vernice is not held up, is left alone and said', async ({ page }) => {
  await open(page, '/')
  await page.evaluate(
    () =>
      new Promise((resolve) => {
        const request = indexedDB.open('vernice', 99)
        request.onsuccess = () => resolve(request.result.close())
      }),
  )
  await expect(page.getByTestId('kept-nowhere')).toContainText('A newer Vernice has been opened in another tab')
  await page.reload()
  await expect(page.getByTestId('kept-nowhere')).toContainText('of a newer Vernice')
})

test('a piece that is not there says so and leads back', async ({ page }) => {
  await open(page, '/plan/no-such-piece')
  await page.getByRole('link', { name: 'To the rack' }).click()
  await expect(page.getByTestId('piece-card')).toHaveCount(DEMO_PIECES)
})

base('an unknown address has a page of its own', async ({ page }) => {
  await page.goto('/no/such/page')
  await page.getByTestId('not-found').getByRole('link', { name: 'Go to the rack' }).click()
  await expect(page.getByTestId('piece-card')).toHaveCount(DEMO_PIECES)
})

/** A studio as zip with many photographs, one of them with a flipped byte if that is wanted. */
async function zipOf(page: Page, photographs: number, flipped = false): Promise<Buffer> {
  const bytes = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(1600, 1200)
    const context = canvas.getContext('2d')!
    for (let i = 0; i < 1200; i += 4) {
      context.fillStyle = `hsl(${i % 360} 50% 50%)`
      context.fillRect(0, i, 1600, 4)
    }
    return [...new Uint8Array(await (await canvas.convertToBlob({ type: 'image/jpeg' })).arrayBuffer())]
  })
  const zip = new JSZip()
  zip.file('vernice.json', writeStudio({ ...demoStudio(), name: 'Elsewhere' }))
  for (let i = 0; i < photographs; i++) zip.file(`photographs/far-${i}.jpg`, new Uint8Array(bytes))
  const packed = await zip.generateAsync({ type: 'nodebuffer' })
  const picture = Buffer.from(bytes)
  if (flipped) packed[packed.indexOf(picture.subarray(0, 200)) + picture.length - 50] ^= 1
  return packed
}

test('a zip left half way leaves nothing behind; damaged photographs are named; taken in whole it is whole', async ({
  page,
}) => {
  test.setTimeout(150_000)
  await open(page, '/studio')
  const whole = await zipOf(page, 40)
  await openText(page, 'studio.zip', whole)
  await expect(page.getByTestId('question')).toContainText('40 photographs come with it')
  let asked = ''
  page.on('dialog', (dialog) => {
    asked = dialog.type()
    void dialog.accept()
  })
  await takeItIn(page)
  await expect(page.getByTestId('at-work')).toContainText(/: ([2-9]|\d\d) of 40/)
  await expect(page.locator('[data-save="saving"]')).toContainText(/saving \d+ of 40/)
  await page.reload()
  expect(asked).toBe('beforeunload')
  await expect(page.locator('main[data-ready="true"]')).toBeVisible()
  await expect(page.getByTestId('notice')).toContainText('“studio.zip” was not taken in: the page was left when')
  await expect(name(page)).toHaveValue('Tidewater shed')
  await expect(page.getByTestId('photos-kept')).toHaveCount(0)

  await openText(page, 'studio.zip', await zipOf(page, 3, true))
  await takeItIn(page)
  await expect(page.getByTestId('question')).toContainText('1 of 3 photographs are damaged: far-0.jpg.', {
    timeout: 20_000,
  })
  await page.getByRole('button', { name: 'Take the rest in' }).click()
  await expect(page.getByTestId('photos-kept')).toContainText('2 photographs')
  await expect(name(page)).toHaveValue('Elsewhere')
  await expect(page.locator('[data-save="saved"]')).toBeVisible()
})
