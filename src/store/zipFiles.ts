import { counted } from '@/core/base/words'
import { BYTE_ORDER_MARK, writeTable } from '@/core/formats/table'
import { DOCUMENT_NAME } from '@/core/formats/zipNames'
import { writeMediaCsv } from '@/core/formats/mediaCsv'
import { writePiece, writeStudio } from '@/core/formats/verniceFile'
import { sentence } from '@/core/base/issue'
import { entriesOf } from '@/core/model/run'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { outcomeRows, recordRows } from '@/core/usecases/fired/recordTable'
import { LONG_MS, zips } from '@/workers/clients'
import type { OpenedZip } from '@/workers/zip.worker'
import { atLength } from './atWork'
import { fileName } from './download'
import { handOver } from './handOver'
import { photoBlob } from './photos'
import { tell } from './studioStore'

/* The whole studio, or one piece, with its photographs as one zip, and back. */

const photosOf = (pieces: readonly Piece[]): string[] => [
  ...new Set(pieces.flatMap((piece) => entriesOf(piece.run, 'photo').map(({ photoId }) => photoId))),
]

/** Packs a zip and hands it over; photographs that this browser does not have are told of. */
async function packed(
  name: string,
  document: string,
  tables: Readonly<Record<string, string>>,
  photoIds: readonly string[],
): Promise<void> {
  let missing = 0
  const isMade = await handOver(
    {
      what: 'Packing photographs',
      of: photoIds.length,
      fileName: fileName(name, 'zip'),
      failed: (why) => `The zip could not be written (${why}); try again, or save the studio without photographs.`,
    },
    async (report) => {
      await zips.ask((worker) => worker.begin(), { limitMs: LONG_MS })
      await zips.ask((worker) => worker.text(DOCUMENT_NAME, document), { limitMs: LONG_MS })
      for (const [table, text] of Object.entries(tables))
        await zips.ask((worker) => worker.text(table, `${BYTE_ORDER_MARK}${text}`), { limitMs: LONG_MS })
      for (const [i, id] of photoIds.entries()) {
        report(i)
        const blob = await photoBlob(id, 'whole')
        if (blob) await zips.ask((worker) => worker.photo(id, blob), { limitMs: LONG_MS })
        else missing++
      }
      return zips.ask((worker) => worker.end(), { limitMs: LONG_MS })
    },
  )
  if (isMade && missing)
    tell('news', `${counted(missing, 'photograph is', 'photographs are')} not in this browser and not in the zip.`)
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
  packed(studio.name, writeStudio(studio), tablesOf(studio), photosOf(Object.values(studio.pieces)))

/** One piece with its photographs and tables. */
export const savePieceZip = (piece: Piece, studio: Studio): Promise<void> => {
  const alone = { ...studio, pieces: { [piece.id]: piece } }
  return packed(piece.name, writePiece(piece, studio), tablesOf(alone), photosOf([piece]))
}

/** What a zip holds; null when it was refused and that was told. */
export async function openZip(file: File): Promise<OpenedZip | null> {
  try {
    const opened = await atLength({ what: `Looking into “${file.name}”`, of: 0 }, () =>
      zips.ask((worker) => worker.open(file), { limitMs: LONG_MS }),
    )
    if (opened.ok) return opened.value
    tell('problem', sentence(opened.issue))
  } catch (error) {
    tell(
      'problem',
      `“${file.name}” could not be read (${error instanceof Error ? error.message : 'unknown'}); try again.`,
    )
  }
  return null
}
