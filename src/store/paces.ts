import { counted, capital } from '@/core/base/words'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { minutesAt, PACE_WORDS, type Hands } from '@/core/plan/pace'
import { minutesWords } from '@/core/usecases/words/timeWords'
import { days, gates, SOON_MS } from '@/workers/clients'
import type { StepHandsAnswer } from '@/workers/protocol'
import { useWorkerQuery, type QueryState, type WorkerQuery } from './workerQueries'
import { run, tellOfEdit, useStudio } from './studioStore'

type About = { readonly piece: Piece } & Pick<Studio, 'bodies' | 'media'>

const HANDS: WorkerQuery<About, readonly StepHandsAnswer[] | null> = {
  name: 'hands',
  what: 'The minutes could not be worked out',
  keepMs: 600_000,
  ask: ({ piece, bodies, media }, signal) =>
    gates.days.pass(signal, () => days.ask((worker) => worker.hands(piece, { bodies, media }), { limitMs: SOON_MS })),
}

/** The work of hands of each step of a piece, measured on its skin by a worker. */
export const useHands = (piece: Piece, { bodies, media }: Studio): QueryState<readonly StepHandsAnswer[] | null> =>
  useWorkerQuery(HANDS, { piece, bodies, media })

/** Learns from a finished run: `work` is what one piece was reckoned at, all its coats together. */
export function learnPace(work: Hands, pots: number, minutes: number): void {
  const { studio } = useStudio.getState()
  const before = studio.paces[work.pace] ?? { own: null, runs: [] }
  const runs = [...before.runs, { fixed: work.fixed, more: work.more, pots, minutes }].slice(-200)
  const pace = { own: null, runs }
  if (run({ type: 'studio.pace', kind: work.pace, pace })) return
  const each = minutesAt(work, { [work.pace]: pace })
  tellOfEdit(
    `${capital(PACE_WORDS[work.pace])}: one like this is now reckoned at ${minutesWords(each)}, ` +
      `from ${counted(runs.length, 'run', 'runs')}.`,
  )
}
