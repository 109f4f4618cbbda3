import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { applyCommand } from '../../model/command'
import { lotPieces } from '../../model/lots'
import type { Piece } from '../../model/piece'
import { NOTHING_KNOWN } from '../../model/run'
import { stepEntry } from '../../model/runEntries'
import type { Studio } from '../../model/studio'
import { isFiring, type Step } from '../../plan/step'
import { columnOf, pieceDrying, roomOf } from '../drying/pieceDrying'
import { kilnPots } from '../fired/kilnLoads'
import { askBefore, stageSaid, type BeforeAct } from './askBefore'
import { pieceItems } from './benchItems'
import { completeAct } from './completeAct'
import { HOUR } from '../../base/spans'

/* What is dangerous is asked before it is done; a drying that is done at the bench is what the hand says. */

const NOW = Date.parse('2026-03-03T18:00:00Z')
const iso = (ms: number) => new Date(ms).toISOString()
const demo = demoStudio(NOW)
const jugs = demo.pieces['reed-jugs']

/** A set made so many hours ago, with its first steps done. */
function set(hours: number | null, done = 0): Studio {
  const piece: Piece = {
    ...jugs,
    making: { ...jugs.making, madeAt: hours === null ? null : iso(NOW - hours * HOUR), log: [] },
    steps: jugs.steps.map((step, i) => ({ ...step, done: i < done })),
    apart: [],
    coats: 0,
    run: [],
    otherwise: [],
  }
  return { ...demo, pieces: { [piece.id]: piece }, order: [piece.id] }
}
const pieceOf = (studio: Studio) => studio.pieces[jugs.id]
const drying = (studio: Studio) => {
  const dried = pieceDrying(pieceOf(studio), studio.bodies[jugs.bodyId], roomOf(studio, pieceOf(studio)), NOW + 60_000)
  return dried.ok ? dried.value : null
}
const asked = (studio: Studio, step: Step) => askBefore(pieceOf(studio), [1], step, studio, drying(studio), NOW)
const bisque = jugs.steps.findIndex(isFiring)
const leatherHard = jugs.steps.find((step) => step.act === 'bring' && step.to === 'leatherHard')!

/** The act of a step done at the bench with an answer. */
function doneWith(studio: Studio, step: Step, say: BeforeAct['answers'][number]['say'] | null): Studio {
  const piece = pieceOf(studio)
  const item = pieceItems(piece).find(({ stepId }) => stepId === step.id)!
  const pots = lotPieces(piece)[0].lot.pots
  const at = { now: iso(NOW), by: '', conditions: NOTHING_KNOWN, takes: [], told: stageSaid(step, say) }
  const command = completeAct(item, piece, step, pots, [], studio, { ...at, ...(typeof say === 'object' ? say : {}) })
  const done = applyCommand(studio, command)
  if (!done.ok) throw new Error(done.issue.code)
  return done.value
}

describe('the first firing', () => {
  it('of damp clay is asked about, with the water of its foot and when it is dry', () => {
    const studio = set(8, bisque)
    const question = asked(studio, jugs.steps[bisque])
    expect(question?.words).toMatch(
      /^By the clock the foot of .* holds \d+\.\d % water \(.*\)\. Damp clay bursts .* It is dry about /,
    )
    expect(question?.answers.map(({ say }) => say)).toEqual(['told', 'anyway'])
  })

  it('of clay that was never noted as made is asked about, and bone-dry clay is not', () => {
    expect(asked(set(null, bisque), jugs.steps[bisque])?.title).toBe('Is it bone dry?')
    expect(asked(set(600, bisque), jugs.steps[bisque])).toBeNull()
  })

  it('“It is bone dry” is believed from then on', () => {
    const after = doneWith(set(8, bisque), jugs.steps[bisque], 'told')
    expect(pieceOf(after).making.log).toMatchObject([{ kind: 'stage', stage: 'boneDry' }])
    expect(pieceOf(after).run[0]).toMatchObject({ clay: 'boneDry' })
  })
})

describe('a drying that is done at the bench', () => {
  it('says how dry the clay is, and the record has that stage', () => {
    const studio = set(6)
    const after = doneWith(studio, leatherHard, null)
    expect(columnOf(drying(after)!, 'wall').stageNow).toBe('leatherHard')
    expect(pieceOf(after).run[0]).toMatchObject({ clay: 'leatherHard' })
  })

  it('against the clock is asked about, and the time of making put right where that is wished', () => {
    const studio = set(0.5)
    const question = asked(studio, leatherHard)
    expect(question?.title).toBe('By the clock it would be wet')
    const [now, earlier] = question!.answers
    expect([now.label, earlier.label.split(':')[0]]).toEqual(['It is leather-hard now', 'It was made earlier'])
    for (const { say } of [now, earlier]) {
      const after = doneWith(studio, leatherHard, say)
      expect(columnOf(drying(after)!, 'wall').stageNow).toBe('leatherHard')
      const moved = Date.parse(pieceOf(after).making.madeAt!) < NOW - HOUR
      expect(moved).toBe(say !== 'told')
    }
  })
})

it('glaze on bisque that was wiped wet minutes ago is asked about, and the next day it is not', () => {
  const at = jugs.steps.findIndex(({ act }) => act === 'wipeDust')
  const glaze = jugs.steps.find(({ act }) => act === 'glaze')!
  const studio = set(600, at + 1)
  const rinsed = (hours: number): Studio => {
    const run = [
      stepEntry(jugs.steps[at], [], studio, { now: iso(NOW - hours * HOUR), by: '', conditions: NOTHING_KNOWN }),
    ]
    return { ...studio, pieces: { [jugs.id]: { ...pieceOf(studio), run } } }
  }
  expect(asked(rinsed(0.2), glaze)?.words).toBe(
    'It was wiped wet 12 min ago. Damp bisque takes too little glaze, and unevenly. Let it dry 3 h, best overnight.',
  )
  expect(asked(rinsed(20), glaze)).toBeNull()
})

describe('what stands before the kiln', () => {
  const ready = (studio: Studio, dry: readonly string[] = []) => kilnPots(studio, new Set(dry)).length > 0
  /** All that comes before the bisque done, but the last drying. */
  const worked = jugs.steps.slice(0, bisque).findLastIndex(({ act }) => act !== 'bring') + 1

  it('is made and dry, by the plan, a hand or the clock', () => {
    expect(ready(set(8, worked))).toBe(false)
    expect(ready(set(8, worked), [jugs.id])).toBe(true)
    expect(ready(set(8, bisque))).toBe(true)
    const told = set(8, worked)
    const piece = pieceOf(told)
    const log = [{ kind: 'stage', at: iso(NOW), stage: 'boneDry' } as const]
    expect(ready({ ...told, pieces: { [piece.id]: { ...piece, making: { ...piece.making, log } } } })).toBe(true)
  })

  it('is never a piece that was not made', () => {
    const piece = pieceOf(set(null))
    // Nothing is done on it before the bisque: only drying is.
    const bare = { ...piece, steps: piece.steps.filter((step, i) => step.act === 'bring' || i >= bisque) }
    expect(ready({ ...demo, pieces: { [piece.id]: bare }, order: [piece.id] })).toBe(false)
  })
})
