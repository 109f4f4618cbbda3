import type { TurnedForm } from '../../form/turnedForm'
import { STAGE, type Stage } from '../../clay/stages'
import { wallSurface } from '../../form/assembly'
import { judgePlan } from '../../judge/judge'
import { spotsOf } from '../../judge/spots'
import { localStage } from '../../plan/localStage'
import { coverageAt } from '../../judge/coverage'
import { JudgedPlan } from '../../judge/judgedPlan'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { PLAIN_COAT } from '../../plan/acts/coat'
import type { Beginning } from '../../plan/actDefinition'
import { ACTS } from '../../plan/acts'
import * as build from '../../plan/build'
import { isA, actOf, type Act, type Step, type StepContent, type StepOf } from '../../plan/step'
import { nextStepIndex, timeline } from '../../plan/timeline'
import type { MediumKind } from '../../vocabulary/mediumKinds'
import { OUTSIDE, wholeOf } from '../../vocabulary/place'
import { conesOutside, rangesMeet } from '../../firing/cones'

/** Coats of what is not asked to cover, a wash for instance. */
const USUAL_COATS = 2

/** What a new step after step `afterStep` is begun from. */
function beginning(piece: Piece, studio: Studio, form: TurnedForm, afterStep: number): Beginning {
  const before = piece.steps.slice(0, afterStep + 1)
  const body = studio.bodies[piece.bodyId]
  const media = Object.values(studio.media)
  const wallMm = Math.round(form.zones.outside.to - form.zones.outside.from)
  const divided = before.findLast((step) => isA(step, 'marking out'))
  const repeats = divided?.sectors ?? 12
  const lastCoat = before.findLast((step) => isA(step, 'coating'))
  const lastGlaze = piece.steps.findLast((step) => isA(step, 'glazing'))
  const seed = 1 + piece.steps.length
  const face = form.flat ? wholeOf('floor') : OUTSIDE
  const lastFill = before.findLast((step) => isA(step, 'filling'))
  const overRim = before.some((step) => isA(step, 'coating') && step.place.parts.includes('rim'))
  return {
    stage: stageAt(piece.steps, form, afterStep + 1, { act: 'coat', place: face } as unknown as Step),
    body,
    form,
    wallMm,
    face,
    scraped: lastFill ? lastFill.place : overRim && !form.flat ? wholeOf('rim') : null,
    waxedAgain: before.some((step) => isA(step, 'waxing') && !step.motif) && lastCoat ? lastCoat.place : null,
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
    lastColourId: lastCoat?.mediumId ?? null,
    insideGlazed: before.some((step) => isA(step, 'glazing') && step.place.parts.includes('inside')),
    glazeRange: (lastGlaze && studio.media[lastGlaze.mediumId]?.range) ?? null,
  }
}

/** The stage of the clay where a step would work: a piece that is glazed inside is still bisque outside. */
function stageAt(steps: readonly Step[], form: TurnedForm, at: number, step: Step): Stage {
  const surface = wallSurface(form)
  return localStage(surface, [...steps.slice(0, at), step, ...steps.slice(at)], at, timeline(steps)[at].stage)
}

/** What a firing of a kind is begun with: the cone of the clay’s bisque, or that of its glaze. */
export function firingValues(firing: StepOf<'fire'>['firing'], piece: Piece, studio: Studio): Partial<StepOf<'fire'>> {
  const body = studio.bodies[piece.bodyId]
  if (firing !== 'glaze') return { firing, cone: body.bisqueCone, slab: false }
  const lastGlaze = piece.steps.findLast((step) => isA(step, 'glazing'))
  const range = lastGlaze ? studio.media[lastGlaze.mediumId]?.range : undefined
  const cone = range && conesOutside(range.to, body.range) <= 0 ? range.to : body.range.from
  return { firing, cone, slab: false }
}

/** A new step and where it goes in the plan. */
export interface PlacedStep {
  readonly at: number
  readonly content: StepContent
  /** Why it was not put where the hand was, in a sentence; null when it was. */
  readonly moved: string | null
  /** How it would be where it was asked for; null when it is there. */
  readonly asked: { readonly at: number; readonly content: StepContent } | null
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
  const wanted = (at: number) => {
    const content = { ...newStepContent(act, piece, studio, form, at - 1), ...values } as StepContent
    const technique = actOf(content as Step).fit(content as Step, (id) => studio.media[id]?.kind)
    const stage = stageAt(piece.steps, form, at, content as Step)
    return { at, content, technique, stage, fit: technique?.fit[stage] }
  }
  const here = afterStep + 1
  const first = wanted(here)
  const asAsked = { at: here, content: first.content, moved: null, asked: null }
  if (!first.technique || !first.fit || first.fit.fit !== 'harmful') return asAsked
  const places = Array.from({ length: piece.steps.length + 1 }, (_, at) => at).sort(
    (a, b) => Number(a < here) - Number(b < here) || Math.abs(a - here) - Math.abs(b - here),
  )
  const standsWell = withoutRuin(piece, studio)
  const place = places
    .map((at) => wanted(at))
    .find(({ at, content, fit }) => fit?.fit === 'good' && standsWell(content, at))
  if (!place) return asAsked
  return {
    at: place.at,
    content: place.content,
    asked: { at: here, content: first.content },
    moved:
      `${ACTS[act].word} went ${place.at === 0 ? 'to the beginning' : `after step ${place.at}`}, where the clay is ` +
      `${STAGE[place.stage].name}, and not after step ${here}: on ${STAGE[first.stage].name} clay ${first.fit.because}.`,
  }
}

/** Whether a step at a place of a plan ruins nothing that was not ruined, and does something. */
function withoutRuin(piece: Piece, studio: Studio): (content: StepContent, at: number) => boolean {
  const plan = JudgedPlan.of(piece, studio)
  if (!plan.ok) return () => true
  const ruins = (of: JudgedPlan) => judgePlan(of).filter(({ severity }) => severity === 'ruin').length
  let before: number | null = null
  return (content, at) => {
    const step = { ...content, id: plan.value.freshId(), done: false } as Step
    const tried = plan.value.withSteps(piece.steps.toSpliced(at, 0, step))
    if (isA(step, 'works on films')) {
      const spots = spotsOf(tried, step).flatMap((spot) => [spot, { ...spot, onHigh: true }])
      const changes = spots.some((spot) => tried.probe(spot)[at] !== tried.probe(spot)[at + 1])
      if (!changes) return false
    }
    before ??= ruins(plan.value)
    return ruins(tried) <= before
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
