import { paintedField } from './applicatorFields'
import type { SkinGrid } from './grid'
import type { FieldSource } from './levelField'

/* What heat and haste do to the clay itself. Sizes and numbers: common practice, no source. */

/** Bloats: how large they are, mm, and how many stand on 100 cm² for each cone too hot; beyond `most` they would meet. */
const BLOAT = { leastMm: 1.2, widestMm: 4.5, aCone: 24, most: 90 } as const

/** Blisters that gas raises in clay past its heat: domes of all sizes, more of them the hotter it was. */
export function bloatField(grid: SkinGrid, conesOver: number, seed: number): FieldSource {
  const stretches = [{ from: 0, to: grid.form.totalMm }]
  const key = `bloats:${conesOver}:${seed}`
  return paintedField(grid, key, stretches, { edge: 'ridge', seed }, (painter, { top, bottom }, random) => {
    const widest = Math.max(...Array.from(grid.columnMm))
    const cm2 = (widest * grid.width * (bottom - top) * grid.rowMm) / 100
    const many = Math.round((cm2 / 100) * Math.min(BLOAT.most, BLOAT.aCone * conesOver))
    for (let i = 0; i < many; i++) {
      const y = top + random() * (bottom - top)
      const x = random() * grid.width
      const size = BLOAT.leastMm + (BLOAT.widestMm - BLOAT.leastMm) * random() ** 3
      // As many on a square centimetre where the form is narrow.
      if (random() < grid.columnMm[Math.floor(y)] / widest) painter.dot(x, y, size)
    }
  })
}

/** Cracks that begin at a rim: how many, how long and how wide, mm, and how far they wander from straight. */
const CRACK = { count: 5, shortestMm: 6, longestMm: 30, halfMm: 0.5, wanderMm: 1.1, pieces: 7, inside: 0.6 } as const

/** Cracks from the lip down both sides of a wall, widest at the lip. */
export function crackField(grid: SkinGrid, seed: number): FieldSource {
  const { rim, outside, inside } = grid.form.zones
  const stretches = [{ from: outside.from, to: inside.to }]
  return paintedField(grid, `cracks:${seed}`, stretches, { edge: 'vee', seed }, (painter, _, random) => {
    const lip = (rim.from + rim.to) / 2
    const most = 0.6 * Math.min(lip - outside.from, inside.to - lip)
    for (let k = 0; k < CRACK.count; k++) {
      const across = (k + 0.15 + 0.7 * random()) / CRACK.count
      const longMm = Math.min(most, CRACK.shortestMm + (CRACK.longestMm - CRACK.shortestMm) * random() ** 1.5)
      for (const way of [-1, CRACK.inside]) {
        let from: [number, number] = [across * grid.width, lip / grid.rowMm]
        for (let i = 0; i < CRACK.pieces; i++) {
          const at = lip + ((i + 1) / CRACK.pieces) * longMm * way
          const row = Math.min(grid.height - 1, Math.max(0, Math.floor(at / grid.rowMm)))
          const aside = ((random() - 0.5) * 2 * CRACK.wanderMm) / grid.columnMm[row]
          const to: [number, number] = [from[0] + aside, at / grid.rowMm]
          painter.line(from, to, CRACK.halfMm * (1 - i / CRACK.pieces))
          from = to
        }
      }
    }
  })
}
