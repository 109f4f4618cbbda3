import type { ProfilePoint } from '../form/profile'

/** How far a ring-to-ring chord may stray from the profile, mm; how far the profile may turn between rings, and how long it may be. */
const CHORD_MM = 0.04
const TURN = (9 * Math.PI) / 180
const RING_MM = 6

/** The points of a profile that a mesh needs a ring at: the profile is far finer than the eye, and where it is straight few do. */
export function ringsOf(profile: readonly ProfilePoint[]): number[] {
  const heading = (i: number) => Math.atan2(profile[i + 1].z - profile[i].z, profile[i + 1].r - profile[i].r)
  const turned = (a: number, b: number) => Math.abs(Math.atan2(Math.sin(b - a), Math.cos(b - a)))
  const last = profile.length - 1
  const kept = [0]
  for (let from = 0; from < last; from = kept[kept.length - 1]) {
    let to = from + 1
    for (let turning = 0; to < last; to++) {
      turning += turned(heading(to - 1), heading(to))
      if (
        turning > TURN ||
        Math.hypot(profile[to + 1].r - profile[from].r, profile[to + 1].z - profile[from].z) > RING_MM ||
        strayFrom(profile, from, to + 1) > CHORD_MM
      )
        break
    }
    kept.push(to)
  }
  return kept
}

/** The most that points between two of a profile lie beside the chord, mm. */
function strayFrom(profile: readonly ProfilePoint[], from: number, to: number): number {
  const [a, b] = [profile[from], profile[to]]
  const length = Math.hypot(b.r - a.r, b.z - a.z) || 1
  let most = 0
  for (let i = from + 1; i < to; i++)
    most = Math.max(most, Math.abs((b.r - a.r) * (profile[i].z - a.z) - (b.z - a.z) * (profile[i].r - a.r)) / length)
  return most
}
