import { expose, transfer } from 'comlink'
import type { Studio } from '@/core/model/studio'
import { ladderOf, type LadderRow } from '@/core/usecases/cupboard/ladder'
import { layerMatrix, type LayerMatrix, type LayersAsked } from '@/core/usecases/tiles/layerMatrix'
import { refit, type Refit } from '@/core/usecases/tiles/opticsBelief'
import { recipesFor, type Matched, type Wanted } from '@/core/usecases/cupboard/recipes'
import { proposeTiles, type ProposedTile, type TileQuestion } from '@/core/usecases/tiles/testTiles'
import { alive } from './supervise'

/** What colours depend on. */
export type Materials = Pick<Studio, 'bodies' | 'media' | 'tiles'>

const api = {
  alive,
  /** The ladder of a medium, by itself or beside a glaze. */
  ladder: (mediumId: string, materials: Materials, besideId: string | null): LadderRow[] =>
    materials.media[mediumId]
      ? ladderOf(materials.media[mediumId], materials, besideId ? (materials.media[besideId] ?? null) : null)
      : [],
  /** Every jar over every jar. */
  layers: (materials: Materials, asked: LayersAsked): LayerMatrix => {
    const matrix = layerMatrix(materials, asked)
    return transfer(matrix, [matrix.rgb.buffer, matrix.expected.buffer])
  },
  /** What measured tiles change. */
  refit: (studio: Studio, tileIds: readonly string[], progress: (share: number) => void): Refit =>
    refit(studio, tileIds, progress),
  /** Recipes for a colour. */
  match: (studio: Studio, wanted: Wanted, progress: (share: number) => void): Matched =>
    recipesFor(studio, wanted, progress),
  /** Tiles that answer a question. */
  propose: (studio: Studio, question: TileQuestion): ProposedTile[] => proposeTiles(studio, question),
}

export type ColoursWorker = typeof api

expose(api)
