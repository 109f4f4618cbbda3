import { fail, ok, type Result } from '../base/result'

/** Density of ordinary glaze and clay solids, g/ml; commonly 2.5–2.65. */
export const SOLIDS_DENSITY = 2.6

/** Dry solids in a litre of suspension, g. Brongniart’s formula: (litre weight − 1000) · ρ/(ρ − 1). Litre weight in g. */
export const dryGramsPerLitre = (litreGrams: number, solidsDensity = SOLIDS_DENSITY): number =>
  ((litreGrams - 1000) * solidsDensity) / (solidsDensity - 1)

/** Water to add, ml, to bring some ml of a suspension from one litre weight down to another; fails when it would have to be thickened. */
export function waterToAdd(volumeMl: number, litreGrams: number, wantedGrams: number): Result<number> {
  const bad = (path: string, value: number, expected: string) =>
    fail({ code: 'bad-value' as const, path, actual: `${value} g`, expected })
  if (!(litreGrams > 1000)) return bad('weight of a litre', litreGrams, 'more than 1000 g, the weight of water')
  if (!(wantedGrams > 1000))
    return bad('wanted weight of a litre', wantedGrams, 'more than 1000 g, the weight of water')
  if (wantedGrams > litreGrams)
    return bad(
      'wanted weight of a litre',
      wantedGrams,
      `at most ${litreGrams} g; to thicken it let it settle and take water off`,
    )
  return ok((volumeMl * (litreGrams - wantedGrams)) / (wantedGrams - 1000))
}

/** One line of a batch: percent of the base, additions over 100. */
export interface BatchLine {
  readonly name: string
  readonly percent: number
}

/** Grams of each line for a dry batch of some grams of base; additions come on top. */
export function scaledBatch(lines: readonly BatchLine[], baseGrams: number): { name: string; grams: number }[] {
  const base = lines.filter((line) => !line.name.startsWith('+')).reduce((sum, line) => sum + line.percent, 0)
  return lines.map(({ name, percent }) => ({
    name: name.replace(/^\+\s*/, ''),
    grams: base > 0 ? (baseGrams * percent) / base : 0,
  }))
}
