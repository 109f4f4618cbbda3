import type { TurnedForm } from '@/core/form/turnedForm'
import type { Motif } from '@/core/vocabulary/motif'
import { motif } from '@/core/plan/build'

/** A shape to begin with when an area becomes a drawing. */
export function startingMotif(form: TurnedForm | null): Motif {
  if (form?.flat) return motif('petals', 1, 0, form.zones.base.to, 1.6, { side: 'floor' })
  const wallMm = form ? form.zones.outside.to - form.zones.outside.from : 120
  return motif('leaves', 8, wallMm * 0.3, wallMm * 0.35, 1.6)
}
