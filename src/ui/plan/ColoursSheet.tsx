'use client'

import { useState } from 'react'
import { ciede2000 } from '@/core/colour/ciede2000'
import { differenceInFull, differenceWords } from '@/core/colour/differenceWords'
import { hexFromLab, type Triple } from '@/core/colour/colourSpaces'
import type { FiredSpot, Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import type { MeasuredBy, Tile } from '@/core/model/tile'
import { lastCone } from '@/core/usecases/tiles/piecesFilms'
import { contrastsOf, type Contrast, type PaletteColour } from '@/core/usecases/view/palette'
import { usePalette } from '@/store/colours'
import { newId, run, tell } from '@/store/studioStore'
import { ColourEntry } from '@/ui/colour/ColourEntry'
import { SeverityMark } from '@/ui/kit/SeverityMark'

/** The colours of a piece after firing: how they stand beside each other, in which lights and to which eyes; and what came out. */
export function ColoursSheet({ piece, studio }: { piece: Piece; studio: Studio }) {
  const { value, busy, problem } = usePalette(piece, studio)
  const palette = value ?? []
  const [openId, setOpenId] = useState<number | null>(null)
  const contrasts = contrastsOf(palette)
  const warned = contrasts.filter((c) => c.warnings.length > 0)
  const between = acrossSides(palette)
  return (
    <section aria-label="Colours" className="space-y-3 px-5 py-4" data-testid="colours" data-busy={busy}>
      <h2 className="text-[17px] font-bold">Colours, fired</h2>
      {problem && <p role="alert">{problem}</p>}
      {(['outside', 'inside'] as const).map((side) => {
        const own = palette.filter((colour) => colour.side === side)
        if (!own.length) return null
        return (
          <ul key={side} aria-label={side} className="space-y-1">
            {own.map((colour) => (
              <Colour
                key={colour.id}
                colour={colour}
                piece={piece}
                studio={studio}
                open={openId === colour.id}
                onOpen={() => setOpenId(openId === colour.id ? null : colour.id)}
              />
            ))}
          </ul>
        )
      })}
      {between && <p className="text-sm text-base-content/80">{between}</p>}
      <h3 className="font-bold">Side by side</h3>
      {warned.length > 0 ? (
        <ul className="space-y-1.5">
          {warned.slice(0, 8).map((c) => (
            <li key={`${c.a}-${c.b}`} className="flex items-start gap-2 text-sm" data-warning>
              <SeverityMark severity="note" size={17} />
              <Pair contrast={c} palette={palette} />
              <span>
                {c.warnings.join('; ')}{' '}
                <span className="numbers text-xs text-base-content/75">
                  {differenceWords(c.underLight.daylight)} in daylight, {differenceWords(c.underLight.lamp)} by lamp (ΔE{' '}
                  {c.underLight.daylight.toFixed(0)} and {c.underLight.lamp.toFixed(0)})
                </span>
              </span>
            </li>
          ))}
        </ul>
      ) : (
        palette.length > 1 && (
          <p className="text-sm text-base-content/80">
            No two merge, in daylight, gallery or lamp light, or to colour-blind eyes.
          </p>
        )
      )}
      {contrasts.length > 0 && (
        <details className="text-sm">
          <summary className="cursor-pointer text-base-content/80">
            All pairs, by lightness ({contrasts.length})
          </summary>
          <ul className="mt-1 space-y-1">
            {contrasts
              .slice()
              .sort((a, b) => b.lightness - a.lightness)
              .map((c) => (
                <li key={`${c.a}-${c.b}`} className="numbers flex items-center gap-2">
                  <Pair contrast={c} palette={palette} />{' '}
                  {c.grade === 'lost'
                    ? 'a drawing is lost'
                    : `a drawing reads ${c.grade === 'clear' ? 'clearly' : 'softly'}`}
                  : {c.lightness.toFixed(0)} of 100 apart in lightness
                </li>
              ))}
          </ul>
        </details>
      )}
      {piece.fired.length > 0 && <CameOut piece={piece} studio={studio} />}
    </section>
  )
}

function Pair({ contrast, palette }: { contrast: Contrast; palette: readonly PaletteColour[] }) {
  const hex = (id: number) => palette.find((colour) => colour.id === id)?.hex
  return (
    <span aria-hidden className="flex h-5 w-10 shrink-0 border border-base-content/70">
      <span className="flex-1" style={{ background: hex(contrast.a) }} />
      <span className="flex-1" style={{ background: hex(contrast.b) }} />
    </span>
  )
}

/** How inside and outside go together: the two largest colours. */
function acrossSides(palette: readonly PaletteColour[]): string | null {
  const out = palette.find((c) => c.side === 'outside')
  const inside = palette.find((c) => c.side === 'inside')
  if (!out || !inside) return null
  const off = ciede2000(out.lab, inside.lab)
  return off < 6
    ? 'Inside and outside are nearly one colour.'
    : `Inside against outside: ${differenceInFull(off)}, ` +
        `${Math.abs(out.lab[0] - inside.lab[0]) >= 30 ? 'a strong change at the rim' : 'a quiet change at the rim'}.`
}

const filmWords = (films: PaletteColour['films'], studio: Studio): string =>
  films.length ? films.map((f) => studio.media[f.mediumId]?.name ?? 'a mixture').join(', ') : 'bare clay'

function Colour({
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
  const note = (lab: Triple, by: MeasuredBy) => {
    const spot: FiredSpot = {
      films: colour.films.map((f) => ({ mediumId: f.mediumId, coats: Math.max(0.1, f.coats) })),
      where: `${colour.side}, ${filmWords(colour.films, studio)}`.slice(0, 120),
      planned: [colour.lab[0], colour.lab[1], colour.lab[2]],
      measured: [lab[0], lab[1], lab[2]],
      by,
    }
    run({
      type: 'piece.change',
      pieceId: piece.id,
      changes: { fired: [...piece.fired.filter((f) => f.where !== spot.where), spot] },
    })
  }
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
        <span className="min-w-0 flex-1 truncate">{filmWords(colour.films, studio)}</span>
        <span className="numbers shrink-0 text-base-content/80">
          {Math.round(100 * colour.share)} % {colour.side}
        </span>
      </button>
      {open && (
        <div className="mt-1 mb-2 border-l-2 border-base-content pl-3">
          <p className="mb-1 text-[13px] text-base-content/75">What came out of the kiln here?</p>
          <ColourEntry label="Colour as fired" lab={null} onColour={note} />
        </div>
      )}
    </li>
  )
}

/** Planned against fired, and what that could teach. */
function CameOut({ piece, studio }: { piece: Piece; studio: Studio }) {
  const teachable = piece.fired.filter(
    (spot) => spot.films.length > 0 && spot.films.every((f) => studio.media[f.mediumId]),
  )
  const teach = () => {
    const tile: Tile = {
      id: newId(),
      number: 1 + Math.max(0, ...Object.values(studio.tiles).map((t) => t.number)),
      question: `What came out: ${piece.name}`.slice(0, 200),
      bodyId: piece.bodyId,
      cone: lastCone(studio, piece.id),
      pieceId: piece.id,
      taken: false,
      squares: teachable.slice(0, 24).map((spot, i) => ({
        id: `s${i + 1}`,
        films: spot.films.slice(-8).map((f) => ({ mediumId: f.mediumId, coats: Math.max(0.25, f.coats) })),
        measured: { lab: spot.measured, by: spot.by },
      })),
    }
    if (!run({ type: 'tile.set', tile }))
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
      {teachable.length > 0 && (
        <button type="button" className="btn btn-sm" onClick={teach}>
          Let it teach the cupboard
        </button>
      )}
    </div>
  )
}
