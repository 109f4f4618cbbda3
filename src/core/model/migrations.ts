import { fail, ok, type Result } from '../base/result'

/** The version this program writes. Raise it together with a migration and a frozen document of the version before. */
export const CURRENT_VERSION = 9

/** A named, deterministic step from one version of a record to the next. */
export interface Migration {
  readonly from: number
  readonly name: string
  readonly migrate: (document: Record<string, unknown>) => Record<string, unknown>
  /** What it makes of an edit that was written down under that version and has not yet reached the documents. */
  readonly edit?: (edit: unknown) => unknown
}

type Loose = Record<string, unknown>

const eachPiece = (record: Loose, change: (piece: Loose) => Loose): Loose => {
  const all = (pieces: unknown) =>
    Object.fromEntries(
      Object.entries((pieces ?? {}) as Record<string, Loose>).map(([id, piece]) => [id, change(piece)]),
    )
  if ('steps' in record && 'form' in record) return change(record)
  if ('piece' in record) return { ...record, piece: change(record.piece as Loose) }
  if ('studio' in record)
    return { ...record, studio: { ...(record.studio as Loose), pieces: all((record.studio as Loose).pieces) } }
  return record
}

const PLAIN_MOTIF_1 = {
  made: 'filled',
  ground: false,
  rows: 1,
  rowGapMm: 4,
  alternate: 'none',
  startDeg: 0,
  text: '',
  drawing: null,
}

/** What version 2 added to each step of version 1. */
function stepFrom1(step: Loose): Loose {
  const placed: Loose = 'place' in step ? { ...step, place: { ...(step.place as Loose), sectors: null } } : { ...step }
  const drawn: Loose =
    'motif' in placed ? { ...placed, motif: { ...(placed.motif as Loose), ...PLAIN_MOTIF_1 } } : placed
  switch (step.act) {
    case 'coat':
      return { ...drawn, mix: [], water: 0, blend: null, applicator: 'brush' }
    case 'wax':
      return { ...drawn, motif: null }
    case 'glaze':
      return { ...drawn, drips: false }
    case 'fire':
      return { ...drawn, slab: false }
    default:
      return drawn
  }
}

const NOT_MADE_3 = { madeAt: null, roomId: 'studio', dueOn: null, wetGrams: null, log: [] }

const stepFrom2 = (step: unknown): unknown =>
  (step as Loose).act === 'bring' ? { ...(step as Loose), blower: 'none' } : step

const planFrom2 = (piece: Loose): Loose => ({
  steps: Array.isArray(piece.steps) ? piece.steps.map(stepFrom2) : piece.steps,
  variant: Array.isArray(piece.variant) ? piece.variant.map(stepFrom2) : piece.variant,
})

/** Version 2 did not say how a body dries: by its grain and range. */
const bodiesFrom2 = (bodies: unknown): Loose =>
  Object.fromEntries(
    Object.entries((bodies ?? {}) as Record<string, Loose>).map(([id, body]) => {
      const hot = !String((body.range as Loose | undefined)?.from ?? '').startsWith('0')
      return [
        id,
        {
          ...body,
          water:
            body.grain === 'grogged'
              ? 'grogged'
              : hot
                ? 'porcelain'
                : /red/i.test(String(body.name))
                  ? 'red'
                  : 'fineWhite',
        },
      ]
    }),
  )

const mediaFrom2 = (media: unknown): Loose =>
  Object.fromEntries(
    Object.entries((media ?? {}) as Record<string, Loose>).map(([id, medium]) => [
      id,
      { ...medium, knownBy: 'assumed', origin: 'bought', cautions: [], coats: {}, stock: null, notes: '' },
    ]),
  )

const headFrom2 = (head: Loose): Loose => ({
  ...head,
  bodies: bodiesFrom2(head.bodies),
  media: mediaFrom2(head.media),
  tiles: {},
  rooms: {
    studio: {
      id: 'studio',
      name: 'The studio',
      celsius: 21,
      humidity: 0.5,
      air: 'none',
      factor: { ln: 0, sigma: 0.3 },
      record: [],
    },
  },
  calendar: { timeZone: 'UTC', weekly: [], exceptions: [], firings: [], covers: ['draped', 'sealed'] },
  schedule: { madeAt: null, visits: [], loads: [], unmet: [], pins: [] },
})

