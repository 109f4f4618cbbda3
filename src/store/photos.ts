'use client'

import { useEffect, useMemo } from 'react'
import { sentence, type Issue } from '@/core/base/issue'
import { fail, type Result } from '@/core/base/result'
import { entriesOf, type PhotoSide, type Placed, type RunEntry } from '@/core/model/run'
import { entryId } from '@/core/model/runEntries'
import { photographs, SOON_MS } from '@/workers/clients'
import type { KeptPhoto } from '@/workers/photo.worker'
import { useWorkerQuery, type WorkerQuery } from './workerQueries'
import { instantNow } from './days'
import { diskRoomNow, giveUpPictures } from './diskRoom'
import type { JournalEntry } from './importJournal'
import { photosChanged, usePhotoChanges } from './photoChanges'
import { database } from './persistence'
import { newId, run, tell, useStudio } from './studioStore'

/* Photographs: read anew in a worker, kept as blobs beside the documents, which only name them. They never leave the browser. */

/** So much of what the browser grants is never given to photographs, so that an edit always finds room. */
const RESERVE_BYTES = 5 * 1_048_576

/** From this share of what the browser grants it is said that room becomes short. */
const SHORT_FROM = 0.8

/** Where there is no database they last as long as the page. */
const inMemory = new Map<string, { whole: Blob; small: Blob }>()

/** What a photograph shows. */
export interface PhotoOf {
  readonly pieceId: string
  readonly pots: readonly number[]
  readonly side: PhotoSide
  readonly stepId: string | null
  readonly mediumId: string | null
  readonly by: string
  /** The place of the piece that it belongs to, if it belongs to one. */
  readonly placed?: Placed
}

/** What is wrong with keeping so much more, bytes. */
export async function roomFor(bytes: number): Promise<Issue | null> {
  const left = async () => {
    const room = await diskRoomNow()
    return !room || room.granted === 0 ? Infinity : room.granted - room.used - RESERVE_BYTES
  }
  if (bytes <= (await left())) return null
  // Small pictures can be made again: they go before a photograph is refused.
  await giveUpPictures(database())
  const leftBytes = await left()
  if (bytes <= leftBytes) return null
  return { code: 'no-room', needsBytes: bytes, leftBytes, looseBytes: await looseBytes() }
}

/** What photographs take that no record shows any more. */
async function looseBytes(): Promise<number> {
  const shown = new Set(
    Object.values(useStudio.getState().studio.pieces).flatMap(({ run: entries }) =>
      entriesOf(entries, 'photo').map(({ photoId }) => photoId),
    ),
  )
  let bytes = 0
  for (const id of await keptPhotos()) if (!shown.has(id)) bytes += (await photoBlob(id, 'whole'))?.size ?? 0
  return bytes
}

const storageFailed = (error: unknown): Issue => ({
  code: 'storage-failed',
  detail: error instanceof Error ? error.message || error.name : 'unknown',
})

/** Keeps the pictures of a photograph under a name; both or none, and with them what a journal is to say. */
export async function putPhoto(
  photoId: string,
  { whole, small }: Pick<KeptPhoto, 'whole' | 'small'>,
  noted?: JournalEntry,
): Promise<Issue | null> {
  const kept = database()
  if (!kept) {
    inMemory.set(photoId, { whole, small })
    photosChanged()
    return null
  }
  const issue = await roomFor(whole.size + small.size)
  if (issue) return issue
  try {
    const transaction = kept.transaction(['photoSmall', 'photoWhole', 'imports'], 'readwrite')
    await Promise.all([
      ...(noted ? [transaction.objectStore('imports').put(noted.journal, noted.key)] : []),
      transaction.objectStore('photoWhole').put(whole, photoId),
      transaction.objectStore('photoSmall').put(small, photoId),
      transaction.done,
    ])
    photosChanged()
    return null
  } catch (error) {
    // Browsers tell less than the truth of what is left, so that the disk itself has the last word.
    return error instanceof Error && error.name === 'QuotaExceededError'
      ? { code: 'no-room', needsBytes: whole.size + small.size, leftBytes: 0 }
      : storageFailed(error)
  }
}

