import { describe, expect, it } from 'vitest'
import { demoStudio } from '../demo/demoStudio'
import type { Command } from './command'
import { commandLabel } from './commandLabel'

/* What each edit is called in the undo button: two edits that differ are told apart. */

const studio = demoStudio()
const piece = studio.pieces['reed-jugs']
const room = Object.values(studio.rooms)[0]
const own = { pieceId: piece.id }
const log = (entry: object) => ({ type: 'piece.log', ...own, entry }) as Command
const ran = (...entries: object[]) => ({ type: 'run.add', ...own, entries }) as Command

const LABELS: readonly (readonly [words: string, command: unknown])[] = [
  ['rename the studio', { type: 'studio.rename', name: 'x' }],
  ['change settings', { type: 'studio.settings', changes: {} }],
  ['change a way of working', { type: 'studio.ways', changes: {} }],
  ['stock the cupboard', { type: 'studio.stock' }],
  ['set a pace', { type: 'studio.pace', kind: 'brush', pace: null }],
  ['open “Tidewater shed”', { type: 'studio.replace', studio }],
  ['add “Reed jugs”', { type: 'piece.add', piece }],
  ['put a piece away', { type: 'piece.archive', ...own, away: true }],
  ['bring a piece back', { type: 'piece.archive', ...own, away: false }],
  ['remove a piece', { type: 'piece.remove', ...own }],
  ['change the piece', { type: 'piece.change', ...own, changes: {} }],
  ['change when it was made', { type: 'piece.making', ...own, changes: {} }],
  ['change the cover', log({ kind: 'cover' })],
  ['dry with moving air', log({ kind: 'blow' })],
  ['say how dry it is', log({ kind: 'stage' })],
  ['enter a weight', log({ kind: 'weight' })],
  ['lay coats', log({ kind: 'coats' })],
  ['lose a pot', { type: 'piece.pots', ...own, told: [{ pot: 1 }, { pot: 2, lost: 'broke' }] }],
  ['tell of single pots', { type: 'piece.pots', ...own, told: [{ pot: 1 }, { pot: 2 }] }],
  ['mark what is done', { type: 'piece.stands', ...own }],
  ['say what was different', { type: 'piece.otherwise', ...own, difference: {} }],
  ['as planned after all', { type: 'piece.otherwise', ...own, difference: null }],
  ['take a stroke back', ran({ kind: 'struck' })],
  ['write a note', ran({ kind: 'note' })],
  ['add a photograph', ran({ kind: 'photo' }, { kind: 'note' })],
  ['write down what was done', ran({ kind: 'did' })],
  ['write down what was done', ran()],
  ['tell how it came out', { type: 'piece.outcomes', ...own, outcomes: [] }],
  ['change the drawing “Reeds”', { type: 'drawing.set', ...own, drawing: { name: 'Reeds' } }],
  ['take a drawing away', { type: 'drawing.remove', ...own, drawingId: 'x' }],
  ['take from a jar', { type: 'medium.use' }],
  [`change “${room.name}”`, { type: 'room.set', room }],
  ['remove a room', { type: 'room.remove', roomId: 'x' }],
  ['change “Chalk white earthenware”', { type: 'body.set', body: studio.bodies['chalk-white'] }],
  ['change “Tide blue”', { type: 'medium.set', medium: studio.media['tide-blue'] }],
  ['take a material out', { type: 'medium.remove', mediumId: 'x' }],
  ['change tile 24', { type: 'tile.set', tile: studio.tiles['season-24'] }],
  ['take a tile out', { type: 'tile.remove', tileId: 'x' }],
  ['hand out the calendar file', { type: 'calendar.change', changes: { handedOut: [] } }],
  ['change the calendar', { type: 'calendar.change', changes: { handedOut: [], sure: '95' } }],
  ['plan the days', { type: 'schedule.set', schedule: studio.schedule }],
  ['mark what is done', { type: 'piece.progress', ...own }],
  ['add a step (coat)', { type: 'step.add', ...own, at: 0, step: { act: 'coat' } }],
  ['remove a step', { type: 'step.remove', ...own, stepId: 'x' }],
  ['move a step', { type: 'step.move', ...own, stepId: 'x', to: 1 }],
  ['repeat a step', { type: 'step.duplicate', ...own, stepId: 'x' }],
  ['change a step', { type: 'step.change', ...own, stepId: 'x', changes: {} }],
  ['three things', { type: 'batch', label: 'three things', commands: [] }],
]

describe('an edit is called', () => {
  it.each(LABELS)('%s', (words, command) => {
    expect(commandLabel(command as Command)).toBe(words)
  })
})
