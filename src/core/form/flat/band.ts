import { aroundMm, profileAt, type TurnedForm } from '../turnedForm'
import type { FlatPoint } from './gore'
import { profileCurve } from './profileCurve'

/** A strip of paper round a wall. */
export interface FlatBand {
  /** Where a place is on the strip: share of a turn from its beginning, and mm up the wall from its middle line. y up. */
  readonly at: (share: number, up: number) => FlatPoint
  /** Length of its middle line as drawn, and of what it goes round, mm. */
  readonly lengthMm: number
  readonly aroundMm: number
  /** Radius of its middle line on the paper and its angle, radians; null for a straight strip. */
  readonly arc: { readonly radiusMm: number; readonly angle: number } | null
  /** How much too long it is at its lower and upper edge, mm; negative too short. */
  readonly endsMm: readonly [lower: number, upper: number]
}

/** A strip that grows by less than this from edge to edge is cut straight, as a share of its height [ours]. */
const STRAIGHT_MM = 0.1

/**
 * The strip of a height round a wall at a length along it. It lies on the cone through two circles of the wall, `spread` of the height
 * above and below the middle: 0 is the cone that touches the middle; 1/(2√2) halves how much the edges are off.
 */
export function flatBand(form: TurnedForm, s: number, heightMm: number, spread = 1 / (2 * Math.SQRT2)): FlatBand {
  const { from, to } = wallAt(form, s)
  const curve = profileCurve(form, { from, to })
  const far = spread * heightMm
  const [low, high] = [curve(Math.max(from, s - far)), curve(Math.min(to, s + far))]
  const chord = far > 0 ? Math.min(to, s + far) - Math.max(from, s - far) : 0
  const slope = chord > 0 ? (high.r - low.r) / chord : curve(s).slope
  const r = chord > 0 ? (low.r + high.r) / 2 : curve(s).r
  const lengthMm = aroundMm(form, r)
  const straight = Math.abs(slope) * heightMm < STRAIGHT_MM
  const edge = (up: number) =>
    lengthMm * (1 + (straight ? 0 : (slope * up) / r)) - aroundMm(form, profileAt(form, s + up).r)
  const endsMm = [edge(-heightMm / 2), edge(heightMm / 2)] as const
  if (straight)
    return {
      at: (share, up) => [share * lengthMm, up],
      lengthMm,
      aroundMm: aroundMm(form, curve(s).r),
      arc: null,
      endsMm,
    }
  const radius = r / Math.abs(slope)
  const angle = lengthMm / radius
  // Wide at the top, the middle of the arc lies under the strip.
  const bow = slope > 0 ? 1 : -1
  return {
    at: (share, up) => {
      const turn = (share - 0.5) * angle
      const reach = radius + bow * up
      return [lengthMm / 2 + reach * Math.sin(turn), bow * (reach * Math.cos(turn) - radius)]
    },
    lengthMm,
    aroundMm: aroundMm(form, curve(s).r),
    arc: { radiusMm: radius, angle },
    endsMm,
  }
}

/** The zone that a length along the skin lies in: a strip does not look past its ends. */
function wallAt(form: TurnedForm, s: number) {
  const zones = Object.values(form.zones).filter(({ from, to }) => s >= from - 1e-6 && s <= to + 1e-6 && to > from)
  return zones[0] ?? { from: 0, to: form.totalMm }
}
