import type { Stage } from '../clay/stages'
import type { Outcome } from '../model/outcome'
import type { Piece } from '../model/piece'
import { NOTHING_KNOWN, type RunEntry } from '../model/run'
import { stepEntry } from '../model/runEntries'
import type { Studio } from '../model/studio'
import { isFiring } from '../plan/step'
import { timeline } from '../plan/timeline'

const iso = (ms: number) => new Date(ms).toISOString().replace(/\.\d+Z$/, 'Z')

/** How the demo’s pots came out of their last firing, where it was not simply good. */
const NOT_GOOD: Readonly<Record<string, readonly Pick<Outcome, 'pot' | 'verdict' | 'faults' | 'note'>[]>> = {
  'fence-tiles': [
    {
      pot: 7,
      verdict: 'second',
      faults: [{ fault: 'warp', where: 'one corner', stepId: null }],
      note: 'dried on the edge of the board',
    },
  ],
  'weave-bowl': [{ pot: 2, verdict: 'second', faults: [{ fault: 'crack', where: 'rim', stepId: null }], note: '' }],
}

/** What was noted beside the work. */
const NOTES: Readonly<Record<string, string>> = {
  'reed-jugs': 'The slip was thin; the fourth coat made it.',
  'scallop-dish': 'Blue from the new jar.',
}

/** Where the clay had dried further than was planned. */
const DRIER: Readonly<Record<string, Partial<Record<Stage, Stage>>>> = {
  'feather-jar': { leatherHard: 'hardLeatherHard' },
}

/** A record of what is done already on a piece: its steps spread over the time since it was made. */
function recordOf(piece: Piece, studio: Studio, nowMs: number): Pick<Piece, 'run' | 'outcomes'> {
  const { madeAt } = piece.making
  const done = piece.steps.filter((step) => step.done)
  if (!madeAt || !done.length) return { run: [], outcomes: [] }
  const madeMs = Date.parse(madeAt)
  const at = (share: number) => iso(madeMs + share * (nowMs - madeMs) * 0.94)
  const times = timeline(piece.steps)
  const run: RunEntry[] = done.map((step, i) => {
    const planned = times[piece.steps.indexOf(step)].stage
    return stepEntry(step, [], studio, {
      now: at((i + 1) / (done.length + 1)),
      by: 'Mara',
      conditions: { ...NOTHING_KNOWN, clay: DRIER[piece.id]?.[planned] ?? planned, celsius: 17, humidity: 0.58 },
    })
  })
  const note = NOTES[piece.id]
  if (note)
    run.push({
      id: `note ${piece.id}`,
      at: at((done.length + 0.5) / (done.length + 1)),
      by: 'Mara',
      pots: [],
      kind: 'note',
      stepId: done.at(-1)?.id ?? null,
      where: '',
      text: note,
    })
  const fired = done.findLast(isFiring)
  const outcomes = fired
    ? Array.from({ length: piece.count }, (_, i): Outcome => {
        const other = NOT_GOOD[piece.id]?.find(({ pot }) => pot === i + 1)
        return { pot: i + 1, at: at(0.99), stepId: fired.id, verdict: 'good', faults: [], note: '', ...other }
      })
    : []
  return { run, outcomes }
}

/** The demo with a record of what has been done on each piece, and how what was fired came out. */
export const withDemoRecord = (studio: Studio, nowMs: number): Studio => ({
  ...studio,
  pieces: Object.fromEntries(
    Object.entries(studio.pieces).map(([id, piece]) => [id, { ...piece, ...recordOf(piece, studio, nowMs) }]),
  ),
})
