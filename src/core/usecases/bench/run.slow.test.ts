import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { judge } from '../../judge/judge'
import { applyCommand, type Command } from '../../model/command'
import { lotPieces, lotsOf } from '../../model/lots'
import type { Piece } from '../../model/piece'
import { NOTHING_KNOWN, standingEntries, type RunEntry } from '../../model/run'
import { recorded, stepEntry, strikeEntry, strokeEntry, undoneEntry } from '../../model/runEntries'
import type { Studio } from '../../model/studio'
import { coatsOf, type Step } from '../../plan/step'
import { practicePiece, practiceStepId } from '../create/practicePiece'
import { PieceViewer } from '../view/pieceView'
import { remindersFor } from './reminders'
import { benchAct, drawnLines, heightMarks } from './benchAct'
import { coatsOn, isDone, pieceItems, sessionItems, type BenchItem } from './benchItems'
import { coatTimers, timerBefore } from './coatTimers'
import { differencesOf, differenceWords } from './differences'
import { completeAct, completeItem, type AtTheBench } from './completeAct'
import { matteFactor } from './matteFactor'
import { mustWait, readyNow } from './readyNow'
import { lifeLines, runLines } from './runWords'
import { lostEntry, recordDifference } from './recordDifference'
import { stepsOfRun } from './stepsOfRun'
import { HOUR } from '../../base/spans'

const NOW = '2026-03-04T18:00:00Z'
const at = (minutes: number): string => new Date(Date.parse(NOW) + 60_000 * minutes).toISOString().replace('.000', '')
const ID = 'reed-jugs'
const begun = demoStudio()

const known = (now = NOW): AtTheBench => ({ now, by: 'Mara', conditions: NOTHING_KNOWN, takes: [] })

const after = (studio: Studio, command: Command): Studio => {
  const next = applyCommand(studio, command)
  if (!next.ok) throw new Error(JSON.stringify(next.issue))
  return next.value
}

/** The demo with a plan of which nothing is done yet. */
const untouched = (id = ID): Studio => ({
  ...begun,
  pieces: {
    ...begun.pieces,
    [id]: { ...begun.pieces[id], run: [], steps: begun.pieces[id].steps.map((step) => ({ ...step, done: false })) },
  },
})

const stepOf = (piece: Piece, item: BenchItem): Step => {
  const step = piece.steps.find(({ id }) => id === item.stepId)
  if (!step) throw new Error('no step')
  return step
}

/** Carries out the first items of a piece, a minute apart. */
function carriedOut(studio: Studio, id: string, count: number): Studio {
  let now = studio
  for (let n = 0; n < count; n++) {
    const piece = now.pieces[id]
    const items = pieceItems(piece)
    const item = items.find((one) => !isDone(one))
    if (!item) return now
    now = after(
      now,
      item.kind === 'act'
        ? completeAct(item, piece, stepOf(piece, item), item.pots, [], now, known(at(n)))
        : completeItem(item, items, piece, now, known(at(n))),
    )
  }
  return now
}

const pixelsOf = (piece: Piece, { bodies, media, ways }: Studio): Uint8Array => {
  const view = new PieceViewer(256, 128).view({
    piece,
    bodies,
    media,
    ways,
    afterStep: piece.steps.length - 1,
    kind: 'firedWhole',
    light: 'daylight',
  })
  if (!view.ok) throw new Error(JSON.stringify(view.issue))
  return view.value.picture.colour
}

