import type { TurnedForm } from '../../form/turnedForm'
import { STAGE } from '../../clay/stages'
import { coverageAt } from '../../judge/coverage'
import { JudgedPlan } from '../../judge/judgedPlan'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { PLAIN_COAT } from '../../plan/acts/coat'
import { FAMILIES, type Beginning, type Family } from '../../plan/actDefinition'
import { ACTS } from '../../plan/acts'
import * as build from '../../plan/build'
import { ACT_NAMES, actOf, type Act, type Step, type StepContent } from '../../plan/step'
import { nextStepIndex, timeline } from '../../plan/timeline'
import type { MediumKind } from '../../vocabulary/mediumKinds'
import { OUTSIDE, wholeOf } from '../../vocabulary/place'
import { rangesMeet } from '../../firing/cones'

interface Addable {
  readonly family: Family
  readonly acts: readonly { readonly act: Act; readonly word: string; readonly words: string }[]
}

/** Acts in families, in the order in which a hand reaches for them, with the words on their buttons. */
export const ADDABLE: readonly Addable[] = FAMILIES.map((family) => ({
  family,
  acts: ACT_NAMES.filter((act) => ACTS[act].family === family).map((act) => ({
    act,
    word: ACTS[act].word,
    words: ACTS[act].hint,
  })),
}))

/** Coats of what is not asked to cover, a wash for instance. */
const USUAL_COATS = 2

/** What a new step after step `afterStep` is begun from. */
function beginning(piece: Piece, studio: Studio, form: TurnedForm, afterStep: number): Beginning {
  const before = piece.steps.slice(0, afterStep + 1)
  const body = studio.bodies[piece.bodyId]
  const media = Object.values(studio.media)
  const wallMm = Math.round(form.zones.outside.to - form.zones.outside.from)
  const divided = before.findLast((step) => step.act === 'divide')
  const repeats = divided?.act === 'divide' ? divided.sectors : 12
  const lastCoat = before.findLast((step) => step.act === 'coat')
  const lastGlaze = piece.steps.findLast((step) => step.act === 'glaze')
  const seed = 1 + piece.steps.length
  return {
    stage: timeline(piece.steps)[afterStep + 1].stage,
    body,
    form,
    wallMm,
    face: form.flat ? wholeOf('floor') : OUTSIDE,
    suiting: (kind: MediumKind) => {
      const jars = media.filter((m) => m.kind === kind)
      return (jars.find((m) => rangesMeet(m.range, body.range)) ?? jars[0] ?? media[0])?.id ?? ''
    },
    motif: (kind, lineMm) => {
      const acrossMm = form.zones.base.to
      return form.flat
        ? build.motif(kind, Math.min(repeats, 8), acrossMm * 0.52, acrossMm * 0.6, lineMm, { side: 'floor', seed })
        : build.motif(kind, repeats, wallMm * 0.25, wallMm * 0.4, lineMm, { seed })
    },
    coversWith: (mediumId, place) => {
      const plan = JudgedPlan.of(piece, studio)
      const coat = { ...PLAIN_COAT, mix: [], mediumId, place }
      return (plan.ok && coverageAt(plan.value, afterStep + 1, coat)?.toGive) || USUAL_COATS
    },
    drawing: piece.drawings.at(-1) ?? null,
    lastColourId: lastCoat?.act === 'coat' ? lastCoat.mediumId : null,
    insideGlazed: before.some((step) => step.act === 'glaze' && step.place.parts.includes('inside')),
    glazeRange: (lastGlaze?.act === 'glaze' && studio.media[lastGlaze.mediumId]?.range) || null,
  }
}

/** A new step and where it goes in the plan. */
export interface PlacedStep {
  readonly at: number
  readonly content: StepContent
  /** Why it was not put where the hand was, in a sentence; null when it was. */
  readonly moved: string | null
}

/**
 * A new step of an act after step `afterStep`, or where the clay is at a stage that it belongs to: later in the plan rather than
 * earlier, and nowhere else if the plan has no such stage.
 */
export function placedStep(
  act: Act,
  piece: Piece,
  studio: Studio,
  form: TurnedForm,
  afterStep: number,
  /** Values that it has whatever else is usual. */
  values: Record<string, unknown> = {},
): PlacedStep {
  const times = timeline(piece.steps)
  const wanted = (at: number) => {
    const content = { ...newStepContent(act, piece, studio, form, at - 1), ...values } as StepContent
    const technique = actOf(content as Step).fit(content as Step, (id) => studio.media[id]?.kind)
    return { content, technique, fit: technique?.fit[times[at].stage] }
  }
  const here = afterStep + 1
  const first = wanted(here)
  if (!first.technique || !first.fit || first.fit.fit !== 'harmful')
    return { at: here, content: first.content, moved: null }
  const places = [...times.keys()].sort(
    (a, b) => Number(a < here) - Number(b < here) || Math.abs(a - here) - Math.abs(b - here),
  )
  const at = places.find((place) => wanted(place).fit?.fit === 'good')
  if (at === undefined) return { at: here, content: first.content, moved: null }
  return {
    at,
    content: wanted(at).content,
    moved:
      `${ACTS[act].word} went ${at === 0 ? 'to the beginning' : `after step ${at}`}, where the clay is ` +
      `${STAGE[times[at].stage].name}: on ${STAGE[times[here].stage].name} clay ${first.fit.because}.`,
  }
}

/**
 * The step after which an act belongs as a rule: at the end of the first stage that suits it, of what is not done yet. The last step
 * where no stage suits.
 */
export function usualPlace(act: Act, piece: Piece, studio: Studio, form: TurnedForm): number {
  const times = timeline(piece.steps)
  const isGood = (at: number): boolean => {
    const content = newStepContent(act, piece, studio, form, at - 1)
    const technique = actOf(content as Step).fit(content as Step, (id) => studio.media[id]?.kind)
    return technique?.fit[times[at].stage].fit === 'good'
  }
  const open = [...times.keys()].slice(nextStepIndex(piece.steps))
  const first = open.find(isGood)
  if (first === undefined) return piece.steps.length - 1
  const end = open.find((at) => at > first && times[at].stage !== times[first].stage)
  return (end ?? times.length) - 2
}

/** A sensible new step of an act after step `afterStep` of a piece: what a potter would most likely mean there. */
export const newStepContent = (
  act: Act,
  piece: Piece,
  studio: Studio,
  form: TurnedForm,
  afterStep: number,
): StepContent => ({ act, ...ACTS[act].begin(beginning(piece, studio, form, afterStep)) }) as StepContent
