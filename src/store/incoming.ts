import { counted } from '@/core/base/words'
import equal from 'fast-deep-equal'
import { sentence } from '@/core/base/issue'
import { readMediaCsv } from '@/core/formats/mediaCsv'
import { readRoomRecord } from '@/core/formats/roomRecordCsv'
import type { DateOrder } from '@/core/formats/table'
import { tableFileText } from './tableFileText'
import {
  FILE_LIMIT_BYTES,
  PIECE_FORMAT,
  readVerniceFile,
  type PieceFile,
  type StudioFile,
} from '@/core/formats/verniceFile'
import type { Command } from '@/core/model/command'
import type { Room } from '@/core/model/room'
import type { Piece } from '@/core/model/piece'
import { isZip } from '@/core/formats/zipNames'
import type { ListedPhoto } from '@/workers/studioZip'
import { openZip } from './zipFiles'
import { keepZipPhotos } from './zipPhotos'
import { askToConfirm, newId, run, tell, tellOfEdit, useStudio } from './studioStore'

/* What comes in from files is told before it is taken in, and taken in as one edit. Its readers are loaded with the first file. */

/** A zip that is to be taken in with its photographs. */
interface FromZip {
  readonly file: File
  readonly photos: readonly ListedPhoto[]
}

/** Says what taking something in would do; with the answer yes it is one edit. */
function takeIn(title: string, words: string, command: Command, done: string, zip: FromZip | null = null): void {
  askToConfirm({
    title,
    words: zip ? `${words} ${photosWords(zip)}` : words,
    choices: [{ label: 'Take it in', act: () => void put(command, done, zip) }],
  })
}

const MEGABYTE = 1_048_576

function photosWords({ photos }: FromZip): string {
  if (!photos.length) return 'No photographs come with it.'
  const mb = photos.reduce((sum, { bytes }) => sum + bytes, 0) / MEGABYTE
  return `${counted(photos.length, 'photograph comes', 'photographs come')} with it, ${mb < 10 ? mb.toFixed(1) : Math.round(mb)} MB.`
}

/** One deed: photographs first, then the edit that names them; with the photographs given up there is no edit. */
async function put(command: Command, done: string, zip: FromZip | null): Promise<void> {
  const kept = zip && (await keepZipPhotos(zip.file, zip.photos))
  if (zip && !kept) return
  if (run(command)) return kept?.drop()
  kept?.settle()
  tellOfEdit(done)
}

/** Whether two records say the same, in whatever order they say it, and whether what is left out is named or not. */
const alike = (a: unknown, b: unknown): boolean => equal(asWritten(a), asWritten(b))

const asWritten = (record: unknown): unknown => JSON.parse(JSON.stringify(record))

/** How many of what comes in are new, other than what is there, and the same as it. */
function compared(incoming: Readonly<Record<string, unknown>>, here: Readonly<Record<string, unknown>>) {
  const ids = Object.keys(incoming)
  const known = ids.filter((id) => here[id] !== undefined)
  const same = known.filter((id) => alike(here[id], incoming[id]))
  return { adds: ids.length - known.length, replaces: known.length - same.length, leaves: same.length }
}

/** Opens a file that Vernice wrote: a piece is added, a studio replaces the one on screen (undo brings it back). */
export async function openFile(file: File): Promise<void> {
  if (isZip(new Uint8Array(await file.slice(0, 4).arrayBuffer()))) {
    const zip = await openZip(file)
    return zip ? takeText(zip.document, { file, photos: zip.photos }) : undefined
  }
  if (file.size > FILE_LIMIT_BYTES)
    return tell('problem', sentence({ code: 'file-too-large', bytes: file.size, limitBytes: FILE_LIMIT_BYTES }))
  takeText(await file.text(), null)
}

function takeText(text: string, zip: FromZip | null): void {
  const read = readVerniceFile(text)
  if (!read.ok) return tell('problem', sentence(read.issue))
  if (read.value.format === PIECE_FORMAT) takePiece(read.value, zip)
  else takeStudio(read.value, zip)
}

