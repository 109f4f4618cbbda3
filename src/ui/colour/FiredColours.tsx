'use client'

import { useState } from 'react'
import { ciede2000 } from '@/core/colour/ciede2000'
import { differenceInFull } from '@/core/colour/differenceWords'
import { hexFromLab } from '@/core/colour/colourSpaces'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { filmNames, noteFired, tileOfFired } from '@/core/usecases/fired/firedColours'
import type { PaletteColour } from '@/core/usecases/view/palette'
import { newId, run, tell } from '@/store/studioStore'
import { ColourEntry } from './ColourEntry'

const SIDES = ['outside', 'inside'] as const

/** The colours that a plan foretells, side by side; of each one can say what came out of the kiln. */
export function FiredColours({
  palette,
  piece,
  studio,
}: {
  palette: readonly PaletteColour[]
  piece: Piece
  studio: Studio
}) {
  const [openId, setOpenId] = useState<number | null>(null)
  return SIDES.map((side) => {
    const own = palette.filter((colour) => colour.side === side)
    return own.length ? (
      <ul key={side} aria-label={side} className="space-y-1">
        {own.map((colour) => (
          <FiredColour
            key={colour.id}
            colour={colour}
            piece={piece}
            studio={studio}
            open={openId === colour.id}
            onOpen={() => setOpenId(openId === colour.id ? null : colour.id)}
          />
        ))}
      </ul>
    ) : null
  })
}

function FiredColour({
  colour,
  piece,
  studio,
  open,
  onOpen,
}: {
  colour: PaletteColour
  piece: Piece
  studio: Studio
  open: boolean
  onOpen: () => void
}) {
  return (
    <li className="text-sm">
      <button
        type="button"
        className="flex w-full cursor-pointer items-center gap-2 text-left"
        aria-expanded={open}
        onClick={onOpen}
        data-colour={colour.hex}
      >
        <span
          aria-hidden
          className="h-7 w-10 shrink-0 border border-base-content/70"
          style={{ background: colour.hex }}
        />
        <span className="min-w-0 flex-1 truncate">{filmNames(colour.films, studio)}</span>
        <span className="numbers shrink-0 text-base-content/80">
          {Math.round(100 * colour.share)} % {colour.side}
        </span>
      </button>
      {open && (
        <div className="mt-1 mb-2 border-l-2 border-base-content pl-3">
          <p className="mb-1 text-[0.8125rem] text-base-content/75">What came out of the kiln here?</p>
          <ColourEntry
            label="Colour as fired"
            lab={null}
            onColour={(lab, by) => void run(noteFired(piece, studio, colour, lab, by))}
          />
        </div>
      )}
    </li>
  )
}

/** Planned against fired, and what that could teach; nothing where no colour was noted. */
export function CameOut({ piece, studio }: { piece: Piece; studio: Studio }) {
  if (!piece.fired.length) return null
  const teaches = tileOfFired(piece, studio, '')
  const teach = () => {
    const tile = tileOfFired(piece, studio, newId())
    if (tile && !run({ type: 'tile.set', tile }))
      tell('news', `It is tile ${tile.number} now: see under Tiles what it teaches.`)
  }
  return (
    <div className="space-y-1.5" data-testid="came-out">
      <h3 className="font-bold">Planned and fired</h3>
      <ul className="space-y-1">
        {piece.fired.map((spot) => (
          <li key={spot.where} className="flex items-center gap-2 text-sm">
            <span aria-hidden className="flex h-6 w-14 shrink-0 border border-base-content/70">
              <span className="flex-1" style={{ background: hexFromLab(spot.planned) }} />
              <span className="flex-1" style={{ background: hexFromLab(spot.measured) }} />
            </span>
            <span className="min-w-0 flex-1 truncate">{spot.where}</span>
            <span className="numbers">{differenceInFull(ciede2000(spot.planned, spot.measured))}</span>
          </li>
        ))}
      </ul>
      {teaches && (
        <button type="button" className="btn btn-sm" onClick={teach}>
          Let it teach the cupboard
        </button>
      )}
    </div>
  )
}
