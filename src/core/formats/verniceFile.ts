import { z } from '../base/zod'
import { schemaIssue } from '../base/schemaIssue'
import { fail, ok, type Result } from '../base/result'
import type { Issue } from '../base/issue'
import { bodySchema, mediumSchema } from '../vocabulary/material'
import { CURRENT_VERSION, migrate } from '../model/migrations'
import { pieceSchema, type Piece } from '../model/piece'
import { mediaOfStep } from '../plan/step'
import { studioSchema, type Studio } from '../model/studio'

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
    return fail({ code: 'not-json', detail: error instanceof Error ? error.message.slice(0, 120) : 'unreadable' })
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
  const unknown =
    parsed.data.format === PIECE_FORMAT
      ? missingIn(parsed.data.piece, parsed.data, 'piece')
      : missingInStudio(parsed.data.studio)
  return unknown ? fail(unknown) : ok(parsed.data)
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

function missingIn(piece: Piece, { bodies, media }: Pick<Studio, 'bodies' | 'media'>, path: string): Issue | null {
  if (!bodies[piece.bodyId])
    return {
      code: 'unknown-reference',
      path: `${path}.bodyId`,
      actual: `“${piece.bodyId}”`,
      expected: 'a body in this file',
    }
  for (const [list, steps] of [
    ['steps', piece.steps],
    ['variant', piece.variant ?? []],
  ] as const) {
    for (const [at, step] of steps.entries()) {
      const missing = mediaOfStep(step).find((id) => !media[id])
      if (missing)
        return {
          code: 'unknown-reference',
          path: `${path}.${list}.${at}`,
          actual: `“${missing}”`,
          expected: 'a material in this file',
        }
    }
  }
  return null
}

function missingInStudio(studio: Studio): Issue | null {
  for (const [id, piece] of Object.entries(studio.pieces)) {
    const missing = missingIn(piece, studio, `studio.pieces.${id}`)
    if (missing) return missing
  }
  const lost = studio.order.findIndex((id) => !studio.pieces[id])
  return lost < 0
    ? null
    : {
        code: 'unknown-reference',
        path: `studio.order.${lost}`,
        actual: `“${studio.order[lost]}”`,
        expected: 'a piece in this file',
      }
}

/** The published JSON Schemas. */
export const jsonSchemas = (): Record<'piece' | 'studio', object> => ({
  piece: z.toJSONSchema(pieceFileSchema),
  studio: z.toJSONSchema(studioFileSchema),
})
