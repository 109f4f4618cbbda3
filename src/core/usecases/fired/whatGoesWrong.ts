import { stageIndex } from '../../clay/stages'
import { ciede2000 } from '../../colour/ciede2000'
import { differenceInFull } from '../../colour/differenceWords'
import { wilson } from '../../numeric/wilson'
import { FAULTS, latestOutcomes, type Fault } from '../../model/outcome'
import { entriesOf, standingEntries, tellsOf } from '../../model/run'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { isA, actOf, mediaOfStep } from '../../plan/step'
import { timeline } from '../../plan/timeline'
import { stepsOfRun } from '../bench/stepsOfRun'

/** By what pots are counted. */
export const COUNTED_BY = ['jar', 'clay', 'act', 'hand', 'fault'] as const

export type CountedBy = (typeof COUNTED_BY)[number]

/** How many pots of a group came out with a fault, or were lost. */
export interface GroupCount {
  readonly name: string
  readonly pots: number
  readonly faulty: number
  /** The share of faulty ones, and between what it lies with 95 %. */
  readonly share: number
  readonly low: number
  readonly high: number
}

/** Of pots that came out of a kiln: how many were not good, by jar, clay, act or hand; or each fault among all of them. */
export function whatGoesWrong(studio: Studio, by: CountedBy): GroupCount[] {
  const pots = Object.values(studio.pieces).flatMap((piece) =>
    [...latestOutcomes(piece.outcomes)].map(([pot, outcome]) => ({ piece, pot, outcome })),
  )
  const counts = new Map<string, { pots: number; faulty: number }>()
  const count = (name: string, faulty: boolean) => {
    const now = counts.get(name) ?? { pots: 0, faulty: 0 }
    counts.set(name, { pots: now.pots + 1, faulty: now.faulty + (faulty ? 1 : 0) })
  }
  for (const { piece, pot, outcome } of pots) {
    const bad = outcome.verdict !== 'good' || outcome.faults.length > 0
    if (by === 'fault') {
      const had = new Set<Fault>(outcome.faults.map(({ fault }) => fault))
      for (const fault of FAULTS) count(fault, had.has(fault))
      continue
    }
    const { steps } = stepsOfRun(piece, pot)
    const names =
      by === 'clay'
        ? [studio.bodies[piece.bodyId]?.name ?? 'a clay that is gone']
        : by === 'jar'
          ? steps.flatMap(mediaOfStep).map((id) => studio.media[id]?.name ?? 'a jar that is gone')
          : by === 'act'
            ? steps.filter((s) => !isA(s, 'drying', 'firing')).map((step) => actOf(step).word)
            : standingEntries(piece.run)
                .filter(({ kind }) => kind === 'coat' || kind === 'step')
                .filter((entry) => tellsOf(entry, pot) && entry.by)
                .map((entry) => entry.by)
    for (const name of new Set(names)) count(name, bad)
  }
  return [...counts]
    .filter(([, { faulty }]) => by !== 'fault' || faulty > 0)
    .map(([name, { pots: n, faulty }]) => ({ name, pots: n, faulty, ...wilson(faulty, n) }))
    .sort((a, b) => b.low - a.low || b.faulty - a.faulty || a.name.localeCompare(b.name))
}

/** Something that was predicted, beside what came: how many times, by how much it was off in the middle, and the spread. */
export interface PredictedCount {
  readonly id: 'minutes' | 'matte' | 'stages' | 'coats' | 'colours'
  readonly name: string
  readonly times: number
  readonly words: string
}

const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b)
  const middle = sorted.length >> 1
  return sorted.length % 2 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2
}

const timesWords = (ratios: readonly number[], what: string): string => {
  const m = median(ratios)
  const off = Math.round(100 * Math.abs(m - 1))
  const spread = Math.round(100 * (Math.exp(median(ratios.map((r) => Math.abs(Math.log(r / m))))) - 1))
  return (
    (off < 3
      ? `as a rule ${what} as long as reckoned`
      : `as a rule ${what} ${off} % ${m > 1 ? 'longer' : 'shorter'} than reckoned`) +
    (ratios.length > 2 ? `; half of them within ${spread} % of that` : '; too few to say how they spread')
  )
}

