'use client'

import { useState } from 'react'
import type { Tile } from '@/core/model/tile'
import type { Studio } from '@/core/model/studio'
import { filmsHex } from '@/core/usecases/tiles/squares'
import { filmsWords } from '@/core/usecases/tiles/tileWall'
import type { ProposedTile, TileQuestion } from '@/core/usecases/tiles/testTiles'
import { propose } from '@/store/colours'
import { newId, run, tell } from '@/store/studioStore'
import { Segments, Select } from '@/ui/kit/fields'
import { MEDIUM_KIND } from '@/core/vocabulary/mediumKinds'

const KINDS: readonly (readonly [TileQuestion['kind'], string])[] = [
  ['cover', 'does it cover?'],
  ['under', 'which under this?'],
  ['learn', 'teach me most'],
]

/** What to ask, and the tile that would answer. */
export function ProposePanel({ studio, onAdded }: { studio: Studio; onAdded: (id: string) => void }) {
  const colours = Object.values(studio.media).filter((m) => MEDIUM_KIND[m.kind].laidBy.includes('coat'))
  const glazes = Object.values(studio.media).filter((m) => m.kind === 'glaze')
  const bodies = Object.values(studio.bodies)
  const [kind, setKind] = useState<TileQuestion['kind']>('cover')
  const [mediumId, setMediumId] = useState((colours.find((m) => m.kind === 'underglaze') ?? colours[0])?.id ?? '')
  const [glazeId, setGlazeId] = useState(glazes.find((g) => g.id === 'amber')?.id ?? glazes[0]?.id ?? '')
  const [bodyId, setBodyId] = useState(bodies[0]?.id ?? '')
  const [proposed, setProposed] = useState<readonly ProposedTile[] | null>(null)
  const ask = async () => {
    const question: TileQuestion =
      kind === 'cover'
        ? { kind, mediumId, bodyId }
        : kind === 'under'
          ? { kind, mediaIds: colours.filter((m) => m.kind === 'underglaze').map((m) => m.id), glazeId, bodyId }
          : { kind }
    const tiles = await propose(studio, question)
    if (!tiles) return
    setProposed(tiles)
    if (!tiles.length) tell('problem', 'No unfinished plan uses a colour. Plan a piece first, or ask another question.')
  }
  const add = () => {
    if (!proposed) return
    const from = 1 + Math.max(0, ...Object.values(studio.tiles).map((tile) => tile.number))
    const tiles = proposed.map((p, i): Tile => ({
      id: newId(),
      number: from + i,
      question: p.question,
      bodyId: p.bodyId,
      cone: p.cone,
      pieceId: null,
      taken: false,
      squares: p.squares.map((square, k) => ({ id: `s${k + 1}`, films: square.films, measured: null })),
    }))
    if (
      run({
        type: 'batch',
        label: `plan ${tiles.length === 1 ? `tile ${from}` : `${tiles.length} tiles`}`,
        commands: tiles.map((tile) => ({ type: 'tile.set', tile })),
      })
    )
      return
    setProposed(null)
    onAdded(tiles[0].id)
  }
  const clay = (label: string) => (
    <Select
      told
      label={label}
      value={bodyId}
      choices={bodies.map((b) => [b.id, b.name] as const)}
      onChange={setBodyId}
    />
  )
  return (
    <section aria-label="Plan a test tile" className="space-y-3">
      <h2 className="text-lg font-bold">What do you want to know?</h2>
      <Segments
        small
        label="Question"
        value={kind}
        choices={KINDS}
        onChange={(k) => {
          setKind(k)
          setProposed(null)
        }}
      />
      <p className="text-xl leading-loose">
        {kind === 'cover' && (
          <>
            Does{' '}
            <Select
              told
              label="Does"
              value={mediumId}
              choices={colours.map((m) => [m.id, m.name] as const)}
              onChange={setMediumId}
            />{' '}
            cover {clay('cover')}?
          </>
        )}
        {kind === 'under' && (
          <>
            Which colour under{' '}
            <Select
              told
              label="Which colour under"
              value={glazeId}
              choices={glazes.map((m) => [m.id, m.name] as const)}
              onChange={setGlazeId}
            />{' '}
            on {clay('on')}?
          </>
        )}
        {kind === 'learn' && 'Which squares would make the colours of your plans surest?'}
      </p>
      <button type="button" className="btn btn-primary btn-sm" onClick={() => void ask()}>
        Lay it out
      </button>
      {proposed?.map((tile) => (
        <div
          key={tile.question + tile.squares.length}
          className="border border-base-content/60 p-3"
          data-testid="proposed"
        >
          <p className="font-bold">{tile.question}</p>
          <p className="text-sm text-base-content/80">{tile.teaches}</p>
          <ol className="mt-2 flex flex-wrap gap-1">
            {tile.squares.map((square, i) => (
              <li
                key={i}
                className="h-9 w-12 border border-base-content/70"
                style={{ background: filmsHex(studio.bodies[tile.bodyId], square.films, studio.media, tile.cone) }}
                title={filmsWords(square.films, studio.media)}
              />
            ))}
          </ol>
        </div>
      ))}
      {proposed && proposed.length > 0 && (
        <button type="button" className="btn btn-sm" onClick={add}>
          {proposed.length === 1 ? 'Make this tile' : `Make these ${proposed.length} tiles`}
        </button>
      )}
    </section>
  )
}
