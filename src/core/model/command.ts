import { produce } from 'immer'
import { fail, ok, type Result } from '../base/result'
import type { Issue } from '../base/issue'
import { schemaIssue } from '../base/schemaIssue'
import { isTimeZone } from '../base/timeZone'
import { calendarSchema, scheduleSchema, type Calendar, type Schedule } from './calendar'
import { editPots, putLots, lotsOf, standingPots, tellOfPots } from './lots'
import { pieceSchema, type LogEntry, type Lot, type Making, type Piece, type Pot } from './piece'
import type { Outcome } from './outcome'
import type { Difference, RunEntry } from './run'
import { bodySchema, mediumSchema, type Body, type Medium } from '../vocabulary/material'
import { roomSchema, type Room } from './room'
import { tileSchema, type Tile } from './tile'
import { followed, led, type PieceDrawing } from '../vocabulary/pieceDrawing'
import type { Motif } from '../vocabulary/motif'
import { mediaOfStep, stepSchema, type Step } from '../plan/step'
import { paceSchema, type Pace, type PaceKind } from '../plan/pace'
import type { Settings, Studio, Ways } from './studio'

/** An edit as data. `batch` makes several into one undo. */
export type Command =
  | { type: 'studio.rename'; name: string }
  | { type: 'studio.settings'; changes: Partial<Settings> }
  | { type: 'studio.ways'; changes: Partial<Ways> }
  /** The pace of a kind of work; null for ours again. */
  | { type: 'studio.pace'; kind: PaceKind; pace: Pace | null }
  | { type: 'studio.replace'; studio: Studio }
  /** Adds materials that the studio does not have yet. */
  | { type: 'studio.stock'; bodies: Studio['bodies']; media: Studio['media'] }
  | { type: 'piece.add'; piece: Piece; bodies?: Studio['bodies']; media?: Studio['media'] }
  | { type: 'piece.remove'; pieceId: string }
  /** Puts a piece away from the rack, or back on it. */
  | { type: 'piece.archive'; pieceId: string; away: boolean }
  | {
      type: 'piece.change'
      pieceId: string
      changes: Partial<
        Pick<
          Piece,
          | 'name'
          | 'count'
          | 'use'
          | 'bodyId'
          | 'form'
          | 'notes'
          | 'tags'
          | 'steps'
          | 'variant'
          | 'lightTarget'
          | 'fired'
        >
      >
    }
  /** Of the whole set, or of some of its pots. */
  | { type: 'piece.making'; pieceId: string; pots?: number[]; changes: Partial<Making> }
  /** Adds what happened to a piece, or to some of its pots; entries stay in order of time. */
  | { type: 'piece.log'; pieceId: string; pots?: number[]; entry: LogEntry }
  /** Tells something of single pots of a set: whose they are, what is to be noted, that one is lost. */
  | { type: 'piece.pots'; pieceId: string; told: ({ number: number } & Partial<Omit<Pot, 'number'>>)[] }
  | { type: 'room.set'; room: Room }
  | { type: 'room.remove'; roomId: string }
  | { type: 'body.set'; body: Body }
  | { type: 'medium.set'; medium: Medium }
  | { type: 'medium.remove'; mediumId: string }
  | { type: 'tile.set'; tile: Tile }
  | { type: 'tile.remove'; tileId: string }
  | { type: 'calendar.change'; changes: Partial<Calendar> }
  | { type: 'schedule.set'; schedule: Schedule }
  /** The first steps are done, and some coats of the next; of the whole set, or of some of its pots. */
  | { type: 'piece.progress'; pieceId: string; pots?: number[]; doneSteps: number; coats?: number }
  /** Which steps are done and how many coats of the next there are; of the whole set, or of some of its pots. */
  | { type: 'piece.stands'; pieceId: string; pots?: number[]; done: string[]; coats: number }
  /** How a step went otherwise than planned, on the whole set or on some of its pots; null for as planned after all. */
  | { type: 'piece.otherwise'; pieceId: string; pots?: number[]; stepId: string; difference: Difference | null }
  /** Writes down what was done. What stands there is never rewritten. */
  | { type: 'run.add'; pieceId: string; entries: RunEntry[] }
  /** Writes down how pots came out of the kiln. */
  | { type: 'piece.outcomes'; pieceId: string; outcomes: Outcome[] }
  /** Takes from the stock of a jar what was used. */
  | { type: 'medium.use'; mediumId: string; ml: number }
  /** Sets a drawing of a piece; all steps that follow it change with it. */
  | { type: 'drawing.set'; pieceId: string; drawing: PieceDrawing }
  /** Takes a drawing away; steps that followed it keep what they have of it. */
  | { type: 'drawing.remove'; pieceId: string; drawingId: string }
  | { type: 'step.add'; pieceId: string; at: number; step: Step }
  | { type: 'step.remove'; pieceId: string; stepId: string }
  | { type: 'step.move'; pieceId: string; stepId: string; to: number }
  | { type: 'step.duplicate'; pieceId: string; stepId: string; newId: string }
  | { type: 'step.change'; pieceId: string; stepId: string; changes: Record<string, unknown> }
  | { type: 'batch'; commands: Command[]; label: string }