/** Version 3 had drawings of single lines, filled each by itself. */
function drawingFrom3({ lines, ...drawing }: Loose): Loose {
  return {
    ...drawing,
    widths: 'tool',
    shapes: (lines as Loose[]).map(({ filled, points }) =>
      filled && (points as unknown[]).length > 2
        ? { kind: 'fill', rule: 'evenodd', contours: [points], ink: true }
        : { kind: 'stroke', lines: [points], width: null, cap: 'round', join: 'round', ink: true },
    ),
  }
}

/** What a version added, by what the version before had beside it. */
type Added = readonly (readonly [beside: readonly string[], key: string, value: unknown])[]

/** To a calendar, a piece, a studio or its head. */
const ADDED_4: Added = [
  [['timeZone', 'weekly', 'exceptions', 'firings', 'covers'], 'handedOut', []],
  [['form', 'steps', 'making', 'fired'], 'tags', []],
  [['order', 'ways', 'rooms'], 'archive', []],
  [['order', 'ways', 'rooms'], 'paces', {}],
]

/** Visits of pieces that have been taken off the rack went out with a studio of version 3, and kept it from being opened. */
function withoutLost(value: Loose): Loose {
  const { pieces, schedule } = value
  if (!isLoose(pieces) || !isLoose(schedule)) return value
  const kept = Object.entries(schedule).map(([key, list]) => [
    key,
    Array.isArray(list) ? list.filter((one: Loose | null) => !one?.pieceId || String(one.pieceId) in pieces) : list,
  ])
  return { ...value, schedule: Object.fromEntries(kept) as Loose }
}

const PIECE_4 = ['form', 'steps', 'making', 'fired']
const VISIT_4 = ['pieceId', 'sessionId', 'at', 'until', 'makes', 'stepIds', 'cover']

/** To a piece, a calendar and its hours, and to what is planned of a piece. */
const ADDED_5: Added = [
  [PIECE_4, 'coats', 0],
  [PIECE_4, 'pots', []],
  [PIECE_4, 'apart', []],
  [['timeZone', 'weekly', 'exceptions', 'firings', 'covers'], 'sure', '80'],
  [['id', 'name', 'weekday', 'from', 'to'], 'hands', 1],
  [VISIT_4, 'pots', []],
  [VISIT_4, 'coats', []],
  [VISIT_4, 'opens', null],
  [VISIT_4, 'covered', null],
  [VISIT_4, 'chance', null],
  [VISIT_4, 'touches', []],
  [['bookingId', 'pieceId', 'stepId'], 'pots', []],
  [['pieceId', 'stepId', 'sessionId'], 'pots', []],
  [['pieceId', 'stepId', 'why', 'changes'], 'pots', []],
]

/** To a piece, to a lot and to the stock of a jar. */
const ADDED_6: Added = [
  [PIECE_4, 'otherwise', []],
  [PIECE_4, 'run', []],
  [PIECE_4, 'outcomes', []],
  [['pots', 'making', 'done', 'coats'], 'otherwise', []],
  [['jars', 'jarMl', 'price'], 'batch', ''],
]

/** To a piece. */
const ADDED_8: Added = [[PIECE_4, 'drawings', []]]

/** To a clay, and to the settings of a studio. */
const ADDED_9: Added = [
  [['reflectance', 'dryingShrinkage', 'firingShrinkage', 'grain', 'water'], 'bars', null],
  [['length', 'temperature', 'clock', 'theme'], 'printer', null],
]

/** What was added to a record, as entries. */
const addedTo = (value: Loose, added: Added) =>
  added.filter(([beside]) => beside.every((key) => Object.hasOwn(value, key))).map(([, key, plain]) => [key, plain])

/** Everything of a record or of an edit with what a version added, wherever it stands. */
const adding = (added: Added) =>
  function add(value: unknown): unknown {
    if (Array.isArray(value)) return value.map(add)
    if (!isLoose(value)) return value
    const parts = Object.entries(value).map(([key, part]) => [key, add(part)])
    return Object.fromEntries([...addedTo(value, added), ...parts])
  }

const from4 = adding(ADDED_5)
const from5 = adding(ADDED_6)
const from7 = adding(ADDED_8)
const from8 = adding(ADDED_9)

const isLoose = (value: unknown): value is Loose => typeof value === 'object' && value !== null && !Array.isArray(value)

