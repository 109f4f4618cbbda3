'use client'

import Link from 'next/link'
import { ciede2000 } from '@/core/colour/ciede2000'
import { differenceInFull } from '@/core/colour/differenceWords'
import { hexFromLab } from '@/core/colour/colourSpaces'
import type { Tile, TileSquare } from '@/core/model/tile'
import type { Studio } from '@/core/model/studio'
import { filmsHex, filmsLab } from '@/core/usecases/tiles/squares'
import { filmsWords } from '@/core/usecases/tiles/tileWall'
import { tilePiece } from '@/core/usecases/tiles/tilePieces'
import { newId, run } from '@/store/studioStore'
import { ColourEntry } from '@/ui/colour/ColourEntry'

/** One tile: its squares as planned and as measured. */
export function TileCard({
  tile,
  studio,
  open,
  onOpen,
}: {
  tile: Tile
  studio: Studio
  open: boolean
  onOpen: (open: boolean) => void
}) {
  const measured = tile.squares.filter((square) => square.measured).length
  const toRack = () => {
    const piece = tilePiece(tile, studio, newId)
    run({
      type: 'batch',
      label: `put tile ${tile.number} on the rack`,
      commands: [
        { type: 'piece.add', piece },
        { type: 'tile.set', tile: { ...tile, pieceId: piece.id } },
      ],
    })
  }
  return (
    <li className="border border-base-content/60 p-3" data-tile={tile.number}>
      <div className="flex flex-wrap items-center gap-3">
        <button type="button" className="cursor-pointer text-left" aria-expanded={open} onClick={() => onOpen(!open)}>
          <b>
            Tile {tile.number}: {tile.question}
          </b>
          <span className="numbers block text-sm text-base-content/80">
            {studio.bodies[tile.bodyId]?.name}, cone {tile.cone};{' '}
            {tile.taken
              ? 'taken into the cupboard'
              : measured
                ? `${measured} of ${tile.squares.length} measured`
                : 'not fired yet'}
          </span>
        </button>
        <div className="ml-auto flex gap-2">
          {tile.pieceId && studio.pieces[tile.pieceId] ? (
            <Link className="btn btn-sm" href={`/plan/${tile.pieceId}`}>
              Its plan
            </Link>
          ) : (
            <button type="button" className="btn btn-sm" onClick={toRack}>
              Put it on the rack
            </button>
          )}
          <button type="button" className="btn btn-sm" onClick={() => run({ type: 'tile.remove', tileId: tile.id })}>
            Remove
          </button>
        </div>
      </div>
      <ol className={`mt-2 ${open ? 'space-y-2' : 'flex flex-wrap gap-1'}`}>
        {tile.squares.map((square, i) => (
          <Square key={square.id} square={square} index={i} tile={tile} studio={studio} open={open} />
        ))}
      </ol>
    </li>
  )
}

function Square({
  square,
  index,
  tile,
  studio,
  open,
}: {
  square: TileSquare
  index: number
  tile: Tile
  studio: Studio
  open: boolean
}) {
  const body = studio.bodies[tile.bodyId]
  if (!body) return null
  const planned = filmsHex(body, square.films, studio.media, tile.cone)
  const words = filmsWords(square.films, studio.media)
  const off = square.measured
    ? ciede2000(filmsLab(body, square.films, studio.media, tile.cone), square.measured.lab)
    : null
  const swatch = (
    <span
      className="flex h-10 w-20 shrink-0 border border-base-content/70"
      role="img"
      aria-label={`${words}: planned ${planned}${square.measured ? `, came out ${hexFromLab(square.measured.lab)}` : ''}`}
    >
      <span className="flex-1" style={{ background: planned }} />
      <span
        className="flex-1"
        style={{
          background: square.measured
            ? hexFromLab(square.measured.lab)
            : 'repeating-linear-gradient(45deg, transparent 0 5px, currentColor 5px 6px)',
        }}
      />
    </span>
  )
  if (!open) return <li title={words}>{swatch}</li>
  return (
    <li className="flex flex-wrap items-start gap-3 border-t border-base-300 pt-2 text-sm" data-square={square.id}>
      {swatch}
      <span className="w-56 leading-tight">
        {index + 1}: {words}
        {off !== null && (
          <span className="numbers block text-xs text-base-content/80">from the plan: {differenceInFull(off)}</span>
        )}
      </span>
      <ColourEntry
        label={`Square ${index + 1} as fired`}
        lab={square.measured?.lab ?? null}
        onColour={(lab, by) =>
          run({
            type: 'tile.set',
            tile: {
              ...tile,
              taken: false,
              squares: tile.squares.map((s) =>
                s.id === square.id ? { ...s, measured: { lab: [lab[0], lab[1], lab[2]], by } } : s,
              ),
            },
          })
        }
      />
    </li>
  )
}
