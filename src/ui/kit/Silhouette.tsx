import { surfacesOf } from '@/core/form/assembly'
import { joints, type Part } from '@/core/form/parts'
import { profileAt, type TurnedForm } from '@/core/form/turnedForm'

/** How far balls reach, seen from the front, mm: the figure’s head, wings and tail. */
function ballsOf(form: TurnedForm, parts: readonly Part[]) {
  return surfacesOf(form, parts).flatMap(({ id, part, form: own, ring }) => {
    if (part?.kind !== 'ball') return []
    const points = Array.from({ length: 13 }, (_, i) => ring((i / 12) * own.totalMm)).flatMap((at) =>
      Array.from({ length: 16 }, (_, k) => at(k / 16)),
    )
    const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)]
    const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
    return [{ id, x: (left + right) / 2, y: (low + high) / 2, rx: (right - left) / 2, ry: (high - low) / 2 }]
  })
}

/** The outline of a form with its wall cut open on the right, drawn to fit; joints of its parts as ticks. */
export function Silhouette({
  form,
  parts = [],
  size,
  label,
}: {
  form: TurnedForm | null
  parts?: readonly Part[]
  size: number
  label?: string
}) {
  if (!form) return <svg width={size} height={size} aria-hidden />
  const { profile, zones, lengths, heightMm } = form
  // What is longer than broad is drawn along its length.
  const long = form.closed ? form.plan.plan.ratio : 1
  const widest = long * Math.max(...profile.map((p) => p.r))
  const balls = ballsOf(form, parts)
  const tall = Math.max(heightMm, ...balls.map(({ y, ry }) => y + ry))
  const reach = Math.max(widest, ...balls.map(({ x, rx }) => Math.abs(x) + rx))
  const scale = Math.min((size * 0.92) / tall, (size * 0.92) / (2 * reach))
  const [middleX, middleY] = [size / 2, size / 2 + (tall / 2) * scale]
  const at = (r: number, z: number) => `${(middleX + r * scale).toFixed(1)},${(middleY - z * scale).toFixed(1)}`
  const outside = profile.filter((_, i) => lengths[i] <= zones.outside.to)
  const left = outside.map((p) => at(-p.r * long, p.z)).join(' ')
  const wall = profile.map((p) => at(p.r * long, p.z)).join(' ')
  const [topR, topZ] = [outside[outside.length - 1].r, outside[outside.length - 1].z]
  return (
    <svg
      width={size}
      height={size}
      viewBox={`0 0 ${size} ${size}`}
      role={label ? 'img' : undefined}
      aria-label={label}
      aria-hidden={label ? undefined : true}
    >
      <polyline
        points={`${at(0, 0)} ${left} ${at(-topR, topZ)} ${at(0, topZ)}`}
        fill="none"
        stroke="currentColor"
        strokeWidth="1.4"
      />
      <polygon points={wall} fill="url(#hatch-clay)" stroke="currentColor" strokeWidth="1.2" />
      {form.holeMm && (
        <polygon
          points={[at(0, 0), at(form.holeMm / 2, 0), at(form.holeMm / 2, heightMm), at(0, heightMm)].join(' ')}
          fill="var(--color-base-100)"
          stroke="currentColor"
          strokeWidth="1.2"
        />
      )}
      <path d={`M${at(0, 0)}L${at(0, heightMm)}`} stroke="currentColor" strokeWidth="0.8" strokeDasharray="6 3 1 3" />
      {balls.map(({ id, x, y, rx, ry }) => (
        <ellipse
          key={id}
          cx={middleX + x * scale}
          cy={middleY - y * scale}
          rx={rx * scale}
          ry={ry * scale}
          fill="none"
          stroke="currentColor"
          strokeWidth="1.2"
        />
      ))}
      {parts.flatMap((part) =>
        part.kind === 'ball'
          ? []
          : joints(part).map((up, i) => {
              const { r, z } = profileAt(form, zones.outside.from + up)
              return (
                <path
                  key={`${part.id}${i}`}
                  d={`M${at(-r - 5 / scale, z)}L${at(-r + 5 / scale, z)}`}
                  stroke="currentColor"
                  strokeWidth="3"
                />
              )
            }),
      )}
    </svg>
  )
}
