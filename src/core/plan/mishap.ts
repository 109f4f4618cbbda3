/** What happened to a step beside its values: it was left out, a hand smudged it, it was done while what lies there was still wet. */
export const MISHAPS = ['skipped', 'smudged', 'tooEarly'] as const

export type Mishap = (typeof MISHAPS)[number]

/** What a smudge takes of what lies there: share of the place and of the film [our choice]. */
export const SMUDGED = { cover: 0.18, share: 0.75 } as const

/** Steps that were not left out. */
export const notSkipped = ({ mishap }: { readonly mishap?: Mishap }): boolean => mishap !== 'skipped'
