import { formatDuration, textInUnits } from '../../base/units'
import type { Stage } from '../../clay/stages'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import type { BenchWords, StepKind } from '../../plan/actDefinition'
import { actOf, type Step, isAreaWork } from '../../plan/step'
import type { StepTime } from '../../plan/stepTime'
import { toldIn } from './told'

/** A step in words, for the rail. `kind` chooses its hatching. */
export interface StepWords {
  readonly title: string
  readonly brief: string
  readonly kind: StepKind
}

/** Title and short line of a step of a piece. */
export function stepWords(step: Step, studio: Studio, piece?: Pick<Piece, 'form'>): StepWords {
  const told = toldIn(studio, piece)
  const act = actOf(step)
  return { title: act.title(step, told), brief: act.brief(step, told), kind: act.kind(step, told.kindOf) }
}

/** Seconds a step’s coats want between them and after the last, in air that takes `evaporation` µm/s of water. */
export const coatWaits = (step: Step, surface: Stage, studio: Studio, evaporation?: number): readonly number[] =>
  actOf(step).waits?.(step, surface, (id) => studio.media[id]?.kind, evaporation) ?? []

/** Minutes until all coats of a step are matte, one after another. */
export const waitMinutes = (step: Step, surface: Stage, studio: Studio, evaporation?: number): number =>
  coatWaits(step, surface, studio, evaporation).reduce((sum, seconds) => sum + seconds, 0) / 60

/** What is told of the areas that a step works on: their names and notes. */
function areaNotes(step: Step, drawings: Piece['drawings']): string {
  if (!isAreaWork(step)) return ''
  const known = drawings.find(({ id }) => id === step.motif.of)?.areas ?? []
  const told = step.take.flatMap(({ id }) => {
    const area = known.find((a) => a.id === id)
    const words = [area?.called, area?.note].filter(Boolean).join(', ')
    return words ? [`${id}: ${words}`] : []
  })
  return told.length ? ` (${told.join('; ')})` : ''
}

/** Everything the bench needs to know of a step. */
export function benchWords(
  step: Step,
  { stage, surface, burnished = [] }: Pick<StepTime, 'stage' | 'surface'> & Partial<StepTime>,
  studio: Studio,
  piece?: Pick<Piece, 'form'> & Partial<Pick<Piece, 'drawings'>>,
  evaporation?: number,
): BenchWords {
  const words = actOf(step).bench(step, {
    ...toldIn(studio, piece),
    stage,
    burnished,
    waits: coatWaits(step, surface, studio, evaporation).map(formatDuration).join(', then '),
    inThisRoom: evaporation !== undefined,
  })
  const inHaste = 'waits' in step && !step.waits
  const inUnits = (text: string) => textInUnits(text, studio.settings)
  return {
    boxes: 0,
    ...words,
    detail: inUnits(`${words.detail}${areaNotes(step, piece?.drawings ?? [])}`),
    lookFor: inUnits(words.lookFor),
    caution: inUnits(words.caution ?? ''),
    wait: inHaste ? 'none planned' : (words.wait ?? ''),
  }
}
