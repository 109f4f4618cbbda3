import type { Finding } from '../../judge/finding'
import { judge } from '../../judge/judge'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { newFindings, whatIfs, type WhatIf } from './whatIfs'

/** Something that goes wrong on a piece, by the first what-if that brings it. */
export interface GoesWrong {
  readonly whatIf: WhatIf
  readonly finding: Finding
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
      list.push({ whatIf, finding: fresh })
    }
  return list
}