function takeStudio({ studio }: StudioFile, zip: FromZip | null): void {
  const here = useStudio.getState().studio
  const { adds, replaces, leaves } = compared(studio.pieces, here.pieces)
  const gone = Object.keys(here.pieces).filter((id) => !studio.pieces[id]).length
  const changes = [
    adds && counted(adds, 'piece comes', 'pieces come'),
    replaces && counted(replaces, 'is replaced', 'are replaced'),
    leaves && counted(leaves, 'stays as it is', 'stay as they are'),
    gone && counted(gone, 'piece goes', 'pieces go'),
  ].filter(Boolean)
  const told = changes.length ? `${changes.join(', ')}.` : 'there are no pieces in either.'
  takeIn(
    `Open the studio “${studio.name}”?`,
    `It takes the place of “${here.name}”: ${told} Undo brings the former studio back.`,
    { type: 'studio.replace', studio },
    `Opened the studio “${studio.name}”. Undo brings the former one back.`,
    zip,
  )
}

function takePiece({ piece, bodies, media }: PieceFile, zip: FromZip | null): void {
  const { studio } = useStudio.getState()
  const known = studio.pieces[piece.id]
  if (known && alike(known, piece)) {
    tell('news', `“${piece.name}” is already on the rack, exactly like this.`)
    if (zip) void keepZipPhotos(zip.file, zip.photos).then((kept) => kept?.settle())
    return
  }
  const materials = compared({ ...bodies, ...media }, { ...studio.bodies, ...studio.media })
  const words =
    `${counted(materials.adds, 'material comes', 'materials come')} with it; ` +
    `${counted(materials.replaces + materials.leaves, 'material', 'materials')} of it that you have already stay as yours are.`
  const add = (added: Piece, done: string) => void put({ type: 'piece.add', piece: added, bodies, media }, done, zip)
  if (!known)
    return takeIn(
      `Put “${piece.name}” on the rack?`,
      `It adds one piece. ${words}`,
      { type: 'piece.add', piece, bodies, media },
      `Put “${piece.name}” on the rack.`,
      zip,
    )
  const both = { ...piece, id: newId(), name: `${piece.name} (from file)`.slice(0, 80) }
  askToConfirm({
    title: `“${known.name}” is here already, and other than in the file`,
    words: `Keep both, or let the one from the file take its place? ${words}${zip ? ` ${photosWords(zip)}` : ''}`,
    choices: [
      { label: 'Keep both', act: () => add(both, `Put “${both.name}” on the rack.`) },
      { label: 'Replace it', act: () => add(piece, `“${piece.name}” is now as it is in the file.`) },
    ],
  })
}

/** Brings in materials from a table. */
export async function openMedia(file: File): Promise<void> {
  const media = readMediaCsv(await tableFileText(file))
  if (!media.ok) return tell('problem', sentence(media.issue))
  const incoming = Object.fromEntries(media.value.map((medium) => [medium.id, medium]))
  const { adds, replaces, leaves } = compared(incoming, useStudio.getState().studio.media)
  takeIn(
    `Bring in ${counted(media.value.length, 'material', 'materials')}?`,
    `It adds ${adds}, replaces ${replaces}, and leaves ${leaves} as they are.`,
    {
      type: 'batch',
      label: `bring in ${counted(media.value.length, 'material', 'materials')}`,
      commands: media.value.map((medium) => ({ type: 'medium.set', medium })),
    },
    `${counted(media.value.length, 'material is', 'materials are')} in the cupboard now.`,
  )
}

/** Brings in the record of a room from a table; dates that could be read two ways are asked about. */
export async function openRoomRecord(file: File, room: Room): Promise<void> {
  takeRecord(await tableFileText(file), room)
}

function takeRecord(text: string, room: Room, order?: DateOrder): void {
  const record = readRoomRecord(text, order)
  if (!record.ok && record.issue.code === 'which-date') {
    const { date } = record.issue
    return askToConfirm({
      title: 'Which comes first in these dates?',
      words: `“${date}” can be read two ways, and nothing else in the file decides it.`,
      choices: [
        { label: 'The day', act: () => takeRecord(text, room, 'dayFirst') },
        { label: 'The month', act: () => takeRecord(text, room, 'monthFirst') },
      ],
    })
  }
  if (!record.ok) return tell('problem', sentence(record.issue))
  const [first, last] = [record.value[0], record.value[record.value.length - 1]]
  takeIn(
    `Take ${counted(record.value.length, 'reading', 'readings')} for “${room.name}”?`,
    `They run from ${first.at.slice(0, 16).replace('T', ' ')} to ${last.at.slice(0, 16).replace('T', ' ')} (UTC) and take ` +
      `the place of the ${counted(room.record.length, 'reading', 'readings')} it has.`,
    { type: 'room.set', room: { ...room, record: record.value } },
    `${counted(record.value.length, 'reading', 'readings')} for “${room.name}”.`,
  )
}
