import type { Part } from '../form/parts'
import { PART_ZONES } from '../form/zoneNames'
import type { Step } from './step'

/** The id of the part that a surface belongs to: a pair and a set of feet have several each. */
export const partOfSurface = (surface: string): string => surface.replace(/\.\d+$/, '')

/** What of a piece a step touches: zones of its wall, and parts by their ids; null where it touches all of it or nothing in particular. */
export function touchedBy(step: Step, parts: readonly Part[]): readonly string[] | null {
  if ('motif' in step && step.motif) {
    const { on, side } = step.motif
    return [on === undefined ? side : partOfSurface(on)]
  }
  if (!('place' in step)) return null
  const { place } = step
  const joined = place.on
    ? place.on.map((zone) => partOfSurface(zone.split('/')[0]))
    : parts.filter(({ kind }) => PART_ZONES[kind].some(({ like }) => place.parts.includes(like))).map(({ id }) => id)
  return [...place.parts, ...new Set(joined)]
}
