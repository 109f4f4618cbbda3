import { formatDuration, textInUnits } from '../../base/units'
import type { Stage } from '../../clay/stages'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import type { BenchWords, StepKind } from '../../plan/actDefinition'
import type { Part } from '../../form/parts'
import { isA, actOf, isAreaWork, isFiring, type Step } from '../../plan/step'
import { timeline } from '../../plan/timeline'
import { touchedBy } from '../../plan/touched'
import type { StepTime } from '../../plan/stepTime'
import { wordingFor } from './wording'

/** A step in words, for the rail. `kind` chooses its hatching. */
export interface StepWords {
  readonly title: string
  readonly brief: string
  readonly kind: StepKind
}

/** Title and short line of a step of a piece. */
export function stepWords(step: Step, studio: Studio, piece?: Pick<Piece, 'form'>): StepWords {
  const wording = wordingFor(studio, piece)
  const act = actOf(step)
  return { title: act.title(step, wording), brief: act.brief(step, wording), kind: act.kind(step, wording.kindOf) }
}

/** Seconds a step’s coats want between them and after the last, in air that takes `evaporation` µm/s of water. */
export const coatWaits = (
  step: Step,
  surface: Stage,
  studio: Pick<Studio, 'media'>,
  evaporation?: number,
  beneath?: number,
): readonly number[] =>
  actOf(step).waits?.(step, { surface, kindOf: (id) => studio.media[id]?.kind, evaporation, beneath }) ?? []

/**
 * Longer than this coats beneath do not hold the next one up, s [our choice]: the wall passes their water on, and potters wait a few
 * minutes to some twenty on leather-hard clay (common practice, no source).
 */
const PASSED_ON_S = 600

/**
 * Seconds for which the clay under a step has drunk from coats that lie beneath its own: those of earlier steps on the same skin since
 * the clay last came to another stage, each laid as soon as the one before is matte.
 */
export function beneathOf(
  steps: readonly Step[],
  index: number,
  parts: readonly Part[],
  studio: Pick<Studio, 'media'>,
  evaporation?: number,
): number {
  const since = steps.slice(0, index).findLastIndex((step) => isA(step, 'drying') || isFiring(step))
  const mine = touchedBy(steps[index], parts)
  const times = timeline(steps)
  let seconds = 0
  for (let i = since + 1; i < index; i++) {
    const theirs = touchedBy(steps[i], parts)
    const meets = !mine || !theirs || theirs.some((zone) => mine.includes(zone))
    if (meets)
      seconds += coatWaits(steps[i], times[i].surface, studio, evaporation, seconds).reduce(
        (sum, wait) => sum + wait,
        0,
      )
  }
  return Math.min(seconds, PASSED_ON_S)
}

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
  beneath?: number,
): BenchWords {
  const words = actOf(step).bench(step, {
    ...wordingFor(studio, piece),
    stage,
    burnished,
    waits: coatWaits(step, surface, studio, evaporation, beneath).map(formatDuration).join(', then '),
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
