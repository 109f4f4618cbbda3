import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { findingsOf, MISTAKES, planned } from '../../judge/fixtures/mistakes'
import { applyCommand, type Command } from '../../model/command'
import { FAULTS, latestOutcomes, type Fault, type Outcome } from '../../model/outcome'
import type { Piece } from '../../model/piece'
import { NOTHING_KNOWN, type RunEntry } from '../../model/run'
import { strokeEntry } from '../../model/runEntries'
import type { Studio } from '../../model/studio'
import type { Step } from '../../plan/step'
import { wilson } from '../../numeric/wilson'
import { timeline } from '../../plan/timeline'
import { recordDifference } from '../bench/recordDifference'
import { mediumColour } from './colourWord'
import { FAULT, suspects } from './faults'
import { standingPots } from '../../model/lots'
import { KILN_STATES, kilnPots, kilnState } from './kilnLoads'
import { allPots, searchPots } from './potStory'
import { outcomeRows, recordRows } from './recordTable'
import { hastes, whatHappened } from './whatHappened'
import { predictedAndReal, whatGoesWrong } from './whatGoesWrong'

const NOW = '2026-03-04T18:00:00Z'
const begun = demoStudio()
/** The demo before anything was written down of it. */
const studio: Studio = {
  ...begun,
  pieces: Object.fromEntries(
    Object.entries(begun.pieces).map(([id, piece]) => [id, { ...piece, run: [], outcomes: [] }]),
  ),
}
const beakers = studio.pieces['wax-beakers']

const after = (of: Studio, command: Command): Studio => {
  const next = applyCommand(of, command)
  if (!next.ok) throw new Error(JSON.stringify(next.issue))
  return next.value
}

const outcome = (pot: number, changes: Partial<Outcome> = {}): Outcome => ({
  pot,
  at: NOW,
  stepId: beakers.steps.at(-1)?.id ?? '',
  verdict: 'good',
  faults: [],
  note: '',
  ...changes,
})

describe('the opening of a kiln', () => {
  it('shows what stands before it, what is still to tell first', () => {
    const loads = kilnPots(studio)
    expect(loads.some(({ piece, step }) => piece.id === 'wax-beakers' && step.firing === 'glaze')).toBe(true)
    const told = after(studio, {
      type: 'piece.outcomes',
      pieceId: 'wax-beakers',
      outcomes: beakers.steps.some(({ done }) => done)
        ? Array.from({ length: beakers.count }, (_, i) => outcome(i + 1))
        : [],
    })
    const last = kilnPots(told).find(({ step }) => step.id === beakers.steps.at(-1)?.id)
    expect(last?.told).toBe(beakers.count)
    expect(kilnPots(told).at(-1)).toEqual(last)
  })

  it('what is out and to record comes first, then what is ready, then what is recorded', () => {
    const other = kilnPots(studio).find((load) => load.fired && load.piece.id !== beakers.id)!
    const told = other.pots.map((pot) => outcome(pot, { stepId: other.step.id }))
    const recorded = after(studio, { type: 'piece.outcomes', pieceId: other.piece.id, outcomes: told })
    const fired: Studio = {
      ...recorded,
      pieces: {
        ...recorded.pieces,
        [beakers.id]: { ...beakers, steps: beakers.steps.map((step) => ({ ...step, done: true })), outcomes: [] },
      },
    }
    const states = kilnPots(fired).map(kilnState)
    expect(new Set(states)).toEqual(new Set(KILN_STATES))
    expect(states).toEqual(states.toSorted((a, b) => KILN_STATES.indexOf(a) - KILN_STATES.indexOf(b)))
    expect(kilnPots(fired)[0].piece.id).toBe(beakers.id)
  })

  it('a pot that was lost in it stays among those that came out, and stands again when it is found good after all', () => {
    const { id, count, steps } = beakers
    const fired = steps.filter(({ act }) => act === 'fire').map((step) => step.id)
    const all = after(studio, { type: 'piece.progress', pieceId: id, doneSteps: steps.length })
    const told = (of: Studio, pot: number, verdict: Outcome['verdict']): Studio =>
      after(of, {
        type: 'batch',
        label: 'tell',
        commands: [
          { type: 'piece.outcomes', pieceId: id, outcomes: [outcome(pot, { verdict })] },
          { type: 'piece.pots', pieceId: id, told: [{ number: pot, lost: verdict === 'lost' ? 'blew up' : null }] },
        ],
      })
    const loadOf = (of: Studio) => kilnPots(of).find(({ piece, step }) => piece.id === id && step.id === fired.at(-1))
    const first = told(all, 1, 'lost')
    expect(loadOf(first)).toMatchObject({ pots: Array.from({ length: count }, (_, i) => i + 1), told: 1, fired: true })
    const none = Array.from({ length: count }, (_, i) => i + 1).reduce((of, pot) => told(of, pot, 'lost'), all)
    expect(loadOf(none)).toMatchObject({ told: count, fired: true })
    const back = told(first, 1, 'good')
    expect(standingPots(back.pieces[id])).toHaveLength(count)
    expect(loadOf(back)).toMatchObject({ told: 1, fired: true })
    expect(back.pieces[id].steps.every(({ done }) => done)).toBe(true)
  })

  it('counts the latest that was said of a pot, and refuses a pot that is not there', () => {
    const twice = [outcome(1), outcome(1, { verdict: 'second' }), outcome(2)]
    expect([...latestOutcomes(twice)].map(([pot, { verdict }]) => [pot, verdict])).toEqual([
      [1, 'second'],
      [2, 'good'],
    ])
    const refused = applyCommand(studio, { type: 'piece.outcomes', pieceId: 'wax-beakers', outcomes: [outcome(99)] })
    expect(!refused.ok && refused.issue).toMatchObject({ code: 'bad-value', actual: '99' })
  })
})

