import { describe, expect, it } from 'vitest'
import { buildForm } from '../../form/buildForm'
import { FORM_PRESETS } from '../../form/presets'
import { presetForm } from '../../model/presetForm'
import { motif } from '../../plan/build'
import { motifAspect } from '../../skin/motifs/motifAspect'
import { MOTIF_SIDES } from '../../vocabulary/motif'
import { motifOnSide } from './motifOnSide'

describe('a motif put on another side', () => {
  it.each(FORM_PRESETS)('of a %s fits there', (preset) => {
    const form = buildForm(presetForm(preset))
    if (!form.ok) throw new Error()
    for (const side of MOTIF_SIDES)
      for (const [kind, repeats, text] of [
        ['leaves', 8, ''],
        ['letters', 1, 'A.M. 26'],
      ] as const) {
        const long = form.value.zones[side].to - form.value.zones[side].from
        const moved = motifOnSide(motif(kind, repeats, 60, 80, 2, { text }), side, form.value)
        const flat = side === 'floor' || side === 'base'
        if (long < 4) continue
        expect(moved.side).toBe(side)
        if (!flat) expect(moved.upMm + moved.heightMm).toBeLessThanOrEqual(long + 1)
        else if (repeats === 1) expect(moved.heightMm * motifAspect(moved)).toBeLessThanOrEqual(2 * long)
        else expect(moved.upMm + moved.heightMm / 2).toBeLessThanOrEqual(long + 1)
      }
  })

  it('that fits as it is keeps its size', () => {
    const form = buildForm(presetForm('jug'))
    if (!form.ok) throw new Error()
    const small = motif('star', 6, 20, 12, 1)
    expect(motifOnSide(small, 'inside', form.value)).toEqual({ ...small, side: 'inside' })
  })
})
