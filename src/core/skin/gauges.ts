import type { Medium } from '../vocabulary/material'
import type { SkinGrid } from './grid'
import { areaWeights, texelArea } from './grid'
import type { StackOptics } from './appearance'
import type { Stack } from './stack'
import { MEDIUM_KIND } from '../vocabulary/mediumKinds'

/** How much of a stretch of the skin shows what, weighted by true area. */
export interface Gauges {
  /** Share of the area by what lies on top under any clear glass; `body` for bare clay. */
  readonly visible: readonly { readonly what: string; readonly share: number }[]
  /** Share of the area lighter than L 50 when fired. */
  readonly lightShare: number
  /** Thinnest and thickest colour film, µm, where there is any. */
  readonly filmUm: { readonly least: number; readonly most: number } | null
}

/** Measures rows `top` to `bottom` of a raster of fired stacks. */
export function measureGauges(
  grid: SkinGrid,
  ids: Int32Array,
  stacks: readonly Stack[],
  optics: StackOptics,
  [top, bottom]: readonly [number, number],
): Gauges {
  const area = new Float64Array(stacks.length)
  const weights = areaWeights(grid)
  for (let y = top; y < bottom; y++) {
    if (weights.round) {
      const weight = weights.row[y]
      for (let i = y * grid.width; i < (y + 1) * grid.width; i++) area[ids[i]] += weight
    } else for (let x = 0; x < grid.width; x++) area[ids[y * grid.width + x]] += texelArea(weights, x, y)
  }
  const shares = new Map<string, number>()
  let light = 0
  let total = 0
  let least = Infinity
  let most = 0
  area.forEach((a, id) => {
    if (a === 0) return
    const stack = stacks[id]
    total += a
    const what = visibleMedium(stack, optics.media)
    shares.set(what, (shares.get(what) ?? 0) + a)
    if (optics.lab(stack)[0] >= 50) light += a
    const film = colourFilmUm(stack, optics.media)
    if (film > 0) {
      least = Math.min(least, film)
      most = Math.max(most, film)
    }
  })
  const visible = [...shares].map(([what, a]) => ({ what, share: a / total })).sort((a, b) => b.share - a.share)
  return { visible, lightShare: total ? light / total : 0, filmUm: most > 0 ? { least, most } : null }
}

/** The name of what shows: the topmost film that is not clear, or `body`. */
function visibleMedium(stack: Stack, media: readonly Medium[]): string {
  for (let i = stack.films.length - 1; i >= 0; i--) {
    const medium = media[stack.films[i].medium]
    if (medium.kind !== 'glaze' || Math.max(...medium.optics.S) > 0.1) return medium.name
  }
  return 'body'
}

const colourFilmUm = (stack: Stack, media: readonly Medium[]) =>
  stack.films.reduce(
    (sum, film) =>
      MEDIUM_KIND[media[film.medium].kind].flows ? sum : sum + (film.eighths / 8) * media[film.medium].filmUm,
    0,
  )