describe('a run that differs in nothing', () => {
  it.each(Object.keys(begun.pieces))('is the plan: %s', (id) => {
    const studio = untouched(id)
    const whole = carriedOut(studio, id, 200)
    const ran = whole.pieces[id]
    expect(ran.steps.filter(({ act, done }) => act !== 'fire' && !done)).toEqual([])
    const { steps, differs } = stepsOfRun(ran, 1)
    expect(differs).toBe(false)
    expect(steps).toBe(ran.steps)
  })

  it('replayed gives the skin that the plan gives', () => {
    const studio = untouched()
    const ran = carriedOut(studio, ID, 200).pieces[ID]
    const replayed = { ...ran, steps: [...stepsOfRun(ran, 2).steps] }
    expect(pixelsOf(replayed, studio)).toEqual(pixelsOf(studio.pieces[ID], studio))
  })

  it('counts every coat once, by whom and in which batch', () => {
    const ran = carriedOut(untouched(), ID, 200).pieces[ID]
    const coats = standingEntries(ran.run).filter(({ kind }) => kind === 'coat')
    expect(coats).toHaveLength(
      pieceItems(untouched().pieces[ID]).filter(({ kind }) => kind === 'act').length + glazed(ran),
    )
    expect(coats.every(({ by }) => by === 'Mara')).toBe(true)
    const slip = coats.find((entry) => entry.kind === 'coat' && entry.jars[0]?.mediumId === 'chalk-slip')
    expect(slip?.kind === 'coat' && slip.jars[0].batch).toBe('sieved in February')
  })
})

/** Acts after the first firing, which the items of a piece do not show before it is fired. */
const glazed = (piece: Piece): number => {
  const fire = piece.steps.findIndex(({ act }) => act === 'fire')
  return piece.steps.slice(fire + 1).reduce((sum, step) => sum + coatsOf(step), 0)
}

/** What is done to a step, and what must then be otherwise. Common practice, no source. */
const DEVIATIONS: readonly (readonly [
  name: string,
  pieceId: string,
  act: Step['act'],
  differenceId: RegExp,
  rule: string | null,
])[] = [
  ['one coat of slip fewer', 'reed-jugs', 'coat', /^coats-3$/, 'too-few-coats'],
  ['another slip', 'reed-jugs', 'coat', /^jar-peat-slip$/, 'contrast-low'],
  ['not waited for', 'reed-jugs', 'coat', /^hurried$/, 'coat-before-matte'],
  ['smudged slip', 'reed-jugs', 'coat', /^smudged$/, null],
  ['slip left out', 'reed-jugs', 'coat', /^skipped$/, null],
  ['slip with a sponge', 'reed-jugs', 'coat', /^tool-sponge$/, null],
  ['carved with a wide loop', 'reed-jugs', 'carve', /^tool-wideLoop$/, null],
  ['nothing carved', 'reed-jugs', 'carve', /^skipped$/, null],
  ['dust left on', 'reed-jugs', 'wipeDust', /^skipped$/, 'dust-under-glaze'],
  ['another clear', 'reed-jugs', 'glaze', /^jar-clear-satin$/, null],
  ['the clear brushed', 'reed-jugs', 'glaze', /^tool-brush$/, null],
  ['the clear left out', 'reed-jugs', 'glaze', /^skipped$/, null],
  ['the foot not cleaned', 'swift-mugs', 'cleanFoot', /^skipped$/, null],
  ['the wash wiped with a wet sponge', 'weave-bowl', 'wipe', /^wet$/, 'sponge-too-wet'],
  ['the wash not wiped', 'weave-bowl', 'wipe', /^skipped$/, 'wash-left-thick'],
  ['the wash wiped and smudged', 'weave-bowl', 'wipe', /^smudged$/, null],
  ['no wax', 'wax-beakers', 'wax', /^skipped$/, null],
  ['colour on wet wax', 'wax-beakers', 'wax', /^hurried$/, 'wax-not-dry'],
  ['the grooves not filled', 'fence-tiles', 'fill', /^skipped$/, null],
  ['the filled grooves wiped too early', 'fence-tiles', 'wipe', /^early$/, null],
]

