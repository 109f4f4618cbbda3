'use client'

import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import type { Step } from '@/core/plan/step'
import type { GoesWrong } from '@/core/usecases/whatIf/goesWrong'
import type { ViewKind } from '@/core/usecases/view/pieceView'
import { cards, gates, LONG_MS, SOON_MS, thumbnails } from '@/workers/clients'
import { unwrapAnswer, useWorkerQuery, type QueryState, type WorkerQuery } from './workerQueries'
import { restingView, withoutOthers } from './derived'

type Materials = Pick<Studio, 'bodies' | 'media' | 'ways'>

const GOES_WRONG = (piece: Piece, studio: Studio): WorkerQuery<Materials & { piece: Piece }, readonly GoesWrong[]> => ({
  name: 'what goes wrong',
  what: 'It could not be gone through',
  ask: () => cards.ask((worker) => worker.goesWrong(piece, withoutOthers(studio, piece)), { limitMs: LONG_MS }),
})

/** All that goes wrong on a piece when a step is done otherwise, from a worker. */
export const useGoesWrong = (piece: Piece | null, studio: Studio): QueryState<readonly GoesWrong[]> =>
  useWorkerQuery(
    GOES_WRONG(piece as Piece, studio),
    piece && { piece, bodies: studio.bodies, media: studio.media, ways: studio.ways },
  )

interface PictureAsked extends Materials {
  readonly form: Piece['form']
  readonly bodyId: string
  readonly steps: Step[]
  readonly kind: ViewKind
  readonly size: number
}

const PICTURE = (piece: Piece): WorkerQuery<PictureAsked, ImageData> => ({
  name: 'picture of a what-if',
  what: 'The picture could not be drawn',
  keepMs: 300_000,
  ask: async ({ bodies, media, ways, steps, kind, size }, signal) => {
    const request = {
      piece: { ...piece, steps },
      bodies,
      media,
      ways,
      afterStep: steps.length - 1,
      kind,
      light: 'daylight',
    } as const
    const picture = await gates.pictures.pass(signal, async () =>
      unwrapAnswer(
        await thumbnails.ask((worker) => worker.picture(request, restingView(piece), size, size, false), {
          limitMs: SOON_MS,
        }),
      ),
    )
    return new ImageData(picture.pixels, picture.width, picture.height)
  },
})

/** A piece as it would come out of these steps, once it is `seen`. */
export function useTurnedOut(
  piece: Piece,
  steps: Step[],
  kind: ViewKind,
  { bodies, media, ways }: Studio,
  size: number,
  seen: boolean,
): QueryState<ImageData> {
  const { form, bodyId } = piece
  return useWorkerQuery(PICTURE(piece), seen ? { form, bodyId, steps, kind, bodies, media, ways, size } : null)
}