/** Stages by which the clay was drier (above 0) or wetter than planned, each time that something was done and the clay was known. */
function stagesOff({ steps, run }: Pick<Piece, 'steps' | 'run'>): number[] {
  const times = timeline(steps)
  return standingEntries(run).flatMap((entry) => {
    if ((entry.kind !== 'coat' && entry.kind !== 'step') || !entry.clay) return []
    const index = steps.findIndex(({ id }) => id === entry.stepId)
    return index < 0 ? [] : [stageIndex(entry.clay) - stageIndex(times[index].stage)]
  })
}

function stagesWords(off: readonly number[]): string {
  if (!off.length) return 'say how the clay is when something is done, and it is compared here'
  const [drier, wetter] = [off.filter((n) => n > 0).length, off.filter((n) => n < 0).length]
  const others = [drier ? `${drier} on drier clay` : '', wetter ? `${wetter} on wetter clay` : ''].filter(Boolean)
  return (
    `${off.length - drier - wetter} of ${off.length} times at the stage that was planned` +
    (others.length ? `, ${others.join(', ')}` : '')
  )
}

/** Predicted against real: minutes of hands, waits until matte, stages of the clay, coats, colours. */
export function predictedAndReal(studio: Studio): PredictedCount[] {
  const pieces = Object.values(studio.pieces)
  const minutes = Object.values(studio.paces).flatMap((pace) =>
    (pace?.runs ?? []).map((run) => run.minutes / Math.max(1e-6, run.pots * (run.fixed + run.more))),
  )
  const matte = pieces.flatMap((piece) =>
    entriesOf(piece.run, 'looked').flatMap(({ waited, expected, shiny }) =>
      !shiny && waited > 0 && expected > 0 ? [waited / expected] : [],
    ),
  )
  const coats = pieces.flatMap((piece) =>
    entriesOf(piece.run, 'otherwise').flatMap(({ stepId, difference }) => {
      const step = piece.steps.find(({ id }) => id === stepId)
      const laid = difference?.changes.coats
      return step && 'coats' in step && typeof laid === 'number' ? [laid - step.coats] : []
    }),
  )
  const steps = pieces.reduce(
    (sum, piece) => sum + piece.steps.filter((step) => step.done && 'coats' in step).length,
    0,
  )
  const stages = pieces.flatMap(stagesOff)
  const colours = pieces.flatMap(({ fired }) => fired.map(({ planned, measured }) => ciede2000(planned, measured)))
  return [
    {
      id: 'minutes',
      name: 'Minutes of hands',
      times: minutes.length,
      words: minutes.length
        ? timesWords(minutes, 'work took')
        : 'note the minutes of a run at a step, and it is compared here',
    },
    {
      id: 'matte',
      name: 'Until matte',
      times: matte.length,
      words: matte.length
        ? timesWords(matte, 'coats took')
        : 'press “matte already” at the bench, and it is compared here',
    },
    { id: 'stages', name: 'Stages of the clay', times: stages.length, words: stagesWords(stages) },
    {
      id: 'coats',
      name: 'Coats',
      times: steps,
      words: coats.length
        ? `${coats.length} of ${steps} done steps had other coats than planned ` +
          `(${coats.map((n) => (n > 0 ? `+${n}` : String(n))).join(', ')})`
        : `${steps} done steps, all with the coats that were planned`,
    },
    {
      id: 'colours',
      name: 'Colours',
      times: colours.length,
      words: colours.length
        ? `measured colours beside what was foretold: as a rule ${differenceInFull(median(colours))}, ` +
          `at most ${differenceInFull(Math.max(...colours))}`
        : 'measure a colour that came out of the kiln, and it is compared here',
    },
  ]
}
