import { sentence, type Issue } from '@/core/base/issue'
import { fail, ok, type Result } from '@/core/base/result'
import { schemaIssue } from '@/core/base/schemaIssue'
import { CURRENT_VERSION, migrate } from '@/core/model/migrations'
import { pieceSchema, type Piece } from '@/core/model/piece'
import { studioSchema, type Studio } from '@/core/model/studio'
import { HEAD_KEY, pieceKey, type StoredRecord } from './database'

const headSchema = studioSchema.omit({ pieces: true })

type Head = Omit<Studio, 'pieces'>

/** A record that cannot be read, and why. */
export interface Damaged {
  readonly record: StoredRecord
  readonly why: string
}

/** A studio put together from what could be read. */
export interface ReadStudio {
  readonly studio: Studio
  /** Older records, as they were. */
  readonly migrated: readonly StoredRecord[]
  readonly damaged: readonly Damaged[]
}

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

/**
 * Puts a studio together from its records, migrating older ones. A record that cannot be read is left out and told; what is damaged
 * in the head is taken from `fresh`. Fails only when a record is of a newer Vernice.
 */
export function studioFrom(records: readonly StoredRecord[], fresh: Studio): Result<ReadStudio> {
  const damaged: Damaged[] = []
  const pieces: Record<string, Piece> = {}
  let head: Head | null = null
  for (const record of records) {
    const read = record.key === HEAD_KEY ? readWith(headSchema, record) : readWith(pieceSchema, record)
    if (!read.ok && read.issue.code === 'newer-version') return read
    if (!read.ok) damaged.push({ record, why: sentence(read.issue) })
    if (record.key === HEAD_KEY) head = read.ok ? (read.value as Head) : mendedHead(record, fresh)
    else if (read.ok) pieces[(read.value as Piece).id] = read.value as Piece
  }
  const whole = head ?? mendedHead(null, fresh)
  for (const [id, piece] of Object.entries(pieces)) {
    if (whole.bodies[piece.bodyId]) continue
    delete pieces[id]
    const record = records.find(({ key }) => key === pieceKey(id))
    if (record) damaged.push({ record, why: `its clay “${piece.bodyId}” is not in the studio` })
  }
  const archive = whole.archive.filter((id) => pieces[id])
  const known = whole.order.filter((id) => pieces[id])
  const order = [...known, ...Object.keys(pieces).filter((id) => !known.includes(id) && !archive.includes(id))]
  return ok({
    studio: { ...whole, order, archive, pieces },
    migrated: records.filter(({ version }) => version < CURRENT_VERSION),
    damaged,
  })
}

/** What is wrong with a part of a studio as it would be saved; null when it is whole. */
export function wholeness(key: string, value: unknown): Issue | null {
  const parsed = (key === HEAD_KEY ? headSchema : pieceSchema).safeParse(value)
  return parsed.success ? null : schemaIssue(parsed.error, value)
}

function readWith(schema: typeof headSchema | typeof pieceSchema, record: StoredRecord): Result<unknown> {
  const current = migrated(record)
  if (!current.ok) return current
  const parsed = schema.safeParse(current.value)
  return parsed.success ? ok(parsed.data) : fail(schemaIssue(parsed.error, current.value))
}

function migrated({ value, version }: StoredRecord): Result<Record<string, unknown>> {
  const broken: Issue = { code: 'bad-value', path: 'record', actual: 'damaged', expected: 'whole' }
  if (typeof value !== 'object' || value === null) return fail(broken)
  try {
    const current = migrate({ ...value, version })
    if (!current.ok) return current
    const { version: _version, ...rest } = current.value
    return ok(rest)
  } catch {
    return fail(broken)
  }
}

/** What of a damaged head is whole, part by part and entry by entry; the rest as in a fresh studio. */
function mendedHead(record: StoredRecord | null, fresh: Studio): Head {
  const current = record && migrated(record)
  const found = current?.ok ? current.value : {}
  const { pieces: _pieces, ...rest } = fresh
  const head: Record<string, unknown> = { ...rest }
  for (const [key, schema] of Object.entries(headSchema.shape)) {
    const whole = schema.safeParse(found[key])
    if (whole.success) head[key] = whole.data
    else if (schema.type === 'record') head[key] = { ...(head[key] as object), ...wholeEntries(schema, found[key]) }
  }
  return head as Head
}

function wholeEntries(schema: { safeParse: (value: unknown) => { success: boolean } }, entries: unknown): object {
  if (typeof entries !== 'object' || entries === null) return {}
  return Object.fromEntries(Object.entries(entries).filter(([id, entry]) => schema.safeParse({ [id]: entry }).success))
}
