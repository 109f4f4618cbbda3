import { describe, expect, it } from 'vitest'
import { demoStudio } from '../demo/demoStudio'
import { asPiece, lotPieces, lotsOf, potOf, stepAsDone } from './lots'
import { applyCommand, type Command } from './command'
import { isFor } from './calendar'
import { Ledger, type Entry, type LoggedEntry } from './ledger'
import { migrate } from './migrations'
import { outcomeSchema } from './outcome'
import { presetForm } from './presetForm'
import { instant } from './room'
import { entriesOf, runEntrySchema, samePlace, standingEntries, tellsOf, type RunEntry } from './run'
import { entryId, placeNoteEntry, recorded, stepEntry, strikeEntry, strokeEntry, undoneEntry } from './runEntries'
import { WAY_CHOICES } from './studio'

const studio = demoStudio()
const jugs = studio.pieces['reed-jugs']
const AT = '2026-03-05T18:00:00Z'
const now = { now: AT, by: 'Ola' }
const rename = (name: string): Command => ({ type: 'studio.rename', name })

function ran(ledger: Ledger, command: Command): Entry {
  const done = ledger.run(command)
  if (!done.ok || !done.value) throw new Error(JSON.stringify(done))
  return done.value
}

describe('the ledger', () => {
  const logged = (...entries: Entry[]): LoggedEntry[] => entries.map((entry, i) => ({ ...entry, seq: i + 1 }))

  it('takes back this tab’s own edit, though another tab’s came later', () => {
    const [a, b] = [new Ledger('a', 3, studio), new Ledger('b', 3, studio)]
    const log = logged(ran(a, rename('Mine')), ran(b, { type: 'calendar.change', changes: { sure: '95' } }))
    a.take(log)
    expect(a.undoable()?.id).toBe(log[0].id)
    a.undo()
    expect(a.studio.name).toBe(studio.name)
    expect(a.studio.calendar.sure).toBe('95')
    // One that has made nothing takes back the last of all.
    const c = new Ledger('c', 3, studio)
    c.take(log)
    expect(c.undoable()?.id).toBe(log[1].id)
    expect(new Ledger('d', 3, studio).undoable()).toBeNull()
  })

  it('does again what this tab took back, whatever others have done since', () => {
    const [a, b] = [new Ledger('a', 3, studio), new Ledger('b', 3, studio)]
    const mine = ran(a, rename('Mine'))
    const back = a.undo() as Entry
    a.take(logged(mine, back, ran(b, { type: 'calendar.change', changes: { sure: '95' } })))
    expect(a.redoable()?.id).toBe(mine.id)
    a.redo()
    expect(a.studio.name).toBe('Mine')
    // One that has made nothing does again what was taken back last, if nothing was made since.
    const c = new Ledger('c', 3, studio)
    c.take(logged(mine, back))
    expect(c.redoable()?.id).toBe(mine.id)
    c.take([{ ...ran(b, rename('Theirs')), seq: 3 }])
    expect(c.redoable()).toBeNull()
  })

  it('forgets what is written down for good, to the entry, and keeps the rest', () => {
    const ledger = new Ledger('a', 3, studio)
    for (const name of ['One', 'Two', 'Three']) ran(ledger, rename(name))
    ledger.take(logged(...ledger.waiting))
    ledger.forget(0)
    expect(ledger.logged).toHaveLength(3)
    ledger.forget(2)
    expect(ledger.logged.map(({ seq }) => seq)).toEqual([3])
    expect(ledger.writtenSeq).toBe(2)
    expect(ledger.lastSeq).toBe(3)
    ledger.undo()
    expect(ledger.studio.name).toBe('Two')
  })
})

