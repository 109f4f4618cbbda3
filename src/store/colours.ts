'use client'

import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import type { Tile } from '@/core/model/tile'
import type { LadderRow } from '@/core/usecases/cupboard/ladder'
import type { LayerMatrix, LayersAsked } from '@/core/usecases/tiles/layerMatrix'
import type { Refit } from '@/core/usecases/tiles/opticsBelief'
import type { Amount } from '@/core/usecases/measure/amounts'
import type { AreasLightness } from '@/core/usecases/view/areasLightness'
import type { PieceDrawing } from '@/core/vocabulary/pieceDrawing'
import type { PaletteColour } from '@/core/usecases/view/palette'
import type { Matched, Wanted } from '@/core/usecases/cupboard/recipes'
import { type ProposedTile, type TileQuestion as TileQuestion } from '@/core/usecases/tiles/testTiles'
import { tileLabel } from '@/core/usecases/tiles/tilePieces'
import { askSkin, cards, colours, LONG_MS, withProgress, SOON_MS } from '@/workers/clients'
import { unwrapAnswer, useWorkerQuery, type QueryState, type WorkerQuery } from './workerQueries'
import { materialsOf, type SkinMaterials } from './derived'
import { download } from './download'
import { font } from './exports'
import { tell } from './studioStore'

type Materials = Pick<Studio, 'bodies' | 'media' | 'tiles'>

const LADDER: WorkerQuery<Materials & { mediumId: string; besideId: string | null }, readonly LadderRow[]> = {
  name: 'ladder',
  what: 'The ladder could not be worked out',
  ask: ({ mediumId, besideId, ...materials }) =>
    colours.ask((worker) => worker.ladder(mediumId, materials, besideId), { limitMs: SOON_MS }),
}

/** The ladder of a medium, by itself or beside a glaze. */
export const useLadder = (
  mediumId: string,
  { bodies, media, tiles }: Studio,
  besideId: string | null,
): QueryState<readonly LadderRow[]> => useWorkerQuery(LADDER, { mediumId, besideId, bodies, media, tiles })

const LAYERS: WorkerQuery<Materials & Omit<LayersAsked, 'ids'> & { inWriting: string }, LayerMatrix> = {
  name: 'layers',
  what: 'The layers could not be worked out',
  ask: ({ inWriting, bodyId, cone, clearId, ...materials }) =>
    colours.ask((worker) => worker.layers(materials, { bodyId, cone, clearId, ids: inWriting.split(' ') }), {
      limitMs: SOON_MS,
    }),
}

/** Every jar over every jar; nothing while there is nothing to ask. */
export function useLayers({ bodies, media, tiles }: Studio, asked: LayersAsked | null): QueryState<LayerMatrix> {
  const about = asked && {
    bodies,
    media,
    tiles,
    bodyId: asked.bodyId,
    cone: asked.cone,
    clearId: asked.clearId,
    inWriting: asked.ids.join(' '),
  }
  return useWorkerQuery(LAYERS, about)
}

interface PaletteAsked extends Pick<Piece, 'form' | 'bodyId' | 'steps'>, SkinMaterials {
  readonly pieceId: string
}

const PALETTE = (piece: Piece, studio: Studio): WorkerQuery<PaletteAsked, readonly PaletteColour[]> => ({
  name: 'palette',
  what: 'The colours could not be worked out',
  ask: async () =>
    unwrapAnswer(
      await askSkin(studio, (worker) =>
        worker.palette({ piece, afterStep: piece.steps.length - 1, kind: 'firedWhole', light: 'daylight' }),
      ),
    ),
})

/** The colours of a piece as it will be fired. */
export function usePalette(piece: Piece, studio: Studio): QueryState<readonly PaletteColour[]> {
  const { form, bodyId, steps } = piece
  return useWorkerQuery(PALETTE(piece, studio), { pieceId: piece.id, form, bodyId, steps, ...materialsOf(studio) })
}

interface LightnessAsked extends PaletteAsked {
  readonly motif: PieceDrawing['motif']
  readonly areas: PieceDrawing['areas']
  readonly inWriting: string
}

