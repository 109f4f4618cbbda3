'use client'

import clsx from 'clsx'
import { useMemo, useState } from 'react'
import { differenceInFull, differenceWords } from '@/core/colour/differenceWords'
import type { Studio } from '@/core/model/studio'
import { isClear } from '@/core/vocabulary/material'
import { ALL_TILES, tileWall, type WallFilter, type WallSquare, type WallTile } from '@/core/usecases/tiles/tileWall'
import { Select } from '@/ui/kit/fields'
import { LayersInUse } from './LayersInUse'

interface Chosen {
  readonly wallTile: WallTile
  readonly square: WallSquare
}

/** The catalogue: numbered tiles as they came out, the bare half above and the half under clear below. */
export function TileWall({ studio, onOpen }: { studio: Studio; onOpen: (tileId: string) => void }) {
  const [filter, setFilter] = useState<WallFilter>(ALL_TILES)
  const [chosenId, setChosenId] = useState<string | null>(null)
  const wall = useMemo(() => tileWall(studio, filter), [studio, filter])
  const chosen = wall
    .flatMap((wallTile): Chosen[] => [...wallTile.bare, ...wallTile.glazed].map((square) => ({ wallTile, square })))
    .find(({ wallTile, square }) => `${wallTile.tile.id}/${square.id}` === chosenId)
  return (
    <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <div className="space-y-4">
        <WallFilters studio={studio} filter={filter} onFilter={setFilter} />
        {wall.length > 0 && (
          <p className="text-[0.8125rem] text-base-content/80">
            Squares as they came out: bare above, under clear below; the strip at the foot is the forecast. “!”: another
            colour. Hatched: not fired yet.
          </p>
        )}
        {wall.length === 0 && (
          <p className="max-w-xl text-base-content/80">
            {Object.keys(studio.tiles).length
              ? 'No tile on the wall has that; choose “any” again.'
              : 'No tiles yet. Ask a question, and Vernice lays out the fewest squares that answer it.'}
          </p>
        )}
        <ul className="flex flex-wrap gap-x-5 gap-y-6">
          {wall.map((wallTile) => (
            <HungTile
              key={wallTile.tile.id}
              wallTile={wallTile}
              chosenId={chosenId}
              onChoose={setChosenId}
              onOpen={() => onOpen(wallTile.tile.id)}
            />
          ))}
        </ul>
      </div>
      <aside className="lg:sticky lg:top-4 lg:self-start">
        {chosen ? (
          <LayersInUse
            key={chosenId}
            films={chosen.square.films}
            bodyId={chosen.wallTile.tile.bodyId}
            cone={chosen.wallTile.tile.cone}
            studio={studio}
            fired={chosen.square.measured?.hex ?? null}
            note={
              chosen.square.measured
                ? `from what was foretold: ${differenceInFull(chosen.square.measured.difference)}; by ${chosen.square.measured.by}`
                : 'not fired yet: this is foretold'
            }
          />
        ) : (
          <p className="border border-dashed border-base-content/60 p-4 text-sm">
            Press a square to see its layers, and to use them on a piece.
          </p>
        )}
      </aside>
    </div>
  )
}

function WallFilters({
  studio,
  filter,
  onFilter,
}: {
  studio: Studio
  filter: WallFilter
  onFilter: (filter: WallFilter) => void
}) {
  const tiles = Object.values(studio.tiles)
  const used = new Set(tiles.flatMap((tile) => tile.squares.flatMap((s) => s.films.map((f) => f.mediumId))))
  const jars = Object.values(studio.media).filter((m) => used.has(m.id))
  const any = ['', 'any'] as const
  const pick = (key: keyof WallFilter) => (value: string) => onFilter({ ...filter, [key]: value || null })
  return (
    <div className="flex flex-wrap gap-3">
      {(
        [
          ['Jar', 'mediumId', jars.map((m) => [m.id, m.name] as const)],
          ['On', 'bodyId', Object.values(studio.bodies).map((b) => [b.id, b.name] as const)],
          ['Cone', 'cone', [...new Set(tiles.map((t) => t.cone))].map((c) => [c, `cone ${c}`] as const)],
          ['Under', 'clearId', jars.filter(isClear).map((m) => [m.id, m.name] as const)],
        ] as const
      ).map(([label, key, choices]) => (
        <label key={key} className="flex items-center gap-2 text-sm">
          {label}
          <span className="w-36">
            <Select label={label} value={filter[key] ?? ''} choices={[any, ...choices]} onChange={pick(key)} />
          </span>
        </label>
      ))}
    </div>
  )
}

