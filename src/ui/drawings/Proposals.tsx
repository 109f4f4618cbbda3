'use client'

import clsx from 'clsx'
import { useState } from 'react'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import type { Palette } from '@/core/usecases/create/areaPalettes'
import { useTriedPicture } from '@/store/derived'
import { swatchOf } from '@/ui/kit/colours'
import { PixelCanvas } from '@/ui/kit/PixelCanvas'

const SIDE_PX = 192

/** Sets of jars from the cupboard for the areas of a drawing; on the form as each would fire, when that is asked for. */
export function Proposals({
  proposals,
  tried,
  studio,
  onTake,
}: {
  proposals: readonly Palette[]
  /** The piece as a set of jars would make it; null where they are too few. */
  tried: (ids: readonly string[]) => Piece | null
  studio: Studio
  onTake: (ids: readonly string[]) => void
}) {
  const [onForm, setOnForm] = useState(false)
  return (
    <div role="group" aria-label="Palettes from the cupboard" className="space-y-1">
      <div className="flex items-center justify-between gap-2">
        <span className="text-[0.8125rem] text-base-content/75">From the cupboard, told apart in all lights:</span>
        <button
          type="button"
          className="btn px-2 font-normal btn-xs"
          aria-pressed={onForm}
          onClick={() => setOnForm(!onForm)}
        >
          {onForm ? 'without pictures' : 'see them on the form'}
        </button>
      </div>
      {proposals.map((proposal) => {
        const ids = proposal.jars.map(({ id }) => id)
        const piece = onForm ? tried(ids) : null
        return (
          <button
            key={proposal.name}
            type="button"
            className={clsx(
              'flex w-full cursor-pointer items-center gap-2 border border-base-content/40 px-2 py-0.5 text-left text-[0.8125rem]',
              'hover:border-base-content',
            )}
            title="Colours all areas so that no neighbours are alike"
            onClick={() => onTake(ids)}
          >
            {piece && <Tried piece={piece} studio={studio} name={proposal.name} />}
            <span className="flex shrink-0">
              {proposal.jars.map((m) => (
                <span
                  key={m.id}
                  className="h-4 w-6 border border-base-content/60"
                  style={{ background: swatchOf(m) }}
                />
              ))}
            </span>
            <span className={piece ? 'flex-1' : 'flex-1 truncate'}>
              {proposal.name}: {proposal.jars.map((m) => m.name).join(', ')}
              {onForm && !piece && ' (too few: some neighbours would be alike)'}
            </span>
            <span className="numbers text-xs">ΔE {Math.round(proposal.apart)}</span>
          </button>
        )
      })}
    </div>
  )
}

/** The piece as it would fire. */
function Tried({ piece, studio, name }: { piece: Piece; studio: Studio; name: string }) {
  const { value, problem } = useTriedPicture(piece, studio, SIDE_PX)
  return (
    <span className="flex h-24 w-24 shrink-0 items-center justify-center bg-base-300 text-xs" data-testid="tried">
      {value ? <PixelCanvas pixels={value} label={`${piece.name}, ${name}, fired`} /> : (problem ?? 'firing…')}
    </span>
  )
}
