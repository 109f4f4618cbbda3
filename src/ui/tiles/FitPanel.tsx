'use client'

import Link from 'next/link'
import { useState } from 'react'
import { differenceInFull } from '@/core/colour/differenceWords'
import { hexFromLab } from '@/core/colour/colourSpaces'
import type { Tile } from '@/core/model/tile'
import type { Studio } from '@/core/model/studio'
import type { Refit } from '@/core/usecases/tiles/opticsBelief'
import { filmsHex } from '@/core/usecases/tiles/squares'
import { fitTiles } from '@/store/colours'
import { run } from '@/store/studioStore'
import { Check } from '@/ui/kit/fields'

/** What measured tiles teach: before and after, tiles that disagree, pieces that change; keep it or not. */
export function FitPanel({ studio, tiles: all }: { studio: Studio; tiles: readonly Tile[] }) {
  const [whole, setWhole] = useState(false)
  // The newest by itself, or all that have not been taken yet.
  const tiles = whole ? all : all.slice(0, 1)
  const [fit, setFit] = useState<Refit | null>(null)
  const [share, setShare] = useState<number | null>(null)
  const look = async () => {
    setShare(0)
    try {
      setFit(
        await fitTiles(
          studio,
          tiles.map((tile) => tile.id),
          setShare,
        ),
      )
    } finally {
      setShare(null)
    }
  }
  const keep = () => {
    if (!fit) return
    run({
      type: 'batch',
      label: `learn from ${tiles.length === 1 ? `tile ${tiles[0].number}` : `${tiles.length} tiles`}`,
      commands: [
        ...Object.entries(fit.media).map(([id, optics]) => ({
          type: 'medium.set' as const,
          medium: { ...studio.media[id], optics, knownBy: 'tiles' as const },
        })),
        ...tiles.map((tile) => ({ type: 'tile.set' as const, tile: { ...tile, taken: true } })),
      ],
    })
    setFit(null)
  }
  const number = (tileId: string) => studio.tiles[tileId]?.number
  const mean = (pick: 'differenceBefore' | 'differenceAfter') =>
    fit && fit.residuals.length ? fit.residuals.reduce((sum, r) => sum + r[pick], 0) / fit.residuals.length : 0
  return (
    <section aria-label="What the tiles teach" className="border border-base-content bg-base-200 p-4" data-testid="fit">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="font-bold">
          {tiles.length === 1 ? `Tile ${tiles[0].number} has` : `Tiles ${tiles.map((t) => t.number).join(', ')} have`}{' '}
          come out of the kiln.
        </h2>
        {!fit && all.length > 1 && (
          <Check label={`all ${all.length} that are measured`} checked={whole} onChange={setWhole} />
        )}
        {!fit && (
          <button
            type="button"
            className="btn btn-primary btn-sm"
            disabled={share !== null}
            onClick={() => void look()}
          >
            See what that teaches
          </button>
        )}
        {share !== null && <progress className="progress w-36" value={share} max={1} aria-label="Fitting" />}
      </div>
      {fit && (
        <div className="mt-3 space-y-3 text-sm">
          <p className="numbers">
            What was foretold was off by <b>{mean('differenceBefore').toFixed(1)}</b> on average (ΔE; under 2 nobody
            sees it); with what the tiles say it would be{' '}
            <b data-testid="after">{mean('differenceAfter').toFixed(1)}</b>.
          </p>
          <ul className="flex flex-wrap gap-3">
            {Object.entries(fit.media).map(([id, optics]) => {
              const body = Object.values(studio.bodies)[0]
              const films = [{ mediumId: id, coats: 2 }]
              return (
                <li key={id} className="flex items-center gap-2">
                  <span
                    className="flex h-9 w-20 border border-base-content"
                    role="img"
                    aria-label={`${studio.media[id].name}: before and after`}
                  >
                    <span
                      className="flex-1"
                      style={{ background: filmsHex(body, films, studio.media, body.bisqueCone) }}
                    />
                    <span
                      className="flex-1"
                      style={{
                        background: filmsHex(
                          body,
                          films,
                          { ...studio.media, [id]: { ...studio.media[id], optics } },
                          body.bisqueCone,
                        ),
                      }}
                    />
                  </span>
                  <span>
                    {studio.media[id].name}
                    <span className="block text-xs text-base-content/75">before | after, 2 coats</span>
                  </span>
                </li>
              )
            })}
          </ul>
          <table className="numbers text-[0.8125rem]">
            <thead>
              <tr className="text-left">
                <th className="pr-4 font-normal">square</th>
                <th className="pr-4 font-normal">came out</th>
                <th className="pr-4 font-normal">off before, ΔE</th>
                <th className="font-normal">off after, ΔE</th>
              </tr>
            </thead>
            <tbody>
              {fit.residuals.map((r) => (
                <tr key={`${r.tileId}-${r.squareId}`} className={r.disagrees ? 'font-bold' : ''}>
                  <td className="pr-4">
                    tile {number(r.tileId)}, {r.squareId.replace('s', '')}
                  </td>
                  <td className="pr-4">
                    <span
                      className="inline-block h-4 w-8 border border-base-content/70 align-middle"
                      style={{ background: hexFromLab(r.measured) }}
                    />
                  </td>
                  <td className="pr-4">{r.differenceBefore.toFixed(1)}</td>
                  <td>
                    {r.differenceAfter.toFixed(1)}
                    {r.disagrees ? ' does not go with the others: measure it again' : ''}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {fit.pieces.length > 0 && (
            <p>
              Pieces in progress that would look different:{' '}
              {fit.pieces.slice(0, 6).map((p, i) => (
                <span key={p.pieceId}>
                  {i > 0 && ', '}
                  <Link className="link" href={`/plan/${p.pieceId}`}>
                    {studio.pieces[p.pieceId].name}
                  </Link>{' '}
                  <span className="numbers">({differenceInFull(p.difference)})</span>
                </span>
              ))}
              .
            </p>
          )}
          <div className="flex gap-2">
            <button type="button" className="btn btn-primary btn-sm" onClick={keep}>
              Keep what they teach
            </button>
            <button type="button" className="btn btn-sm" onClick={() => setFit(null)}>
              Leave the cupboard as it is
            </button>
          </div>
        </div>
      )}
    </section>
  )
}
