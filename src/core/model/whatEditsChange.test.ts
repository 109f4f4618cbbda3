import { describe, expect, it } from 'vitest'
import { sentence } from '../base/issue'
import { demoStudio } from '../demo/demoStudio'
import * as build from '../plan/build'
import { OUTSIDE } from '../vocabulary/place'
import { applyCommand, type Command } from './command'
import type { Step } from '../plan/step'
import type { Difference, RunEntry } from './run'
import type { Studio } from './studio'

/* What each edit changes, place by place, or why it is refused: whoever changes an edit sees here what else became otherwise. */

const demo = demoStudio()
const AT = '2026-03-05T18:00:00Z'
const jug = { pieceId: 'reed-jugs' }
const tiles = { pieceId: 'fence-tiles' }

type Loose = Record<string, unknown>

const short = (value: unknown): string => {
  const text = JSON.stringify(value) ?? 'nothing'
  return text.length > 90 ? `${text.slice(0, 90)}… (${text.length})` : text
}

/** Lists of things with ids as records, with their order beside them. */
const keyed = (value: unknown): unknown => {
  if (!Array.isArray(value)) return value
  const ids = value.map((one: unknown) => (one as Loose | null)?.id ?? (one as Loose | null)?.number)
  if (!ids.length || ids.some((id) => id === undefined) || new Set(ids).size !== ids.length) return value
  return { order: ids.join(' '), ...Object.fromEntries(value.map((one: unknown, i) => [`#${String(ids[i])}`, one])) }
}

/** Places at which two values differ, with what stood and what stands there. */
function differences(before: unknown, after: unknown, path = ''): string[] {
  if (before === after) return []
  const [a, b] = [keyed(before), keyed(after)]
  if (!a || !b || typeof a !== 'object' || typeof b !== 'object' || Array.isArray(a) !== Array.isArray(b))
    return short(a) === short(b) ? [] : [`${path}: ${short(a)} → ${short(b)}`]
  const names = [...new Set([...Object.keys(a), ...Object.keys(b)])]
  return names.flatMap((name) => differences((a as Loose)[name], (b as Loose)[name], path ? `${path}.${name}` : name))
}

const carriedOut = (commands: readonly Command[], from: Studio = demo): Studio =>
  commands.reduce((at, command) => {
    const next = applyCommand(at, command)
    if (!next.ok) throw new Error(sentence(next.issue))
    return next.value
  }, from)

const step: Step = { ...build.fire('bisque', '04'), id: 'new', done: false } as Step
const entry = (id: string, more: object): RunEntry => ({ id, at: AT, by: 'Ola', pots: [1], ...more }) as RunEntry
const note = (id: string) => entry(id, { kind: 'note', stepId: null, where: '', text: 'a chip' })
const thin: Difference = { stepId: 'jug-2', changes: { coats: 2 }, mishap: null }

/** A jug set with pots apart, a step done otherwise, a variant; planned days of its own. */
const busy = carriedOut([
  { type: 'piece.progress', ...jug, pots: [2], doneSteps: 2, coats: 1 },
  { type: 'piece.otherwise', ...jug, pots: [3], stepId: 'jug-2', difference: thin },
  { type: 'piece.change', ...tiles, changes: { variant: demo.pieces['fence-tiles'].steps } },
  { type: 'piece.archive', pieceId: 'dune-cups', away: true },
])

