'use client'

import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import type { Tile } from '@/core/model/tile'
import type { LadderRow } from '@/core/usecases/cupboard/ladder'
import type { Refit } from '@/core/usecases/tiles/opticsBelief'
import type { PaletteColour } from '@/core/usecases/view/palette'
import type { Matched, Wanted } from '@/core/usecases/cupboard/recipes'
import { tileLabel, type ProposedTile, type Question } from '@/core/usecases/tiles/testTiles'
import { cardWorker, coloursWorker, reporting, skinWorkerIn } from '@/workers/clients'
import { download } from './download'
import { font } from './exports'
import { tell } from './studioStore'
import { useAsked } from './useAsked'

/** The ladder of a medium, by itself or beside a glaze. */
export const useLadder = (
  mediumId: string,
  studio: Studio,
  besideId: string | null,
): { value: readonly LadderRow[]; busy: boolean } =>
  useAsked(
    JSON.stringify([mediumId, besideId, studio.media, studio.bodies, studio.tiles]),
    () =>
      coloursWorker().ladder(mediumId, { bodies: studio.bodies, media: studio.media, tiles: studio.tiles }, besideId),
    [] as LadderRow[],
  )

/** The colours of a piece as it will be fired. */
export const usePalette = (piece: Piece, studio: Studio): { value: readonly PaletteColour[]; busy: boolean } =>
  useAsked(
    JSON.stringify([piece.form, piece.bodyId, piece.steps, studio.media, studio.bodies]),
    async () => {
      const answer = await skinWorkerIn(studio).palette({
        piece,
        afterStep: piece.steps.length - 1,
        kind: 'firedWhole',
        light: 'daylight',
      })
      return answer.ok ? answer.value : []
    },
    [] as PaletteColour[],
  )

/** What measured tiles change. */
export const fitTiles = (
  studio: Studio,
  tileIds: readonly string[],
  progress: (share: number) => void,
): Promise<Refit> => coloursWorker().refit(studio, tileIds, reporting(progress))

/** Recipes for a colour. */
export const findRecipes = (studio: Studio, wanted: Wanted, progress: (share: number) => void): Promise<Matched> =>
  coloursWorker().match(studio, wanted, reporting(progress))

/** Tiles that answer a question. */
export const propose = (studio: Studio, question: Question): Promise<ProposedTile[]> =>
  coloursWorker().propose(studio, question)

/** Prints labels for the backs of tiles. */
export async function exportLabels(tiles: readonly Tile[], studio: Studio): Promise<void> {
  try {
    const [regular, bold] = await Promise.all([font('/fonts/card-regular.ttf'), font('/fonts/card-bold.ttf')])
    const bytes = await cardWorker().tileLabels(
      tiles.map((tile) => tileLabel(tile, studio)),
      { regular, bold },
    )
    download('tile-labels.pdf', new Blob([bytes], { type: 'application/pdf' }))
  } catch (error) {
    tell(
      'problem',
      `The labels could not be made (${error instanceof Error ? error.message : 'unknown'}); reload the page and try again.`,
    )
  }
}