type Handlers = { [T in Command['type']]: (studio: Studio, command: Extract<Command, { type: T }>) => Issue | null }

/** Off the rack and out of the planned days. */
function takeOffRack(studio: Studio, pieceId: string): void {
  const others = <T extends { pieceId: string }>(planned: readonly T[]) =>
    planned.filter((one) => one.pieceId !== pieceId)
  const { visits, loads, unmet, pins } = studio.schedule
  studio.order = studio.order.filter((id) => id !== pieceId)
  studio.archive = studio.archive.filter((id) => id !== pieceId)
  Object.assign(studio.schedule, {
    visits: others(visits),
    loads: others(loads),
    unmet: others(unmet),
    pins: others(pins),
  })
}

function withPiece(studio: Studio, pieceId: string, edit: (piece: Piece) => Issue | null): Issue | null {
  const piece = studio.pieces[pieceId]
  return piece ? edit(piece) : { code: 'no-such-piece', id: pieceId }
}

const noSuchPot = ({ count }: Piece, number: number): Issue => ({
  code: 'bad-value',
  path: 'pot',
  actual: String(number),
  expected: count === 1 ? 'pot 1' : `a pot from 1 to ${count} that still stands`,
})

/** Changes the state of some pots; of all that stand, when none are named. */
function withPots(
  studio: Studio,
  pieceId: string,
  pots: readonly number[] | undefined,
  edit: (lot: Lot, piece: Piece) => Lot,
): Issue | null {
  return withPiece(studio, pieceId, (piece) => {
    const standing = standingPots(piece)
    const missing = pots?.find((number) => !standing.includes(number))
    if (missing !== undefined) return noSuchPot(piece, missing)
    editPots(piece, pots, (lot) => edit(lot, piece))
    return checkWith(pieceSchema, piece, 'piece')
  })
}

function withStep(
  studio: Studio,
  command: { pieceId: string; stepId: string },
  edit: (piece: Piece, index: number) => Issue | null,
): Issue | null {
  return withPiece(studio, command.pieceId, (piece) => {
    const index = piece.steps.findIndex((step) => step.id === command.stepId)
    return index < 0 ? { code: 'no-such-step', id: command.stepId } : edit(piece, index)
  })
}

/** Changes the motifs of all steps that follow a drawing, in the plan and in its variant. */
function follow(piece: Piece, drawingId: string, change: (own: Motif) => Motif): void {
  for (const step of [...piece.steps, ...(piece.variant ?? [])])
    if ('motif' in step && step.motif?.of === drawingId) step.motif = change(step.motif)
}

