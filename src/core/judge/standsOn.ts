import { standing } from '../form/shelf'
import { surfacesIn } from '../skin/atlas'
import type { ProbePoint } from '../skin/probe'
import type { JudgedPlan } from './judgedPlan'

/** What of a piece touches the shelf: in words, and a spot on it. */
export function standsOn({ atlas, form }: JudgedPlan): { readonly name: string; readonly spot: ProbePoint }[] {
  const surfaces = surfacesIn(atlas)
  return surfaces.flatMap((surface) => {
    const at = standing(surface, surfaces)
    if (!at) return []
    const { id, name, part } = surface
    const words = part ? (part.kind === 'feet' ? 'feet' : name) : form.flat ? 'back' : 'base'
    const { lengthMm, across } = at
    return { name: words, spot: { lengthMm, inLineOf: null, ...(part ? { on: id, across } : {}) } }
  })
}
