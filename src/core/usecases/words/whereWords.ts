import { ZONE_NAMES } from '../../form/zoneNames'
import type { Surface } from '../../form/surfaces/surface'
import { zoneAt } from '../../form/turnedForm'
import { FLAT_PART_NAMES } from '../../vocabulary/place'

/** A place on a surface: the share of a turn at which it stands, and how far along the surface, mm. */
interface SurfacePlace {
  readonly across: number
  readonly alongMm: number
}

/** A place on a surface in words: “outside, 42 mm up, 90°”; “handle, outer side, 30 mm along”. */
export function whereWords(
  { form, part, name, zones }: Surface,
  { across, alongMm }: SurfacePlace,
  length: (mm: number) => string,
): string {
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
        : zone === 'floor'
          ? `, ${length(form.zones.floor.to - alongMm)} out`
          : zone === 'base'
            ? `, ${length(alongMm - form.zones.base.from)} out`
            : ''
  return `${(form.flat ? FLAT_PART_NAMES : ZONE_NAMES)[zone]}${how}, ${degrees}°`
}
