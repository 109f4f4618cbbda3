'use client'

import { counted } from '@/core/base/words'
import type { Medium } from '@/core/vocabulary/material'
import type { Studio } from '@/core/model/studio'
import { type LadderRow } from '@/core/usecases/cupboard/ladder'
import { sureWord } from '@/core/usecases/cupboard/sureWord'
import { useLadder } from '@/store/colours'
import { MEDIUM_KIND } from '@/core/vocabulary/mediumKinds'

/** 1 to 4 coats on every clay, bare and under each clear, raw beside fired, with how sure each square is. */
export function Ladder({ medium, studio, beside }: { medium: Medium; studio: Studio; beside: Medium | null }) {
  const { value, busy, problem } = useLadder(medium.id, studio, beside?.id ?? null)
  const rows = value ?? []
  const bodies = Object.values(studio.bodies)
  if (MEDIUM_KIND[medium.kind].resists)
    return <p className="text-sm text-base-content/80">Wax burns away; nothing of it is seen after firing.</p>
  return (
    <div data-testid="ladder" data-busy={busy} className="space-y-3">
      {problem && <p role="alert">{problem}</p>}
      <p className="text-xs text-base-content/75">
        Left third raw, the rest fired. Below: coats, and how far the colour may be off (under 2 nobody sees it).
        Hatched: estimated, until a tile makes it sure.
      </p>
      {bodies.map((body) => {
        const own = rows.filter((row) => row.bodyId === body.id)
        if (!own.length) return null
        return (
          <section key={body.id} aria-label={`On ${body.name}`}>
            <h3 className="text-sm font-bold">On {body.name}</h3>
            <ul className="space-y-1">
              {own.map((row) => (
                <Row key={`${row.withId}-${row.placed}`} row={row} studio={studio} />
              ))}
            </ul>
          </section>
        )
      })}
    </div>
  )
}

function Row({ row, studio }: { row: LadderRow; studio: Studio }) {
  const other = row.withId ? studio.media[row.withId] : null
  const { covers } = row
  return (
    <li
      className="grid grid-cols-[11rem_auto_1fr] items-center gap-3 max-sm:grid-cols-1 max-sm:gap-1"
      data-ladder={`${row.bodyId}-${row.withId ?? 'bare'}-${row.placed}`}
    >
      <span className="text-sm leading-tight">
        {other ? `${row.placed === 'under' ? 'under' : 'over'} ${other.name}` : 'bare'}
        <span className="block text-xs text-base-content/75">
          cone {row.cone}
          {row.fits ? '' : ', ranges do not meet'}
        </span>
      </span>
      <ol className="flex gap-1.5">
        {row.squares.map((square) => (
          <li
            key={square.coats}
            className="text-center"
            data-expected={square.expected.toFixed(2)}
            data-hex={square.hex}
          >
            <span
              className="relative block h-11 w-13 overflow-hidden border border-base-content/70"
              role="img"
              aria-label={`${counted(square.coats, 'coat', 'coats')}: fired ${square.hex}, ${sureWord(square.expected)}`}
            >
              <span className="absolute inset-y-0 left-0 w-1/3" style={{ background: square.rawHex }} />
              <span className="absolute inset-y-0 right-0 w-2/3" style={{ background: square.hex }} />
              {square.expected >= 4 && (
                <svg aria-hidden className="absolute right-0 bottom-0 h-3 w-2/3">
                  <rect width="100%" height="100%" fill="url(#hatch-glaze)" opacity="0.5" />
                </svg>
              )}
            </span>
            <span className="numbers block text-[0.6875rem] leading-tight text-base-content/80">
              {counted(square.coats, 'coat', 'coats')}
              <br />±{square.expected.toFixed(1)}
            </span>
          </li>
        ))}
      </ol>
      <span className="text-xs text-base-content/75">
        {covers ? `covers with ${counted(covers, 'coat', 'coats')}` : 'not covered by 4 coats'}
      </span>
    </li>
  )
}
