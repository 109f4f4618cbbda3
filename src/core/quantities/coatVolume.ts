/** Volume of coats, ml, with waste: area in cm² × film in µm × coats. */
export const coatMl = (areaCm2: number, wetUm: number, coats: number, waste: number): number =>
  ((areaCm2 * wetUm) / 10_000) * coats * (1 + waste)

/** Working volume for dipping or pouring, ml: what the bucket must hold besides what stays on the piece. */
export const bucketMl = (pieceMl: number): number => 2.5 * pieceMl + 500
