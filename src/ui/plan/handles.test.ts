import { beforeEach, describe, expect, it } from 'vitest'
import { demoStudio } from '@/core/demo/demoStudio'
import { buildForm } from '@/core/form/buildForm'
import type { Piece } from '@/core/model/piece'
import { undo, beginWith, useStudio } from '@/store/studioStore'
import { handlesOf, snappedTurn, standingPlace } from './handles'

const piece = (id: string): Piece => useStudio.getState().studio.pieces[id]
const stepAt = (id: string, n: number) => piece(id).steps[n - 1]

beforeEach(() => void beginWith(demoStudio()))

describe('what can be dragged on the form', () => {
  it('the edges of a band, each as one edit that undo takes back', () => {
    const [lower, upper] = handlesOf(piece('wax-beakers'), stepAt('wax-beakers', 3))
    expect([lower.upMm, upper.upMm]).toEqual([38, 50])
    upper.onMove(61.4)
    expect(stepAt('wax-beakers', 3)).toMatchObject({ place: { band: { fromMm: 38, toMm: 61 } } })
    undo()
    expect(stepAt('wax-beakers', 3)).toMatchObject({ place: { band: { fromMm: 38, toMm: 50 } } })
  })

  it('a motif: its foot moves it, its top makes it taller, and it never gets shorter than a millimetre', () => {
    const at = () => handlesOf(piece('reed-jugs'), stepAt('reed-jugs', 5))
    at()[0].onMove(60)
    expect(stepAt('reed-jugs', 5)).toMatchObject({ motif: { upMm: 60, heightMm: 118 } })
    at()[1].onMove(160)
    expect(stepAt('reed-jugs', 5)).toMatchObject({ motif: { upMm: 60, heightMm: 100 } })
    at()[1].onMove(3)
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
    stand?.(0.5, form.value.zones.outside.from + 120)
    const moved = stepAt('reed-jugs', 5)
    expect(moved).toMatchObject({ motif: { upMm: 61 } })
    const turned = 'motif' in moved && moved.motif ? moved.motif.startDeg : -1
    expect(turned % 12).toBeCloseTo(0, 6)
    stand?.(0.5, form.value.totalMm - 1)
    expect(stepAt('reed-jugs', 5)).toMatchObject({ motif: { upMm: 61 } })
    expect(standingPlace(piece('reed-jugs'), stepAt('reed-jugs', 2), form.value)).toBeNull()
  })
})
