import { beforeEach, describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { applyCommand, type Command } from '../../model/command'
import type { Studio } from '../../model/studio'
import { practicePiece, practiceStepId } from '../create/practicePiece'
import { benchAct } from './benchAct'
import { goOn, goOnWords, potsToGo, strokesIn, toggleStroke, type BenchNow } from './benchCommands'
import { isDone, pieceItems, type BenchItem } from './benchItems'

const NOW = '2026-03-04T18:00:00Z'
const ID = 'reed-jugs'

let studio: Studio

const bench = (): BenchNow => ({ now: NOW, by: 'Mara', studio, drying: null })
const piece = (id = ID) => studio.pieces[id]

function carryOut(command: Command): void {
  const after = applyCommand(studio, command)
  if (!after.ok) throw new Error(JSON.stringify(after.issue))
  studio = after.value
}

/** The first act of the four jugs that has several coats and waits to be done. */
function coatOf(): { item: BenchItem; act: NonNullable<ReturnType<typeof benchAct>> } {
  const item = pieceItems(piece()).find((one) => !isDone(one) && one.kind === 'act' && one.coats > 1)
  const act = item && benchAct(item, piece(), studio, Date.parse(NOW), null)
  if (!item || !act) throw new Error('no coat')
  return { item, act }
}

beforeEach(() => {
  const demo = demoStudio()
  const { steps, ...rest } = demo.pieces[ID]
  studio = {
    ...demo,
    pieces: { ...demo.pieces, [ID]: { ...rest, run: [], steps: steps.map((step, i) => ({ ...step, done: i === 0 })) } },
  }
})

describe('going on at the bench', () => {
  it('what was stroked goes on before the others; with all or none stroked all go on', () => {
    const { item, act } = coatOf()
    expect(potsToGo(piece(), item)).toEqual({ wanting: [1, 2, 3, 4], pots: [1, 2, 3, 4] })
    carryOut(toggleStroke(item, act, 2, bench()))
    expect(strokesIn(piece(), item)).toEqual([2])
    expect(potsToGo(piece(), item)).toEqual({ wanting: [1, 2, 3, 4], pots: [2] })
    for (const pot of [1, 3, 4]) carryOut(toggleStroke(item, act, pot, bench()))
    expect(potsToGo(piece(), item).pots).toEqual([1, 2, 3, 4])
  })

  it('a stroke pressed again is taken back, and of several pots for that one only', () => {
    const { item, act } = coatOf()
    carryOut(toggleStroke(item, act, 2, bench()))
    carryOut(toggleStroke(item, act, 2, bench()))
    expect(strokesIn(piece(), item)).toEqual([])
    carryOut(goOn({ item, act, pots: [1, 2, 3], practice: null, said: null }, bench()))
    carryOut(toggleStroke(item, act, 3, bench()))
    expect(strokesIn(piece(), item).toSorted()).toEqual([1, 2])
  })

  it('a coat that is on is in the record with who laid it, and no longer asked of those pots', () => {
    const { item, act } = coatOf()
    carryOut(goOn({ item, act, pots: [1, 2], practice: null, said: null }, bench()))
    expect(piece().run).toMatchObject([{ kind: 'coat', pots: [1, 2], by: 'Mara', at: NOW }])
    const again = pieceItems(piece()).find(
      (one) => one.stepId === item.stepId && one.coat === item.coat && !isDone(one),
    )
    expect(again && potsToGo(piece(), again).wanting).toEqual([3, 4])
  })

  it('the practice slab gets the same coat in the same undo, and its water is not counted twice', () => {
    const { item, act } = coatOf()
    const slab = practicePiece(piece(), () => 'slab')
    carryOut({ type: 'piece.add', piece: slab })
    const command = goOn(
      { item, act, pots: item.pots, practice: { piece: slab, stepId: practiceStepId(item.stepId!) }, said: null },
      bench(),
    )
    expect(command.type).toBe('batch')
    carryOut(command)
    expect(piece('slab').run).toHaveLength(1)
    expect(piece().run).toHaveLength(1)
  })
})

describe('the button that goes on', () => {
  const item = (pots: number, coats: number, coat = 0) =>
    ({ pots: Array.from({ length: pots }, (_, i) => i + 1), coats, coat }) as unknown as BenchItem

  it.each<[string, BenchItem, number, boolean]>([
    ['It is dry and matte: coat 2', item(4, 3, 1), 4, true],
    ['It is dry and matte: go on', item(4, 1), 4, true],
    ['All 4 have it', item(4, 3), 4, false],
    ['2 of 4 have it', item(4, 3), 2, false],
    ['All 4 are done', item(4, 1), 4, false],
    ['Coat 3 is on', item(1, 3, 2), 1, false],
    ['Done, go on', item(1, 1), 1, false],
  ])('says “%s”', (words, one, pots, waits) => expect(goOnWords(one, pots, waits)).toBe(words))
})