describe('the record', () => {
  const of = (id: string, more: object): RunEntry => ({ id, at: AT, by: '', pots: [], ...more }) as unknown as RunEntry
  const run = [
    of('1', { kind: 'step', stepId: 'jug-1' }),
    of('2', { kind: 'note', stepId: null, where: '', text: 'a chip', pots: [2] }),
    of('3', { kind: 'struck', strikes: '1' }),
    of('4', { kind: 'note', stepId: null, where: '', text: 'mended' }),
  ]

  it('counts what has not been taken back, kind by kind, and tells pots from sets', () => {
    expect(standingEntries(run).map(({ id }) => id)).toEqual(['2', '4'])
    expect(entriesOf(run, 'note').map(({ id }) => id)).toEqual(['2', '4'])
    expect(entriesOf(run, 'step')).toEqual([])
    expect([1, 2].map((pot) => tellsOf(run[1], pot))).toEqual([false, true])
    expect(tellsOf(run[3], 7)).toBe(true)
    expect([{ pots: [] }, { pots: [3] }, { pots: [4] }].map((one) => isFor(one, 3))).toEqual([true, true, false])
  })

  it('entries are made alike, each with an id that fits', () => {
    const [step] = jugs.steps
    expect(undoneEntry(step, [2, 3], now)).toEqual({
      id: 'undone 2026-03-05T18:00:00Z jug-1 2,3',
      at: AT,
      by: 'Ola',
      pots: [2, 3],
      kind: 'undone',
      stepId: 'jug-1',
    })
    const known = { ...now, conditions: { clay: null, celsius: 20, humidity: 0.5 } }
    const [, coat] = jugs.steps
    const jars = [{ mediumId: 'chalk-slip', batch: 'sieved in February' }]
    const done = { at: AT, by: 'Ola', pots: [4], stepId: 'jug-2', clay: null, celsius: 20, humidity: 0.5, jars }
    expect(strokeEntry(coat, 1, [4], studio, known)).toEqual({
      ...done,
      kind: 'coat',
      coat: 1,
      id: `coat ${AT} jug-2 1 4`,
    })
    expect(stepEntry(coat, [4], studio, known)).toEqual({ ...done, kind: 'step', id: `step ${AT} jug-2 4` })
    expect(strikeEntry(run[1], now)).toMatchObject({ kind: 'struck', strikes: '2', pots: [2], by: 'Ola', at: AT })
    expect(entryId('note', AT, 'x'.repeat(200))).toHaveLength(120)
    const placed = { kind: 'area', drawingId: 'flower', areaId: 3 } as const
    const note = placeNoteEntry(placed, 'w'.repeat(200), '  a chip ', now)
    expect(note).toMatchObject({ kind: 'note', where: 'w'.repeat(120), text: 'a chip', placed, pots: [], stepId: null })
    expect(runEntrySchema.safeParse(note).success).toBe(true)
  })

  it('places are the same where they name the same', () => {
    const spot = { kind: 'spot', across: 0.25, alongMm: 40 } as const
    const area = { kind: 'area', drawingId: 'flower', areaId: 3 } as const
    expect(samePlace(spot, { ...spot, alongMm: 40.01 })).toBe(true)
    expect(samePlace(spot, { ...spot, alongMm: 41 })).toBe(false)
    expect(samePlace(area, { ...area, areaId: 4 })).toBe(false)
    expect([samePlace(undefined, area), samePlace(area, undefined), samePlace(undefined, undefined)]).toEqual([
      false,
      false,
      false,
    ])
  })

  it('is written down together with what it records', () => {
    const [command, other] = [rename('Shed'), rename('Loft')]
    expect(recorded(command, 'p', [])).toBe(command)
    const write = { type: 'run.add', pieceId: 'p', entries: [run[1]] }
    expect(recorded(command, 'p', [run[1]])).toMatchObject({ type: 'batch', commands: [command, write] })
    const both: Command = { type: 'batch', label: 'both', commands: [command, other] }
    expect(recorded(both, 'p', [run[1]])).toMatchObject({ type: 'batch', commands: [command, other, write] })
  })

  it('outcomes of pots there may be, with faults that there are', () => {
    const outcome = { pot: 1, at: AT, stepId: 'x', verdict: 'good', faults: [], note: '' }
    expect(outcomeSchema.safeParse(outcome).success).toBe(true)
    for (const wrong of [{ pot: 0 }, { pot: 501 }, { pot: 1.5 }, { verdict: 'fine' }, { note: 'x'.repeat(1001) }])
      expect(outcomeSchema.safeParse({ ...outcome, ...wrong }).success, JSON.stringify(wrong)).toBe(false)
  })

  it.each([
    ['2026-03-05T18:00:00Z', true],
    ['2026-03-05T18:00Z', true],
    ['2026-03-05T18:00:00.250Z', true],
    ['2026-03-05T18:00:00.25Z', false],
    ['2026-03-05T18:00:00+01:00', false],
    ['2026-03-05', false],
  ])('“%s” is an instant: %s', (text, is) => expect(instant.safeParse(text).success).toBe(is))
})