describe('what was different', () => {
  it.each(DEVIATIONS)('%s changes the picture, and the judgement where it should', (_, pieceId, act, wanted, rule) => {
    const studio = untouched(pieceId)
    const piece = studio.pieces[pieceId]
    const step = piece.steps.find((one) => one.act === act)
    const chosen = step && differencesOf(step, null, studio).find(({ id }) => wanted.test(id))
    if (!step || !chosen)
      throw new Error(
        `not offered: ${
          step &&
          differencesOf(step, null, studio)
            .map(({ id }) => id)
            .join()
        }`,
      )
    expect(differenceWords(step, chosen.difference, studio)).toBe(chosen.words)
    const said = after(
      studio,
      recordDifference(piece, step.id, [], chosen.difference, chosen.words, { now: NOW, by: '' }),
    )
    const [lot] = lotPieces(said.pieces[pieceId])
    expect(said.pieces[pieceId].steps).toEqual(piece.steps)
    expect(pixelsOf(lot.asDone, said)).not.toEqual(pixelsOf(piece, studio))
    const rulesOf = (of: Piece) => {
      const judged = judge(of, said)
      return judged.ok ? judged.value.map(({ ruleId }) => ruleId) : []
    }
    if (rule) {
      expect(rulesOf(piece)).not.toContain(rule)
      expect(rulesOf(lot.asDone)).toContain(rule)
    }
    const back = after(said, recordDifference(said.pieces[pieceId], step.id, [], null, '', { now: at(1), by: '' }))
    expect(lotPieces(back.pieces[pieceId])[0].asDone).toBe(back.pieces[pieceId])
    expect(back.pieces[pieceId].run).toHaveLength(2)
  })

  it('on some pots divides the set, and as planned after all joins it', () => {
    const studio = untouched()
    const piece = studio.pieces[ID]
    const step = piece.steps[1]
    const difference = { stepId: step.id, changes: { coats: 1 }, mishap: null }
    const said = after(studio, recordDifference(piece, step.id, [2, 3], difference, '1 coat', { now: NOW, by: '' }))
    expect(lotsOf(said.pieces[ID]).map(({ pots }) => pots)).toEqual([
      [1, 4],
      [2, 3],
    ])
    const [, few] = lotPieces(said.pieces[ID])
    expect('coats' in few.piece.steps[1] && few.piece.steps[1].coats).toBe(1)
    const back = after(said, recordDifference(said.pieces[ID], step.id, [2, 3], null, '', { now: at(1), by: '' }))
    expect(lotsOf(back.pieces[ID])).toHaveLength(1)
  })

  it('too few coats on a step that is done are laid now, and what would change it falls away', () => {
    const studio = carriedOut(untouched(), ID, 6)
    const piece = studio.pieces[ID]
    const slip = piece.steps[1]
    expect(slip.done).toBe(true)
    const difference = { stepId: slip.id, changes: { coats: 1 }, mishap: null }
    const said = after(studio, recordDifference(piece, slip.id, [], difference, '1 coat', { now: NOW, by: '' }))
    const judged = judge(lotPieces(said.pieces[ID])[0].asDone, said)
    const few = judged.ok ? judged.value.find(({ ruleId }) => ruleId === 'too-few-coats') : undefined
    expect(few?.mends.map(({ label }) => label)).toEqual(['Lay 3 more coats now'])
    const mended = after(said, few?.mends[0].command as Command)
    const more = mended.pieces[ID].steps.find(({ id }) => id === `${slip.id}-more`)
    expect(more && 'coats' in more && more.coats).toBe(3)
    expect(mended.pieces[ID].steps.indexOf(more as Step)).toBe(2)
    const again = judge(lotPieces(mended.pieces[ID])[0].asDone, mended)
    expect(again.ok && again.value.map(({ ruleId }) => ruleId)).not.toContain('too-few-coats')
  })

  it('that does not fit its step is refused with the value, and changes nothing', () => {
    const studio = untouched()
    const step = studio.pieces[ID].steps[1]
    const refused = applyCommand(studio, {
      type: 'piece.otherwise',
      pieceId: ID,
      stepId: step.id,
      difference: { stepId: step.id, changes: { coats: 99 }, mishap: null },
    })
    expect(!refused.ok && refused.issue).toMatchObject({ code: 'bad-value', actual: '99' })
  })

  it('a pot that broke leaves the set and stays in the record', () => {
    const studio = untouched()
    const broken = after(studio, lostEntry(studio.pieces[ID], [3], 'broke at the bench', { now: NOW, by: 'Mara' }))
    expect(lotsOf(broken.pieces[ID])[0].pots).toEqual([1, 2, 4])
    expect(runLines(broken.pieces[ID], broken, 3).map(({ words }) => words)).toEqual(['Lost: broke at the bench'])
    expect(runLines(broken.pieces[ID], broken, 1)).toEqual([])
    const { madeAt } = broken.pieces[ID].making
    expect(lifeLines(broken.pieces[ID], broken, 3).map(({ words }) => words)).toEqual([
      ...(madeAt ? ['Made of Estuary red earthenware'] : []),
      'Lost: broke at the bench',
    ])
    const made = { ...broken.pieces[ID], making: { ...broken.pieces[ID].making, madeAt: '2026-03-01T10:00:00Z' } }
    expect(lifeLines(made, broken, 1).map(({ when, words }) => `${when}: ${words}`)).toEqual([
      'Sun 1 Mar, 10:00: Made of Estuary red earthenware',
    ])
  })

  it('a run is made again with the coats that were laid, without what was left out, and no mishap is planned', () => {
    const studio = carriedOut(untouched(), ID, 200)
    const piece = studio.pieces[ID]
    const [dust, slip] = [piece.steps.find(({ act }) => act === 'wipeDust') as Step, piece.steps[1]]
    const coats = { stepId: slip.id, changes: { coats: 2 }, mishap: 'smudged' as const }
    const without = { stepId: dust.id, changes: {}, mishap: 'skipped' as const }
    const said = [coats, without].reduce(
      (now, difference) =>
        after(now, recordDifference(now.pieces[ID], difference.stepId, [], difference, 'x', { now: NOW, by: '' })),
      studio,
    )
    const { steps, differs } = stepsOfRun(said.pieces[ID], 1)
    expect(differs).toBe(true)
    expect(steps.some(({ id }) => id === dust.id)).toBe(false)
    expect(steps.find(({ id }) => id === slip.id)).toMatchObject({ coats: 2, mishap: 'smudged' })
  })
})