/** Reads a photograph from a camera or a file; fails with what is wrong with it. */
export async function readPhoto(file: File): Promise<Result<KeptPhoto>> {
  try {
    return await photographs.ask((worker) => worker.keep(file, file.name), { limitMs: SOON_MS })
  } catch (error) {
    return fail(storageFailed(error))
  }
}

/** The entry that tells of a photograph. */
const photoEntry = (
  photoId: string,
  { widthPx, heightPx, whole, small }: KeptPhoto,
  { pots, side, stepId, mediumId, by, placed }: PhotoOf,
): RunEntry => ({
  id: entryId('photo', instantNow(), photoId),
  at: instantNow(),
  by,
  pots: [...pots],
  kind: 'photo',
  photoId,
  side,
  stepId,
  mediumId,
  widthPx,
  heightPx,
  bytes: whole.size + small.size,
  ...(placed ? { placed } : {}),
})

/** Takes a photograph into the record of a piece; what is wrong is told in a sentence, and then nothing is kept. */
export async function addPhoto(file: File, of: PhotoOf): Promise<boolean> {
  const read = await readPhoto(file)
  if (!read.ok) {
    tell('problem', sentence(read.issue))
    return false
  }
  const photoId = newId()
  const issue = await putPhoto(photoId, read.value)
  if (issue) {
    tell('problem', sentence(issue))
    return false
  }
  if (run({ type: 'run.add', pieceId: of.pieceId, entries: [photoEntry(photoId, read.value, of)] })) return false
  await warnWhenShort()
  return true
}

async function warnWhenShort(): Promise<void> {
  const room = await diskRoomNow()
  if (!room || room.granted === 0 || room.used < SHORT_FROM * room.granted) return
  const per = Math.round((100 * room.used) / room.granted)
  tell(
    'news',
    `Kept. ${per} % of the room that this browser grants is used; save the studio as a zip (Studio) and delete ` +
      'photographs you no longer need.',
  )
}

/** A photograph that is kept; null when this browser does not have it. */
export async function photoBlob(photoId: string, size: 'small' | 'whole'): Promise<Blob | null> {
  const held = inMemory.get(photoId)
  if (held) return held[size]
  const blob = await database()?.get(size === 'small' ? 'photoSmall' : 'photoWhole', photoId)
  return blob ?? null
}

const PHOTO: WorkerQuery<{ photoId: string; size: 'small' | 'whole'; changes: number }, Blob | null> = {
  name: 'photograph',
  what: 'The photograph could not be read',
  keepMs: 60_000,
  ask: ({ photoId, size }) => photoBlob(photoId, size),
}

/** The address of a photograph to show, once it is `seen`; missing when this browser does not have it. */
export function usePhoto(
  photoId: string,
  size: 'small' | 'whole',
  seen: boolean,
): { url: string | null; missing: boolean } {
  const changes = usePhotoChanges((s) => s.changes)
  const { value, isNow } = useWorkerQuery(PHOTO, seen ? { photoId, size, changes } : null)
  const url = useMemo(() => (value ? URL.createObjectURL(value) : null), [value])
  useEffect(() => () => void (url && URL.revokeObjectURL(url)), [url])
  return { url, missing: seen && isNow && value === null }
}

/** Names of all photographs that are kept here. */
export async function keptPhotos(): Promise<string[]> {
  const keys = (await database()?.getAllKeys('photoWhole')) ?? []
  return [...new Set([...keys, ...inMemory.keys()])]
}

/** Deletes the pictures of photographs; what the records tell of them stays. */
export async function deletePhotos(photoIds: readonly string[]): Promise<void> {
  for (const id of photoIds) inMemory.delete(id)
  const kept = database()
  if (!kept) return
  const transaction = kept.transaction(['photoSmall', 'photoWhole'], 'readwrite')
  for (const id of photoIds) {
    void transaction.objectStore('photoSmall').delete(id)
    void transaction.objectStore('photoWhole').delete(id)
  }
  await transaction.done
  photosChanged()
}