function HungTile({
  wallTile,
  chosenId,
  onChoose,
  onOpen,
}: {
  wallTile: WallTile
  chosenId: string | null
  onChoose: (id: string) => void
  onOpen: () => void
}) {
  const { tile, bodyName, bare, glazed } = wallTile
  return (
    <li className="w-60" data-wall-tile={tile.number}>
      <div data-dense className="overflow-hidden rounded-[3px] border border-base-content/70 shadow-sm">
        <Half tile={wallTile} squares={bare} chosenId={chosenId} onChoose={onChoose} />
        <Half tile={wallTile} squares={glazed} chosenId={chosenId} onChoose={onChoose} glazed />
      </div>
      <p className="mt-1 text-[0.8125rem] leading-snug">
        <button type="button" className="cursor-pointer font-bold underline" onClick={onOpen}>
          {tile.number}
        </button>{' '}
        {tile.question}
        <span className="block text-xs text-base-content/75">
          {bodyName}, cone {tile.cone}
        </span>
      </p>
    </li>
  )
}

/** The bare half of a tile, or the half under clear. */
function Half({
  tile: { tile },
  squares,
  chosenId,
  onChoose,
  glazed = false,
}: {
  tile: WallTile
  squares: readonly WallSquare[]
  chosenId: string | null
  onChoose: (id: string) => void
  glazed?: boolean
}) {
  if (!squares.length) return null
  return (
    <ol className="flex h-16" aria-label={glazed ? 'under clear' : 'bare'}>
      {squares.map((square) => {
        const id = `${tile.id}/${square.id}`
        const { measured } = square
        const said = measured
          ? `came out ${measured.hex}, ${differenceWords(measured.difference)}`
          : `not fired yet, foretold ${square.predictedHex}`
        return (
          <li key={square.id} className="min-w-0 flex-1">
            <button
              type="button"
              aria-pressed={chosenId === id}
              aria-label={`Tile ${tile.number}: ${square.words}, ${said}`}
              title={square.words}
              onClick={() => onChoose(id)}
              className={clsx(
                'relative block h-full w-full cursor-pointer',
                chosenId === id && 'z-10 outline-3 -outline-offset-3 outline-base-content',
              )}
              style={{ background: measured?.hex ?? square.predictedHex }}
            >
              {glazed && (
                <span
                  aria-hidden
                  className="absolute inset-x-0 top-0 h-1/3 bg-linear-to-b from-white/30 to-transparent"
                />
              )}
              {measured ? (
                <span
                  aria-hidden
                  className="absolute inset-x-0 bottom-0 h-2.5 border-t border-black/25"
                  style={{ background: square.predictedHex }}
                />
              ) : (
                <svg aria-hidden className="absolute inset-0 h-full w-full opacity-40">
                  <rect width="100%" height="100%" fill="url(#hatch-glaze)" />
                </svg>
              )}
              {measured && measured.difference >= 10 && (
                <span
                  aria-hidden
                  className="absolute top-0.5 right-0.5 bg-base-100 px-0.5 text-[0.6875rem] leading-none font-bold text-base-content"
                >
                  !
                </span>
              )}
            </button>
          </li>
        )
      })}
    </ol>
  )
}
