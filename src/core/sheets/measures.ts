import { fromMillimetres } from '../base/units'
import { profileAt, widest, type TurnedForm } from '../form/turnedForm'
import type { SheetInput } from './sheetInput'

/** A length on a sheet: to a tenth of a millimetre, or a hundredth of an inch. */
export const said = (mm: number, { unit }: Pick<SheetInput, 'unit'>): string =>
  unit === 'in' ? `${fromMillimetres(mm, 'in').toFixed(2)} in` : `${Number(mm.toFixed(1))} mm`

/** Where millimetres up the outside are along the skin. */
export const alongOutside = (form: TurnedForm, upMm: number): number =>
  Math.min(form.zones.outside.to, form.zones.outside.from + upMm)

/** Radius of the foot, of the widest place and of the rim’s outer edge, mm as made. */
export function radii(form: TurnedForm): { readonly foot: number; readonly widest: number; readonly rim: number } {
  return {
    foot: profileAt(form, form.zones.base.to).r,
    widest: widest(form).diameterMm / 2,
    rim: profileAt(form, form.zones.outside.to).r,
  }
}

/** Across the widest place, the long way where it is not round; mm as made. */
export const widestMm = (form: TurnedForm): number => 2 * radii(form).widest * Math.max(1, form.plan.plan.ratio)

type Scaled = Pick<SheetInput, 'scale' | 'least' | 'most' | 'unit'>

/** How much a length may be more or less while the stage lasts, said; null where it cannot. */
export const spanSaid = (mm: number, input: Scaled): string | null => {
  const span = (mm * (input.most - input.least)) / 2 / input.scale
  return span < 0.3 ? null : said(span, input)
}

/** The same in words; empty where it cannot. */
export const spanWords = (mm: number, input: Scaled): string => {
  const span = spanSaid(mm, input)
  return span ? `±${span} in ${said(mm, input)} while this stage lasts` : ''
}

/** Height of a strip that only marks one edge of a band, mm [ours]. */
const EDGE_STRIP_MM = 20

/**
 * The strip for a band up the outside: all of it, or what marks its one edge where the other is that of the wall. Null where both are.
 */
export function bandEdges(
  { zones }: Pick<TurnedForm, 'zones'>,
  { fromMm, toMm }: { readonly fromMm: number; readonly toMm: number },
): { readonly upMm: number; readonly highMm: number } | null {
  const wallMm = zones.outside.to - zones.outside.from
  const [fromFoot, toRim] = [fromMm < 1, toMm > wallMm - 1]
  if (fromFoot && toRim) return null
  const half = Math.min(EDGE_STRIP_MM, wallMm) / 2
  if (toRim) return { upMm: Math.min(wallMm, fromMm + half), highMm: 2 * half }
  if (fromFoot) return { upMm: Math.max(0, toMm - half), highMm: 2 * half }
  return { upMm: (fromMm + toMm) / 2, highMm: Math.max(4, toMm - fromMm) }
}
