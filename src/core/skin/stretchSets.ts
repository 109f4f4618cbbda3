import type { Stretch } from '../form/turnedForm'

/* Lists of stretches of a surface: what they share, what one has beyond others. */

/** What lies in both of two lists of stretches. */
export const common = (a: readonly Stretch[], b: readonly Stretch[]): Stretch[] =>
  a.flatMap((s) =>
    b.flatMap((t) => {
      const [from, to] = [Math.max(s.from, t.from), Math.min(s.to, t.to)]
      return from < to ? [{ from, to }] : []
    }),
  )

/** What of a stretch lies in none of some others. */
export const without = (stretch: Stretch, others: readonly Stretch[]): Stretch[] =>
  others.reduce<Stretch[]>(
    (left, other) =>
      left.flatMap((s) =>
        [
          { from: s.from, to: Math.min(s.to, other.from) },
          { from: Math.max(s.from, other.to), to: s.to },
        ].filter(({ from, to }) => from < to),
      ),
    [stretch],
  )

/** Whether any of some stretches shares skin with any of others. */
export const meet = (a: readonly Stretch[], b: readonly Stretch[]) =>
  a.some((s) => b.some((t) => s.from < t.to && t.from < s.to))
