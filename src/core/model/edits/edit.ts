import type { Issue } from '../../base/issue'
import { schemaIssue } from '../../base/schemaIssue'
import { paceSchema } from '../../plan/pace'
import { stepSchema } from '../../plan/step'
import { bodySchema, mediumSchema } from '../../vocabulary/material'
import { calendarSchema, scheduleSchema } from '../calendar'
import type { Command } from '../command'
import { pieceSchema, type Piece } from '../piece'
import { roomSchema } from '../room'
import type { Studio } from '../studio'
import { tileSchema } from '../tile'

/** How commands of some kinds change a studio, which is a draft of immer; an issue where one cannot, and then nothing is kept. */
export type Edits<K extends Command['type']> = {
  [T in K]: (studio: Studio, command: Extract<Command, { type: T }>) => Issue | null
}

/** Edits a piece. */
export function withPiece(studio: Studio, pieceId: string, edit: (piece: Piece) => Issue | null): Issue | null {
  const piece = studio.pieces[pieceId]
  return piece ? edit(piece) : { code: 'no-such-piece', id: pieceId }
}

/** The check of a changed record, as an issue. */
export function checkWith(
  schema:
    | typeof pieceSchema
    | typeof stepSchema
    | typeof roomSchema
    | typeof calendarSchema
    | typeof scheduleSchema
    | typeof bodySchema
    | typeof mediumSchema
    | typeof tileSchema
    | typeof paceSchema,
  value: unknown,
  prefix: string,
): Issue | null {
  const parsed = schema.safeParse(value)
  return parsed.success ? null : schemaIssue(parsed.error, value, [prefix])
}

/** A copy of plain data that is no draft of immer. */
export const structuredCopy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
