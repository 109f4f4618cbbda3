import { joints, type Part } from '@/core/form/parts'
import { profileAt, type TurnedForm } from '@/core/form/turnedForm'

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
  const widest = Math.max(...profile.map((p) => p.r))
  const scale = Math.min((size * 0.92) / heightMm, (size * 0.92) / (2 * widest))
  const at = (r: number, z: number) =>
    `${(size / 2 + r * scale).toFixed(1)},${(size / 2 + (heightMm / 2 - z) * scale).toFixed(1)}`
  const outside = profile.filter((_, i) => lengths[i] <= zones.rim.from)
  const left = outside.map((p) => at(-p.r, p.z)).join(' ')
  const wall = profile.map((p) => at(p.r, p.z)).join(' ')
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
      <path d={`M${at(0, 0)}L${at(0, heightMm)}`} stroke="currentColor" strokeWidth="0.8" strokeDasharray="6 3 1 3" />
      {parts.flatMap((part) =>
        joints(part).map((up, i) => {
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
