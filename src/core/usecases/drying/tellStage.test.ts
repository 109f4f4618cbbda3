import { describe, expect, it } from 'vitest'
import { MOISTURE_STAGES } from '../../clay/drying/course'
import { DRYING_STAGES, type DryingStage } from '../../clay/stages'
import { demoStudio } from '../../demo/demoStudio'
import { applyCommand, type Command } from '../../model/command'
import { lotPieces } from '../../model/lots'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { columnOf, pieceDrying, roomOf, type PieceDrying } from './pieceDrying'
import * as build from '../../plan/build'
import type { Step } from '../../plan/step'
import { contradicts, doneOnceAt, tellStage } from './tellStage'
import { HOUR } from '../../base/spans'

/* A hand overrules the clock: what it says of pots is so from then on. */

const NOW = Date.parse('2026-03-03T18:00:20Z')
const iso = (ms: number) => new Date(ms).toISOString()
const demo = demoStudio(NOW)

/** Six bowls made so many hours ago, or not yet. */
const madeAgo = (hours: number | null): Studio => {
  const piece: Piece = {
    ...demo.pieces['reed-jugs'],
    count: 6,
    making: { ...demo.pieces['reed-jugs'].making, madeAt: hours === null ? null : iso(NOW - hours * HOUR), log: [] },
    steps: demo.pieces['reed-jugs'].steps.map((step) => ({ ...step, done: false })),
    apart: [],
    pots: [],
    coats: 0,
    run: [],
  }
  return { ...demo, pieces: { ...demo.pieces, [piece.id]: piece } }
}

const carriedOut = (studio: Studio, commands: readonly Command[]): Studio => {
  const done = applyCommand(studio, { type: 'batch', label: 'test', commands: [...commands] })
  if (!done.ok) throw new Error(done.issue.code)
  return done.value
}

const dryingOf = (studio: Studio, piece = studio.pieces['reed-jugs'], nowMs = NOW): PieceDrying => {
  const dried = pieceDrying(piece, studio.bodies[piece.bodyId], roomOf(studio, piece), nowMs)
  if (!dried.ok || !dried.value) throw new Error('not made')
  return dried.value
}

const told = (studio: Studio, stage: DryingStage, pots?: number[]) =>
  carriedOut(studio, tellStage(studio.pieces['reed-jugs'], pots, stage, iso(NOW)))

describe('drying that is over once a hand says how dry the clay is', () => {
  const steps = [
    build.bring('leatherHard'),
    build.bring('hardLeatherHard'),
    build.cleanFoot(),
    build.bring('boneDry'),
  ].map((content, i) => ({ ...content, id: `s${i}`, done: false }) as Step)

  it.each([
    ['wet', 0],
    ['softLeatherHard', 0],
    ['leatherHard', 1],
    ['hardLeatherHard', 2],
    ['boneDry', 2],
  ] as const)('at %s the first %d steps are done, and no work that hands have to do', (stage, done) =>
    expect(doneOnceAt(steps, stage)).toBe(done),
  )
})

describe('a pot that is told to be at a stage', () => {
  it.each(DRYING_STAGES.flatMap((stage) => [null, 1, 12, 300].map((hours) => [stage, hours] as const)))(
    'is %s from that moment, made %s hours before',
    (stage, hours) => {
      const drying = dryingOf(told(madeAgo(hours), stage))
      expect(columnOf(drying, 'wall').stageNow).toBe(stage)
      const water = (kind: 'rim' | 'wall' | 'foot') => columnOf(drying, kind).waterNow
      // Common practice, no source: thin rims run ahead of the wall, thick feet lag behind it.
      expect(water('rim')).toBeLessThanOrEqual(water('wall') + 0.01)
      expect(water('foot')).toBeGreaterThanOrEqual(water('wall') - 0.01)
    },
  )

  it('dries on from there, whatever the time of making says', () => {
    const [short, long] = [1, 30].map((hours) => {
      const studio = told(madeAgo(hours), 'leatherHard')
      const drying = dryingOf(studio)
      const { reaches } = columnOf(drying, 'wall')
      const sinceNow = (stage: 'leatherHard' | 'hardLeatherHard') => {
        const { early, likely, late } = reaches[stage]!
        return [early, likely, late].map((hour) => hour - drying.nowHours)
      }
      // It has come to it by now, and the likely hour of that is no later than the word.
      expect(Math.max(...sinceNow('leatherHard').slice(0, 2))).toBeLessThan(0.02)
      return sinceNow('hardLeatherHard')
    })
    // The spread is that of the hours to come, and of what a hand means by the word.
    for (const [early, likely, late] of [short, long]) {
      expect(early).toBeGreaterThan(0)
      expect(early).toBeLessThan(likely)
      expect(late).toBeGreaterThan(likely)
      expect(late).toBeLessThan(4 * likely)
    }
    expect(short[1] / long[1]).toBeGreaterThan(0.6)
    expect(short[1] / long[1]).toBeLessThan(1.7)
  })

  it('is alone so: the rest of the set dries by the clock', () => {
    const studio = told(madeAgo(1), 'leatherHard', [2, 5])
    const stages = lotPieces(studio.pieces['reed-jugs']).map(({ lot, piece }) => [
      lot.pots.join(),
      columnOf(dryingOf(studio, piece), 'wall').stageNow,
    ])
    expect(Object.fromEntries(stages)).toEqual({ '1,3,4,6': 'wet', '2,5': 'leatherHard' })
  })

  it('that was not made yet is made now at the latest', () =>
    expect(told(madeAgo(null), 'softLeatherHard').pieces['reed-jugs'].making).toMatchObject({
      madeAt: '2026-03-03T18:00:00Z',
      log: [{ kind: 'stage', stage: 'softLeatherHard', at: '2026-03-03T18:00:00Z' }],
    }))

  it('a water that agrees with the word stays as the clock has it', () => {
    const studio = madeAgo(12)
    const before = columnOf(dryingOf(studio), 'wall')
    const stage = before.stageNow
    if (stage === 'tooFirm') throw new Error('choose another hour')
    expect(columnOf(dryingOf(told(studio, stage)), 'wall').waterNow).toBeCloseTo(before.waterNow, 4)
  })
})

describe('a word against the clock', () => {
  it('is a contradiction from two stages on, either way, and says when it would have been made', () => {
    const fresh = dryingOf(madeAgo(0.5))
    expect(contradicts(fresh, 'wet')).toBeNull()
    expect(contradicts(fresh, 'softLeatherHard')).toBeNull()
    const found = contradicts(fresh, 'leatherHard')
    expect(found).toMatchObject({ byClock: 'wet' })
    expect(found!.madeMs).toBeLessThan(NOW - 3 * HOUR)
    // Made then, the clock agrees.
    const [studio] = [madeAgo((NOW - found!.madeMs!) / HOUR)]
    expect(columnOf(dryingOf(studio), 'wall').stageNow).toBe('leatherHard')
    const old = contradicts(dryingOf(madeAgo(400)), 'softLeatherHard')
    expect(old?.byClock).toBe(MOISTURE_STAGES.at(-1))
    expect(old!.madeMs).toBeGreaterThan(NOW - 20 * HOUR)
  })
})
