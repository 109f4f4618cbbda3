/** Wet film of one coat, µm. Fitted to common practice. */
export const WET_FILM_UM = {
  underglaze: 150,
  wash: 60,
  opaque: 200,
  slip: 250,
  trail: 800,
  glazeBrushed: 400,
  glazeDipped: 1250,
  wax: 100,
} as const

/** Share that stays in the brush, the bottle, or goes beside the piece. Common practice, no source. */
export const WASTE = { brush: 0.1, bottle: 0.05, sponge: 0.15, spatter: 0.4, dip: 0.05, pour: 0.05 } as const

/** Volume of coats, ml, with waste: area in cm² × film in µm × coats. */
export const coatMl = (areaCm2: number, wetUm: number, coats: number, waste: number): number =>
  ((areaCm2 * wetUm) / 10_000) * coats * (1 + waste)

/** Working volume for dipping or pouring, ml: what the bucket must hold besides what stays on the piece. */
export const bucketMl = (pieceMl: number): number => 2.5 * pieceMl + 500
