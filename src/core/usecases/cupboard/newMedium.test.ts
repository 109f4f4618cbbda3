import { describe, expect, it } from 'vitest'
import { ciede2000 } from '../../colour/ciede2000'
import type { Triple } from '../../colour/colourSpaces'
import { labUnder } from '../../colour/layeredColour'
import { demoStudio } from '../../demo/demoStudio'
import { bodySchema, mediumSchema } from '../../vocabulary/material'
import { labFromText } from './colourText'
import { bodyFromSwatch, mediumFromSwatch } from './newMedium'
import { filmsLab } from '../tiles/squares'

const studio = demoStudio()
const white = studio.bodies['chalk-white']

describe('a material from one swatch', () => {
  it.each([[[48, -22, -12]], [[62, 30, 40]], [[30, 5, -30]], [[80, -5, 50]]] as [Triple][])(
    'an underglaze fires to its swatch when it is thick and bare: %j',
    (lab) => {
      const medium = mediumFromSwatch('x', 'X', 'underglaze', { kind: 'lab', lab }, { from: '08', to: '6' })
      expect(mediumSchema.safeParse(medium).success).toBe(true)
      expect(medium.knownBy).toBe('swatch')
      expect(
        ciede2000(filmsLab(white, [{ mediumId: 'x', coats: 8 }], { ...studio.media, x: medium }, '04'), lab),
      ).toBeLessThan(3)
    },
  )

  it('a glaze looks like its swatch over white, and lets a dark clay through', () => {
    const glass = mediumFromSwatch('x', 'X', 'glaze', { kind: 'lab', lab: [70, 5, 40] }, { from: '06', to: '04' })
    const over = (bodyId: string) =>
      filmsLab(studio.bodies[bodyId], [{ mediumId: 'x', coats: 1 }], { ...studio.media, x: glass }, '05')
    expect(ciede2000(over('chalk-white'), [70, 5, 40])).toBeLessThan(6)
    expect(over('peat-dark')[0]).toBeLessThan(40)
  })

  it('a clay fires to its swatch, and dries like the clay it is likened to', () => {
    const clay = bodyFromSwatch('y', 'Y', { kind: 'lab', lab: [60, 18, 30] }, studio.bodies['estuary-red'])
    expect(bodySchema.safeParse(clay).success).toBe(true)
    expect(ciede2000(labUnder(Float64Array.from(clay.reflectance)), [60, 18, 30])).toBeLessThan(0.1)
    expect(clay.water).toBe('red')
  })
})

describe('a colour in words', () => {
  it.each([
    ['52 -8 21', [52, -8, 21]],
    ['52, -8, 21', [52, -8, 21]],
    ['#808080', [53.6, 0, 0]],
    ['rgb 128 128 128', [53.6, 0, 0]],
    ['rgb(128, 128, 128)', [53.6, 0, 0]],
  ])('%s is read', (text, wanted) => {
    const read = labFromText(text)
    expect(read.ok).toBe(true)
    if (read.ok) read.value.forEach((v, i) => expect(v).toBeCloseTo(wanted[i], 1))
  })
  it.each(['purple', '152 0 0', '52 -8', 'rgb 300 0 0', ''])('“%s” is refused with what to write', (text) => {
    const read = labFromText(text)
    expect(read.ok).toBe(false)
    if (!read.ok) expect(JSON.stringify(read.issue)).toContain('#rrggbb')
  })
})
