import { fail, ok, type Result } from '@/core/base/result'
import { CURRENT_VERSION, migrate } from '@/core/model/migrations'
import { pieceSchema } from '@/core/model/piece'
import { studioSchema, type Studio } from '@/core/model/studio'
import { HEAD_KEY, pieceKey, type StoredRecord } from './database'

const headSchema = studioSchema.omit({ pieces: true })

/** The parts of a studio that are saved apart: its head, and each piece. */
export function partsOf(studio: Studio): Map<string, unknown> {
  const { pieces, ...head } = studio
  const parts = new Map<string, unknown>([[HEAD_KEY, head]])
  for (const [id, piece] of Object.entries(pieces)) parts.set(pieceKey(id), piece)
  return parts
}

/** Keys whose part differs between two studios; compares by identity, as edits share what they leave alone. */
export function changedKeys(before: Studio, after: Studio): string[] {
  const { pieces: oldPieces, ...oldHead } = before
  const { pieces: newPieces, ...newHead } = after
  const keys: string[] = []
  if ((Object.keys(newHead) as (keyof typeof newHead)[]).some((key) => newHead[key] !== oldHead[key]))
    keys.push(HEAD_KEY)
  for (const id of new Set([...Object.keys(oldPieces), ...Object.keys(newPieces)])) {
    if (oldPieces[id] !== newPieces[id]) keys.push(pieceKey(id))
  }
  return keys
}

/** Puts a studio together from its records, migrating older ones. Returns which records were older. */
export function studioFrom(records: readonly StoredRecord[]): Result<{ studio: Studio; migrated: StoredRecord[] }> {
  const migrated: StoredRecord[] = []
  const pieces: Studio['pieces'] = {}
  let head: Omit<Studio, 'pieces'> | null = null
  for (const record of records) {
    const current = migrate({ ...(record.value as object), version: record.version })
    if (!current.ok) return current
    if (record.version < CURRENT_VERSION) migrated.push(record)
    const { version: _version, ...value } = current.value
    const parsed = record.key === HEAD_KEY ? headSchema.safeParse(value) : pieceSchema.safeParse(value)
    if (!parsed.success) {
      const first = parsed.error.issues[0]
      return fail({
        code: 'bad-value',
        path: `${record.key}.${first.path.join('.')}`,
        actual: 'damaged',
        expected: first.message,
      })
    }
    if (record.key === HEAD_KEY) head = parsed.data as Omit<Studio, 'pieces'>
    else {
      const piece = pieceSchema.parse(value)
      pieces[piece.id] = piece
    }
  }
  if (!head) return fail({ code: 'bad-value', path: 'studio', actual: 'missing', expected: 'saved' })
  return ok({ studio: { ...head, order: head.order.filter((id) => pieces[id]), pieces }, migrated })
}
