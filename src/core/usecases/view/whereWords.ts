import { zoneAt } from '../../form/turnedForm'
import { chartOf, type Atlas } from '../../skin/atlas'
import { ZONE_NAMES } from '../../form/zoneNames'
import { FLAT_PART_NAMES } from '../../vocabulary/place'
import type { SkinSpot } from './skinSpot'

/** A place on a piece in words: “outside, 42 mm up, 90°”; “handle, outer side, 30 mm along”. */
export function whereWords(atlas: Atlas, { across, down, on }: SkinSpot, length: (mm: number) => string): string {
  const { surface } = chartOf(atlas, on)
  const { form, part, name, zones } = surface
  const alongMm = down * form.totalMm
  const degrees = Math.round(across * 360) % 360
  if (part) {
    const zone = zones.findLast(
      ({ stretch, arcs }) =>
        alongMm >= stretch.from &&
        alongMm <= stretch.to &&
        (!arcs || arcs.some(([from, to]) => [across, across + 1].some((a) => a >= from && a < to))),
    )
    return `${zone && zones.length > 1 ? `${name}, ${zone.name}` : name}, ${length(alongMm)} along, ${degrees}°`
  }
  const zone = zoneAt(form, alongMm)
  const how =
    zone === 'outside'
      ? `, ${length(alongMm - form.zones.outside.from)} up`
      : zone === 'inside'
        ? `, ${length(alongMm - form.zones.inside.from)} down`
        : ''
  return `${(form.flat ? FLAT_PART_NAMES : ZONE_NAMES)[zone]}${how}, ${degrees}°`
}
