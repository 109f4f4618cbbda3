import { fromMillimetres, toMillimetres, type LengthUnit } from '@/core/base/units'
import type { TurnedSizes } from '@/core/form/presets'

const KEYS = ['heightMm', 'rimMm', 'bellyMm', 'footMm', 'wallMm'] as const

/** Sizes as they stand in the fields of a form, in the studio’s unit. */
export const sizesInUnit = (sizes: TurnedSizes, unit: LengthUnit): TurnedSizes =>
  Object.fromEntries(
    KEYS.map((key) => [key, Number(fromMillimetres(sizes[key], unit).toFixed(unit === 'in' ? 2 : 1))]),
  ) as unknown as TurnedSizes

/** Typed sizes in mm; what is not a length yet falls back. */
export function sizesInMm(
  typed: Partial<Record<keyof TurnedSizes, unknown>> | undefined,
  unit: LengthUnit,
  fallback: TurnedSizes,
): TurnedSizes {
  const read = (key: (typeof KEYS)[number]) => {
    const value = Number(typed?.[key])
    return Number.isFinite(value) && value > 0 ? Number(toMillimetres(value, unit).toFixed(2)) : fallback[key]
  }
  return {
    heightMm: read('heightMm'),
    rimMm: read('rimMm'),
    bellyMm: read('bellyMm'),
    footMm: read('footMm'),
    wallMm: read('wallMm'),
  }
}