/** The check of a changed record, as an issue. */
function checkWith(
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

const handlers: Handlers = {
  'studio.rename': (studio, { name }) => {
    if (!name.trim()) return { code: 'bad-value', path: 'name', actual: 'empty', expected: 'a name of 1 to 80 letters' }
    studio.name = name.trim().slice(0, 80).trim()
    return null
  },
  'studio.settings': (studio, { changes }) => {
    Object.assign(studio.settings, changes)
    return null
  },
  'studio.ways': (studio, { changes }) => {
    Object.assign(studio.ways, changes)
    return null
  },
  'studio.pace': (studio, { kind, pace }) => {
    if (pace) studio.paces[kind] = pace
    else delete studio.paces[kind]
    return pace && checkWith(paceSchema, pace, 'pace')
  },
  'studio.replace': (studio, { studio: next }) => {
    Object.assign(studio, next)
    return null
  },
  'studio.stock': (studio, { bodies, media }) => {
    for (const [id, body] of Object.entries(bodies)) studio.bodies[id] ??= body
    for (const [id, medium] of Object.entries(media)) studio.media[id] ??= medium
    return null
  },
  'piece.add': (studio, { piece, bodies, media }) => {
    studio.pieces[piece.id] = piece
    if (!studio.order.includes(piece.id) && !studio.archive.includes(piece.id)) studio.order.unshift(piece.id)
    for (const [id, body] of Object.entries(bodies ?? {})) studio.bodies[id] ??= body
    for (const [id, medium] of Object.entries(media ?? {})) studio.media[id] ??= medium
    return null
  },
  'piece.remove': (studio, { pieceId }) =>
    withPiece(studio, pieceId, () => {
      delete studio.pieces[pieceId]
      takeOffRack(studio, pieceId)
      return null
    }),
  'piece.archive': (studio, { pieceId, away }) =>
    withPiece(studio, pieceId, () => {
      if (away === studio.archive.includes(pieceId)) return null
      takeOffRack(studio, pieceId)
      ;(away ? studio.archive : studio.order).unshift(pieceId)
      return null
    }),
  'piece.change': (studio, { pieceId, changes }) =>
    withPiece(studio, pieceId, (piece) => {
      Object.assign(piece, changes)
      // Steps that are gone and pots beyond the count leave the lots.
      if (piece.apart.length || piece.otherwise.length) putLots(piece, lotsOf(piece))
      return checkWith(pieceSchema, piece, 'piece')
    }),
  'piece.making': (studio, { pieceId, pots, changes }) =>
    withPots(studio, pieceId, pots, (lot) => ({ ...lot, making: { ...lot.making, ...changes } })),
  'piece.log': (studio, { pieceId, pots, entry }) =>
    withPots(studio, pieceId, pots, (lot) => ({
      ...lot,
      making: {
        ...lot.making,
        log: [...lot.making.log, entry].sort((a, b) => Date.parse(a.at) - Date.parse(b.at)),
      },
    })),
  'piece.pots': (studio, { pieceId, told }) =>
    withPiece(studio, pieceId, (piece) => {
      const beyond = told.find(({ number }) => number > piece.count)
      if (beyond) return noSuchPot(piece, beyond.number)
      tellOfPots(piece, told)
      return checkWith(pieceSchema, piece, 'piece')
    }),
  'room.set': (studio, { room }) => {
    studio.rooms[room.id] = room
    return checkWith(roomSchema, room, 'room')
  },
  'room.remove': (studio, { roomId }) => {
    const inIt = Object.values(studio.pieces).filter((piece) => piece.making.roomId === roomId)
    if (inIt.length)
      return {
        code: 'bad-value',
        path: 'room',
        actual: `still home to ${inIt.length} ${inIt.length === 1 ? 'piece' : 'pieces'}`,
        expected: 'empty; move them to another room first',
      }
    delete studio.rooms[roomId]
    return null
  },
  'body.set': (studio, { body }) => {
    studio.bodies[body.id] = body
    return checkWith(bodySchema, body, 'clay')
  },
  'medium.set': (studio, { medium }) => {
    studio.media[medium.id] = medium
    return checkWith(mediumSchema, medium, 'medium')
  },
  'medium.remove': (studio, { mediumId }) => {
    const used = Object.values(studio.pieces).filter((piece) =>
      [...piece.steps, ...(piece.variant ?? [])].some((step) => mediaOfStep(step).includes(mediumId)),
    )
    if (used.length)
      return {
        code: 'bad-value',
        path: studio.media[mediumId]?.name ?? mediumId,
        actual: `used on “${used[0].name}”`,
        expected: 'unused; take it out of the plans first',
      }
    delete studio.media[mediumId]
    return null
  },
  'tile.set': (studio, { tile }) => {
    studio.tiles[tile.id] = tile
    return checkWith(tileSchema, tile, 'tile')
  },
  'tile.remove': (studio, { tileId }) => {
    delete studio.tiles[tileId]
    return null
  },
  'calendar.change': (studio, { changes }) => {
    Object.assign(studio.calendar, changes)
    const { timeZone } = changes
    if (timeZone !== undefined && !isTimeZone(timeZone))
      return { code: 'bad-value', path: 'time zone', actual: timeZone, expected: 'one such as Europe/Paris' }
    return checkWith(calendarSchema, studio.calendar, 'calendar')
  },
  'schedule.set': (studio, { schedule }) => {
    studio.schedule = schedule
    return checkWith(scheduleSchema, schedule, 'schedule')
  },
  'piece.progress': (studio, { pieceId, pots, doneSteps, coats = 0 }) =>
    withPots(studio, pieceId, pots, (lot, { steps }) => ({
      ...lot,
      done: steps.slice(0, doneSteps).map((step) => step.id),
      coats,
    })),
  'piece.stands': (studio, { pieceId, pots, done, coats }) =>
    withPots(studio, pieceId, pots, (lot, { steps }) => ({
      ...lot,
      done: steps.map(({ id }) => id).filter((id) => done.includes(id)),
      coats,
    })),
  'piece.otherwise': (studio, { pieceId, pots, stepId, difference }) => {
    const step = studio.pieces[pieceId]?.steps.find(({ id }) => id === stepId)
    if (!step) return { code: 'no-such-step', id: stepId }
    if (difference) {
      const done = { ...structuredCopy(step), ...difference.changes }
      const issue = checkWith(stepSchema, done, 'step')
      if (issue) return issue
    }
    return withPots(studio, pieceId, pots, (lot) => ({
      ...lot,
      otherwise: [...lot.otherwise.filter((other) => other.stepId !== stepId), ...(difference ? [difference] : [])],
    }))
  },
  'run.add': (studio, { pieceId, entries }) =>
    withPiece(studio, pieceId, (piece) => {
      const known = new Set(piece.run.map(({ id }) => id))
      for (const entry of entries) {
        // Pressed, taken back and pressed again within a second is three entries.
        let { id } = entry
        while (known.has(id)) id = `${id}’`
        known.add(id)
        piece.run.push({ ...entry, id })
      }
      return checkWith(pieceSchema, piece, 'piece')
    }),
  'piece.outcomes': (studio, { pieceId, outcomes }) =>
    withPiece(studio, pieceId, (piece) => {
      const beyond = outcomes.find(({ pot }) => pot > piece.count)
      if (beyond) return noSuchPot(piece, beyond.pot)
      piece.outcomes.push(...outcomes)
      return checkWith(pieceSchema, piece, 'piece')
    }),
  'medium.use': (studio, { mediumId, ml }) => {
    const stock = studio.media[mediumId]?.stock
    if (stock) stock.jars = Math.max(0, Math.round((stock.jars - ml / stock.jarMl) * 1000) / 1000)
    return null
  },
  'drawing.set': (studio, { pieceId, drawing }) =>
    withPiece(studio, pieceId, (piece) => {
      const at = piece.drawings.findIndex(({ id }) => id === drawing.id)
      piece.drawings.splice(at < 0 ? piece.drawings.length : at, at < 0 ? 0 : 1, drawing)
      follow(piece, drawing.id, (own) => followed(drawing, own))
      return checkWith(pieceSchema, piece, 'piece')
    }),
  'drawing.remove': (studio, { pieceId, drawingId }) =>
    withPiece(studio, pieceId, (piece) => {
      piece.drawings = piece.drawings.filter(({ id }) => id !== drawingId)
      follow(piece, drawingId, ({ of: _, only: __, ...own }) => own)
      return checkWith(pieceSchema, piece, 'piece')
    }),
  'step.add': (studio, { pieceId, at, step }) =>
    withPiece(studio, pieceId, (piece) => {
      piece.steps.splice(Math.max(0, Math.min(at, piece.steps.length)), 0, step)
      return checkWith(stepSchema, step, 'step')
    }),
  'step.remove': (studio, command) =>
    withStep(studio, command, (piece, index) => {
      piece.steps.splice(index, 1)
      if (piece.apart.length || piece.otherwise.length) putLots(piece, lotsOf(piece))
      return null
    }),
  'step.move': (studio, command) =>
    withStep(studio, command, (piece, index) => {
      const [step] = piece.steps.splice(index, 1)
      piece.steps.splice(Math.max(0, Math.min(command.to, piece.steps.length)), 0, step)
      return null
    }),
  'step.duplicate': (studio, command) =>
    withStep(studio, command, (piece, index) => {
      const copy = structuredCopy(piece.steps[index])
      piece.steps.splice(index + 1, 0, { ...copy, id: command.newId, done: false })
      return null
    }),
  'step.change': (studio, command) =>
    withStep(studio, command, (piece, index) => {
      const changed = { ...structuredCopy(piece.steps[index]), ...command.changes }
      const issue = checkWith(stepSchema, changed, 'step')
      if (issue) return issue
      const step = changed as Step
      piece.steps[index] = step
      if (!('motif' in step) || !step.motif?.of) return null
      // What is moved or drawn otherwise in a step that follows a drawing is so in the drawing, and in all that follow it.
      const at = piece.drawings.findIndex(({ id }) => 'motif' in step && id === step.motif?.of)
      if (at < 0) return null
      piece.drawings[at] = led(piece.drawings[at], step.motif)
      const drawing = piece.drawings[at]
      follow(piece, drawing.id, (own) => followed(drawing, own))
      return null
    }),
  batch: (studio, { commands }) => {
    for (const command of commands) {
      const issue = carryOut(studio, command)
      if (issue) return issue
    }
    return null
  },
}

const structuredCopy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

const carryOut = (studio: Studio, command: Command): Issue | null =>
  (handlers[command.type] as (studio: Studio, command: Command) => Issue | null)(studio, command)

/** Carries out a command on a studio. A command that fails changes nothing; one that changes nothing gives the same studio. */
export function applyCommand(studio: Studio, command: Command): Result<Studio> {
  const issues: Issue[] = []
  const next = produce(studio, (draft) => {
    const issue = carryOut(draft, command)
    if (issue) issues.push(issue)
  })
  return issues.length ? fail(issues[0]) : ok(next)
}
