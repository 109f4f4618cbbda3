/** Why a drawing is not read: what it holds and what to do about it. Thrown inside the reader only, and caught where it begins. */
export class Refusal extends Error {
  constructor(readonly holds: string) {
    super(holds)
  }
}

/** Bounds of what is read. Ordinary drawings stay far below them. */
export const LIMITS = {
  characters: 4_000_000,
  depth: 96,
  elements: 10_000,
  attributes: 400,
  pathCharacters: 400_000,
  /** Path data in all, each use of a part counted again. */
  flattenedCharacters: 2_000_000,
  points: 200_000,
  rules: 500,
  ruleTrials: 200_000,
  /** Points that are held against clip paths. */
  clipTrials: 1_000_000,
} as const

const written = new Intl.NumberFormat('en').format

/** Refuses what goes beyond a limit. */
export function within(count: number, limit: number, what: string): void {
  if (count > limit) throw new Refusal(`more than ${written(limit).replaceAll(',', ' ')} ${what}; simplify it`)
}
