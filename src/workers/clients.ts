import { proxy, transfer, type Remote } from 'comlink'
import type { Studio } from '@/core/model/studio'
import type { BigPictureWorker } from './bigPicture.worker'
import type { CardWorker } from './card.worker'
import type { ColoursWorker } from './colours.worker'
import type { DaysWorker } from './days.worker'
import type { LineArtWorker } from './lineArt.worker'
import type { PhotoWorker } from './photo.worker'
import type { ZipWorker } from './zip.worker'
import type { SkinWorker } from './skin.worker'
import { Gate, Supervised, type Alive } from './supervise'
import type { ThumbnailWorker } from './thumbnail.worker'

/* The workers, each started when it is first asked. */

/** Called when the skin’s worker has died: what it knew of the piece on screen is to be asked of another. */
const onSkinGone = new Set<() => void>()

export const whenSkinIsGone = (again: () => void): void => void onSkinGone.add(again)

const skin = new Supervised<SkinWorker>(
  () => new Worker(new URL('./skin.worker.ts', import.meta.url), { type: 'module', name: 'skin' }),
  () => onSkinGone.forEach((again) => again()),
)

export const thumbnails = new Supervised<ThumbnailWorker>(
  () => new Worker(new URL('./thumbnail.worker.ts', import.meta.url), { type: 'module', name: 'thumbnail' }),
)

export const cards = new Supervised<CardWorker>(
  () => new Worker(new URL('./card.worker.ts', import.meta.url), { type: 'module', name: 'card' }),
)

export const days = new Supervised<DaysWorker>(
  () => new Worker(new URL('./days.worker.ts', import.meta.url), { type: 'module', name: 'days' }),
)

export const colours = new Supervised<ColoursWorker>(
  () => new Worker(new URL('./colours.worker.ts', import.meta.url), { type: 'module', name: 'colours' }),
)

export const photographs = new Supervised<PhotoWorker>(
  () => new Worker(new URL('./photo.worker.ts', import.meta.url), { type: 'module', name: 'photo' }),
)

export const zips = new Supervised<ZipWorker>(
  () => new Worker(new URL('./zip.worker.ts', import.meta.url), { type: 'module', name: 'zip' }),
)

export const lineArt = new Supervised<LineArtWorker>(
  () => new Worker(new URL('./lineArt.worker.ts', import.meta.url), { type: 'module', name: 'lineArt' }),
)

/** Time limits, ms: what is waited for on screen, and what is known to be long. */
export const SOON_MS = 30_000
export const LONG_MS = 300_000

/** All workers begin afresh, after one has been given up. */
export function startAgain(): void {
  for (const worker of [skin, thumbnails, cards, days, colours, lineArt, photographs, zips]) worker.reset()
}

type SkinRemote = Remote<SkinWorker & Alive>

/** What each life of the skin’s worker has been told of the studio. */
const told = new WeakMap<SkinRemote, Studio>()

/** Where skins are drawn, to be told of each new life of the worker. */
let drawing: { readonly pieceId: string; readonly take: (port: MessagePort) => void } | null = null

function draw(remote: SkinRemote): void {
  if (!drawing) return
  const { port1, port2 } = new MessageChannel()
  void remote.show(transfer(port2, [port2]), drawing.pieceId)
  drawing.take(port1)
}

/** Tells the skin’s worker what of the studio has changed beside its pieces: to copy all materials with each edit takes 20 ms. */
function tellOf(studio: Studio, remote: SkinRemote): void {
  const before = told.get(remote)
  const changed =
    !before ||
    (Object.keys(studio) as (keyof Studio)[]).some(
      (key) => key !== 'pieces' && key !== 'order' && studio[key] !== before[key],
    )
  told.set(remote, studio)
  if (changed) void remote.work({ ...studio, pieces: {}, order: [] })
  if (!before) draw(remote)
}

/** Asks the skin’s worker in a studio. */
export const askSkin = <R>(studio: Studio, call: (remote: SkinRemote) => R): Promise<Awaited<R>> =>
  skin.ask(
    (remote) => {
      tellOf(studio, remote)
      return call(remote)
    },
    { limitMs: SOON_MS },
  )

/** Asks the skin’s worker about the skin that it last showed. */
export const askShownSkin = <R>(call: (remote: SkinRemote) => R): Promise<Awaited<R>> =>
  skin.ask(call, { limitMs: SOON_MS })

/** Hands over ports from which the skins of a piece come, one after another; returns what ends it. */
export function skinsOf(pieceId: string, take: (port: MessagePort) => void): () => void {
  const mine = { pieceId, take }
  drawing = mine
  void skin.ask(async (remote) => draw(remote), { limitMs: SOON_MS }).catch(() => undefined)
  return () => {
    if (drawing !== mine) return
    drawing = null
    void skin.ask((remote) => remote.hide(), { limitMs: SOON_MS }).catch(() => undefined)
  }
}

/** Skins of the piece and of what it is compared with, findings, and what can wait: one at a time each. */
export const gates = {
  main: new Gate(),
  other: new Gate(),
  judge: new Gate(),
  days: new Gate(),
  pictures: new Gate(),
  whatIf: new Gate(),
}

/** A worker for one planning of the days, to be reset when that is done or given up. */
export const planningWorker = (): Supervised<DaysWorker> =>
  new Supervised(() => new Worker(new URL('./days.worker.ts', import.meta.url), { type: 'module', name: 'days' }))

/** A worker for one large picture, to be reset when that is done or given up. */
export const bigPictureWorker = (): Supervised<BigPictureWorker> =>
  new Supervised(
    () => new Worker(new URL('./bigPicture.worker.ts', import.meta.url), { type: 'module', name: 'bigPicture' }),
  )

/** Lets a worker call back. */
export const callback = <A extends unknown[]>(call: (...args: A) => void): ((...args: A) => void) => proxy(call)

/**
 * Asks for something and reports its progress. Reports come through a port of their own and may be overtaken by the answer; those
 * that arrive after it are dropped.
 */
export async function withProgress<R>(
  report: (share: number) => void,
  ask: (progress: (share: number) => void) => Promise<R>,
): Promise<R> {
  let over = false
  try {
    return await ask(
      callback((share) => {
        if (!over) report(share)
      }),
    )
  } finally {
    over = true
  }
}