const EDITS: readonly (readonly [what: string, command: Command, from?: Studio])[] = [
  ['a new name of the studio', { type: 'studio.rename', name: `  ${'Long loft '.repeat(12)} ` }],
  ['no name', { type: 'studio.rename', name: '  ' }],
  ['a setting', { type: 'studio.settings', changes: { length: 'in' } }],
  ['a way', { type: 'studio.ways', changes: { firstGlaze: 'outside' } }],
  [
    'materials, of which one is there',
    {
      type: 'studio.stock',
      bodies: { 'chalk-white': demo.bodies['estuary-red'], more: demo.bodies['chalk-white'] },
      media: { 'tide-blue': demo.media['marsh-black'], extra: demo.media['tide-blue'] },
    },
  ],
  ['a piece that is there', { type: 'piece.add', piece: demo.pieces['reed-jugs'] }],
  ['a piece that is put away', { type: 'piece.add', piece: { ...demo.pieces['dune-cups'], count: 3 } }, busy],
  [
    'a piece with what it needs',
    {
      type: 'piece.add',
      piece: { ...demo.pieces['dune-cups'], id: 'cups-2' },
      bodies: { odd: demo.bodies['chalk-white'] },
      media: { odd: demo.media['tide-blue'] },
    },
  ],
  ['no piece any more', { type: 'piece.remove', pieceId: 'dune-cups' }, busy],
  ['a piece that nobody has', { type: 'piece.remove', pieceId: 'nobody' }],
  ['a piece put away', { type: 'piece.archive', ...jug, away: true }],
  ['a piece put away twice', { type: 'piece.archive', pieceId: 'dune-cups', away: true }, busy],
  ['a piece back on the rack', { type: 'piece.archive', pieceId: 'dune-cups', away: false }, busy],
  ['fewer pots than lots have', { type: 'piece.change', ...jug, changes: { count: 2 } }, busy],
  ['a count of none', { type: 'piece.change', ...jug, changes: { count: 0 } }],
  [
    'fewer steps than lots have done',
    { type: 'piece.change', ...jug, changes: { steps: demo.pieces['reed-jugs'].steps.slice(2) } },
    busy,
  ],
  ['another making of one pot', { type: 'piece.making', ...jug, pots: [4], changes: { madeAt: AT } }],
  [
    'another making of a pot that is not there',
    { type: 'piece.making', ...jug, pots: [1, 5], changes: { madeAt: AT } },
  ],
  [
    'a weight before what was logged',
    { type: 'piece.log', ...jug, entry: { kind: 'weight', at: '2026-01-01T00:00:00Z', grams: 900 } },
  ],
  ['a weight that is none', { type: 'piece.log', ...jug, entry: { kind: 'weight', at: AT, grams: -1 } }],
  ['a pot that is lost', { type: 'piece.pots', ...jug, told: [{ number: 2, lost: 'other' as never }] }, busy],
  [
    'pots told of, and one back to nothing',
    {
      type: 'piece.pots',
      ...jug,
      told: [
        { number: 3, owner: 'Ola' },
        { number: 1, note: 'chip' },
        { number: 4, owner: '' },
      ],
    },
  ],
  ['a pot beyond the count', { type: 'piece.pots', ...jug, told: [{ number: 1 }, { number: 5, owner: 'Ola' }] }],
  ['the only pot there is not', { type: 'piece.pots', pieceId: 'scallop-dish', told: [{ number: 2 }] }],
  ['a room with an empty name', { type: 'room.set', room: { ...demo.rooms.loft, name: '' } }],
  ['another room', { type: 'room.set', room: { ...demo.rooms.loft, humidity: 0.4 } }],
  ['no room while pieces are in it', { type: 'room.remove', roomId: 'shed' }],
  [
    'no room while one piece is in it',
    { type: 'room.remove', roomId: 'loft' },
    carriedOut([{ type: 'piece.making', ...jug, changes: { roomId: 'loft' } }], {
      ...demo,
      pieces: { 'reed-jugs': demo.pieces['reed-jugs'] },
    }),
  ],
  ['no room', { type: 'room.remove', roomId: 'loft' }, { ...demo, pieces: {} }],
  ['another clay', { type: 'body.set', body: { ...demo.bodies['chalk-white'], name: 'White' } }],
  ['a clay of no name', { type: 'body.set', body: { ...demo.bodies['chalk-white'], name: '' } }],
  ['another jar', { type: 'medium.set', medium: { ...demo.media['tide-blue'], name: 'Blue' } }],
  ['a jar of no name', { type: 'medium.set', medium: { ...demo.media['tide-blue'], name: '' } }],
  ['no jar that a plan uses', { type: 'medium.remove', mediumId: 'marsh-black' }],
  [
    'no jar that only a variant uses',
    { type: 'medium.remove', mediumId: 'marsh-black' },
    { ...demo, pieces: { p: { ...demo.pieces['reed-jugs'], steps: [], variant: demo.pieces['reed-jugs'].steps } } },
  ],
  ['no jar', { type: 'medium.remove', mediumId: 'marsh-black' }, { ...demo, pieces: {} }],
  ['no jar that is gone', { type: 'medium.remove', mediumId: 'nothing' }],
  ['a tile of another number', { type: 'tile.set', tile: { ...demo.tiles['season-21'], number: 99 } as never }],
  ['a tile of no jar', { type: 'tile.set', tile: { ...demo.tiles['season-21'], id: '' } }],
  ['no tile', { type: 'tile.remove', tileId: 'season-21' }],
  ['surer days', { type: 'calendar.change', changes: { sure: '95' } }],
  ['a zone that is none', { type: 'calendar.change', changes: { timeZone: 'Tide/Water' } }],
  [
    'other days',
    {
      type: 'schedule.set',
      schedule: { ...demo.schedule, pins: [{ ...jug, stepId: 'jug-5', pots: [], sessionId: 's@2026-03-01' }] },
    },
  ],
  ['steps done on all', { type: 'piece.progress', ...jug, doneSteps: 4 }],
  ['steps done on some, with coats', { type: 'piece.progress', ...jug, pots: [1, 4], doneSteps: 1, coats: 2 }],
  ['how it stands', { type: 'piece.stands', ...jug, done: ['jug-3', 'jug-1', 'gone'], coats: 1 }],
  ['a step otherwise than planned', { type: 'piece.otherwise', ...jug, stepId: 'jug-2', difference: thin }],
  [
    'another difference of the same step',
    { type: 'piece.otherwise', ...jug, pots: [3], stepId: 'jug-2', difference: { ...thin, changes: { coats: 5 } } },
    busy,
  ],
  ['as planned after all', { type: 'piece.otherwise', ...jug, pots: [3], stepId: 'jug-2', difference: null }, busy],
  [
    'a difference that does not fit',
    { type: 'piece.otherwise', ...jug, stepId: 'jug-2', difference: { ...thin, changes: { coats: 99 } } },
  ],
  ['a difference of a step that is gone', { type: 'piece.otherwise', ...jug, stepId: 'gone', difference: thin }],
  [
    'entries of which two have one id',
    { type: 'run.add', ...jug, entries: [note('n'), note('n'), note('m'), note('n')] },
  ],
  ['an entry that is none', { type: 'run.add', ...jug, entries: [entry('n', { kind: 'guess' })] }],
  [
    'an outcome of a pot beyond the count',
    {
      type: 'piece.outcomes',
      ...jug,
      outcomes: [{ pot: 5, at: AT, stepId: 'jug-7', verdict: 'good', faults: [], note: '' }],
    },
  ],
  [
    'an outcome',
    {
      type: 'piece.outcomes',
      ...jug,
      outcomes: [{ pot: 4, at: AT, stepId: 'jug-7', verdict: 'second', faults: [], note: 'x' }],
    },
  ],
  ['ml out of a jar', { type: 'medium.use', mediumId: 'chalk-slip', ml: 333 }],
  ['more ml than a jar has', { type: 'medium.use', mediumId: 'chalk-slip', ml: 5000 }],
  ['ml of a jar without stock', { type: 'medium.use', mediumId: 'nothing', ml: 5 }],
  [
    'a drawing once more',
    {
      type: 'drawing.set',
      ...tiles,
      drawing: { ...demo.pieces['fence-tiles'].drawings[0], name: 'Petals' } as never,
    },
    busy,
  ],
  [
    'one more drawing',
    { type: 'drawing.set', ...tiles, drawing: { ...demo.pieces['fence-tiles'].drawings[0], id: 'other' } },
  ],
  ['no drawing', { type: 'drawing.remove', ...tiles, drawingId: 'flower' }, busy],
  ['a step before all', { type: 'step.add', ...jug, at: -3, step }],
  ['a step after all', { type: 'step.add', ...jug, at: 99, step }],
  ['a step in between', { type: 'step.add', ...jug, at: 2, step }],
  ['a step that is none', { type: 'step.add', ...jug, at: 2, step: { ...step, cone: '99' } as never }],
  ['a step less', { type: 'step.remove', ...jug, stepId: 'jug-2' }, busy],
  ['a step less that is gone', { type: 'step.remove', ...jug, stepId: 'gone' }],
  ['a step of a piece that nobody has', { type: 'step.remove', pieceId: 'nobody', stepId: 'gone' }],
  ['a step moved on', { type: 'step.move', ...jug, stepId: 'jug-1', to: 3 }],
  ['a step moved beyond the end', { type: 'step.move', ...jug, stepId: 'jug-5', to: 40 }],
  ['a step moved before the beginning', { type: 'step.move', ...jug, stepId: 'jug-5', to: -40 }],
  ['a step twice', { type: 'step.duplicate', ...jug, stepId: 'jug-2', newId: 'again' }],
  ['a step otherwise', { type: 'step.change', ...jug, stepId: 'jug-2', changes: { coats: 2 } }],
  ['a step otherwise that it cannot be', { type: 'step.change', ...jug, stepId: 'jug-2', changes: { coats: 'many' } }],
  [
    'a motif that follows a drawing moved in one step',
    {
      type: 'step.change',
      ...tiles,
      stepId: 'tile-2',
      changes: {
        motif: { ...(demo.pieces['fence-tiles'].steps[1] as never as { motif: object }).motif, heightMm: 44 },
      },
    },
    busy,
  ],
  ['a coat on another side', { type: 'step.change', ...jug, stepId: 'jug-2', changes: { place: OUTSIDE } }],
  [
    'two edits',
    {
      type: 'batch',
      label: 'two',
      commands: [
        { type: 'step.move', ...jug, stepId: 'jug-1', to: 1 },
        { type: 'studio.rename', name: 'Shed' },
      ],
    },
  ],
  [
    'two edits, of which the second cannot be',
    {
      type: 'batch',
      label: 'two',
      commands: [
        { type: 'studio.rename', name: 'Shed' },
        { type: 'step.remove', ...jug, stepId: 'gone' },
      ],
    },
  ],
]

describe('an edit changes', () => {
  it.each(EDITS.map(([what, command, from = demo]) => [what, command, from] as const))('%s', (_, command, from) => {
    const applied = applyCommand(from, command)
    const found = applied.ok ? differences(from, applied.value) : [`refused: ${sentence(applied.issue)}`]
    expect(found.join('\n')).toMatchSnapshot()
  })
})
