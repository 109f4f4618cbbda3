import type { Part } from '../parts'
import { arcLengths, type ProfilePoint } from '../profile'
import { profileAt, type Stretch, type TurnedForm } from '../turnedForm'
import { PART_ZONES } from '../zoneNames'
import { unrolled, type Named, type Surface } from './surface'

/** Common practice, no source: a gallery’s play, and how deep the flange of a lid reaches. */
const PLAY_MM = 1
const FLANGE_MM = 5

/**
 * A lid as one turned profile: middle of its underside, flange, seat, edge, top, and over the knob to the axis. Its plan is that
 * of the pot.
 */
export function lid(form: TurnedForm, part: Part, named: Named): Surface {
  const { rim, inside } = form.zones
  const lip = profileAt(form, (rim.from + rim.to) / 2)
  const mouth = profileAt(form, Math.min(inside.to, rim.to + 3)).r - PLAY_MM
  const edge = lip.r + form.wallMm * 0.55
  const z = lip.z + 0.4
  const knobR = part.widthMm / 2
  const domeMm = part.heightMm * 0.48
  const knobMm = part.heightMm - domeMm
  const thick = Math.min(part.thickMm, domeMm * 0.9)
  const marks: { readonly name: string; readonly at: number }[] = []
  const points: ProfilePoint[] = []
  const add = (r: number, height: number) => points.push({ r: Math.max(0, r), z: height })
  const mark = (name: string) => marks.push({ name, at: points.length - 1 })
  /** The dome of the top, from its edge to the knob. */
  const dome = (t: number, below: number): [number, number] => [
    edge * Math.cos((Math.PI / 2) * t) ** 0.85 * (1 - t) + knobR * 0.5 * t,
    z + 4 - below + (domeMm - 4) * Math.sin((Math.PI / 2) * t),
  ]
  const flange = Math.max(knobR * 0.6, mouth - part.thickMm)
  // Underside: the dome seen from below, then down the flange, and out along the seat.
  for (let i = 12; i >= 3; i--) {
    const [r, height] = dome(i / 12, thick)
    if (i === 12) add(0, height)
    if (r < flange - 0.5) add(r, Math.max(z, height))
  }
  add(flange, z)
  add(flange + 0.4, z - FLANGE_MM)
  add(mouth, z - FLANGE_MM)
  add(mouth, z)
  mark('underside')
  add(edge - 1.2, z)
  mark('seat')
  add(edge, z + 1.5)
  add(edge - 0.4, z + 4)
  for (let i = 1; i <= 20; i++) add(...dome(i / 20, 0))
  mark('top')
  for (let i = 0; i <= 14; i++) {
    const angle = -Math.PI * 0.34 + (i / 14) * (Math.PI * 0.84)
    add(i === 14 ? 0 : knobR * Math.cos(angle), z + domeMm + knobMm * 0.5 + knobMm * 0.5 * Math.sin(angle))
  }
  const lengths = arcLengths(points)
  const totalMm = lengths[lengths.length - 1]
  const [under, seat, top] = marks.map(({ at }) => lengths[at])
  const unfolded = unrolled(
    points,
    lengths,
    {
      inside: { from: 0, to: under },
      rim: { from: under, to: seat },
      outside: { from: seat, to: totalMm },
    },
    { wallMm: part.thickMm, heightMm: z + part.heightMm, plan: form.plan },
  )
  const stretches: Readonly<Record<string, Stretch>> = {
    underside: { from: 0, to: under },
    seat: { from: under, to: seat },
    top: { from: seat, to: top },
    knob: { from: top, to: totalMm },
  }
  const ring = (s: number) => {
    const { r, z: height } = profileAt(unfolded, s)
    return (across: number) => {
      const [x, zed] = form.plan.at(across)
      return [r * x, height, r * zed] as const
    }
  }
  return {
    ...named,
    form: unfolded,
    zones: PART_ZONES.lid.map((zone) => ({ ...zone, stretch: stretches[zone.key], arcs: null })),
    ring,
    foot: null,
    // A lid lies on its pot and is lifted off: nothing is hidden under it for good.
    holds: () => false,
    caps: [
      { from: 0, to: Math.min(under, flange) },
      { from: totalMm - knobR * 0.7, to: totalMm },
    ],
    upright: true,
  }
}
