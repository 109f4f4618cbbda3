'use client'

import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { placeNotes } from '@/core/usecases/words/placeNotes'
import { PlacePhotos } from '@/ui/photos/PlacePhotos'
import { NotedLines } from './NotedLines'

/** All that is noted on places of a piece; it goes with its card and its sheets. */
export function PlaceNotes({ piece, studio }: { piece: Piece; studio: Studio }) {
  const noted = placeNotes(piece, studio.settings.length)
  return (
    <section aria-label="Notes on places" className="border-t border-base-content/40 pt-2">
      <h3 className="text-sm font-bold">Notes on places</h3>
      {noted.length === 0 ? (
        <p className="text-[0.8125rem] text-base-content/75">
          None yet. Press a spot of the form to note something there, or an area under Drawings.
        </p>
      ) : (
        <ol className="space-y-1.5">
          {noted.map((place, i) => (
            <li key={place.key} className="text-[0.8125rem]">
              <b className="numbers">
                {i + 1}. <span className="inline-block first-letter:uppercase">{place.where}</span>
              </b>
              <NotedLines piece={piece} noted={place} />
              <PlacePhotos piece={piece} placed={place.placed} where={place.where} photos={place.photos} />
            </li>
          ))}
        </ol>
      )}
    </section>
  )
}
