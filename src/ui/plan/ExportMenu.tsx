'use client'

import { useRef } from 'react'
import { Download } from 'lucide-react'
import { writePiece } from '@/core/formats/verniceFile'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { download, fileName } from '@/store/download'
import { exportCard } from '@/store/exports'

/** Everything of a piece that can be taken away as a file. */
export function ExportMenu({ piece, studio }: { piece: Piece; studio: Studio }) {
  const menu = useRef<HTMLDetailsElement>(null)
  const items: readonly { word: string; words: string; act: () => void }[] = [
    { word: 'Bench card', words: 'PDF to print, with boxes to tally coats', act: () => void exportCard(piece, studio) },
    { word: 'Picture', words: 'PNG of the form as it stands here', act: () => void document.dispatchEvent(new CustomEvent('vernice:picture')) },
    { word: 'Piece file', words: 'JSON that Vernice opens again', act: () => download(fileName(piece.name, 'vernice-piece.json'), new Blob([writePiece(piece, studio)], { type: 'application/json' })) },
  ]
  return (
    <details ref={menu} className="dropdown dropdown-top dropdown-end" onKeyDown={(event) => event.key === 'Escape' && menu.current?.removeAttribute('open')}>
      <summary className="btn btn-sm">
        <Download size={15} aria-hidden /> Take away
      </summary>
      <ul className="dropdown-content z-20 mb-1 w-72 border border-base-content bg-base-100 text-base-content">
        {items.map(({ word, words, act }) => (
          <li key={word}>
            <button
              type="button"
              aria-label={word}
              className="block w-full cursor-pointer px-3 py-1.5 text-left hover:bg-base-300 focus-visible:bg-base-300"
              onClick={() => {
                menu.current?.removeAttribute('open')
                act()
              }}
            >
              <b className="block text-sm">{word}</b>
              <span className="block text-xs text-base-content/80">{words}</span>
            </button>
          </li>
        ))}
      </ul>
    </details>
  )
}
