import * as z from '../base/zod'
import { schemaIssue } from '../base/schemaIssue'
import { fail, ok, type Result } from '../base/result'
import { bodySchema, mediumSchema } from '../vocabulary/material'
import { CURRENT_VERSION, migrate } from '../model/migrations'
import { pieceSchema, type Piece } from '../model/piece'
import { mediaOfStep } from '../plan/step'
import { studioSchema, type Studio } from '../model/studio'
import { pieceIssue, studioIssue, textIssue } from './wholeness'

/** Largest file that is read, bytes. */
export const FILE_LIMIT_BYTES = 12 * 1_048_576

/** Deepest nesting that is read. */
const DEPTH_LIMIT = 24

export const PIECE_FORMAT = 'vernice.piece'
const STUDIO_FORMAT = 'vernice.studio'

/** A piece with the bodies and media it uses. */
export const pieceFileSchema = z.strictObject({
  format: z.literal(PIECE_FORMAT),
  version: z.literal(CURRENT_VERSION),
  piece: pieceSchema,
  bodies: z.record(z.string(), bodySchema),
  media: z.record(z.string(), mediumSchema),
})

export const studioFileSchema = z.strictObject({
  format: z.literal(STUDIO_FORMAT),
  version: z.literal(CURRENT_VERSION),
  studio: studioSchema,
})

export type PieceFile = z.infer<typeof pieceFileSchema>
export type StudioFile = z.infer<typeof studioFileSchema>

/** Ids of the media a piece uses. */
export const mediaOf = (piece: Piece): string[] => [
  ...new Set([...piece.steps, ...(piece.variant ?? [])].flatMap(mediaOfStep)),
]

/** A piece as JSON text, with the materials it needs. */
export function writePiece(piece: Piece, studio: Studio): string {
  const media = Object.fromEntries(mediaOf(piece).flatMap((id) => (studio.media[id] ? [[id, studio.media[id]]] : [])))
  const file: PieceFile = {
    format: PIECE_FORMAT,
    version: CURRENT_VERSION,
    piece,
    bodies: { [piece.bodyId]: studio.bodies[piece.bodyId] },
    media,
  }
  return JSON.stringify(file, null, 1)
}

/** A whole studio as JSON text. */
export function writeStudio(studio: Studio): string {
  const file: StudioFile = { format: STUDIO_FORMAT, version: CURRENT_VERSION, studio }
  return JSON.stringify(file, null, 1)
}

/** Reads a file that Vernice wrote, of this version or an older one. Nothing is half-read: it is whole and checked, or an issue. */
export function readVerniceFile(text: string): Result<PieceFile | StudioFile> {
  if (text.length > FILE_LIMIT_BYTES)
    return fail({ code: 'file-too-large', bytes: text.length, limitBytes: FILE_LIMIT_BYTES })
  if (deeperThan(text, DEPTH_LIMIT)) return fail({ code: 'too-deep', limit: DEPTH_LIMIT })
  let document: unknown
  try {
    document = JSON.parse(text)
  } catch (error) {
    return fail({ code: 'not-json', detail: jsonFault(text, error) })
  }
  if (typeof document !== 'object' || document === null || Array.isArray(document)) {
    return fail({
      code: 'wrong-kind',
      actual: Array.isArray(document) ? 'a list' : String(document).slice(0, 40),
      expected: 'a Vernice piece or studio',
    })
  }
  const format = (document as Record<string, unknown>).format
  if (format !== PIECE_FORMAT && format !== STUDIO_FORMAT) {
    return fail({
      code: 'wrong-kind',
      actual: typeof format === 'string' ? format.slice(0, 60) : 'of no stated format',
      expected: 'a Vernice piece or studio',
    })
  }
  const migrated = migrate(document as Record<string, unknown>)
  if (!migrated.ok) return migrated
  const parsed =
    format === PIECE_FORMAT ? pieceFileSchema.safeParse(migrated.value) : studioFileSchema.safeParse(migrated.value)
  if (!parsed.success) return fail(schemaIssue(parsed.error, migrated.value))
  const fault =
    parsed.data.format === PIECE_FORMAT
      ? (textIssue(parsed.data, 'file') ?? pieceIssue(parsed.data.piece, parsed.data, 'piece'))
      : studioIssue(parsed.data.studio)
  return fault ? fail(fault) : ok(parsed.data)
}

/** Where a text stops being JSON, in words of ours; browsers tell it by a position, by what stands round it, or by a line. */
function jsonFault(text: string, error: unknown): string {
  if (!text.trim()) return 'it is empty'
  const told = error instanceof Error ? error.message : ''
  const at = faultAt(text, told)
  if (at === null) return /line \d+/.exec(told)?.[0] ?? 'it stops in the middle'
  const near = text.slice(at, at + 20).replace(/\s+/g, ' ')
  return `line ${text.slice(0, at).split('\n').length}${near ? `, near “${near}”` : ', where it ends'}`
}

/** So much stands before and after what is wrong where a browser quotes it. */
const QUOTED = 10

/** The place at which a text stops being JSON, by what the browser says; null where that is not said. */
function faultAt(text: string, told: string): number | null {
  const position = /position (\d+)/.exec(told)
  if (position) return Number(position[1])
  const quote = /token '(.)', (\.\.\.)?"([^]*)"(\.\.\.)? is not valid JSON$/u.exec(told)
  if (!quote) return null
  const [, token, cutBefore, around, cutAfter] = quote
  const within = cutBefore ? QUOTED : cutAfter ? around.length - QUOTED : around.indexOf(token)
  return text.indexOf(around) + within
}

/** Whether brackets outside strings nest deeper than a limit, without parsing. */
function deeperThan(text: string, limit: number): boolean {
  let depth = 0
  let inString = false
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i)
    if (inString) {
      if (c === 92) i++
      else if (c === 34) inString = false
    } else if (c === 34) inString = true
    else if (c === 123 || c === 91) {
      if (++depth > limit) return true
    } else if (c === 125 || c === 93) depth--
  }
  return false
}

/** The published JSON Schemas. */
export const jsonSchemas = (): Record<'piece' | 'studio', object> => ({
  piece: { $id: `urn:vernice:piece:${CURRENT_VERSION}`, ...z.toJSONSchema(pieceFileSchema) },
  studio: { $id: `urn:vernice:studio:${CURRENT_VERSION}`, ...z.toJSONSchema(studioFileSchema) },
})
