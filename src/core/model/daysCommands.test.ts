import { describe, expect, it } from 'vitest'
import { sentence } from '../base/issue'
import { demoStudio } from '../demo/demoStudio'
import { EMPTY_SCHEDULE } from './calendar'
import { applyCommand, type Command } from './command'
import { commandLabel } from './commandLabel'
import { plainRoom } from './room'
import { mediaOfStep } from '../plan/step'
import type { Tile } from './tile'

const studio = demoStudio()
const tile: Tile = {
  id: 't1',
  number: 3,
  question: 'Does it cover?',
  bodyId: 'chalk-white',
  cone: '04',
  pieceId: null,
  taken: false,
  squares: [{ id: 's1', films: [{ mediumId: 'tide-blue', coats: 3 }], measured: null }],
}
const { stock: _, ...jar } = studio.media['tide-blue']

/** A jar on the shelf that nobody uses. */
const unused = Object.keys(studio.media).find(
  (id) => !Object.values(studio.pieces).some((piece) => piece.steps.some((step) => mediaOfStep(step).includes(id))),
) as string

const GOOD: readonly [string, Command, (after: typeof studio) => unknown, unknown][] = [
  [
    'a piece is made',
    { type: 'piece.making', pieceId: 'knot-moon-jar', changes: { madeAt: '2026-03-04T16:00:00Z', wetGrams: 2400 } },
    (s) => s.pieces['knot-moon-jar'].making.wetGrams,
    2400,
  ],
  [
    'what happened stays in order of time',
    {
      type: 'batch',
      label: 'x',
      commands: [
        {
          type: 'piece.log',
          pieceId: 'swift-mugs',
          entry: { kind: 'cover', at: '2026-03-04T12:00:00Z', cover: 'open' },
        },
        { type: 'piece.log', pieceId: 'swift-mugs', entry: { kind: 'weight', at: '2026-03-04T10:00:00Z', grams: 300 } },
      ],
    },
    (s) => s.pieces['swift-mugs'].making.log.map((e) => e.kind),
    ['weight', 'cover'],
  ],
  [
    'a room is added',
    { type: 'room.set', room: plainRoom('cellar', 'Cellar') },
    (s) => Object.keys(s.rooms),
    ['shed', 'loft', 'cellar'],
  ],
  ['an empty room is removed', { type: 'room.remove', roomId: 'loft' }, (s) => Object.keys(s.rooms), ['shed']],
  ['hours are changed', { type: 'calendar.change', changes: { weekly: [] } }, (s) => s.calendar.weekly, []],
  [
    'days are planned',
    { type: 'schedule.set', schedule: { ...EMPTY_SCHEDULE, madeAt: '2026-03-04T16:00:00Z' } },
    (s) => s.schedule.madeAt,
    '2026-03-04T16:00:00Z',
  ],
  [
    'a jar is bought',
    { type: 'medium.set', medium: { ...jar, stock: { jars: 2, jarMl: 120, price: 9, batch: '' } } },
    (s) => s.media['tide-blue'].stock?.jars,
    2,
  ],
  [
    'a jar that no plan uses is taken out',
    { type: 'medium.remove', mediumId: unused },
    (s) => s.media[unused],
    undefined,
  ],
  [
    'a clay is added',
    { type: 'body.set', body: { ...studio.bodies['dune-buff'], id: 'new-clay', name: 'New clay' } },
    (s) => s.bodies['new-clay'].name,
    'New clay',
  ],
  ['a tile is planned', { type: 'tile.set', tile }, (s) => s.tiles.t1.number, 3],
]

const BAD: readonly [string, Command, string][] = [
  ['a piece of no weight', { type: 'piece.making', pieceId: 'reed-jugs', changes: { wetGrams: -3 } }, '-3'],
  [
    'a time that is none',
    { type: 'piece.making', pieceId: 'reed-jugs', changes: { madeAt: 'yesterday' } },
    'yesterday',
  ],
  ['a room hotter than a kiln', { type: 'room.set', room: { ...plainRoom('hot', 'Hot'), celsius: 900 } }, '900'],
  [
    'a room with pieces in it, removed',
    { type: 'room.remove', roomId: 'shed' },
    `${Object.keys(studio.pieces).length} pieces`,
  ],
  [
    'hours on an eighth day',
    {
      type: 'calendar.change',
      changes: { weekly: [{ id: 'x', name: 'X', weekday: 8, from: '10:00', to: '12:00', hands: 1 }] },
    },
    '8',
  ],
  [
    'a clock of 25 hours',
    {
      type: 'calendar.change',
      changes: { weekly: [{ id: 'x', name: 'X', weekday: 1, from: '25:00', to: '12:00', hands: 1 }] },
    },
    '25:00',
  ],
  ['a jar that a plan uses, taken out', { type: 'medium.remove', mediumId: 'marsh-black' }, 'used on'],
  ['a tile without squares', { type: 'tile.set', tile: { ...tile, squares: [] } }, 'squares'],
  [
    'a colour lighter than white',
    {
      type: 'tile.set',
      tile: { ...tile, squares: [{ ...tile.squares[0], measured: { lab: [140, 0, 0], by: 'eye' } }] },
    },
    '140',
  ],
  [
    'a coat a kilometre thick',
    { type: 'medium.set', medium: { ...studio.media['tide-blue'], filmUm: 1e9 } },
    '1000000000',
  ],
]

describe('commands of days, rooms, cupboard and tiles', () => {
  it.each(GOOD)('%s, and it can be taken back', (_name, command, pick, wanted) => {
    const applied = applyCommand(studio, command)
    expect(applied.ok).toBe(true)
    if (!applied.ok) return
    expect(pick(applied.value)).toEqual(wanted)
    expect(commandLabel(command).length).toBeGreaterThan(0)
  })

  it.each(BAD)('%s is refused in one sentence with the value, and changes nothing', (_name, command, part) => {
    const before = JSON.stringify(studio)
    const applied = applyCommand(studio, command)
    expect(applied.ok).toBe(false)
    if (!applied.ok) expect(sentence(applied.issue)).toContain(part)
    expect(JSON.stringify(studio)).toBe(before)
  })
})
