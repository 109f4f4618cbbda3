import { demoStudio } from '../src/core/demo/demoStudio'
import type { Medium } from '../src/core/vocabulary/material'
import type { Studio } from '../src/core/model/studio'
import type { Tile } from '../src/core/model/tile'
import { ladderOf } from '../src/core/usecases/cupboard/ladder'
import { refit } from '../src/core/usecases/tiles/opticsBelief'
import { recipesFor } from '../src/core/usecases/cupboard/recipes'
import { filmsLab } from '../src/core/usecases/tiles/squares'
import { nextTile, proposeTiles } from '../src/core/usecases/tiles/testTiles'

/* Fitting, matching, the next tile, and the ladders of forty media; one thread. */

const studio = demoStudio()

function timed<T>(act: () => T): [ms: number, value: T] {
  const start = performance.now()
  const value = act()
  return [performance.now() - start, value]
}

/** Tiles of some media as they would come out if they were a fifth stronger than assumed. */
function firedTiles(ids: readonly string[]): Studio {
  const tiles = ids.flatMap((mediumId, n) =>
    proposeTiles(studio, { kind: 'cover', mediumId, bodyId: 'chalk-white' }).map((p): Tile => ({
      id: `t${n}`,
      number: n + 1,
      question: p.question,
      bodyId: p.bodyId,
      cone: p.cone,
      pieceId: null,
      taken: false,
      squares: p.squares.map((square, i) => ({
        ...square,
        id: `s${i}`,
        measured: {
          by: 'instrument',
          lab: filmsLab(
            studio.bodies[p.bodyId],
            square.films.map((f) => ({ ...f, coats: f.coats * 1.2 })),
            studio.media,
            p.cone,
          ),
        },
      })),
    })),
  )
  return { ...studio, tiles: Object.fromEntries(tiles.map((tile) => [tile.id, tile])) }
}

const underglazes = Object.values(studio.media)
  .filter((m) => m.kind === 'underglaze')
  .map((m) => m.id)

for (const n of [1, 4, 8]) {
  const told = firedTiles(underglazes.slice(0, n))
  const [ms, fit] = timed(() => refit(told, Object.keys(told.tiles)))
  const mean = fit.residuals.reduce((sum, r) => sum + r.differenceAfter, 0) / fit.residuals.length
  console.log(`Fit of ${n} tiles of 6 squares: ${ms.toFixed(0)} ms, residual ΔE00 ${mean.toFixed(2)}`)
}
for (const mostJars of [1, 2, 3]) {
  const [ms] = timed(() =>
    recipesFor(studio, {
      lab: [55, -20, 15],
      bodyId: 'chalk-white',
      glazeId: 'clear-gloss',
      jarIds: underglazes,
      mostJars,
      cone: '05',
    }),
  )
  console.log(`Match among ${underglazes.length} jars, ${mostJars} at most: ${ms.toFixed(0)} ms`)
}
console.log(`Next tile of 6 squares: ${timed(() => nextTile(studio))[0].toFixed(0)} ms`)
const media = Object.fromEntries(
  Array.from({ length: 40 }, (_, i): [string, Medium] => [
    `m${i}`,
    { ...studio.media[underglazes[i % underglazes.length]], id: `m${i}` },
  ]),
)
const many: Studio = { ...studio, media: { ...studio.media, ...media } }
console.log(
  `Ladders of 40 media: ${timed(() => Object.values(media).forEach((medium) => ladderOf(medium, many)))[0].toFixed(0)} ms`,
)