/** Which fault each mistake of a plan ends in. Common practice, no source. */
const ENDS_IN: readonly (readonly [rule: string, fault: Fault])[] = [
  ['dust-under-glaze', 'crawl'],
  ['glaze-runs', 'run'],
  ['glaze-on-foot', 'stuck'],
  ['too-few-coats', 'pale'],
  ['too-few-coats', 'streaky'],
  ['coat-before-matte', 'streaky'],
  ['dip-over-unfixed-colour', 'smeared'],
  ['wiped-too-early', 'smeared'],
  ['sponge-too-wet', 'smeared'],
  ['too-many-coats', 'blister'],
  ['fired-while-damp', 'blister'],
  ['glaze-alone', 'shiver'],
  ['medium-outside-range', 'colour'],
  ['trailed-on-dry-skin', 'flaked'],
  ['dryer-firms-the-skin', 'crack'],
  ['body-outside-range', 'warp'],
]

describe('the causes of a fault', () => {
  it.each(ENDS_IN)('%s is shown as a cause of “%s”', (rule, fault) => {
    const mistake = MISTAKES.find((one) => one.rule === rule)
    if (!mistake) throw new Error('no such mistake')
    const piece = planned(mistake.steps, mistake.piece)
    const happened = whatHappened(piece, 1, findingsOf(piece, mistake.ways, mistake.jar), studio)
    const [first] = suspects(fault, happened)
    expect(first.evidence).not.toBe(null)
  })

  it('nothing is blamed that the record does not show', () => {
    const happened = whatHappened({ ...beakers, run: [] }, 1, [], studio)
    for (const fault of FAULTS)
      for (const { cause, evidence } of suspects(fault, happened))
        if (evidence !== null) expect(['optics', 'one-way']).toContain(cause.id)
  })

  it('every fault has a name, a sign, causes with a way on, and a tile', () => {
    for (const fault of FAULTS) {
      const { name, sign, causes, tile } = FAULT[fault]
      expect([name, sign, tile].every((words) => words.length > 2)).toBe(true)
      expect(causes.length).toBeGreaterThan(0)
      expect(causes.every(({ tryNext }) => tryNext.endsWith('.'))).toBe(true)
    }
  })

  it('three coats in nine minutes are told of as haste, the same in an hour are not', () => {
    const jugs = studio.pieces['reed-jugs']
    const slip = jugs.steps[1]
    const run = (minutes: number): RunEntry[] =>
      [0, 1, 2].map((coat) =>
        strokeEntry(slip, coat, [], studio, {
          now: new Date(Date.parse(NOW) + (coat * minutes * 60_000) / 2).toISOString().replace('.000', ''),
          by: '',
          conditions: NOTHING_KNOWN,
        }),
      )
    const of = (minutes: number) => whatHappened({ ...jugs, run: run(minutes) }, 1, [], studio)
    expect(hastes(of(9)).map(({ coats, minutes }) => [coats, minutes])).toEqual([[3, 9]])
    expect(suspects('streaky', of(9)).find(({ cause }) => cause.id === 'haste')?.evidence).toContain('3 coats in 9 min')
    expect(hastes(of(60))).toEqual([])
  })

  it('what was left out is blamed: dust not wiped, by a press at the bench', () => {
    const jugs = studio.pieces['reed-jugs']
    const dust = jugs.steps.find(({ act }) => act === 'wipeDust') as Step
    const left = { stepId: dust.id, changes: {}, mishap: 'skipped' as const }
    const said = after(studio, recordDifference(jugs, dust.id, [], left, 'left out', { now: NOW, by: '' }))
    const [first] = suspects('crawl', whatHappened(said.pieces['reed-jugs'], 1, [], said))
    expect(first).toMatchObject({ evidence: 'Dust was to be wiped off, and it was left out.' })
  })
})

