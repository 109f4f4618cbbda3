import type { Conditions } from '../../model/run'
import type { Room } from '../../model/room'
import { airAt, columnOf, type PieceDrying } from '../drying/pieceDrying'

/** The clay and the room as they are now, for the record. Clay that is past leather-hard and not yet dry counts as hard leather-hard. */
export function conditionsOf(room: Room, drying: PieceDrying | null, nowMs: number): Conditions {
  const { celsius, humidity } = airAt(room, nowMs)
  const stage = drying && columnOf(drying, 'wall').stageNow
  return { clay: stage === 'tooFirm' ? 'hardLeatherHard' : stage, celsius, humidity }
}