describe('the tally', () => {
  const studio = carriedOut(untouched(), ID, 2)
  const piece = studio.pieces[ID]
  const item = pieceItems(piece).find((one) => !isDone(one)) as BenchItem
  const step = stepOf(piece, item)

  it('is undone by a second press, and both presses stay in the record', () => {
    const stroke = strokeEntry(step, item.coat, [2], studio, known())
    const on = after(studio, { type: 'run.add', pieceId: ID, entries: [stroke] })
    expect(coatsOn(on.pieces[ID], lotsOf(on.pieces[ID])[0], step, 2)).toBe(item.coat + 1)
    expect(coatsOn(on.pieces[ID], lotsOf(on.pieces[ID])[0], step, 1)).toBe(item.coat)
    const off = after(on, { type: 'run.add', pieceId: ID, entries: [strikeEntry(stroke, known(at(1)))] })
    expect(coatsOn(off.pieces[ID], lotsOf(off.pieces[ID])[0], step, 2)).toBe(item.coat)
    expect(off.pieces[ID].run).toHaveLength(piece.run.length + 2)
  })

  it('counts only what was not struck, whatever the order of presses', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 4 }), { maxLength: 25 }), (presses) => {
        const run: RunEntry[] = []
        const on = new Map<number, RunEntry>()
        presses.forEach((pot, i) => {
          const before = on.get(pot)
          const entry = before
            ? strikeEntry(before, known(at(i)))
            : strokeEntry(step, item.coat, [pot], studio, known(at(i)))
          run.push(entry)
          if (before) on.delete(pot)
          else on.set(pot, entry)
        })
        const now = { ...piece, run: [...piece.run, ...run] }
        for (const pot of [1, 2, 3, 4])
          expect(coatsOn(now, lotsOf(now)[0], step, pot)).toBe(item.coat + (on.has(pot) ? 1 : 0))
      }),
    )
  })

  it('of some pots divides the set until the others have the coat too', () => {
    const some = after(studio, completeAct(item, piece, step, [1, 2], [], studio, known(at(5))))
    expect(lotsOf(some.pieces[ID])).toHaveLength(2)
    const rest = pieceItems(some.pieces[ID]).find(
      (one) => !isDone(one) && one.stepId === item.stepId && one.coat === item.coat,
    )
    expect(rest?.pots).toEqual([3, 4])
    const all = after(some, completeAct(rest as BenchItem, some.pieces[ID], step, [3, 4], [], some, known(at(6))))
    expect(lotsOf(all.pieces[ID]).map(({ coats }) => coats)).toEqual([lotsOf(all.pieces[ID])[0].coats])
  })

  it('jars have less by what was used, and never less than nothing', () => {
    const had = studio.media['chalk-slip'].stock?.jars ?? 0
    const use = (ml: number) => ({ ...known(), takes: [{ mediumId: 'chalk-slip', ml }] })
    const used = after(studio, completeAct(item, piece, step, item.pots, [], studio, use(50)))
    expect(used.media['chalk-slip'].stock?.jars).toBeCloseTo(had - (50 * item.pots.length) / 2000, 6)
    const empty = after(studio, completeAct(item, piece, step, item.pots, [], studio, use(5000)))
    expect(empty.media['chalk-slip'].stock?.jars).toBe(0)
  })

  it('brings the water of the coat to pots that still dry', () => {
    const wet = after(studio, completeAct(item, piece, step, item.pots, [], studio, { ...known(), water: [120, 0] }))
    expect(wet.pieces[ID].making.log.at(-1)).toMatchObject({ kind: 'coats', outsideUm: 120 })
  })
})

