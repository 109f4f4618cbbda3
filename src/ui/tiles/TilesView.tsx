'use client'

import { counted } from '@/core/base/words'
import { useState } from 'react'
import { Printer } from 'lucide-react'
import type { Tile } from '@/core/model/tile'
import { exportLabels } from '@/store/colours'
import { useStudio } from '@/store/studioStore'
import { Segments } from '@/ui/kit/fields'
import { FitPanel } from './FitPanel'
import { LayersMatrix } from './LayersMatrix'
import { ProposePanel } from './ProposePanel'
import { TileCard } from './TileCard'
import { TileWall } from './TileWall'
import { useAddress } from '@/ui/frame/useAddress'

type Shown = 'wall' | 'layers' | 'ask'

const SHOWN: readonly (readonly [Shown, string])[] = [
  ['wall', 'the wall'],
  ['layers', 'jar over jar'],
  ['ask', 'ask and enter'],
]

const CHOICES = SHOWN.map(([choice]) => choice)

/** Test tiles: what to ask, what came out, and what that teaches. */
export function TilesView() {
  const studio = useStudio((s) => s.studio)
  const [openId, setOpenId] = useState<string | null>(null)
  const [shown, setShown] = useAddress('show', CHOICES)
  const tiles = Object.values(studio.tiles).sort((a, b) => b.number - a.number)
  const measured = tiles.filter((tile) => !tile.taken && tile.squares.some((square) => square.measured))
  return (
    <div className="px-6 py-4">
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1 className="text-2xl font-bold">Tiles</h1>
        <p className="text-base-content/80">
          {tiles.length ? counted(tiles.length, 'tile', 'tiles') : 'No tile yet: ask a question.'}
        </p>
        <Segments label="What is shown of tiles" value={shown} choices={SHOWN} onChange={setShown} />
        <button
          type="button"
          className="btn ml-auto btn-sm"
          disabled={!tiles.length}
          onClick={() => void exportLabels(tiles, studio)}
        >
          <Printer size={15} aria-hidden /> Print labels
        </button>
      </div>
      {shown === 'wall' && (
        <TileWall
          studio={studio}
          onOpen={(id) => {
            setOpenId(id)
            setShown('ask')
          }}
        />
      )}
      {shown === 'layers' && <LayersMatrix studio={studio} />}
      {shown === 'ask' && (
        <div className="grid gap-8 lg:grid-cols-[22rem_minmax(0,1fr)]">
          <ProposePanel studio={studio} onAdded={setOpenId} />
          <div className="space-y-4">
            {measured.length > 0 && <FitPanel studio={studio} tiles={measured} />}
            <ul className="space-y-3">
              {tiles.map((tile: Tile) => (
                <TileCard
                  key={tile.id}
                  tile={tile}
                  studio={studio}
                  open={openId === tile.id}
                  onOpen={(open) => setOpenId(open ? tile.id : null)}
                />
              ))}
            </ul>
            {!tiles.length && (
              <p className="max-w-xl text-base-content/80">
                Choose what you want to know. Vernice lays out the fewest squares that answer it, and learns from the
                fired tile.
              </p>
            )}
          </div>
        </div>
      )}
    </div>
  )
}
