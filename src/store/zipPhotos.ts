import { counted } from '@/core/base/words'
import { sentence } from '@/core/base/issue'
import type { ListedPhoto } from '@/workers/studioZip'
import { SOON_MS, zips } from '@/workers/clients'
import { atLength, GivenUp } from './atWork'
import { endJournal, heldImport, newJournalKey } from './importJournal'
import { database } from './persistence'
import { deletePhotos, keptPhotos, putPhoto, readPhoto, roomFor } from './photos'
import { askToConfirm, tell, useStudio } from './studioStore'

/*
 * Photographs that come in with a zip. They are kept before the edit that names them, so that an import is one deed: with the page
 * gone half way there is no edit, and the next start deletes what had been kept for it.
 */

/** Photographs of a zip that are kept here, until the edit that names them is made or given up. */
export interface KeptForImport {
  /** The edit has been made. */
  readonly settle: () => void
  /** There will be no edit: what was kept for it goes. */
  readonly drop: () => Promise<void>
}

/** What came of the photographs of a zip. */
interface Stored {
  readonly damaged: readonly string[]
  readonly failed: number
}

/**
 * Keeps the photographs of a zip, with progress. Answers with null when that was given up, by hand or for want of room, which is told;
 * then nothing is kept. Damaged ones are told by name, and the rest is taken only if that is wanted.
 */
export async function keepZipPhotos(file: File, photos: readonly ListedPhoto[]): Promise<KeptForImport | null> {
  const key = newJournalKey()
  const letGo = await heldImport(key)
  const here = new Set(await keptPhotos())
  const wanted = photos.filter(({ id }) => !here.has(id))
  const kept: string[] = []
  const end = async () => {
    await endJournal(database(), key).catch(() => undefined)
    letGo()
  }
  const drop = async () => {
    await deletePhotos(kept)
    await end()
  }
  try {
    const room = await roomFor(wanted.reduce((sum, { bytes }) => sum + bytes, 0))
    if (room) {
      tell('problem', sentence(room))
      return await drop().then(() => null)
    }
    const what = `Saving ${counted(wanted.length, 'photograph', 'photographs')} of “${file.name}”`
    const stored = await atLength({ what, of: wanted.length, isSaving: true }, async (report): Promise<Stored> => {
      const damaged: string[] = []
      let failed = 0
      for (const [i, { id }] of wanted.entries()) {
        report(i)
        const blob = await zips.ask((worker) => worker.photoOf(file, id), { limitMs: SOON_MS })
        if (!blob) {
          damaged.push(id)
          continue
        }
        // Read anew: what others put into a picture stays behind here too.
        const read = await readPhoto(new File([blob], `${id}.jpg`, { type: 'image/jpeg' }))
        const journal = { file: file.name, of: wanted.length, kept: [...kept, id] }
        if (!read.ok || (await putPhoto(id, read.value, { key, journal }))) failed++
        else kept.push(id)
      }
      report(wanted.length)
      return { damaged, failed }
    })
    if ((stored.damaged.length || stored.failed) && !(await wantsTheRest(stored, wanted.length)))
      return await drop().then(() => null)
    return { settle: () => void isKept().then(end), drop }
  } catch (error) {
    await drop()
    if (error instanceof GivenUp) tell('news', `“${file.name}” was not taken in; nothing has changed.`)
    else
      tell(
        'problem',
        `“${file.name}” was not taken in (${error instanceof Error ? error.message : 'unknown'}); nothing has changed.`,
      )
    return null
  }
}

/** Waits until all that was done is kept, for some time at most. */
async function isKept(): Promise<void> {
  for (let i = 0; i < 100 && useStudio.getState().save === 'saving'; i++)
    await new Promise((done) => setTimeout(done, 100))
}

const NAMED = 4

function wantsTheRest({ damaged, failed }: Stored, of: number): Promise<boolean> {
  const names = damaged.slice(0, NAMED).map((id) => `${id}.jpg`)
  const more = damaged.length > NAMED ? ` and ${damaged.length - NAMED} more` : ''
  const words = [
    damaged.length
      ? `${damaged.length} of ${of} photographs are damaged: ${names.join(', ')}${more}. Their bytes are not those that were packed.`
      : '',
    failed ? `${failed} of ${of} are no pictures that can be read, or found no room.` : '',
  ]
  return new Promise((answer) =>
    askToConfirm({
      title: 'Take the rest in?',
      words: `${words.filter(Boolean).join(' ')} The records of such photographs stay, without their pictures.`,
      choices: [{ label: 'Take the rest in', act: () => answer(true) }],
      otherwise: () => answer(false),
    }),
  )
}
