import { beforeEach, describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { buildForm } from '../../form/buildForm'
import type { Piece } from '../../model/piece'
import { applyCommand, type Command } from '../../model/command'
import { handlesOf, snappedTurn, standingPlace } from './handles'

let studio = demoStudio()
const piece = (id: string): Piece => studio.pieces[id]
const stepAt = (id: string, n: number) => piece(id).steps[n - 1]

/** The studio after an edit; it stays as it is without one. */
function carryOut(command: Command | null | undefined): void {
  if (!command) return
  const after = applyCommand(studio, command)
  if (!after.ok) throw new Error('refused')
  studio = after.value
}

beforeEach(() => {
  studio = demoStudio()
})

describe('what can be dragged on the form', () => {
  it('the edges of a band, each by itself', () => {
    const [lower, upper] = handlesOf(piece('wax-beakers'), stepAt('wax-beakers', 3))
    expect([lower.upMm, upper.upMm]).toEqual([38, 50])
    carryOut(upper.move(61.4))
    expect(stepAt('wax-beakers', 3)).toMatchObject({ place: { band: { fromMm: 38, toMm: 61 } } })
    carryOut(lower.move(20))
    expect(stepAt('wax-beakers', 3)).toMatchObject({ place: { band: { fromMm: 20, toMm: 50 } } })
  })

  it('a motif: its foot moves it, its top makes it taller, and it never gets shorter than a millimetre', () => {
    const at = () => handlesOf(piece('reed-jugs'), stepAt('reed-jugs', 5))
    carryOut(at()[0].move(60))
    expect(stepAt('reed-jugs', 5)).toMatchObject({ motif: { upMm: 60, heightMm: 118 } })
    carryOut(at()[1].move(160))
    expect(stepAt('reed-jugs', 5)).toMatchObject({ motif: { upMm: 60, heightMm: 100 } })
    carryOut(at()[1].move(3))
    expect(stepAt('reed-jugs', 5)).toMatchObject({ motif: { heightMm: 1 } })
  })

  it('nothing where there is nothing on the outside to move', () => {
    expect(handlesOf(piece('reed-jugs'), null)).toEqual([])
    expect(handlesOf(piece('reed-jugs'), stepAt('reed-jugs', 1))).toEqual([])
    expect(handlesOf(piece('scallop-dish'), stepAt('scallop-dish', 4))).toEqual([])
  })
})

describe('turning and standing a motif', () => {
  const step = demoStudio().pieces['reed-jugs'].steps[4]
  const motif = 'motif' in step && step.motif ? step.motif : null
  if (!motif) throw new Error('no motif')

  it.each<[string, number, number, number]>([
    ['a little to the right goes on to the next half sector', 0, 1, 12],
    ['a little to the left goes back to the one before', 0, -1, 348],
    ['further, to the nearest', 0, 40, 36],
    ['past once round it begins again', 354, 12, 12],
  ])('%s', (_, startDeg, by, wanted) => expect(snappedTurn({ ...motif, startDeg }, by, 15)).toBeCloseTo(wanted, 6))

  it('pressed on the skin, it stands there, on its side, on the marked sectors', () => {
    const form = buildForm(piece('reed-jugs').form)
    if (!form.ok) throw new Error('no form')
    const stand = standingPlace(piece('reed-jugs'), stepAt('reed-jugs', 5), form.value)
    carryOut(stand?.(0.5, form.value.zones.outside.from + 120))
    const moved = stepAt('reed-jugs', 5)
    expect(moved).toMatchObject({ motif: { upMm: 61 } })
    const turned = 'motif' in moved && moved.motif ? moved.motif.startDeg : -1
    expect(turned % 12).toBeCloseTo(0, 6)
    expect(stand?.(0.5, form.value.totalMm - 1)).toBeNull()
    expect(standingPlace(piece('reed-jugs'), stepAt('reed-jugs', 2), form.value)).toBeNull()
  })
})