describe('lots', () => {
  it('a step is as planned where nothing was different, or where the difference no longer fits', () => {
    const coat = jugs.steps[1]
    const other = { stepId: 'jug-3', changes: { coats: 1 }, mishap: null }
    expect(stepAsDone(coat, [other])).toBe(coat)
    expect(stepAsDone(coat, [{ ...other, stepId: 'jug-2' }])).toEqual({ ...coat, coats: 1 })
    expect(stepAsDone(coat, [{ ...other, stepId: 'jug-2', changes: { coats: 99 } }])).toBe(coat)
    expect(stepAsDone(coat, [{ ...other, stepId: 'jug-2', changes: { strength: 3 } }])).toEqual(coat)
  })

  it('a lot that went otherwise is a piece of its own, with nothing apart', () => {
    const otherwise = [{ stepId: 'jug-2', changes: { coats: 1 }, mishap: null }]
    const [lot] = lotsOf({ ...jugs, otherwise })
    const own = asPiece({ ...jugs, otherwise }, lot)
    expect(own).toMatchObject({ count: 4, apart: [], pots: [], otherwise: [] })
    expect(own.steps[1]).toMatchObject({ id: 'jug-2', coats: 1 })
  })

  it('are called by their first pot where there are several, and by the piece where there is one', () => {
    const apart = applyCommand(studio, { type: 'piece.progress', pieceId: jugs.id, pots: [2, 3, 4], doneSteps: 1 })
    if (!apart.ok) throw new Error('refused')
    expect(lotPieces(jugs).map(({ id }) => id)).toEqual(['reed-jugs'])
    expect(lotPieces(apart.value.pieces[jugs.id]).map(({ id }) => id)).toEqual(['reed-jugs.2', 'reed-jugs.1'])
    const coats = applyCommand(studio, { type: 'piece.progress', pieceId: jugs.id, pots: [2], doneSteps: 3, coats: 1 })
    if (!coats.ok) throw new Error('refused')
    expect(lotPieces(coats.value.pieces[jugs.id])).toHaveLength(2)
  })

  it('pots are told of in the order of their numbers, and one of which nothing is told is plain', () => {
    const told = applyCommand(studio, {
      type: 'piece.pots',
      pieceId: jugs.id,
      told: [
        { number: 4, owner: 'Ola' },
        { number: 2, note: 'chip' },
        { number: 3, owner: 'Bo' },
      ],
    })
    if (!told.ok) throw new Error('refused')
    const { pots } = told.value.pieces[jugs.id]
    expect(pots.map(({ number }) => number)).toEqual([2, 3, 4])
    expect(potOf({ pots }, 3)).toEqual({ number: 3, owner: 'Bo', note: '', lost: null })
    expect(potOf({ pots }, 1)).toEqual({ number: 1, owner: '', note: '', lost: null })
  })
})

describe('what a piece and a studio begin with', () => {
  it('a preset begins with its parts, named by their kind or by what they are', () => {
    expect(presetForm('mug').parts.map(({ id, kind }) => [id, kind])).toEqual([['handle', 'handle']])
    const teapot = presetForm('teapot').parts
    expect(teapot.length).toBeGreaterThan(2)
    expect(teapot.map(({ id, kind }) => `${id}: ${kind}`)).toMatchInlineSnapshot(`
      [
        "spout: spout",
        "handle: handle",
        "lid: lid",
      ]
    `)
    expect(presetForm('bird').parts.map(({ id }) => id)).toMatchInlineSnapshot(`
      [
        "head",
        "beak",
        "wing",
        "tail",
      ]
    `)
    expect(presetForm('mug', { heightMm: 120 }).sizes.heightMm).toBe(120)
  })

  it('every way of working has a question, a reason, and words for each choice', () => {
    for (const { question, because, choices } of Object.values(WAY_CHOICES)) {
      expect(question.length).toBeGreaterThan(5)
      expect(because.length).toBeGreaterThan(20)
      expect(Object.values(choices).length).toBeGreaterThan(1)
      expect(Object.values(choices).every((words) => words.length > 3)).toBe(true)
    }
  })

  it.each([[0], [-1], [1.5], ['1'], [null], [undefined]])('a document of version %s is refused', (version) => {
    const read = migrate({ version })
    expect(!read.ok && read.issue.code).toBe('bad-value')
  })
})