/** Everything of a record or of an edit brought up to version 4, wherever it stands. */
function from3(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(from3)
  if (!isLoose(value)) return value
  const parts = Object.entries(withoutLost(value)).map(([key, part]) => [
    key,
    key === 'drawing' && isLoose(part) && 'lines' in part ? drawingFrom3(part) : from3(part),
  ])
  return Object.fromEntries([...addedTo(value, ADDED_4), ...parts])
}

/** All migrations, oldest first. */
export const MIGRATIONS: readonly Migration[] = [
  {
    from: 1,
    name: 'every technique: places with sectors, richer motifs and coats, forms with a plan, parts and outlines of their own',
    migrate: (record) =>
      eachPiece(record, (piece) => ({
        ...piece,
        form: { ...(piece.form as Loose), plan: { kind: 'round', ratio: 1 }, unevenMm: 0, own: null, parts: [] },
        steps: Array.isArray(piece.steps) ? piece.steps.map((step) => stepFrom1(step as Loose)) : piece.steps,
        variant: null,
        lightTarget: null,
      })),
  },
  {
    from: 2,
    name: 'dryness and days, cupboard and tiles: bodies that hold water, rooms, a calendar, when pieces were made, what is known of media',
    migrate: (record) => {
      const dried = eachPiece(record, (piece) => ({ ...piece, ...planFrom2(piece), making: NOT_MADE_3, fired: [] }))
      const head =
        'studio' in dried
          ? { ...dried, studio: headFrom2(dried.studio as Loose) }
          : 'ways' in dried
            ? headFrom2(dried)
            : dried
      return {
        ...head,
        ...('bodies' in head ? { bodies: bodiesFrom2(head.bodies) } : {}),
        ...('media' in head ? { media: mediaFrom2(head.media) } : {}),
      }
    },
  },
  {
    from: 3,
    name: 'drawings of areas with holes, widths and white; tags, an archive, what calendar files handed out',
    migrate: (record) => from3(record) as Loose,
    edit: from3,
  },
  {
    from: 4,
    name: 'lots: single pots of a set with states of their own; visits of some of them, coat by coat; hands of a session',
    migrate: (record) => from4(record) as Loose,
    edit: from4,
  },
  {
    from: 5,
    name: 'the run: what was done and how it went otherwise, how pots came out of the kiln, batches of jars',
    migrate: (record) => from5(record) as Loose,
    edit: from5,
  },
  {
    from: 6,
    name: 'surfaces: what is joined to a wall is decorated itself; places and motifs on it, names and stands of parts, figures',
    migrate: (record) => record,
  },
  {
    from: 7,
    name: 'drawings: line art that steps follow, and the areas between its lines',
    migrate: (record) => from7(record) as Loose,
    edit: from7,
  },
  {
    from: 8,
    name: 'sheets: shrinkage bars read of a clay, what a printer makes of a length',
    migrate: (record) => from8(record) as Loose,
    edit: from8,
  },
]

/**
 * Brings a document up to `current`. A newer one is refused; a gap in the chain is a broken invariant and throws.
 * The version is written last, when every step has run.
 */
export function migrate(
  record: Record<string, unknown>,
  migrations: readonly Migration[] = MIGRATIONS,
  current = CURRENT_VERSION,
): Result<Record<string, unknown>> {
  const version = record.version
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    return fail({
      code: 'bad-value',
      path: 'version',
      actual: (JSON.stringify(version) ?? 'missing').slice(0, 60),
      expected: 'a whole number from 1',
    })
  }
  if (version > current) return fail({ code: 'newer-version', actual: version, newest: current })
  let migrated = record
  for (let at = version; at < current; at++) {
    const step = migrations.find((m) => m.from === at)
    if (!step) throw new Error(`there is no migration from version ${at}`)
    try {
      migrated = step.migrate(migrated)
    } catch {
      return fail({
        code: 'bad-value',
        path: 'the file',
        actual: `damaged (${step.name.split(':')[0]} could not be brought up to date)`,
        expected: 'whole',
      })
    }
  }
  return ok({ ...migrated, version: current })
}

/** An edit of an older version as this one would have written it. */
export const migrateEdit = <E>(edit: E, version: number, migrations: readonly Migration[] = MIGRATIONS): E =>
  migrations.reduce<unknown>((e, m) => (m.from >= version && m.edit ? m.edit(e) : e), edit) as E
