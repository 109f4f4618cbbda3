import { STARTER_BODIES } from '../cupboard/bodies'
import { STARTER_MEDIA } from '../cupboard/media'
import { EMPTY_SCHEDULE, plainCalendar } from '../model/calendar'
import { plainRoom } from '../model/room'
import { DEFAULT_SETTINGS, DEFAULT_WAYS, type Studio } from '../model/studio'
import { DEMO_NOW_MS, withDemoDays } from './demoDays'
import { stocked } from './demoStock'
import { withDemoRecord } from './demoRecord'
import { demoTiles } from './demoTiles'
import { estuaryPlate, fencedTiles } from './drawnPieces'
import { firstPieces } from './firstPieces'
import { joinedPieces } from './joinedPieces'
import { techniquePieces } from './techniquePieces'

const byId = <T extends { id: string }>(list: readonly T[]): Record<string, T> =>
  Object.fromEntries(list.map((entry) => [entry.id, entry]))

/** A studio with the starter cupboard and no pieces. */
export const emptyStudio = (timeZone = 'UTC'): Studio => ({
  name: 'My studio',
  settings: { ...DEFAULT_SETTINGS },
  ways: { ...DEFAULT_WAYS },
  bodies: byId(STARTER_BODIES),
  media: byId(STARTER_MEDIA),
  pieces: {},
  order: [],
  archive: [],
  paces: {},
  rooms: { studio: plainRoom('studio', 'The studio') },
  calendar: plainCalendar(timeZone),
  schedule: EMPTY_SCHEDULE,
  tiles: {},
})

/** The demo: an invented studio by a tidal river, pieces in every technique and in different states, in the middle of a week. */
export const demoStudio = (nowMs = DEMO_NOW_MS, timeZone = 'UTC'): Studio => {
  const pieces = [
    ...firstPieces(),
    ...techniquePieces().toSpliced(2, 0, fencedTiles()),
    ...joinedPieces(),
    estuaryPlate(),
  ]
  const empty = emptyStudio(timeZone)
  const days = withDemoDays(
    {
      ...empty,
      name: 'Tidewater shed',
      media: stocked(empty.media),
      pieces: byId(pieces),
      order: pieces.map((piece) => piece.id),
      tiles: byId(demoTiles()),
    },
    nowMs,
    timeZone,
  )
  return withDemoRecord(days, nowMs)
}
