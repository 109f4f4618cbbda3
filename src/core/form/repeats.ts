/** Whole numbers of repeats around a circumference, and the stretch each costs a motif of a given width. */
export interface RepeatAdvice {
  readonly exact: number
  readonly choices: readonly { readonly repeats: number; readonly stretch: number }[]
}

/**
 * A motif `widthMm` wide at radius `radiusMm` fits 2πr/w times; the nearest whole numbers and their stretch
 * (0.057 means each motif is drawn 5.7 % wider).
 */
export function repeatAdvice(radiusMm: number, widthMm: number): RepeatAdvice {
  const exact = (2 * Math.PI * radiusMm) / widthMm
  const low = Math.max(1, Math.floor(exact))
  const repeats = low === exact ? [low] : [low, low + 1]
  return { exact, choices: repeats.map((n) => ({ repeats: n, stretch: exact / n - 1 })) }
}

/** Chord of one of n equal sectors: c = 2 r sin(π/n). For n = 6 the chord is the radius (Euclid, Elements IV.15). */
export const sectorChord = (radiusMm: number, n: number): number => 2 * radiusMm * Math.sin(Math.PI / n)
