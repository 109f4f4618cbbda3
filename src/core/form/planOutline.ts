/** How a form looks from above: round, an oval, or a rectangle with rounded corners. `ratio` is length over width, from 1. */
export interface Plan {
  readonly kind: 'round' | 'oval' | 'rectangle'
  readonly ratio: number
}

export const PLAN_KINDS = ['round', 'oval', 'rectangle'] as const

export const ROUND: Plan = { kind: 'round', ratio: 1 }

/** Corner radius of a rectangle as a share of its half width [our choice]. */
const CORNER = 0.16

const SAMPLES = 1024

/** The outline of a plan whose half width is 1, walked once round at an even pace. */
export interface PlanOutline {
  readonly plan: Plan
  /** Length of the outline; a circle has 2π. */
  readonly length: number
  /** Point at a share of the way round: x to the long side, z to the front. Share 0 faces the front. */
  readonly at: (share: number) => readonly [x: number, z: number]
  /** Distance of the tangent from the middle at a share: 1 all round a circle. */
  readonly support: (share: number) => number
  /** Area that the outline encloses; a circle has π. */
  readonly area: number
}

const round: PlanOutline = {
  plan: ROUND,
  length: 2 * Math.PI,
  at: (share) => [Math.sin(2 * Math.PI * share), Math.cos(2 * Math.PI * share)],
  support: () => 1,
  area: Math.PI,
}

const wrap = (share: number) => ((share % 1) + 1) % 1

const cache = new Map<string, PlanOutline>()

/** The outline of a plan. */
export function planOutline(plan: Plan): PlanOutline {
  if (plan.kind === 'round') return round
  const key = `${plan.kind}:${plan.ratio}`
  let outline = cache.get(key)
  if (!outline) {
    outline = sampled(plan)
    cache.set(key, outline)
  }
  return outline
}

/** Point of the raw outline at an angle-like parameter t in 0–1, from the front (z = 1) toward +x. */
function raw({ kind, ratio }: Plan, t: number): [number, number] {
  if (kind === 'oval') return [ratio * Math.sin(2 * Math.PI * t), Math.cos(2 * Math.PI * t)]
  // A rectangle of half sides ratio × 1 with rounded corners, walked from the middle of the front.
  const flatX = ratio - CORNER
  const flatZ = 1 - CORNER
  const arc = (Math.PI / 2) * CORNER
  const quarter = flatX + arc + flatZ
  const walked = (t % 1) * 4 * quarter
  const turn = Math.floor(walked / quarter) % 4
  const along = turn % 2 === 0 ? walked - turn * quarter : quarter - (walked - turn * quarter)
  let x: number
  let z: number
  if (along <= flatX) [x, z] = [along, 1]
  else if (along <= flatX + arc) {
    const angle = (along - flatX) / CORNER
    ;[x, z] = [flatX + CORNER * Math.sin(angle), flatZ + CORNER * Math.cos(angle)]
  } else [x, z] = [ratio, flatZ - (along - flatX - arc)]
  return [turn >= 2 ? -x : x, turn === 1 || turn === 2 ? -z : z]
}

function sampled(plan: Plan): PlanOutline {
  const fine = SAMPLES * 8
  const points = Array.from({ length: fine + 1 }, (_, i) => raw(plan, i / fine))
  const lengths = [0]
  for (let i = 1; i <= fine; i++)
    lengths.push(lengths[i - 1] + Math.hypot(points[i][0] - points[i - 1][0], points[i][1] - points[i - 1][1]))
  const length = lengths[fine]
  const xs = new Float64Array(SAMPLES + 1)
  const zs = new Float64Array(SAMPLES + 1)
  for (let i = 0, k = 0; i <= SAMPLES; i++) {
    const wanted = (i / SAMPLES) * length
    while (k < fine - 1 && lengths[k + 1] < wanted) k++
    const t = (wanted - lengths[k]) / (lengths[k + 1] - lengths[k] || 1)
    xs[i] = points[k][0] + (points[k + 1][0] - points[k][0]) * t
    zs[i] = points[k][1] + (points[k + 1][1] - points[k][1]) * t
  }
  const at = (share: number): [number, number] => {
    const position = wrap(share) * SAMPLES
    const i = Math.min(SAMPLES - 1, Math.floor(position))
    const t = position - i
    return [xs[i] + (xs[i + 1] - xs[i]) * t, zs[i] + (zs[i + 1] - zs[i]) * t]
  }
  const support = (share: number) => {
    const step = 1 / SAMPLES
    const [ax, az] = at(share - step)
    const [bx, bz] = at(share + step)
    const [x, z] = at(share)
    return Math.abs(z * (bx - ax) - x * (bz - az)) / (Math.hypot(bx - ax, bz - az) || 1)
  }
  // Half of the distance of each tangent times what of the outline it touches: the triangles that the area is made of.
  const mean = Array.from({ length: SAMPLES }, (_, i) => support((i + 0.5) / SAMPLES)).reduce((a, b) => a + b) / SAMPLES
  return { plan, length, at, support, area: (length * mean) / 2 }
}
