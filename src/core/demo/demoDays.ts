import type { Cover } from '../clay/stages'
import type { FiringBooking } from '../model/calendar'
import type { LogEntry, Making } from '../model/piece'
import type { Room } from '../model/room'
import type { Studio } from '../model/studio'
import { DAY, HOUR } from '../base/spans'

/** The moment the demo is set to where nobody says otherwise: a Wednesday afternoon. */
export const DEMO_NOW_MS = Date.UTC(2026, 2, 4, 16, 0)

const iso = (ms: number) => new Date(ms).toISOString().replace(/\.\d+Z$/, 'Z')

/** Made some hours before now; covers as [hours before now, cover]. */
const made = (
  nowMs: number,
  hoursAgo: number,
  covers: readonly (readonly [hoursAgo: number, cover: Cover])[] = [],
  more: Partial<Making> = {},
): Making => ({
  madeAt: iso(nowMs - hoursAgo * HOUR),
  roomId: 'shed',
  dueOn: null,
  wetGrams: null,
  log: covers.map(([ago, cover]): LogEntry => ({ kind: 'cover', at: iso(nowMs - ago * HOUR), cover })),
  ...more,
})

/** When the pieces of the demo were made and how they have stood since. */
const MAKINGS: Readonly<Record<string, (nowMs: number) => Making>> = {
  'reed-jugs': (now) => made(now, 61, [[60.5, 'draped']], { dueOn: iso(now + 26 * DAY).slice(0, 10), wetGrams: 1240 }),
  // Covered too late: left open over night, and the moment for carving is gone.
  'swift-mugs': (now) => made(now, 31, []),
  'dotted-jar': (now) => made(now, 20, [[19.5, 'sealed']], { wetGrams: 910 }),
  // Right for its slip when all hands are on other pieces.
  'kelp-bottle': (now) => made(now, 50, [[49.5, 'draped']]),
  'shoal-platter': (now) => made(now, 9 * 24),
  'dune-cups': (now) => made(now, 6 * 24),
  'scallop-dish': (now) => made(now, 30 * 24),
  'wax-beakers': (now) => made(now, 34 * 24),
  'weave-bowl': (now) => made(now, 22 * 24),
  'fence-tiles': (now) => made(now, 25 * 24),
  'estuary-plate': (now) => made(now, 40 * 24),
  'feather-jar': (now) => made(now, 20 * 24),
  'creek-teapot': (now) => made(now, 32 * 24),
  'plump-wren': (now) => made(now, 29 * 24),
  'knot-moon-jar': (now) => ({
    madeAt: null,
    roomId: 'shed',
    dueOn: iso(now + 40 * DAY).slice(0, 10),
    wetGrams: null,
    log: [],
  }),
}

const SHED: Room = {
  id: 'shed',
  name: 'The shed',
  celsius: 17,
  humidity: 0.58,
  air: 'none',
  factor: { ln: 0, sigma: 0.3 },
  record: [],
}
const LOFT: Room = {
  id: 'loft',
  name: 'Drying loft',
  celsius: 22,
  humidity: 0.45,
  air: 'fan',
  factor: { ln: 0, sigma: 0.3 },
  record: [],
}

/** Kilns on the Sundays to come. */
const KILNS: readonly (readonly [
  id: string,
  week: number,
  clock: string,
  firing: FiringBooking['firing'],
  cone: FiringBooking['cone'],
  places: number,
])[] = [
  ['bisque-1', 0, '09:00', 'bisque', '04', 24],
  ['hot-1', 0, '10:00', 'bisque', '05', 12],
  ['glaze-1', 1, '09:00', 'glaze', '05', 18],
  ['porcelain-1', 1, '10:00', 'bisque', '06', 12],
  ['bisque-2', 2, '09:00', 'bisque', '04', 24],
  ['hot-2', 2, '10:00', 'glaze', '6', 16],
  ['fix-1', 1, '16:00', 'decoration', '04', 12],
  ['glaze-2', 3, '09:00', 'glaze', '05', 24],
  ['bisque-3', 3, '10:00', 'bisque', '05', 12],
  ['hot-3', 4, '09:00', 'glaze', '6', 20],
  ['glaze-3', 5, '09:00', 'glaze', '05', 24],
]

/** Puts a studio into a week: two rooms, evenings, a class and a Saturday, kilns on Sundays, and pieces at every dryness. */
export function withDemoDays(studio: Studio, nowMs: number, timeZone: string): Studio {
  const today = new Date(nowMs)
  const toSunday = (7 - today.getUTCDay()) % 7 || 7
  const sunday = (week: number) => iso(nowMs + (toSunday + 7 * week) * DAY).slice(0, 10)
  return {
    ...studio,
    rooms: { shed: SHED, loft: LOFT },
    pieces: Object.fromEntries(
      Object.entries(studio.pieces).map(([id, piece]) => [
        id,
        { ...piece, making: MAKINGS[id]?.(nowMs) ?? piece.making },
      ]),
    ),
    calendar: {
      timeZone,
      weekly: [
        { id: 'mon', name: 'Monday evening', weekday: 1, from: '18:30', to: '21:30', hands: 1 },
        { id: 'wed', name: 'Wednesday evening', weekday: 3, from: '18:30', to: '21:30', hands: 1 },
        { id: 'class', name: 'Thursday class', weekday: 4, from: '17:30', to: '20:30', hands: 1 },
        { id: 'sat', name: 'Saturday', weekday: 6, from: '09:30', to: '16:00', hands: 1 },
      ],
      exceptions: [],
      firings: KILNS.map(([id, week, clock, firing, cone, places]) => ({
        id,
        at: `${sunday(week)}T${clock}`,
        firing,
        cone,
        places,
        hours: firing === 'bisque' ? 30 : 34,
      })),
      covers: ['draped', 'sealed'],
      handedOut: [],
      sure: '80',
    },
  }
}