describe('looking up', () => {
  const told = after(studio, {
    type: 'batch',
    label: '',
    commands: [
      { type: 'piece.pots', pieceId: 'wax-beakers', told: [{ number: 2, owner: 'Ola Brekke' }] },
      {
        type: 'piece.outcomes',
        pieceId: 'wax-beakers',
        outcomes: [outcome(2, { verdict: 'second', faults: [{ fault: 'crawl', where: 'rim', stepId: null }] })],
      },
    ],
  })
  const pots = allPots(told)
  const found = (words: string) => searchPots(pots, words).map(({ piece, pot }) => `${piece.id} ${pot}`)

  it.each([
    ['an owner', 'ola brekke', ['wax-beakers 2']],
    ['a fault at a place', 'crawled rim', ['wax-beakers 2']],
    ['a name and a number', 'beakers pot 3', ['wax-beakers 3']],
    ['nothing there', 'zebra', []],
  ])('finds %s', (_, words, expected) => {
    expect(found(words)).toEqual(expected)
  })

  it('finds jars, clays, techniques and colours', () => {
    expect(found('tide blue').length).toBeGreaterThan(0)
    expect(found('estuary red').some((id) => id.startsWith('reed-jugs'))).toBe(true)
    expect(found('carve').some((id) => id.startsWith('reed-jugs'))).toBe(true)
    expect(found('blue').length).toBeGreaterThanOrEqual(found('tide blue').length)
  })

  it('calls colours what an eye would', () => {
    const word = (id: string) => mediumColour(studio.media[id])
    expect(word('tide-blue')).toContain('blue')
    expect(word('gorse-yellow')).toContain('yellow')
    expect(word('marsh-black')).toContain('black')
    expect(word('shell-white')).toContain('white')
    expect(word('clear-gloss')).toBe('clear')
  })

  it('tables hold every outcome and every entry', () => {
    expect(outcomeRows(told)).toHaveLength(1)
    expect(outcomeRows(told)[0]).toMatchObject({ pot: 2, verdict: 'second', faults: 'Crawled (rim)' })
    expect(recordRows(told)).toHaveLength(Object.values(told.pieces).reduce((sum, { run }) => sum + run.length, 0))
  })
})

describe('what goes wrong most', () => {
  it('the interval of a share is Wilson’s', () => {
    // Newcombe, “Two-sided confidence intervals for the single proportion”, Stat. Med. 17 (1998), table I, method 3; from memory.
    const table: readonly (readonly [number, number, number, number])[] = [
      [81, 263, 0.2553, 0.3662],
      [15, 148, 0.0624, 0.1605],
      [0, 20, 0, 0.1611],
      [1, 29, 0.0061, 0.1718],
    ]
    for (const [k, n, low, high] of table) {
      expect(wilson(k, n).low).toBeCloseTo(low, 4)
      expect(wilson(k, n).high).toBeCloseTo(high, 4)
    }
    expect(wilson(0, 0)).toMatchObject({ low: 0, high: 1 })
  })

  it('counts pots once by clay, and for each of their jars', () => {
    const told = after(studio, {
      type: 'piece.outcomes',
      pieceId: 'wax-beakers',
      outcomes: [
        outcome(1),
        outcome(2, { verdict: 'lost' }),
        outcome(3, { faults: [{ fault: 'run', where: '', stepId: null }] }),
      ],
    })
    expect(whatGoesWrong(told, 'clay')).toMatchObject([{ pots: 3, faulty: 2 }])
    expect(whatGoesWrong(told, 'jar').every(({ pots, faulty }) => pots === 3 && faulty === 2)).toBe(true)
    expect(whatGoesWrong(told, 'fault')).toMatchObject([{ name: 'run', pots: 3, faulty: 1 }])
    expect(whatGoesWrong(studio, 'jar')).toEqual([])
  })

  it('predicted and real are compared by what was noted, and by nothing else', () => {
    const plain = predictedAndReal(studio)
    expect(plain.find(({ id }) => id === 'matte')).toMatchObject({ times: 0 })
    const looked: RunEntry[] = [300, 330, 270].map((waited, i) => ({
      id: `l${i}`,
      at: NOW,
      by: '',
      pots: [],
      kind: 'looked',
      stepId: 's',
      coat: 0,
      shiny: false,
      waited,
      expected: 200,
    }))
    const piece: Piece = { ...beakers, run: looked }
    const seen = predictedAndReal({ ...studio, pieces: { ...studio.pieces, 'wax-beakers': piece } })
    expect(seen.find(({ id }) => id === 'matte')).toMatchObject({ times: 3 })
    expect(seen.find(({ id }) => id === 'matte')?.words).toContain('50 % longer')
    const { steps } = beakers
    const stages = timeline(steps).map(({ stage }) => stage)
    const at = stages.indexOf('leatherHard')
    const done = (['softLeatherHard', 'leatherHard', 'leatherHard', 'boneDry', null] as const).map(
      (clay, i): RunEntry => ({
        id: `d${i}`,
        at: NOW,
        by: '',
        pots: [],
        kind: 'step',
        stepId: steps[at].id,
        clay,
        celsius: null,
        humidity: null,
        jars: [],
      }),
    )
    const worked = predictedAndReal({ ...studio, pieces: { 'wax-beakers': { ...beakers, run: done } } })
    expect(worked.find(({ id }) => id === 'stages')).toMatchObject({
      times: 4,
      words: '2 of 4 times at the stage that was planned, 1 on drier clay, 1 on wetter clay',
    })
  })
})
