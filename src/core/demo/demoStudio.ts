import type { Studio } from '../model/studio'
import { DEMO_NOW_MS, withDemoDays } from './demoDays'
import { stocked } from './demoStock'
import { withDemoRecord } from './demoRecord'
import { demoTiles } from './demoTiles'
import { byId, DEMO_NAME, emptyStudio } from './emptyStudio'
import { estuaryPlate, fencedTiles } from './drawnPieces'
import { firstPieces } from './firstPieces'
import { joinedPieces } from './joinedPieces'
import { techniquePieces } from './techniquePieces'

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
      name: DEMO_NAME,
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
