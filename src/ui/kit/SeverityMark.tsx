import { Info, OctagonAlert, TriangleAlert } from 'lucide-react'
import type { Severity } from '@/core/judge/finding'

const SEVERITY_WORDS: Readonly<Record<Severity, string>> = {
  ruin: 'ruins the piece',
  risk: 'will disappoint',
  note: 'worth knowing',
}

/** A severity by shape first: octagon, triangle, circle. */
export function SeverityMark({ severity, size = 20 }: { severity: Severity; size?: number }) {
  const Icon = { ruin: OctagonAlert, risk: TriangleAlert, note: Info }[severity]
  const tint = { ruin: 'text-error', risk: 'text-warning', note: 'text-base-content' }[severity]
  return <Icon aria-label={SEVERITY_WORDS[severity]} role="img" size={size} className={`shrink-0 ${tint}`} />
}
