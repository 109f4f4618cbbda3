'use client'

import { useState } from 'react'
import type { Cone } from '@/core/firing/cones'
import type { Studio } from '@/core/model/studio'
import { CAUTION_WORDS } from '@/core/vocabulary/material'
import { layFilms } from '@/core/usecases/tiles/layFilms'
import { filmsHex, type Films } from '@/core/usecases/tiles/squares'
import { filmsWords, foodWords } from '@/core/usecases/tiles/tileWall'
import { newId, run, tell } from '@/store/studioStore'
import { Select } from '@/ui/kit/fields'

/** The layers that are looked at: in words, both orders side by side, what the jars warn of, and the piece to use them on. */
export function LayersInUse({
  films,
  bodyId,
  cone,
  studio,
  note,
  fired,
}: {
  films: Films
  bodyId: string
  cone: Cone
  studio: Studio
  /** What is known of the colour, in a phrase. */
  note: string
  /** The colour as it came out, where it has. */
  fired: string | null
}) {
  const pieces = studio.order.map((id) => studio.pieces[id]).filter((piece) => piece.steps.some((step) => !step.done))
  const [pieceId, setPieceId] = useState(pieces[0]?.id ?? '')
  const body = studio.bodies[bodyId]
  if (!body) return null
  const piece = pieces.find((p) => p.id === pieceId) ?? pieces[0]
  const cautions = [...new Set(films.flatMap((film) => studio.media[film.mediumId]?.cautions ?? []))]
  const forFood = foodWords(films, studio.media)
  const use = () => {
    if (!piece) return
    const command = layFilms(films, piece, studio, newId)
    if (!command)
      return tell(
        'problem',
        `${piece.name} has no step left where ${filmsWords(films, studio.media)} could go on; choose a piece that is not so far.`,
      )
    if (!run(command))
      tell('news', `${piece.name} has ${filmsWords(films, studio.media)} in its plan now. Undo takes it back.`)
  }
  return (
    <section
      aria-label="These layers"
      className="space-y-3 self-start border border-base-content p-4"
      data-testid="layers-in-use"
    >
      <div className="flex items-start gap-3">
        <span
          className="h-20 w-24 shrink-0 border border-base-content"
          role="img"
          aria-label={`fired ${fired ?? filmsHex(body, films, studio.media, cone)}`}
          style={{ background: fired ?? filmsHex(body, films, studio.media, cone) }}
        />
        <p className="text-sm leading-snug">
          <b className="block text-base leading-tight">{filmsWords(films, studio.media)}</b>
          on {body.name}, cone {cone}
          <span className="block text-base-content/80">{note}</span>
        </p>
      </div>
      {(cautions.length > 0 || forFood) && (
        <ul className="list-disc pl-5 text-[0.8125rem]">
          {cautions.map((caution) => (
            <li key={caution}>{CAUTION_WORDS[caution]}</li>
          ))}
          {forFood && <li>{forFood}</li>}
        </ul>
      )}
      {piece && films.length > 0 && (
        <div className="flex flex-wrap items-end gap-2">
          <span className="w-48">
            <Select
              label="Piece to use them on"
              value={piece.id}
              choices={pieces.map((p) => [p.id, p.name] as const)}
              onChange={setPieceId}
            />
          </span>
          <button type="button" className="btn btn-primary btn-sm" onClick={use}>
            Use these layers
          </button>
        </div>
      )}
    </section>
  )
}
