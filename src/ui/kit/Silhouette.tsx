import { buildTurnedForm } from '@/core/form/turnedForm'
import type { FormPreset, TurnedSizes } from '@/core/form/presets'

/** The outline of a form with its wall cut open on the right, drawn to fit. */
export function Silhouette({ preset, sizes, size, label }: { preset: FormPreset; sizes: TurnedSizes; size: number; label?: string }) {
  const form = buildTurnedForm(preset, sizes)
  if (!form.ok) return <svg width={size} height={size} aria-hidden />
  const { profile, zones, lengths, heightMm } = form.value
  const widest = Math.max(...profile.map((p) => p.r))
  const scale = Math.min((size * 0.92) / heightMm, (size * 0.92) / (2 * widest))
  const at = (r: number, z: number) => `${(size / 2 + r * scale).toFixed(1)},${(size / 2 + (heightMm / 2 - z) * scale).toFixed(1)}`
  const outside = profile.filter((_, i) => lengths[i] <= zones.rim.from)
  const left = outside.map((p) => at(-p.r, p.z)).join(' ')
  const wall = profile.map((p) => at(p.r, p.z)).join(' ')
  const [topR, topZ] = [outside[outside.length - 1].r, outside[outside.length - 1].z]
  return (
    <svg width={size} height={size} viewBox={`0 0 ${size} ${size}`} role={label ? 'img' : undefined} aria-label={label} aria-hidden={label ? undefined : true}>
      <polyline points={`${at(0, 0)} ${left} ${at(-topR, topZ)} ${at(0, topZ)}`} fill="none" stroke="currentColor" strokeWidth="1.4" />
      <polygon points={wall} fill="url(#hatch-clay)" stroke="currentColor" strokeWidth="1.2" />
      <path d={`M${at(0, 0)}L${at(0, heightMm)}`} stroke="currentColor" strokeWidth="0.8" strokeDasharray="6 3 1 3" />
    </svg>
  )
}
