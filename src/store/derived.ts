'use client'

import { seedFromText } from '@/core/base/random'
import type { LightId } from '@/core/colour/light'
import type { Finding } from '@/core/judge/finding'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { mediaOfStep, type Step } from '@/core/plan/step'
import { type Section, type ViewKind, type ViewRequest } from '@/core/usecases/view/pieceView'
import type { SkinSpot } from '@/core/usecases/view/skinSpot'
import { decoratedSide, sideOfStep } from '@/core/usecases/view/decoratedSide'
import { askShownSkin, askSkin, gates, SOON_MS, thumbnails, whenSkinIsGone } from '@/workers/clients'
import type { PixelsAnswer, SkinAnswer } from '@/workers/protocol'
import type { Channel } from '@/workers/skin.worker'
import { unwrapAnswer, refetchWorkerQuery, useWorkerQuery, type QueryState, type WorkerQuery } from './workerQueries'
import { database } from './persistence'
import { keepPicture } from './diskRoom'

export interface Moment {
  readonly afterStep: number
  readonly kind: ViewKind
  readonly light: LightId
}

/** What of a studio decides how a skin looks and what is said of it: all that workers of skins are given, and so a part of every key. */
export const materialsOf = ({ bodies, media, ways }: Studio) => ({ bodies, media, ways })

export type SkinMaterials = ReturnType<typeof materialsOf>

interface SkinAsked extends Moment, ReturnType<typeof materialsOf> {
  readonly pieceId: string
  readonly form: Piece['form']
  readonly bodyId: string
  readonly steps: Piece['steps']
  readonly channel: Channel
}

/** The studio and the piece that the last request was about, for the worker to be told of. */
const SKIN = (piece: Piece, studio: Studio): WorkerQuery<SkinAsked, SkinAnswer> => ({
  name: 'skin',
  what: 'The picture could not be worked out',
  // Asking also paints: an answer that is kept would leave the picture as it is.
  keepMs: 0,
  ask: ({ afterStep, kind, light, channel }, signal) =>
    gates[channel].pass(signal, async () =>
      unwrapAnswer(await askSkin(studio, (worker) => worker.view({ piece, afterStep, kind, light }, channel))),
    ),
})

/** What is read off the skin of a piece at a moment. The worker paints it and sends it to the form that is drawn. */
export function useSkin(
  piece: Piece,
  studio: Studio,
  moment: Moment,
  channel: Channel | null = 'main',
): { skin: SkinAnswer | null; problem: string | null; busy: boolean; again: () => void } {
  const { form, bodyId, steps } = piece
  const about = channel && { pieceId: piece.id, form, bodyId, steps, ...materialsOf(studio), ...moment, channel }
  const { value, problem, busy, again } = useWorkerQuery(SKIN(piece, studio), about)
  return { skin: channel ? value : null, problem, busy, again }
}

// Another worker knows nothing of the skin on screen until it has made it too.
whenSkinIsGone(() => refetchWorkerQuery('skin'))

const toImage = (answer: PixelsAnswer | null): ImageData | null =>
  answer && new ImageData(answer.pixels, answer.width, answer.height)

const FLAT: WorkerQuery<{ skin: SkinAnswer }, ImageData | null> = {
  name: 'unrolled skin',
  what: 'The unrolled surface could not be painted',
  keepMs: 0,
  ask: async ({ skin }) => toImage(await askShownSkin((worker) => worker.flat(skin.number))),
}

/** A skin unrolled; the last one while a newer one is on its way. */
export const useFlatSkin = (skin: SkinAnswer | null): QueryState<ImageData | null> =>
  useWorkerQuery(FLAT, skin && { skin })

/** The cut through the wall of a skin at a place; null when a newer one has come. */
export const sectionOf = (skin: SkinAnswer, spot: SkinSpot): Promise<Section | null> =>
  askShownSkin((worker) => worker.section(skin.number, spot))

/** A patch of a skin in true millimetres; null when a newer one has come. */
export const patchOf = async (skin: SkinAnswer, spot: SkinSpot, samples: number, seesMm: number) =>
  toImage(await askShownSkin((worker) => worker.patch(skin.number, spot, samples, seesMm)))

/** The pictures of a skin, for files. */
export const texturesOf = (skin: SkinAnswer) => askShownSkin((worker) => worker.textures(skin.number))

const FINDINGS = (piece: Piece, studio: Studio, gate = gates.judge): WorkerQuery<object, readonly Finding[]> => ({
  name: 'findings',
  what: 'The plan could not be judged',
  keepMs: 0,
  ask: (_, signal) =>
    gate.pass(signal, async () => unwrapAnswer(await askSkin(studio, (worker) => worker.judge(piece))).findings),
})

/** The findings on a piece, from the worker; null until they are known. */
export function useFindings(
  piece: Piece,
  studio: Studio,
): { findings: readonly Finding[] | null } & QueryState<unknown> {
  const asked = useWorkerQuery(FINDINGS(piece, studio), { piece, ...materialsOf(studio) })
  return { ...asked, findings: asked.value }
}

/** The findings on a piece that is only thought of, beside those on the piece itself. */
export function useOtherFindings(piece: Piece | null, like: Piece, studio: Studio): readonly Finding[] | null {
  const about = piece && { piece, ...materialsOf(studio) }
  const question = FINDINGS(piece ?? like, studio, gates.whatIf)
  const { value, isNow } = useWorkerQuery({ ...question, name: 'other findings' }, about)
  return isNow ? value : null
}

