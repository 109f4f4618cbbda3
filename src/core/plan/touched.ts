import type { Part } from '../form/parts'
import { PART_ZONES } from '../form/zoneNames'
import type { Step } from './step'

/** What of a piece a step touches: zones of its wall, and parts by their ids; null where it touches all of it or nothing in particular. */
export function touchedBy(step: Step, parts: readonly Part[]): readonly string[] | null {
  if ('motif' in step && step.motif) return [step.motif.on?.replace(/\.\d+$/, '') ?? step.motif.side]
  if (!('place' in step)) return null
  const { place } = step
  const joined = place.on
    ? place.on.map((zone) => zone.split('/')[0].replace(/\.\d+$/, ''))
    : parts.filter(({ kind }) => PART_ZONES[kind].some(({ like }) => place.parts.includes(like))).map(({ id }) => id)
  return [...place.parts, ...new Set(joined)]
}