describe('what is ticked off elsewhere', () => {
  it('is written down too, and taken back by what it was not', () => {
    const studio = untouched()
    const step = studio.pieces[ID].steps[0]
    const done = recorded({ type: 'piece.progress', pieceId: ID, doneSteps: 1 }, ID, [
      stepEntry(step, [], studio, known()),
    ])
    const ticked = after(studio, done)
    expect(runLines(ticked.pieces[ID], ticked)).toHaveLength(1)
    const not = recorded({ type: 'piece.progress', pieceId: ID, doneSteps: 0 }, ID, [
      undoneEntry(step, [], known(at(2))),
    ])
    const back = after(ticked, not)
    expect(runLines(back.pieces[ID], back).at(-1)?.words).toContain('Not done after all')
    expect(stepsOfRun(back.pieces[ID], 1).differs).toBe(false)
  })
})

describe('timers', () => {
  const studio = carriedOut(untouched(), ID, 2)
  const piece = studio.pieces[ID]
  const from = Date.parse(at(1))
  const [timer] = coatTimers(piece, studio, from)

  it('run from the last pot that had the coat: early, likely, late', () => {
    expect(timer.sinceMs).toBe(from)
    expect(timer.earlyMs).toBeLessThan(timer.likelyMs)
    expect(timer.likelyMs).toBeLessThan(timer.lateMs)
    // A slip coat on leather-hard clay is matte in a few minutes to about twenty. Common practice, no source.
    const minutes = (timer.likelyMs - timer.sinceMs) / 60_000
    expect(minutes).toBeGreaterThan(2)
    expect(minutes).toBeLessThan(25)
  })

  it('are the same after sleep, reload and a change of time zone: they are read off the record', () => {
    const reloaded = JSON.parse(JSON.stringify(studio)) as Studio
    const elsewhere = { ...reloaded, calendar: { ...reloaded.calendar, timeZone: 'Pacific/Auckland' } }
    expect(coatTimers(elsewhere.pieces[ID], elsewhere, from + HOUR)[0].likelyMs).toBe(timer.likelyMs)
  })

  it('hold the next coat back, and let go when it was seen to be matte', () => {
    const items = pieceItems(piece)
    const open = items.filter((one) => !isDone(one))
    expect(timerBefore([timer], open[0])).toBe(timer)
    expect(mustWait(open[0], open, [timer], studio, from + 1000)).toBe(true)
    expect(mustWait(open[0], open, [timer], studio, timer.likelyMs)).toBe(false)
    const looked = (shiny: boolean, minutes: number): Studio =>
      after(studio, {
        type: 'run.add',
        pieceId: ID,
        entries: [
          {
            id: `l${minutes}${shiny}`,
            at: at(1 + minutes),
            by: '',
            pots: [],
            kind: 'looked',
            stepId: timer.stepId,
            coat: timer.coat,
            shiny,
            waited: 60 * minutes,
            expected: timer.reckoned,
          },
        ],
      })
    const matte = coatTimers(looked(false, 3).pieces[ID], looked(false, 3), from + 200_000)
    expect(matte[0].over).toBe(true)
    const late = Math.ceil((timer.likelyMs - from) / 60_000) + 1
    const shiny = coatTimers(looked(true, late).pieces[ID], looked(true, late), from + 60_000 * late)
    expect(shiny[0].over).toBe(false)
    expect(shiny[0].likelyMs).toBeGreaterThan(from + 60_000 * late)
  })

  it('a later step of the same pot waits for the earlier one; another surface does not', () => {
    const items = pieceItems(piece).filter((one) => !isDone(one))
    expect(readyNow(items, [timer], studio, from + 1000)).toBe(items[0])
    const elsewhere = { ...items[0], id: 'other', pieceId: 'dune-cups', stepId: null, kind: 'make' as const }
    expect(readyNow([items[0], elsewhere], [timer], studio, from + 1000)).toBe(elsewhere)
  })

  it('what was seen teaches the room: twice as slow a few times, and the next is reckoned longer', () => {
    const looked = (ratio: number, n: number): RunEntry[] =>
      Array.from({ length: n }, (_, i) => ({
        id: `m${i}`,
        at: NOW,
        by: '',
        pots: [],
        kind: 'looked' as const,
        stepId: 's',
        coat: 0,
        shiny: false,
        waited: 600 * ratio,
        expected: 600,
      }))
    const factor = (ratio: number, n: number) =>
      matteFactor({ pieces: { [ID]: { ...piece, run: looked(ratio, n) } } }, piece.making.roomId)
    expect(factor(1, 0)).toMatchObject({ ln: 0, looked: 0 })
    expect(Math.exp(factor(2, 12).ln)).toBeGreaterThan(1.85)
    expect(Math.exp(factor(2, 12).ln)).toBeLessThan(2)
    expect(factor(2, 12).sigma).toBeLessThan(factor(2, 1).sigma)
    expect(factor(2, 3).ln).toBeCloseTo(-factor(0.5, 3).ln, 9)
  })
})