/** A new piece with its first mends taken. */
export const settledPiece = (piece: Piece, studio: Studio): Promise<Piece> =>
  askSkin(studio, (worker) => worker.settle(piece))

/** A plan taken over from another piece, with its coats counted again. */
export const recountedPiece = (piece: Piece, former: Piece, studio: Studio): Promise<Piece> =>
  askSkin(studio, (worker) => worker.recount(piece, former))

/** A studio with one piece only: what a worker needs to judge it. */
export const withoutOthers = (studio: Studio, piece: Piece): Studio => ({
  ...studio,
  pieces: { [piece.id]: piece },
  order: [piece.id],
})

/** How a form is best seen: the side that a step works on, or else the one that it is decorated on. */
export function restingView(piece: Piece, step: Step | null = null): { turn: number; tilt: number; flipped: boolean } {
  const side = (step && sideOfStep(step)) ?? decoratedSide(piece)
  return { turn: 0.3, tilt: side === 'outside' ? 0.3 : side === 'inside' ? 0.85 : 0.9, flipped: side === 'base' }
}

interface PictureAsked {
  readonly pieceId: string
  /** What the picture depends on, in writing. */
  readonly of: string
  readonly size: number
}

/** Everything that a small fired picture depends on: the form, the plan, its clay and its materials. */
function pictureText(piece: Piece, { bodies, media, ways }: Studio): string {
  const used = new Set(piece.steps.flatMap(mediaOfStep))
  const text = JSON.stringify([
    piece.form,
    piece.steps.map(({ done: _done, ...step }) => step),
    bodies[piece.bodyId],
    ways.firings,
    [...used].sort().map((id) => media[id] ?? null),
  ])
  return `${seedFromText(text)}:${text.length}`
}

/** What is asked for a piece as it will be when all of its plan is done. */
export const firedWhole = (piece: Piece, { bodies, media, ways }: Pick<Studio, 'bodies' | 'media' | 'ways'>) =>
  ({
    piece,
    bodies,
    media,
    ways,
    afterStep: piece.steps.length - 1,
    kind: 'firedWhole',
    light: 'daylight',
  }) as const

/** The small fired picture of a piece, one after another with the others. */
async function smallPicture(piece: Piece, studio: Studio, size: number, signal: AbortSignal) {
  const request = firedWhole(piece, studio)
  return gates.pictures.pass(signal, async () =>
    unwrapAnswer(
      await thumbnails.ask((worker) => worker.picture(request, restingView(piece), size, size, false), {
        limitMs: SOON_MS,
      }),
    ),
  )
}

const PICTURE = (piece: Piece, studio: Studio): WorkerQuery<PictureAsked, ImageData> => ({
  name: 'small picture',
  what: 'The small picture could not be made',
  ask: async ({ pieceId, of, size }, signal) => {
    const known = await database()?.get('thumbnails', pieceId)
    if (known && known.of === of && known.width === size) return new ImageData(known.pixels, known.width, known.height)
    const picture = await smallPicture(piece, studio, size, signal)
    void keepPicture(database(), pieceId, { ...picture, of })
    return new ImageData(picture.pixels, picture.width, picture.height)
  },
})

/** The small fired picture of a piece once it is `seen`, kept in the browser until what it depends on changes. */
export function useThumbnail(piece: Piece, studio: Studio, size: number, seen = true): QueryState<ImageData> {
  const about = seen ? { pieceId: piece.id, of: pictureText(piece, studio), size } : null
  return useWorkerQuery(PICTURE(piece, studio), about)
}

const TRIED = (piece: Piece, studio: Studio): WorkerQuery<PictureAsked, ImageData> => ({
  name: 'tried picture',
  what: 'The picture of it could not be made',
  ask: async ({ size }, signal) => {
    const { pixels, width, height } = await smallPicture(piece, studio, size, signal)
    return new ImageData(pixels, width, height)
  },
})

/** A small fired picture of a piece as it might be: nothing of it is kept. */
export const useTriedPicture = (piece: Piece, studio: Studio, size: number): QueryState<ImageData> =>
  useWorkerQuery(TRIED(piece, studio), { pieceId: piece.id, of: pictureText(piece, studio), size })

interface StillAsked {
  readonly skin: SkinAnswer
  readonly turn: number
  readonly tilt: number
  readonly size: number
}

const STILL = (request: ViewRequest): WorkerQuery<StillAsked, ImageData> => ({
  name: 'still picture',
  what: 'The still picture could not be drawn',
  keepMs: 0,
  ask: async ({ turn, tilt, size }, signal) => {
    const picture = await gates.pictures.pass(signal, async () =>
      unwrapAnswer(
        await thumbnails.ask((worker) => worker.picture(request, { turn, tilt }, size, size, false), {
          limitMs: SOON_MS,
        }),
      ),
    )
    return new ImageData(picture.pixels, picture.width, picture.height)
  },
})

/** A skin’s form drawn still, for browsers without WebGL; `request` is what the skin came of. */
export const useStillPicture = (
  request: ViewRequest,
  skin: SkinAnswer | null,
  { turn, tilt }: { turn: number; tilt: number },
  size: number,
): QueryState<ImageData> => useWorkerQuery(STILL(request), skin && { skin, turn, tilt, size })
