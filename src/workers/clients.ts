import { proxy, transfer, wrap, type Remote } from 'comlink'
import type { Studio } from '@/core/model/studio'
import type { BigPictureWorker } from './bigPicture.worker'
import type { CardWorker } from './card.worker'
import type { ColoursWorker } from './colours.worker'
import type { DaysWorker } from './days.worker'
import type { SkinWorker } from './skin.worker'
import type { ThumbnailWorker } from './thumbnail.worker'

function once<T>(start: () => T): () => T {
  let made: T | undefined
  return () => (made ??= start())
}

/** The workers, each started when it is first needed. */
export const skinWorker = once((): Remote<SkinWorker> =>
  wrap(new Worker(new URL('./skin.worker.ts', import.meta.url), { type: 'module' })),
)

let told: Studio | null = null

/** The skin worker, told first what of a studio has changed beside its pieces: to copy all materials with each edit takes 20 ms. */
export function skinWorkerIn(studio: Studio): Remote<SkinWorker> {
  const before = told
  const changed =
    !before ||
    (Object.keys(studio) as (keyof Studio)[]).some(
      (key) => key !== 'pieces' && key !== 'order' && studio[key] !== before[key],
    )
  told = studio
  if (changed) void skinWorker().work({ ...studio, pieces: {}, order: [] })
  return skinWorker()
}

export const thumbnailWorker = once((): Remote<ThumbnailWorker> =>
  wrap(new Worker(new URL('./thumbnail.worker.ts', import.meta.url), { type: 'module' })),
)

export const cardWorker = once((): Remote<CardWorker> =>
  wrap(new Worker(new URL('./card.worker.ts', import.meta.url), { type: 'module' })),
)

export const daysWorker = once((): Remote<DaysWorker> =>
  wrap(new Worker(new URL('./days.worker.ts', import.meta.url), { type: 'module' })),
)

export const coloursWorker = once((): Remote<ColoursWorker> =>
  wrap(new Worker(new URL('./colours.worker.ts', import.meta.url), { type: 'module' })),
)

/** A port from which the skins of a piece come, one after another, and what ends it. */
export function skinsOf(pieceId: string): { port: MessagePort; end: () => void } {
  const { port1, port2 } = new MessageChannel()
  void skinWorker().show(transfer(port2, [port2]), pieceId)
  return { port: port1, end: () => void skinWorker().hide() }
}

/** A worker for one planning of the days, to be ended when it is done or given up. */
export function planningWorker(): { remote: Remote<DaysWorker>; end: () => void } {
  const worker = new Worker(new URL('./days.worker.ts', import.meta.url), { type: 'module' })
  return { remote: wrap(worker), end: () => worker.terminate() }
}

/** A worker for one large picture, to be ended when it is done or given up. */
export function bigPictureWorker(): { remote: Remote<BigPictureWorker>; end: () => void } {
  const worker = new Worker(new URL('./bigPicture.worker.ts', import.meta.url), { type: 'module' })
  return { remote: wrap(worker), end: () => worker.terminate() }
}

/** Lets a worker call back. */
export const callback = <A extends unknown[]>(call: (...args: A) => void): ((...args: A) => void) => proxy(call)

/** Lets a worker call back with its progress. */
export const reporting = (report: (share: number) => void): ((share: number) => void) => proxy(report)