describe('an evening', () => {
  it('comes in its running order, with covers; what is done is counted, and leaving ends the visit', () => {
    const piece = untouched().pieces[ID]
    const [first, second] = piece.steps
    const visit = {
      pieceId: ID,
      pots: [],
      sessionId: 'w 2026-03-04',
      at: NOW,
      until: at(60),
      makes: false,
      stepIds: [first.id, second.id],
      coats: [{ stepId: second.id, from: 0, to: 2 }],
      opens: at(-30),
      covered: null,
      cover: 'draped' as const,
      chance: 0.9,
      touches: [
        { stepId: first.id, coat: 0, at: NOW, until: at(5), outsideUm: 0, insideUm: 0 },
        { stepId: second.id, coat: 0, at: at(5), until: at(15), outsideUm: 90, insideUm: 0 },
        { stepId: second.id, coat: 1, at: at(30), until: at(40), outsideUm: 90, insideUm: 0 },
      ],
    }
    let studio: Studio = { ...untouched(), schedule: { ...begun.schedule, madeAt: NOW, visits: [visit] } }
    const items = () => sessionItems(studio, visit.sessionId)
    expect(items().map(({ kind, coat }) => `${kind} ${coat}`)).toEqual([
      'uncover 0',
      'act 0',
      'act 0',
      'act 1',
      'leave 0',
    ])
    for (const item of items().filter(({ kind }) => kind === 'act')) {
      const now = studio.pieces[ID]
      studio = after(studio, completeAct(item, now, stepOf(now, item), item.pots, [], studio, known()))
    }
    expect(
      items()
        .filter(({ kind }) => kind === 'act')
        .every(isDone),
    ).toBe(true)
    expect(studio.pieces[ID].coats).toBe(2)
    const leave = items().at(-1) as BenchItem
    studio = after(studio, completeItem(leave, items(), studio.pieces[ID], studio, known(at(61))))
    expect(studio.schedule.visits).toEqual([])
    expect(studio.pieces[ID].making.log.at(-1)).toMatchObject({ kind: 'cover', cover: 'draped' })
  })
})

