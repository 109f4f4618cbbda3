import type { Database } from './database'
import { tell } from './studioStore'

const ASKED_KEY = 'vernice.askedToPersist'

/** So many small pictures of pieces are kept; the oldest go first. */
const MOST_PICTURES = 120

/** What the browser grants this page, bytes; null where it does not say. */
export interface DiskRoom {
  readonly used: number
  readonly granted: number
  readonly persistent: boolean
}

export async function diskRoomNow(): Promise<DiskRoom | null> {
  if (typeof navigator === 'undefined' || !navigator.storage?.estimate) return null
  const [{ usage = 0, quota = 0 }, persistent] = await Promise.all([
    navigator.storage.estimate(),
    navigator.storage.persisted?.() ?? false,
  ])
  return { used: usage, granted: quota, persistent }
}

/** Asks the browser once not to throw the studio away when its disk fills. */
export async function askToPersist(): Promise<void> {
  try {
    if (localStorage.getItem(ASKED_KEY)) return
    localStorage.setItem(ASKED_KEY, '1')
    await navigator.storage?.persist?.()
  } catch {
    // Without storage there is nothing to persist.
  }
}

/** Throws the small pictures away, which can be made again; returns what that frees, bytes. */
export async function giveUpPictures(database: Database | null): Promise<number> {
  const pictures = (await database?.getAll('thumbnails').catch(() => [])) ?? []
  await database?.clear('thumbnails').catch(() => undefined)
  return pictures.reduce((sum, { pixels }) => sum + pixels.byteLength, 0)
}

/** The disk is full: gives the small pictures up, and with `first` says what else would help. */
export async function makeRoom(database: Database | null, first: boolean): Promise<void> {
  const freed = (await giveUpPictures(database)) / 1_048_576
  if (!first) return
  tell(
    'problem',
    'The disk has no room left for this page, so what you just did is not saved yet. ' +
      (freed >= 0.1 ? `${freed.toFixed(1)} MB of small pictures were given up for it. ` : '') +
      'Free some room on the disk, or take out pieces you no longer need; saving is tried again by itself. ' +
      'Until it says “saved”, export the studio (Studio, Export the studio).',
  )
}

/** Keeps a small picture, and forgets the oldest above a number; a cache, so that a failure does not matter. */
export async function keepPicture(
  database: Database | null,
  pieceId: string,
  picture: { of: string; width: number; height: number; pixels: Uint8ClampedArray<ArrayBuffer> },
): Promise<void> {
  if (!database) return
  try {
    await database.put('thumbnails', { ...picture, at: Date.now() }, pieceId)
    if ((await database.count('thumbnails')) <= MOST_PICTURES) return
    const transaction = database.transaction('thumbnails', 'readwrite')
    const ages: { key: string; at: number }[] = []
    for (let cursor = await transaction.store.openCursor(); cursor; cursor = await cursor.continue())
      ages.push({ key: cursor.key, at: cursor.value.at })
    ages.sort((a, b) => a.at - b.at)
    for (const { key } of ages.slice(0, ages.length - MOST_PICTURES)) await transaction.store.delete(key)
    await transaction.done
  } catch {
    // The picture is made again when it is wanted.
  }
}
