import { produce } from 'immer'
import { fail, ok, type Result } from '../base/result'
import type { Issue } from '../base/issue'
import type { Calendar, Schedule } from './calendar'
import type { Edits } from './edits/edit'
import { PIECE_EDITS } from './edits/pieceEdits'
import { STEP_EDITS } from './edits/stepEdits'
import { STUDIO_EDITS } from './edits/studioEdits'
import type { LogEntry, Making, Piece, Pot } from './piece'
import type { Outcome } from './outcome'
import type { Difference, RunEntry } from './run'
import type { Body, Medium } from '../vocabulary/material'
import type { Room } from './room'
import type { Tile } from './tile'
import type { PieceDrawing } from '../vocabulary/pieceDrawing'
import type { Step } from '../plan/step'
import type { Pace, PaceKind } from '../plan/pace'
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

const EDITS: Edits<Command['type']> = {
  ...STUDIO_EDITS,
  ...PIECE_EDITS,
  ...STEP_EDITS,
  batch: (studio, { commands }) => {
    for (const command of commands) {
      const issue = carryOut(studio, command)
      if (issue) return issue
    }
    return null
  },
}

/** Whether there is an edit of a name. */
export const isCommandType = (name: string): name is Command['type'] => Object.hasOwn(EDITS, name)

const carryOut = (studio: Studio, command: Command): Issue | null =>
  (EDITS[command.type] as (studio: Studio, command: Command) => Issue | null)(studio, command)

/** Carries out a command on a studio. A command that fails changes nothing; one that changes nothing gives the same studio. */
export function applyCommand(studio: Studio, command: Command): Result<Studio> {
  const issues: Issue[] = []
  const next = produce(studio, (draft) => {
    const issue = carryOut(draft, command)
    if (issue) issues.push(issue)
  })
  return issues.length ? fail(issues[0]) : ok(next)
}
