import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { STARTER_MEDIA } from '../cupboard/media'
import { coneIndex } from '../firing/cones'
import { mediumSchema } from '../vocabulary/material'
import { MediaTable } from './mediaTable'

const table = () => new MediaTable(STARTER_MEDIA)
const media = STARTER_MEDIA.filter((m) => m.kind === 'underglaze')
const anyMix = fc.array(
  fc.record({
    mediumId: fc.constantFrom(...media.map((m) => m.id)),
    parts: fc.double({ min: 0.1, max: 9, noNaN: true }),
  }),
  { minLength: 1, maxLength: 4 },
)

describe('mixtures on the table (Kubelka & Munk 1931: K and S add up by volume)', () => {
  it('keep their number however often they are asked for, and never move the media', () => {
    const s = table()
    const first = s.mixture([
      { mediumId: 'tide-blue', parts: 1 },
      { mediumId: 'gorse-yellow', parts: 2 },
    ])
    s.mixture([
      { mediumId: 'berry-red', parts: 1 },
      { mediumId: 'shell-white', parts: 1 },
    ])
    expect(
      s.mixture([
        { mediumId: 'tide-blue', parts: 1 },
        { mediumId: 'gorse-yellow', parts: 2 },
      ]),
    ).toBe(first)
    expect(s.list.slice(0, STARTER_MEDIA.length)).toEqual(STARTER_MEDIA)
    expect(s.list[first as number].name).toBe('1 Tide blue : 2 Gorse yellow')
  })

  it('of one medium with itself are that medium, and of nothing known are nothing', () => {
    const s = table()
    expect(
      s.mixture([
        { mediumId: 'tide-blue', parts: 1 },
        { mediumId: 'tide-blue', parts: 4 },
      ]),
    ).toBe(s.numberOf('tide-blue'))
    expect(s.mixture([{ mediumId: 'none', parts: 1 }])).toBeUndefined()
    expect(
      s.mixture([
        { mediumId: 'tide-blue', parts: 1 },
        { mediumId: 'none', parts: 3 },
      ]),
    ).toBe(s.numberOf('tide-blue'))
  })

  it('lie between their parts in every band, are valid media, and stand only what all stand', () => {
    fc.assert(
      fc.property(anyMix, (parts) => {
        const s = table()
        const medium = s.list[s.mixture(parts) as number]
        const used = parts.map((p) => s.list[s.numberOf(p.mediumId) as number])
        expect(
          mediumSchema.omit({ id: true, name: true }).safeParse((({ id: _id, name: _name, ...rest }) => rest)(medium))
            .success,
        ).toBe(true)
        for (const which of ['K', 'S'] as const) {
          medium.optics[which].forEach((v, i) => {
            const all = used.map((m) => m.optics[which][i])
            expect(v).toBeGreaterThanOrEqual(Math.min(...all) - 1e-9)
            expect(v).toBeLessThanOrEqual(Math.max(...all) + 1e-9)
          })
        }
        expect(coneIndex(medium.range.to)).toBe(Math.min(...used.map((m) => coneIndex(m.range.to))))
        expect(medium.fugitive).toBe(used.some((m) => m.fugitive))
      }),
      { numRuns: 60 },
    )
  })
})
