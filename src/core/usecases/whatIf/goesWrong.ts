import type { Finding } from '../../judge/finding'
import { judge } from '../../judge/judge'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { newFindings, whatIfs, type WhatIf } from './whatIfs'

/** Something that goes wrong on a piece, by the first what-if that brings it. */
export interface GoesWrong {
  readonly whatIf: WhatIf
  readonly finding: Finding
  /** How it is shown at the end of its plan: what never saw the fire lies raw. */
  readonly kind: 'bench' | 'firedWhole'
}

/** All that goes wrong when a step of a plan is done otherwise, each once, in the order of the plan. */
export function goesWrongOn(piece: Piece, studio: Studio): GoesWrong[] {
  const base = judge(piece, studio)
  if (!base.ok) return []
  const seen = new Set<string>()
  const list: GoesWrong[] = []
  const plain = piece.steps.map((step) => ({ ...step, done: false }))
  const planned = { ...piece, steps: plain }
  for (const { id } of plain)
    for (const whatIf of whatIfs(planned, id, studio)) {
      const judged = judge({ ...planned, steps: [...whatIf.steps] }, studio)
      if (!judged.ok) continue
      const fresh = newFindings(base.value, judged.value).find(
        ({ ruleId, severity }) => severity !== 'note' && !seen.has(ruleId),
      )
      if (!fresh) continue
      seen.add(fresh.ruleId)
      list.push({ whatIf, finding: fresh, kind: fresh.ruleId === 'not-fired-at-the-end' ? 'bench' : 'firedWhole' })
    }
  return list
}

/** From how many levels of 255 a pixel looks otherwise, and from what share of the pixels a picture does [our choice]. */
const SEEN_LEVELS = 8
const SEEN_SHARE = 0.0004

/** Whether two pictures of one size differ to the eye. RGBA, row by row. */
export function looksOtherwise(a: Uint8ClampedArray, b: Uint8ClampedArray): boolean {
  let pixels = 0
  for (let i = 0; i < a.length; i += 4) {
    const apart = Math.max(Math.abs(a[i] - b[i]), Math.abs(a[i + 1] - b[i + 1]), Math.abs(a[i + 2] - b[i + 2]))
    if (apart >= SEEN_LEVELS || Math.abs(a[i + 3] - b[i + 3]) >= 128) pixels++
  }
  return (4 * pixels) / a.length > SEEN_SHARE
}
