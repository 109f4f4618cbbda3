import { wrap, type Remote } from 'comlink'
import type { CardWorker } from './card.worker'
import type { SkinWorker } from './skin.worker'
import type { ThumbnailWorker } from './thumbnail.worker'

function once<T>(start: () => T): () => T {
  let made: T | undefined
  return () => (made ??= start())
}

/** The workers, each started when it is first needed. */
export const skinWorker = once((): Remote<SkinWorker> => wrap(new Worker(new URL('./skin.worker.ts', import.meta.url), { type: 'module' })))

export const thumbnailWorker = once((): Remote<ThumbnailWorker> => wrap(new Worker(new URL('./thumbnail.worker.ts', import.meta.url), { type: 'module' })))

export const cardWorker = once((): Remote<CardWorker> => wrap(new Worker(new URL('./card.worker.ts', import.meta.url), { type: 'module' })))
