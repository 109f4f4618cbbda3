import type { FaceWater } from '../../clay/drying/wetting'
import { stretchArea } from '../../form/measures'
import type { Stretch, TurnedForm, ZoneName } from '../../form/turnedForm'
import type { Studio } from '../../model/studio'
import { reachOf, reachOn } from '../../plan/localStage'
import { isA, actOf, coatsOf, type Step } from '../../plan/step'
import type { MeasuredPiece } from './measurePiece'
import { nominalCoat } from '../../vocabulary/films'

/** Zones of the skin that lie on one face of the wall. */
const OUTSIDE_ZONES = ['base', 'outside', 'rim'] as const satisfies readonly ZoneName[]
const INSIDE_ZONES = ['inside', 'floor'] as const satisfies readonly ZoneName[]

/** Area of what a reach has in common with some zones, mm². */
const areaIn = (form: TurnedForm, reach: readonly Stretch[], zones: readonly ZoneName[]): number =>
  zones.reduce((sum, zone) => {
    const { from, to } = form.zones[zone]
    return reach.reduce((all, stretch) => {
      const both = { from: Math.max(from, stretch.from), to: Math.min(to, stretch.to) }
      return both.to > both.from ? all + stretchArea(form, both) : all
    }, sum)
  }, 0)

const whole = (form: TurnedForm, zones: readonly ZoneName[]): number =>
  zones.reduce((sum, zone) => sum + stretchArea(form, form.zones[zone]), 0)

/**
 * Water that one coat of a step brings to the wall, µm over the whole of each face: what the skin shows that was laid, by the water
 * that its medium holds as applied. Nothing for a step that lays no coat.
 */
export function coatWater(
  step: Step,
  index: number,
  { atlas, records }: MeasuredPiece,
  { media }: Pick<Studio, 'media'>,
): FaceWater {
  const waterMm3 = records[index].laid.reduce((sum, { mediumId, coatMm2 }) => {
    const medium = media[mediumId]
    const takes = medium && actOf(step).takes?.(step, medium)
    if (!takes) return sum
    const { solids } = nominalCoat(medium.kind)
    const added = isA(step, 'coating') ? step.water / (1 - step.water) : 0
    return sum + (coatMm2 * takes.wetUm * (1 - solids + added)) / 1000
  }, 0)
  if (waterMm3 <= 0) return [0, 0]
  const [{ surface: wall }, ...joined] = atlas.charts
  const { form } = wall
  const reach = reachOf(form, step)
  const areas = [areaIn(form, reach, OUTSIDE_ZONES), areaIn(form, reach, INSIDE_ZONES)]
  // What is joined on drinks its own share.
  const touched = joined.reduce(
    (sum, { surface }) =>
      reachOn(surface, step).reduce((all, stretch) => all + stretchArea(surface.form, stretch), sum),
    areas[0] + areas[1],
  )
  const umOver = (zones: readonly ZoneName[], area: number) =>
    area > 0 ? (1000 * waterMm3 * area) / touched / whole(form, zones) / coatsOf(step) : 0
  return [umOver(OUTSIDE_ZONES, areas[0]), umOver(INSIDE_ZONES, areas[1])]
}
