'use client'

import { useEffect, useRef, useState } from 'react'
import { sentence } from '@/core/base/issue'
import type { Finding } from '@/core/judge/finding'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { decoratedSide, type ViewKind } from '@/core/usecases/view/pieceView'
import type { LightId } from '@/core/colour/light'
import type { Channel } from '@/workers/skin.worker'
import type { SkinAnswer } from '@/workers/protocol'
import { skinWorker, skinWorkerIn, thumbnailWorker } from '@/workers/clients'
import { database } from './autosave'
import { seedFromText } from '@/core/base/random'

/** Runs the newest of a row of requests: one at a time, and what was superseded while waiting is dropped. */
function useLatest<Request, Answer>(
  request: Request,
  key: string,
  ask: (request: Request) => Promise<Answer>,
): { answer: Answer | null; busy: boolean } {
  const [state, setState] = useState<{ answer: Answer | null; key: string }>({ answer: null, key: '' })
  const running = useRef(false)
  const mounted = useRef(true)
  const wanted = useRef({ request, key })
  useEffect(() => {
    mounted.current = true
    return () => {
      mounted.current = false
    }
  }, [])
  useEffect(() => {
    wanted.current = { request, key }
    if (running.current) return
    running.current = true
    void (async () => {
      try {
        for (let done = ''; mounted.current && done !== wanted.current.key;) {
          const now = wanted.current
          const answer = await ask(now.request)
          done = now.key
          if (mounted.current) setState({ answer, key: now.key })
        }
      } finally {
        running.current = false
      }
    })()
    // The key stands for the request.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key])
  return { answer: state.answer, busy: state.key !== key }
}

const keys = new WeakMap<object, string>()
let counter = 0

/** A key for an immutable record: the same object gives the same key. */
function identity(record: object): string {
  let key = keys.get(record)
  if (!key) {
    key = String(counter++)
    keys.set(record, key)
  }
  return key
}

export interface Moment {
  readonly afterStep: number
  readonly kind: ViewKind
  readonly light: LightId
}

/** What is read off the skin of a piece at a moment. The worker paints it and sends it to the form that is drawn. */
export function useSkin(
  piece: Piece,
  studio: Studio,
  moment: Moment,
  channel: Channel | null = 'main',
): { skin: SkinAnswer | null; problem: string | null; busy: boolean } {
  const key = [
    identity(piece.steps),
    JSON.stringify(piece.form),
    piece.bodyId,
    identity(studio.bodies),
    identity(studio.media),
    moment.afterStep,
    moment.kind,
    moment.light,
    channel,
  ].join('|')
  const { answer, busy } = useLatest({ piece, studio, ...moment }, key, async ({ studio: within, ...request }) =>
    channel === null ? null : await skinWorkerIn(within).view(request, channel),
  )
  return { skin: answer?.ok ? answer.value : null, problem: answer && !answer.ok ? sentence(answer.issue) : null, busy }
}

/** The skin last painted, unrolled; anew with each new `skin`. */
export function useFlatSkin(skin: SkinAnswer | null): ImageData | null {
  const [pixels, setPixels] = useState<ImageData | null>(null)
  useEffect(() => {
    let alive = true
    if (skin)
      void skinWorker()
        .flat()
        .then((answer) => alive && answer && setPixels(new ImageData(answer.pixels, answer.width, answer.height)))
    return () => {
      alive = false
    }
  }, [skin])
  return pixels
}

/** The findings on a piece, from the worker. */
export function useFindings(piece: Piece, studio: Studio): { findings: readonly Finding[] | null; busy: boolean } {
  const key = [identity(piece), identity(studio.bodies), identity(studio.media), identity(studio.ways)].join('|')
  const { answer, busy } = useLatest(
    { piece, studio },
    key,
    async (request) => await skinWorkerIn(request.studio).judge(request.piece),
  )
  return { findings: answer?.ok ? answer.value.findings : answer ? [] : null, busy }
}

/** A studio with one piece only: what a worker needs to judge it. */
export const withoutOthers = (studio: Studio, piece: Piece): Studio => ({
  ...studio,
  pieces: { [piece.id]: piece },
  order: [piece.id],
})

/** How a form is best seen in a small picture. */
export const restingView = (piece: Piece) => ({ turn: 0.3, tilt: decoratedSide(piece) === 'inside' ? 0.85 : 0.3 })

/** The small fired picture of a piece, kept in the browser until the piece changes. */
export function useThumbnail(piece: Piece, studio: Studio, size: number): { pixels: ImageData | null } {
  const [pixels, setPixels] = useState<ImageData | null>(null)
  const text = JSON.stringify([
    piece.form,
    piece.bodyId,
    piece.steps.map(({ done: _done, ...step }) => step),
    studio.bodies[piece.bodyId],
    size,
  ])
  useEffect(() => {
    let alive = true
    const key = `3:${piece.id}:${seedFromText(text)}:${text.length}`
    void (async () => {
      const known = await database()?.get('thumbnails', key)
      let picture = known
      if (!picture) {
        const answer = await thumbnailWorker().picture(
          {
            piece,
            bodies: studio.bodies,
            media: studio.media,
            afterStep: piece.steps.length - 1,
            kind: 'firedWhole',
            light: 'daylight',
          },
          restingView(piece),
          size,
          size,
          false,
        )
        if (!answer.ok) return
        picture = answer.value
        await database()?.put('thumbnails', picture, key)
      }
      if (alive) setPixels(new ImageData(picture.pixels, picture.width, picture.height))
    })()
    return () => {
      alive = false
    }
    // The text stands for everything the picture depends on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [text])
  return { pixels }
}
