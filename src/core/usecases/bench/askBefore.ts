import { STAGE } from '../../clay/stages'
import type { Piece } from '../../model/piece'
import { standingEntries } from '../../model/run'
import type { Studio } from '../../model/studio'
import { isA, actOf, isFiring, mediaOfStep, type Step } from '../../plan/step'
import { hasBeenFired } from '../../plan/timeline'
import { kindOrPlain } from '../../vocabulary/mediumKinds'
import { columnOf, lastToldMs, type PieceDrying } from '../drying/pieceDrying'
import { contradicts, type Contradiction } from '../drying/tellStage'
import { moistureWords } from '../drying/lostWindow'
import { localClock, localDay } from '../../schedule/sessions'
import { minutesWords, momentWords } from '../words/timeWords'
import { HOUR, MINUTE } from '../../base/spans'

/** Something to be decided before an act is done: what is known, and what can be said to it. */
export interface BeforeAct {
  readonly title: string
  readonly words: string
  readonly answers: readonly {
    readonly label: string
    /** `told` says the stage of the act, or bone dry before a fire; `made` also moves the making to then, ms; `anyway` says nothing. */
    readonly say: 'told' | 'anyway' | { readonly madeMs: number }
  }[]
}

/** What the hand says against the clock, as a question. */
export function contradictionQuestion(
  name: string,
  stage: keyof typeof STAGE,
  { byClock, madeMs }: Contradiction,
  { madeMs: made, nowHours }: Pick<PieceDrying, 'madeMs' | 'nowHours'>,
  { calendar: { timeZone }, settings }: Studio,
): BeforeAct {
  const when = (ms: number) => `${localDay(ms, timeZone)}, ${localClock(ms, timeZone, settings.clock)}`
  const now = made + nowHours * HOUR
  return {
    title: `By the clock it would be ${moistureWords(byClock)}`,
    words:
      `${name} was noted as made ${when(made)}; by then its wall would be ${moistureWords(byClock)} now, not ` +
      `${STAGE[stage].name}. Which is right?`,
    answers: [
      { label: `It is ${STAGE[stage].name} now`, say: 'told' },
      ...(madeMs === null || madeMs > now
        ? []
        : [{ label: `It was made ${madeMs < made ? 'earlier' : 'later'}: about ${when(madeMs)}`, say: { madeMs } }]),
    ],
  }
}

/** Firing what is damp, by the clock or as nobody has said that it is dry. */
function dampFire(piece: Piece, drying: PieceDrying | null, studio: Studio, nowMs: number): BeforeAct | null {
  const steps = piece.steps
  if (hasBeenFired(steps)) return null
  const anyway = { label: 'Fire it all the same', say: 'anyway' } as const
  const dry = { label: 'It is bone dry: note that', say: 'told' } as const
  if (!drying)
    return {
      title: 'Is it bone dry?',
      words: `${piece.name} is not noted as made, so nothing is known of its clay. Damp clay bursts in the kiln: its water turns to steam.`,
      answers: [dry, anyway],
    }
  const foot = columnOf(drying, 'foot')
  if (foot.stageNow === 'boneDry') return null
  const water = (100 * foot.waterNow).toFixed(1)
  const dries = foot.reaches.boneDry
  const when = dries ? ` It is dry about ${momentWords(drying.madeMs + dries.likely * HOUR, nowMs, studio)}.` : ''
  const told = lastToldMs(piece.making.log) === null ? 'By the clock' : 'From what was said of it on'
  return {
    title: 'Its foot is still damp',
    words:
      `${told} the foot of ${piece.name} holds ${water} % water (${moistureWords(foot.stageNow)}). Damp clay bursts in the kiln: ` +
      `its water turns to steam.${when}`,
    answers: [dry, anyway],
  }
}

/** Glaze on bisque that was rinsed a short while ago. */
function dampBisque(
  piece: Piece,
  pots: readonly number[],
  step: Step,
  studio: Studio,
  nowMs: number,
): BeforeAct | null {
  if (!hasBeenFired(piece.steps)) return null
  if (!mediaOfStep(step).some((id) => kindOrPlain(studio.media[id]?.kind).melts === 'glass')) return null
  const rinsed = standingEntries(piece.run).findLast((entry) => {
    if (
      (entry.kind !== 'step' && entry.kind !== 'coat') ||
      !(entry.pots.length === 0 || entry.pots.some((pot) => pots.includes(pot)))
    )
      return false
    const done = piece.steps.find(({ id }) => id === entry.stepId)
    return done !== undefined && (actOf(done).restMinutes ?? 0) > (nowMs - Date.parse(entry.at)) / MINUTE
  })
  const done = rinsed && 'stepId' in rinsed ? piece.steps.find(({ id }) => id === rinsed.stepId) : undefined
  if (!rinsed || !done) return null
  const ago = (nowMs - Date.parse(rinsed.at)) / MINUTE
  return {
    title: 'The bisque is damp',
    words:
      `It was wiped wet ${minutesWords(Math.max(1, ago))} ago. Damp bisque takes too little glaze, and unevenly. Let it dry ` +
      `${minutesWords(actOf(done).restMinutes ?? 0)}, best overnight.`,
    answers: [{ label: 'It is dry: go on', say: 'anyway' }],
  }
}

/**
 * What is asked before an act is done with one press: what would be dangerous (damp clay in the fire, glaze on damp bisque), and a
 * drying that the clock contradicts. Null where nothing speaks against it. `piece` is the lot as a piece of its own.
 */
export function askBefore(
  piece: Piece,
  pots: readonly number[],
  step: Step,
  studio: Studio,
  drying: PieceDrying | null,
  nowMs: number,
): BeforeAct | null {
  if (isFiring(step)) return dampFire(piece, drying, studio, nowMs)
  if (isA(step, 'drying') && drying && !hasBeenFired(piece.steps)) {
    const against = contradicts(drying, step.to)
    return against && contradictionQuestion(piece.name, step.to, against, drying, studio)
  }
  return dampBisque(piece, pots, step, studio, nowMs)
}

/** The stage that clay has when an act is done, as the hand says by doing it; null where the act says nothing of it. */
export function stageSaid(step: Step, answer: BeforeAct['answers'][number]['say'] | null) {
  if (isA(step, 'drying')) return step.to
  return isFiring(step) && answer === 'told' ? ('boneDry' as const) : null
}
