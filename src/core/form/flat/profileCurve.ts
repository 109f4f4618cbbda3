import { clamp } from '../../numeric/interpolation'
import { profileAt, type Stretch, type TurnedForm } from '../turnedForm'

/** Radius of an unrolled surface at a length along it, mm, how fast it grows, and how that bends, 1/mm. */
export interface ProfileCurve {
  readonly r: number
  readonly slope: number
  readonly bend: number
}

/** How far to both sides the profile is fitted, mm: a sampled one has kinks. */
const FIT_MM = 3
const FIT_STEP_MM = 0.5

/** The profile of a stretch by a quadratic through what lies within 3 mm, which does not look past the ends of the stretch. */
export function profileCurve(form: TurnedForm, { from, to }: Stretch): (s: number) => ProfileCurve {
  const known = new Map<number, ProfileCurve>()
  return (wanted) => {
    const s = clamp(wanted, from, to)
    const key = Math.round(s * 1000)
    const before = known.get(key)
    if (before) return before
    const [low, high] = [Math.max(from, s - FIT_MM), Math.min(to, s + FIT_MM)]
    const count = Math.max(4, Math.round((high - low) / FIT_STEP_MM))
    // Least squares of r = a + b t + c t², t from the place itself.
    const m = [0, 0, 0, 0, 0]
    const v = [0, 0, 0]
    for (let i = 0; i <= count; i++) {
      const t = low + ((high - low) * i) / count - s
      const { r } = profileAt(form, s + t)
      for (let k = 0, power = 1; k < 5; k++, power *= t) {
        m[k] += power
        if (k < 3) v[k] += r * power
      }
    }
    const [a, b, c] = solve3(m, v)
    const curve = { r: Math.max(0, a), slope: b, bend: 2 * c }
    known.set(key, curve)
    return curve
  }
}

/** Normal equations of a quadratic: moments 0 to 4 on the left. */
function solve3([m0, m1, m2, m3, m4]: readonly number[], [v0, v1, v2]: readonly number[]): [number, number, number] {
  const det = m0 * (m2 * m4 - m3 * m3) - m1 * (m1 * m4 - m2 * m3) + m2 * (m1 * m3 - m2 * m2)
  if (Math.abs(det) < 1e-12) return [v0 / m0, 0, 0]
  const a = v0 * (m2 * m4 - m3 * m3) - m1 * (v1 * m4 - v2 * m3) + m2 * (v1 * m3 - v2 * m2)
  const b = m0 * (v1 * m4 - v2 * m3) - v0 * (m1 * m4 - m2 * m3) + m2 * (m1 * v2 - m2 * v1)
  const c = m0 * (m2 * v2 - m3 * v1) - m1 * (m1 * v2 - m2 * v1) + v0 * (m1 * m3 - m2 * m2)
  return [a / det, b / det, c / det]
}
