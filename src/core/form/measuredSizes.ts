import { PRESETS, type FormPreset, type TurnedSizes } from './presets'

export type SizeKey = keyof TurnedSizes

const WORDS: Readonly<Record<SizeKey, string>> = {
  heightMm: 'Height',
  rimMm: 'Rim, diameter',
  bellyMm: 'Belly, diameter',
  footMm: 'Foot, diameter',
  wallMm: 'Wall',
}

/** What is measured of a form, in order, each with its word. */
export function measuredSizes(preset: FormPreset): readonly (readonly [SizeKey, string])[] {
  const { flat, solid, closed, hasBelly } = PRESETS[preset]
  if (flat)
    return [
      ['heightMm', 'Thickness'],
      ['rimMm', 'Width'],
    ]
  if (solid)
    return [
      ['heightMm', 'Length'],
      ['bellyMm', 'Width'],
      ['wallMm', 'Hole to outside'],
    ]
  const keys: readonly SizeKey[] = closed
    ? ['heightMm', 'bellyMm', 'footMm', 'wallMm']
    : hasBelly
      ? ['heightMm', 'rimMm', 'bellyMm', 'footMm', 'wallMm']
      : ['heightMm', 'rimMm', 'footMm', 'wallMm']
  return keys.map((key) => [key, WORDS[key]])
}
