import { writeTable } from '@/core/formats/table'
import { DOCUMENT_NAME } from '@/core/formats/studioZip'
import { writeMediaCsv } from '@/core/formats/mediaCsv'
import { writePiece, writeStudio } from '@/core/formats/verniceFile'
import { sentence } from '@/core/base/issue'
import { entriesOf } from '@/core/model/run'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { outcomeRows, recordRows } from '@/core/usecases/fired/recordTable'
import { LONG_MS, zips } from '@/workers/clients'
import { download, fileName } from './download'
import { photoBlob, putPhoto, readPhoto } from './photos'
import { tell } from './studioStore'

/* The whole studio, or one piece, with its photographs as one zip, and back. */

const photosOf = (pieces: readonly Piece[]): string[] => [
  ...new Set(pieces.flatMap((piece) => entriesOf(piece.run, 'photo').map(({ photoId }) => photoId))),
]

async function zipped(
  document: string,
  tables: Readonly<Record<string, string>>,
  photoIds: readonly string[],
): Promise<{ blob: Blob; missing: number }> {
  let missing = 0
  await zips.ask((worker) => worker.begin(), { limitMs: LONG_MS })
  await zips.ask((worker) => worker.text(DOCUMENT_NAME, document), { limitMs: LONG_MS })
  for (const [name, table] of Object.entries(tables))
    await zips.ask((worker) => worker.text(name, table), { limitMs: LONG_MS })
  for (const id of photoIds) {
    const blob = await photoBlob(id, 'whole')
    if (blob) await zips.ask((worker) => worker.photo(id, blob), { limitMs: LONG_MS })
    else missing++
  }
  return { blob: await zips.ask((worker) => worker.end(), { limitMs: LONG_MS }), missing }
}

async function handOver(name: string, make: () => Promise<{ blob: Blob; missing: number }>): Promise<void> {
  try {
    const { blob, missing } = await make()
    download(fileName(name, 'zip'), blob)
    if (missing)
      tell(
        'news',
        `${missing} ${missing === 1 ? 'photograph is' : 'photographs are'} not in this browser and not in the zip.`,
      )
  } catch (error) {
    tell(
      'problem',
      `The zip could not be written (${error instanceof Error ? error.message : 'unknown'}); ` +
        'try again, or save the studio without photographs.',
    )
  }
}

const tablesOf = (studio: Studio): Record<string, string> => {
  const tables: Record<string, string> = { 'materials.csv': writeMediaCsv(Object.values(studio.media)) }
  const [record, outcomes] = [recordRows(studio), outcomeRows(studio)]
  if (record.length) tables['record.csv'] = writeTable(record)
  if (outcomes.length) tables['fired.csv'] = writeTable(outcomes)
  return tables
}

/** The whole studio with photographs and tables. */
export const saveStudioZip = (studio: Studio): Promise<void> =>
  handOver(studio.name, () => zipped(writeStudio(studio), tablesOf(studio), photosOf(Object.values(studio.pieces))))

/** One piece with its photographs and tables. */
export const savePieceZip = (piece: Piece, studio: Studio): Promise<void> => {
  const alone = { ...studio, pieces: { [piece.id]: piece } }
  return handOver(piece.name, () => zipped(writePiece(piece, studio), tablesOf(alone), photosOf([piece])))
}

/** The document of a zip, and its photographs to be kept once it is taken in; null when it was refused and that was told. */
export async function openZip(file: File): Promise<{ document: string; keepPhotos: () => Promise<void> } | null> {
  const read = await zips.ask((worker) => worker.read(file), { limitMs: LONG_MS })
  if (!read.ok) {
    tell('problem', sentence(read.issue))
    return null
  }
  const { document, photos } = read.value
  const keepPhotos = async () => {
    let lost = 0
    for (const [id, bytes] of photos) {
      // Read anew: what others put into a picture stays behind here too.
      const kept = await readPhoto(new File([bytes as BlobPart], `${id}.jpg`, { type: 'image/jpeg' }))
      const issue = kept.ok ? await putPhoto(id, kept.value) : kept.issue
      if (issue) lost++
    }
    if (lost) tell('problem', `${lost} of ${photos.size} photographs of the zip could not be kept; the rest is here.`)
  }
  return { document, keepPhotos }
}
