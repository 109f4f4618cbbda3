import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { hands, minutesAt, spreadOf, tempoOf, type PaceRun } from './pace'

/** A run at our reckoning of a minute and a 45th of a minute a cm². */
const run = (cm2: number, pots: number, minutes: number): PaceRun => ({ fixed: 1, more: cm2 / 45, pots, minutes })
const at270 = hands('brush', 1, 6)
const learnt = (...runs: PaceRun[]) => {
  const tempo = tempoOf({ own: null, runs })
  return { minutes: minutesAt(at270, { brush: { own: null, runs } }), spread: spreadOf(at270, tempo) / 1.2 }
}

describe('a pace', () => {
  it('is ours until there is another', () => {
    expect(minutesAt(at270, {})).toBe(7)
    expect(tempoOf(undefined).source).toBe('ours')
    expect(minutesAt(at270, { brush: { own: 1.5, runs: [] } })).toBe(10.5)
  })

  // Worked out with another program (SciPy) from the same model; figures of a prototype of ours.
  it.each([
    [[run(270, 4, 36)], 8.363, 0.193],
    [[run(270, 4, 36), run(270, 6, 50), run(120, 2, 9)], 8.508, 0.111],
    [[run(270, 4, 36), run(270, 6, 50), run(120, 2, 9), run(450, 1, 14), run(270, 2, 45)], 9.188, 0.083],
  ])('is learnt from runs', (runs, minutes, spread) => {
    expect(learnt(...runs).minutes).toBeCloseTo(minutes, 2)
    expect(learnt(...runs).spread).toBeCloseTo(spread, 2)
  })

  it('one interrupted run among five moves it little', () => {
    const steady = [run(270, 2, 16), run(270, 3, 25), run(120, 4, 16), run(400, 1, 11)]
    const before = learnt(...steady).minutes
    expect(learnt(...steady, run(270, 2, 160)).minutes / before).toBeLessThan(1.3)
    expect(learnt(...steady).spread).toBeLessThan(0.15)
  })

  it('set by hand it stays, and its runs wait', () => {
    const tempo = tempoOf({ own: 2, runs: [run(270, 4, 36)] })
    expect(tempo).toMatchObject({ fixed: 2, more: 2, source: 'yours', runs: 1 })
  })

  it('never leaves what hands can do, whatever is entered', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            fixed: fc.double({ min: 0, max: 500, noNaN: true }),
            more: fc.double({ min: 0, max: 500, noNaN: true }),
            pots: fc.double({ min: 0.1, max: 500, noNaN: true }),
            minutes: fc.double({ min: 0.1, max: 10_000, noNaN: true }),
          }),
          { maxLength: 12 },
        ),
        (runs) => {
          const tempo = tempoOf({ own: null, runs })
          for (const factor of [tempo.fixed, tempo.more]) {
            expect(factor).toBeGreaterThanOrEqual(0.1)
            expect(factor).toBeLessThanOrEqual(10)
          }
          expect(spreadOf(at270, tempo)).toBeGreaterThan(0)
        },
      ),
    )
  })
})