const AREAS_LIGHTNESS = (
  piece: Piece,
  studio: Studio,
  drawing: PieceDrawing,
): WorkerQuery<LightnessAsked, AreasLightness> => ({
  name: 'lightness of areas',
  what: 'How light the areas fire could not be worked out',
  ask: async ({ inWriting }) => {
    const request = { piece, afterStep: piece.steps.length - 1, kind: 'firedWhole', light: 'daylight' } as const
    const wanted = new Set(inWriting.split(' ').map(Number))
    return unwrapAnswer(await askSkin(studio, (worker) => worker.areasLightness(request, drawing, wanted)))
  },
})

/** Shares of some areas of a drawing that fire light, middle and dark. */
export function useAreasLightness(
  piece: Piece,
  studio: Studio,
  drawing: PieceDrawing,
  ids: readonly number[],
): QueryState<AreasLightness> {
  const { form, bodyId, steps } = piece
  const { motif, areas } = drawing
  const of = { pieceId: piece.id, form, bodyId, steps, ...materialsOf(studio) }
  const about = ids.length ? { ...of, motif, areas, inWriting: ids.join(' ') } : null
  return useWorkerQuery(AREAS_LIGHTNESS(piece, studio, drawing), about)
}

const AMOUNTS = (piece: Piece, studio: Studio): WorkerQuery<{ left: boolean }, readonly Amount[]> => ({
  name: 'amounts',
  what: 'What the piece takes could not be worked out',
  ask: ({ left }) => askSkin(studio, (worker) => worker.amounts(piece, left)),
})

/** What a plan takes from the jars; only what is still to do, if `left`. */
export function useAmounts(piece: Piece, studio: Studio, left: boolean): QueryState<readonly Amount[]> {
  return useWorkerQuery(AMOUNTS(piece, studio), { piece, left, ...materialsOf(studio) })
}

/** Asks for something long with progress; tells in a sentence if it cannot be done. */
async function atLength<T>(
  what: string,
  ask: (worker: Parameters<Parameters<typeof colours.ask>[0]>[0]) => Promise<T>,
) {
  try {
    return await colours.ask(ask, { limitMs: LONG_MS })
  } catch (error) {
    tell('problem', `${what} (${error instanceof Error ? error.message : 'unknown'}); try again.`)
    return null
  }
}

type Progress = (share: number) => void

/** What measured tiles change; null when that could not be found out. */
export const fitTiles = (studio: Studio, tileIds: readonly string[], progress: Progress): Promise<Refit | null> =>
  withProgress(progress, (report) =>
    atLength('The tiles could not be learned from', (worker) => worker.refit(studio, tileIds, report)),
  )

/** Recipes for a colour; null when none could be looked for. */
export const findRecipes = (studio: Studio, wanted: Wanted, progress: Progress): Promise<Matched | null> =>
  withProgress(progress, (report) =>
    atLength('Recipes could not be looked for', (worker) => worker.match(studio, wanted, report)),
  )

/** Tiles that answer a question; null when none could be proposed. */
export const propose = (studio: Studio, question: TileQuestion): Promise<ProposedTile[] | null> =>
  atLength('A tile could not be proposed', (worker) => worker.propose(studio, question))

/** Prints labels for the backs of tiles. */
export async function exportLabels(tiles: readonly Tile[], studio: Studio): Promise<void> {
  try {
    const [regular, bold] = await Promise.all([font('/fonts/card-regular.ttf'), font('/fonts/card-bold.ttf')])
    const labels = tiles.map((tile) => tileLabel(tile, studio))
    const bytes = await cards.ask((worker) => worker.tileLabels(labels, { regular, bold }), { limitMs: SOON_MS })
    download('tile-labels.pdf', new Blob([bytes], { type: 'application/pdf' }))
  } catch (error) {
    tell(
      'problem',
      `The labels could not be made (${error instanceof Error ? error.message : 'unknown'}); reload the page and try again.`,
    )
  }
}
