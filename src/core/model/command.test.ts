import { plainVisit } from './fixtures/visit'
import { describe, expect, it } from 'vitest'
import { sentence } from '../base/issue'
import { demoStudio } from '../demo/demoStudio'
import { calendarSchema, plainCalendar, scheduleSchema, visitSchema } from './calendar'
import { applyCommand, type Command } from './command'
import { commandLabel } from './commandLabel'
import { migrate } from './migrations'
import type { Studio } from './studio'

const studio = demoStudio()
const jugs = studio.pieces['reed-jugs']

const ROOM = jugs.making.roomId
const IN_IT = Object.values(studio.pieces).filter((piece) => piece.making.roomId === ROOM).length

function carriedOut(command: Command, on: Studio = studio) {
  const applied = applyCommand(on, command)
  if (!applied.ok) throw new Error(sentence(applied.issue))
  return applied.value
}

const refused = (command: Command): string => {
  const applied = applyCommand(studio, command)
  return applied.ok ? 'carried out' : sentence(applied.issue)
}

describe('commands', () => {
  it('a piece that is removed leaves the rack, and only it', () => {
    const after = carriedOut({ type: 'piece.remove', pieceId: 'reed-jugs' })
    expect(after.order).toEqual(studio.order.filter((id) => id !== 'reed-jugs'))
    expect(Object.keys(after.pieces)).toHaveLength(studio.order.length - 1)
  })

  it('a piece that comes in stands first, brings what is missing, and overwrites nothing', () => {
    const piece = { ...jugs, id: 'again' }
    const clay = { ...studio.bodies['chalk-white'], id: 'other-clay' }
    const after = carriedOut({
      type: 'piece.add',
      piece,
      bodies: { 'other-clay': clay, 'chalk-white': { ...clay, name: 'Not this one' } },
      media: {},
    })
    expect(after.order[0]).toBe('again')
    expect(after.bodies['other-clay']).toEqual(clay)
    expect(after.bodies['chalk-white'].name).toBe('Chalk white earthenware')
    expect(carriedOut({ type: 'piece.add', piece: jugs }).order).toEqual(studio.order)
  })

  it('a log is kept in the order of time', () => {
    const at = (hour: number) => `2026-03-02T${String(hour).padStart(2, '0')}:00:00Z`
    let after = studio
    for (const hour of [15, 9, 12])
      after = carriedOut(
        { type: 'piece.log', pieceId: 'dotted-jar', entry: { kind: 'weight', at: at(hour), grams: 900 } },
        after,
      )
    const times = after.pieces['dotted-jar'].making.log.map((entry) => Date.parse(entry.at))
    expect(times).toEqual([...times].sort((a, b) => a - b))
  })

  it.each<[string, Command, string]>([
    ['an empty name', { type: 'studio.rename', name: '  ' }, 'name'],
    ['a room that pieces stand in', { type: 'room.remove', roomId: ROOM }, `still home to ${IN_IT}`],
    ['a jar that is in a plan', { type: 'medium.remove', mediumId: 'marsh-black' }, 'Marsh black'],
    ['a piece that is not there', { type: 'piece.remove', pieceId: 'nobody' }, 'nobody'],
    ['a count of none', { type: 'piece.change', pieceId: 'reed-jugs', changes: { count: 0 } }, '0'],
    [
      'a step in a plan that has none such',
      { type: 'step.remove', pieceId: 'reed-jugs', stepId: 'no-step' },
      'no-step',
    ],
    [
      'a calendar with an eighth day of the week',
      {
        type: 'calendar.change',
        changes: { weekly: [{ id: 'x', name: 'Someday', weekday: 8, from: '09:00', to: '10:00', hands: 1 }] },
      },
      '8',
    ],
  ])('%s is refused with what it was', (_, command, value) => {
    const said = refused(command)
    expect(said).toContain(value)
    expect(said).not.toBe('carried out')
  })

  it.each<[Command, string]>([
    [
      { type: 'piece.log', pieceId: 'p', entry: { kind: 'cover', at: '2026-03-02T10:00:00Z', cover: 'open' } },
      'change the cover',
    ],
    [
      { type: 'piece.log', pieceId: 'p', entry: { kind: 'weight', at: '2026-03-02T10:00:00Z', grams: 3 } },
      'enter a weight',
    ],
    [{ type: 'piece.add', piece: jugs }, 'add “Reed jugs”'],
    [{ type: 'studio.replace', studio }, 'open “Tidewater shed”'],
    [{ type: 'medium.set', medium: studio.media['tide-blue'] }, 'change “Tide blue”'],
    [{ type: 'tile.set', tile: studio.tiles['season-24'] }, 'change tile 24'],
    [{ type: 'batch', label: 'three things', commands: [] }, 'three things'],
  ])('is told in the undo list: %#', (command, words) => {
    expect(commandLabel(command)).toBe(words)
  })
})

describe('what a calendar and its days may hold', () => {
  const hours = (over: object) => ({
    ...plainCalendar('UTC'),
    weekly: [{ id: 'a', name: 'Evening', weekday: 1, from: '18:00', to: '20:00', hands: 1, ...over }],
  })
  it.each([
    [{}, true],
    [{ name: ' Evening ' }, true],
    [{ name: '   ' }, false],
    [{ name: 'x'.repeat(61) }, false],
    [{ weekday: 0 }, false],
    [{ from: '6 pm' }, false],
    [{ more: 1 }, false],
  ])('hours with %o: %s', (over, fits) => {
    const parsed = calendarSchema.safeParse(hours(over))
    expect(parsed.success).toBe(fits)
    if (parsed.success) expect(parsed.data.weekly[0].name).toBe('Evening')
  })

  it('a visit and a pin name their session, and nothing else is kept with them', () => {
    const visit = { ...plainVisit, pieceId: 'a', sessionId: 'mon@1' }
    expect(visitSchema.safeParse(visit).success).toBe(true)
    expect(visitSchema.safeParse({ ...visit, sessionId: '' }).success).toBe(false)
    const schedule = (pin: object) => ({ madeAt: null, visits: [], loads: [], unmet: [], pins: [pin] })
    expect(
      scheduleSchema.safeParse(schedule({ pieceId: 'a', pots: [], stepId: 'b', sessionId: 'mon@1' })).success,
    ).toBe(true)
    expect(scheduleSchema.safeParse(schedule({ pieceId: 'a', pots: [], stepId: 'b' })).success).toBe(false)
    expect(
      scheduleSchema.safeParse(schedule({ pieceId: 'a', pots: [], stepId: 'b', sessionId: 'mon@1', why: 'x' })).success,
    ).toBe(false)
  })
})

describe('versions', () => {
  it.each([[undefined], ['3'], [1.5], [0], [null]])('a document of version %o is refused with it', (version) => {
    const migrated = migrate({ version })
    expect(migrated.ok).toBe(false)
    if (!migrated.ok) expect(sentence(migrated.issue)).toContain('a whole number from 1')
  })
})