describe('what is said at the bench', () => {
  it('beside an act: rinse, change the water, stir a wash, keep wax brushes apart. Common practice, no source', () => {
    const coat = (mediumId: string) => ({ ...untouched().pieces[ID].steps[1], id: mediumId, mediumId }) as Step
    const ids = (a: string, b: string | null, c: string | null) =>
      remindersFor(coat(a), b ? coat(b) : null, c ? coat(c) : null, begun).map(({ id }) => id)
    expect(ids('shell-white', 'marsh-black', 'tide-blue')).toEqual([
      'rinse',
      'water',
      'shake',
      'refill',
      'leftover',
      'layOut',
    ])
    expect(ids('marsh-black', 'marsh-black', 'marsh-black')).toEqual(['shake', 'refill'])
    expect(ids('rust-wash', null, null)).toContain('stir')
    expect(ids('wax-resist', null, null)).toContain('washWax')
    const sprayed = { ...coat('shell-white'), applicator: 'spray' } as Step
    const [first, ...others] = remindersFor(sprayed, coat('marsh-black'), null, begun)
    expect(first.words).toMatch(/through the gun until it runs clear, and sieve Shell white/)
    expect(others.map(({ id }) => id)).not.toContain('refill')
  })

  it('an act tells its jar, what to look for, what goes wrong at this stage, and its hazard', () => {
    const studio = untouched()
    const piece = studio.pieces[ID]
    const item = pieceItems(piece).find(({ stepId }) => stepId === piece.steps[1].id) as BenchItem
    const act = benchAct(item, piece, studio, Date.parse(NOW), 'boneDry')
    expect(act).toMatchObject({ title: 'Chalk slip', stageName: 'bone dry' })
    expect(act?.avoid).toContain('flakes off')
    expect(act?.jars[0]).toMatchObject({ name: 'Chalk slip', wet: expect.stringMatching(/^#/) })
    expect(act?.caution).toContain('maker’s sheet')
    expect(benchAct(item, piece, studio, Date.parse(NOW), 'leatherHard')?.avoid).toBe('')
  })

  it('heights of a motif and of a bare foot are told in mm', () => {
    const { steps } = untouched().pieces[ID]
    const carve = steps.find(({ act }) => act === 'carve') as Extract<Step, { act: 'carve' }>
    expect(heightMarks(carve)).toEqual([carve.motif.upMm, carve.motif.upMm + carve.motif.heightMm])
    const rows = { ...carve, motif: { ...carve.motif, upMm: 20, heightMm: 10, rows: 3, rowGapMm: 4 } }
    expect(heightMarks(rows)).toEqual([20, 20 + 3 * 10 + 2 * 4])
    expect(heightMarks(steps.find(({ act }) => act === 'cleanFoot') as Step)).toEqual([6])
    expect(heightMarks(steps[0])).toEqual([])
  })
})

describe('the lines that are shown at the bench', () => {
  const carve = untouched().pieces[ID].steps.find(({ act }) => act === 'carve') as Extract<Step, { act: 'carve' }>
  const stroke = (name: string) => ({
    kind: 'stroke' as const,
    name,
    lines: [
      [
        [0, 0],
        [1, 1],
      ] as [number, number][],
    ],
    width: null,
    cap: 'round' as const,
    join: 'round' as const,
    ink: true,
  })
  const drawing = { name: 'leaf', aspect: 1, widths: 'tool' as const, shapes: [stroke('outline'), stroke('veins')] }

  it('are those that the step takes of its drawing, and all where it takes all', () => {
    const shown = (only?: string[]) =>
      drawnLines({ ...carve, motif: { ...carve.motif, drawing, only } })?.drawing?.shapes
    expect(shown(['veins'])).toEqual([drawing.shapes[1]])
    expect(shown()).toEqual(drawing.shapes)
    expect(shown(['gone'])).toEqual(drawing.shapes)
    expect(drawnLines(carve)).toBe(carve.motif)
    expect(drawnLines(untouched().pieces[ID].steps[0])).toBeNull()
  })
})

describe('presses within one second', () => {
  it('are entries of their own: pressed, taken back, pressed again', () => {
    const studio = carriedOut(untouched(), ID, 2)
    const item = pieceItems(studio.pieces[ID]).find((one) => !isDone(one)) as BenchItem
    const step = stepOf(studio.pieces[ID], item)
    const stroke = strokeEntry(step, item.coat, [1], studio, known())
    let now = after(studio, { type: 'run.add', pieceId: ID, entries: [stroke] })
    now = after(now, { type: 'run.add', pieceId: ID, entries: [strikeEntry(stroke, known())] })
    now = after(now, { type: 'run.add', pieceId: ID, entries: [stroke] })
    expect(coatsOn(now.pieces[ID], lotsOf(now.pieces[ID])[0], step, 1)).toBe(item.coat + 1)
    expect(new Set(now.pieces[ID].run.map(({ id }) => id)).size).toBe(now.pieces[ID].run.length)
  })

  it('a stroke is not yet a coat gone on from: the item stays open until it is', () => {
    const studio = carriedOut(untouched(), ID, 2)
    const item = pieceItems(studio.pieces[ID]).find((one) => !isDone(one)) as BenchItem
    const step = stepOf(studio.pieces[ID], item)
    const all = item.pots.map((pot) => strokeEntry(step, item.coat, [pot], studio, known()))
    const now = after(studio, { type: 'run.add', pieceId: ID, entries: all })
    const same = pieceItems(now.pieces[ID]).find(({ id }) => id === item.id) as BenchItem
    expect(isDone(same)).toBe(false)
    const gone = after(now, completeAct(same, now.pieces[ID], step, same.pots, same.pots, now, known()))
    expect(gone.pieces[ID].run).toHaveLength(now.pieces[ID].run.length)
    expect(isDone(pieceItems(gone.pieces[ID]).find(({ id }) => id === item.id) as BenchItem)).toBe(true)
  })
})

describe('the practice piece', () => {
  it('has a step for each coat of the piece, by which the bench finds it', () => {
    const piece = untouched().pieces[ID]
    const practice = practicePiece(piece, () => 'practice')
    const ids = new Set(practice.steps.map(({ id }) => id))
    for (const step of piece.steps.filter(({ act }) => act === 'coat' || act === 'carve' || act === 'fire'))
      expect(ids.has(practiceStepId(step.id))).toBe(true)
    expect(ids.size).toBe(practice.steps.length)
  })
})

describe('a step that is taken out of the plan', () => {
  it('takes what was different in it along', () => {
    const studio = untouched()
    const step = studio.pieces[ID].steps[1]
    const difference = { stepId: step.id, changes: { coats: 1 }, mishap: null }
    const said = after(
      studio,
      recordDifference(studio.pieces[ID], step.id, [], difference, '1 coat', { now: NOW, by: '' }),
    )
    const without = after(said, { type: 'step.remove', pieceId: ID, stepId: step.id })
    expect(without.pieces[ID].otherwise).toEqual([])
    expect(runLines(without.pieces[ID], without)[0].words).toContain('a step that is no longer planned')
  })
})
