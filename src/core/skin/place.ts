import type { Place } from '../vocabulary/place'
import { WALL } from '../form/assembly'
import type { Surface, SurfaceZone } from '../form/surfaces/surface'
import type { Stretch, TurnedForm } from '../form/turnedForm'
import type { Arc } from './levelField'

/** Stretches that touch are one: no brush lifts where the floor meets the wall. */
const joined = (stretches: readonly Stretch[]): Stretch[] =>
  stretches
    .toSorted((a, b) => a.from - b.from)
    .reduce<Stretch[]>((done, s) => {
      const last = done.at(-1)
      return last && s.from <= last.to + 0.01
        ? [...done.slice(0, -1), { from: last.from, to: Math.max(last.to, s.to) }]
        : [...done, s]
    }, [])

/** The stretches of the skin that a place names. A band cuts the outside, or the inside when no outside is named. */
export function stretchesOf(form: TurnedForm, place: Place): Stretch[] {
  const { band } = place
  const bandSide = place.parts.includes('outside') ? 'outside' : 'inside'
  const parts = place.parts
    .map((part) => {
      const zone = form.zones[part]
      if (!band || part !== bandSide) return zone
      const low = Math.min(band.fromMm, band.toMm)
      const high = Math.max(band.fromMm, band.toMm)
      return { from: Math.min(zone.to, zone.from + low), to: Math.min(zone.to, zone.from + high) }
    })
    .filter((s) => s.to > s.from)
  return joined(parts)
}

/** Whether a band of the outside takes in all places where a part sits on the wall. */
function takesIn({ fromMm, toMm }: NonNullable<Place['band']>, { sits }: Surface): boolean {
  const [low, high] = [Math.min(fromMm, toMm), Math.max(fromMm, toMm)]
  return sits.every((up) => up >= low && up <= high)
}

/**
 * The zones of a joined part that a place reaches. `bath` is a dip or a pour, which reaches a part by its height; a hand goes along
 * it where its band takes in all of its joints (a lid sits on the rim), and stays in the sectors of the wall unless it is sent to the part.
 */
function joinedZones(surface: Surface, { parts, on, band, sectors }: Place, bath: boolean): SurfaceZone[] {
  if (on) return surface.zones.filter(({ key }) => on.includes(`${surface.id}/${key}`))
  if (sectors) return []
  if (band && !(parts.includes('outside') && (bath || takesIn(band, surface)))) return []
  return surface.zones.filter(({ like, arcs }) => !arcs && parts.includes(like))
}

/** The stretches of any surface that a place reaches. */
export const stretchesOn = (surface: Surface, place: Place, bath: boolean): Stretch[] =>
  surface.id === WALL
    ? stretchesOf(surface.form, place)
    : joined(joinedZones(surface, place, bath).map(({ stretch }) => stretch))

/** The arcs of any surface that a place reaches: null for all round. */
export function arcsOn(surface: Surface, place: Place, bath: boolean): Arc[] | null {
  if (surface.id === WALL) return arcsOf(place)
  const zones = joinedZones(surface, place, bath)
  if (!zones.some(({ arcs }) => !arcs)) return zones.flatMap(({ arcs }) => arcs ?? [])
  return surface.upright ? arcsOf(place) : null
}

/** The arcs that a place names by sectors: null for all round. */
const arcsOf = ({ sectors }: Place): Arc[] | null =>
  sectors ? sectors.take.filter((k) => k < sectors.of).map((k): Arc => [k / sectors.of, (k + 1) / sectors.of]) : null

/** A share of a turn at which a place acts. */
export const acrossOf = (place: Place): number | undefined => {
  const arc = arcsOf(place)?.[0]
  return arc ? (arc[0] + arc[1]) / 2 : undefined
}

/** Whether a place reaches a length along the wall. */
export const reaches = (form: TurnedForm, place: Place, lengthMm: number): boolean =>
  stretchesOf(form, place).some((s) => lengthMm >= s.from && lengthMm <= s.to)

/** Whether a place reaches a length along any surface. */
export const reachesOn = (surface: Surface, place: Place, lengthMm: number): boolean =>
  stretchesOn(surface, place, false).some((s) => lengthMm >= s.from && lengthMm <= s.to)

/** Whether two places share any skin, mm of profile. */
export function overlapMm(form: TurnedForm, a: Place, b: Place): number {
  let total = 0
  for (const s of stretchesOf(form, a))
    for (const t of stretchesOf(form, b)) total += Math.max(0, Math.min(s.to, t.to) - Math.max(s.from, t.from))
  return total
}

/** The whole skin. */
export const wholeSkin = (form: TurnedForm): Stretch[] => [{ from: 0, to: form.totalMm }]
