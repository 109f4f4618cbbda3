import type { Issue } from '../base/issue'
import { isTimeZone } from '../base/timeZone'
import type { Piece } from '../model/piece'
import type { Studio } from '../model/studio'
import { mediaOfStep } from '../plan/step'

/* What a schema cannot say of a document: that its records name each other rightly, and that its texts are texts. */

/** Names that every record of the language has: as ids they would stand for what is not there. */
const TAKEN = new Set([...Object.getOwnPropertyNames(Object.prototype), '__proto__'])

const SHOWN = 60

const quoted = (text: string): string => `“${text.length > SHOWN ? `${text.slice(0, SHOWN - 1)}…` : text}”`

const bad = (path: string, actual: string, expected: string): Issue => ({ code: 'bad-value', path, actual, expected })

const missing = (path: string, id: string, what: string): Issue => ({
  code: 'unknown-reference',
  path,
  actual: quoted(id),
  expected: what,
})

/** The first of what checks found. */
const firstOf = (...checks: (() => Issue | null)[]): Issue | null => {
  for (const check of checks) {
    const issue = check()
    if (issue) return issue
  }
  return null
}

const firstIn = <T>(list: Iterable<T>, check: (entry: T) => Issue | null): Issue | null => {
  for (const entry of list) {
    const issue = check(entry)
    if (issue) return issue
  }
  return null
}

/** Whether a name shows something: not only spaces and marks without width. */
const showsSomething = (text: string): boolean => /[^\p{C}\p{Z}\u2800\u3164\u115f\u1160\uffa0]/u.test(text)

const isControl = (code: number): boolean =>
  (code < 32 && code !== 9 && code !== 10 && code !== 13) || (code >= 127 && code < 160)

/** Texts without control characters, names that show something, and no key that every record has. */
export function textIssue(value: unknown, path: string): Issue | null {
  if (typeof value === 'string') {
    for (let i = 0; i < value.length; i++)
      if (isControl(value.charCodeAt(i)))
        return bad(path, `a text with a control character (number ${value.charCodeAt(i)})`, 'plain text')
    return path.endsWith('.name') && !showsSomething(value) ? bad(path, quoted(value), 'a name that can be seen') : null
  }
  if (Array.isArray(value)) return firstIn(value.entries(), ([i, entry]) => textIssue(entry, `${path}.${i}`))
  if (typeof value !== 'object' || value === null) return null
  return firstIn(Object.entries(value), ([key, entry]) =>
    TAKEN.has(key) ? bad(path, `an entry “${key}”`, 'without that name') : textIssue(entry, `${path}.${key}`),
  )
}

const keyIssue = (
  path: string,
  records: Readonly<Record<string, { readonly id: string }>>,
  key: string,
): Issue | null =>
  firstIn(Object.entries(records), ([id, record]) =>
    record.id === id ? null : bad(`${path}.${id}.${key}`, quoted(record.id), `${quoted(id)}, under which it is kept`),
  )

const twiceIssue = (path: string, ids: readonly string[]): Issue | null => {
  const at = ids.findIndex((id, i) => ids.indexOf(id) < i)
  return at < 0 ? null : bad(`${path}.${at}`, `${quoted(ids[at])} a second time`, 'there once only')
}

/** The first thing that a piece names and that is not there, or that is there twice. */
export function pieceIssue(
  piece: Piece,
  { bodies, media }: Pick<Studio, 'bodies' | 'media'>,
  path: string,
  where = 'this file',
): Issue | null {
  if (!Object.hasOwn(bodies, piece.bodyId)) return missing(`${path}.bodyId`, piece.bodyId, `a body in ${where}`)
  return potIssue(piece, path) ?? stepIssue(piece, media, path, where)
}

/** The first pot that is beyond the set, or in two lots. */
function potIssue({ count, pots, apart }: Piece, path: string): Issue | null {
  const within = (numbers: readonly number[], list: string) =>
    firstIn(numbers, (number) =>
      number > count ? bad(`${path}.${list}`, `pot ${number}`, `a pot from 1 to ${count}`) : null,
    )
  const told = pots.map((pot) => pot.number)
  const inLots = apart.flatMap((lot) => lot.pots)
  return firstOf(
    () => within(told, 'pots'),
    () => within(inLots, 'apart'),
    () => twiceIssue(`${path}.pots`, told.map(String)),
    () => twiceIssue(`${path}.apart`, inLots.map(String)),
  )
}

/** The first material that a plan names and that is not there, or step that is there twice. */
function stepIssue(piece: Piece, media: Studio['media'], path: string, where: string): Issue | null {
  return firstIn(
    [
      ['steps', piece.steps],
      ['variant', piece.variant ?? []],
    ] as const,
    ([list, steps]) =>
      firstOf(
        () =>
          firstIn(steps.entries(), ([at, step]) => {
            const id = mediaOfStep(step).find((other) => !Object.hasOwn(media, other))
            return id === undefined ? null : missing(`${path}.${list}.${at}`, id, `a material in ${where}`)
          }),
        () =>
          twiceIssue(
            `${path}.${list}`,
            steps.map((step) => step.id),
          ),
      ),
  )
}

/** The first thing in which a studio does not hang together, or null. */
export function studioIssue(studio: Studio): Issue | null {
  const { bodies, media, pieces, rooms, tiles, order, archive, calendar, schedule } = studio
  const has = (records: object, path: string, id: string, what: string) =>
    Object.hasOwn(records, id) ? null : missing(path, id, what)
  return firstOf(
    () => textIssue(studio, 'studio'),
    () =>
      firstIn(Object.entries({ bodies, media, pieces, rooms, tiles }), ([name, records]) =>
        keyIssue(`studio.${name}`, records, 'id'),
      ),
    () => firstIn(Object.entries(pieces), ([id, piece]) => pieceIssue(piece, studio, `studio.pieces.${id}`)),
    () =>
      firstIn(Object.entries(pieces), ([id, piece]) =>
        has(rooms, `studio.pieces.${id}.making.roomId`, piece.making.roomId, 'a room in this file'),
      ),
    () => firstIn(order.entries(), ([i, id]) => has(pieces, `studio.order.${i}`, id, 'a piece in this file')),
    () => firstIn(archive.entries(), ([i, id]) => has(pieces, `studio.archive.${i}`, id, 'a piece in this file')),
    () => twiceIssue('studio.order', [...order, ...archive]),
    () =>
      firstIn(Object.keys(pieces), (id) =>
        order.includes(id) || archive.includes(id)
          ? null
          : bad('studio.order', `without ${quoted(id)}`, 'all pieces that are not put away, each once'),
      ),
    () =>
      isTimeZone(calendar.timeZone)
        ? null
        : bad('studio.calendar.timeZone', quoted(calendar.timeZone), 'a time zone such as Europe/Paris'),
    () =>
      firstIn(Object.entries(tiles), ([id, tile]) =>
        has(bodies, `studio.tiles.${id}.bodyId`, tile.bodyId, 'a body in this file'),
      ),
    () =>
      firstIn(schedule.visits.entries(), ([i, visit]) =>
        has(pieces, `studio.schedule.visits.${i}`, visit.pieceId, 'a piece in this file'),
      ),
  )
}
