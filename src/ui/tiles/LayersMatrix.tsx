'use client'

import { useLayoutEffect, useRef, useState } from 'react'
import { CONES, conesOutside, type Cone } from '@/core/firing/cones'
import { differenceWords } from '@/core/colour/differenceWords'
import type { Studio } from '@/core/model/studio'
import { sureWord } from '@/core/usecases/cupboard/sureWord'
import { clearsAt, layerable, pairFilms } from '@/core/usecases/tiles/layerFilms'
import type { LayerMatrix } from '@/core/usecases/tiles/layerMatrix'
import { useLayers } from '@/store/colours'
import { Check, Select } from '@/ui/kit/fields'
import { LayersInUse } from './LayersInUse'

interface Cell {
  readonly row: number
  readonly column: number
}

const CELL = 22
const HEAD = 150

/** Every jar over every jar on one clay: rows lie below, columns above, so that both orders of a pair are there. */
export function LayersMatrix({ studio }: { studio: Studio }) {
  const bodies = Object.values(studio.bodies)
  const [bodyId, setBodyId] = useState(bodies[0]?.id ?? '')
  const body = studio.bodies[bodyId] ?? bodies[0]
  const [wantedCone, setCone] = useState<Cone | null>(null)
  const [wantedClear, setClear] = useState<string | null>(null)
  const [food, setFood] = useState(false)
  const [calm, setCalm] = useState(false)
  const cones = body ? CONES.filter((c) => conesOutside(c, body.range) === 0) : []
  const cone = wantedCone && cones.includes(wantedCone) ? wantedCone : cones[Math.floor(cones.length / 2)]
  const clears = cone ? clearsAt(studio.media, cone) : []
  const clear = wantedClear === 'none' ? null : (clears.find((c) => c.id === wantedClear) ?? clears[0] ?? null)
  const ids = (cone ? layerable(studio.media, cone) : [])
    .filter((m) => (!food || m.labelledFoodSafe) && (!calm || !m.cautions.includes('runs')))
    .map((m) => m.id)
  const { value, busy, problem } = useLayers(
    studio,
    body && cone ? { bodyId: body.id, cone, clearId: clear?.id ?? null, ids } : null,
  )
  const [cell, setCell] = useState<Cell>({ row: 0, column: 1 })
  if (!body || !cone) return <p>There is no clay in the cupboard yet.</p>
  const shown = value && cell.row < value.ids.length && cell.column < value.ids.length ? cell : { row: 0, column: 0 }
  const films = value?.ids.length
    ? pairFilms(studio.media[value.ids[shown.row]], studio.media[value.ids[shown.column]], clear)
    : null
  const expected = value ? value.expected[shown.row * value.ids.length + shown.column] : 0
  return (
    <div className="space-y-4" data-testid="layers" data-busy={busy}>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <Choice label="On" value={body.id} choices={bodies.map((b) => [b.id, b.name] as const)} onChange={setBodyId} />
        <Choice
          label="Fired to"
          value={cone}
          choices={cones.map((c) => [c, `cone ${c}`] as const)}
          onChange={(c) => setCone(CONES.find((known) => known === c) ?? null)}
        />
        <Choice
          label="Under"
          value={clear?.id ?? 'none'}
          choices={[['none', 'nothing, bare'] as const, ...clears.map((c) => [c.id, c.name] as const)]}
          onChange={setClear}
        />
        <Check label="only labelled for food" checked={food} onChange={setFood} />
        <Check label="without what runs" checked={calm} onChange={setCalm} />
      </div>
      {problem && (
        <p role="alert" className="text-sm text-error">
          {problem}
        </p>
      )}
      <div className="grid gap-6 xl:grid-cols-[minmax(0,1fr)_22rem]">
        {value && value.ids.length > 0 ? (
          <Grid matrix={value} studio={studio} cell={shown} onCell={setCell} />
        ) : (
          <p className="text-sm">
            {busy ? 'The layers are being worked out …' : 'No jar in the cupboard stands this cone.'}
          </p>
        )}
        {films && value && (
          <LayersInUse
            films={films}
            bodyId={body.id}
            cone={cone}
            studio={studio}
            fired={null}
            note={`${sureWord(expected)}: a difference of ΔE ${expected.toFixed(1)} would be ${differenceWords(expected)}`}
          />
        )}
      </div>
    </div>
  )
}

function Choice({
  label,
  value,
  choices,
  onChange,
}: {
  label: string
  value: string
  choices: readonly (readonly [string, string])[]
  onChange: (value: string) => void
}) {
  return (
    <label className="flex items-center gap-2 text-sm">
      {label}
      <span className="w-48">
        <Select label={label} value={value} choices={choices} onChange={onChange} />
      </span>
    </label>
  )
}

const MOVES: Readonly<Record<string, readonly [rows: number, columns: number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
  PageUp: [-5, 0],
  PageDown: [5, 0],
}

/** The matrix as one picture, with a frame over it that keys and pointer move. */
function Grid({
  matrix,
  studio,
  cell,
  onCell,
}: {
  matrix: LayerMatrix
  studio: Studio
  cell: Cell
  onCell: (cell: Cell) => void
}) {
  const { ids } = matrix
  const n = ids.length
  const within = (v: number) => Math.min(n - 1, Math.max(0, v))
  const words = (row: number, column: number) =>
    row === column
      ? `${studio.media[ids[row]].name} alone`
      : `${studio.media[ids[column]].name} over ${studio.media[ids[row]].name}`
  return (
    <div className="overflow-auto">
      <div className="relative" style={{ width: HEAD + n * CELL + 60, height: HEAD + n * CELL }}>
        {ids.map((id, i) => (
          <span
            key={`c${id}`}
            aria-hidden
            className={`absolute origin-bottom-left -rotate-60 truncate text-xs ${i === cell.column ? 'font-bold' : ''}`}
            style={{ left: HEAD + i * CELL + CELL * 0.7, top: HEAD - 20, width: 158 }}
          >
            {studio.media[id].name}
          </span>
        ))}
        {ids.map((id, i) => (
          <span
            key={`r${id}`}
            aria-hidden
            className={`absolute left-0 truncate pr-2 text-right text-xs ${i === cell.row ? 'font-bold' : ''}`}
            style={{ top: HEAD + i * CELL + 3, width: HEAD }}
          >
            {studio.media[id].name}
          </span>
        ))}
        <div
          role="application"
          tabIndex={0}
          aria-label={`Layers, ${n} by ${n}: what lies below in rows, above in columns. Arrow keys move. ${words(cell.row, cell.column)}`}
          className="absolute cursor-pointer"
          style={{ left: HEAD, top: HEAD, width: n * CELL, height: n * CELL }}
          onKeyDown={(event) => {
            const move = MOVES[event.key]
            if (!move) return
            event.preventDefault()
            onCell({ row: within(cell.row + move[0]), column: within(cell.column + move[1]) })
          }}
          onClick={(event) => {
            const box = event.currentTarget.getBoundingClientRect()
            onCell({
              row: within(Math.floor((event.clientY - box.top) / CELL)),
              column: within(Math.floor((event.clientX - box.left) / CELL)),
            })
          }}
        >
          <MatrixPicture matrix={matrix} />
          <span
            aria-hidden
            className="pointer-events-none absolute border-2 border-base-content outline-2 outline-base-100"
            style={{ left: cell.column * CELL, top: cell.row * CELL, width: CELL, height: CELL }}
          />
        </div>
      </div>
      <p className="mt-2 text-sm" aria-live="polite">
        <b>{words(cell.row, cell.column)}</b>
        {cell.row !== cell.column && (
          <>
            ; the other way round, {words(cell.column, cell.row)}:{' '}
            <span
              className="inline-block h-4 w-10 border border-base-content align-middle"
              style={{ background: rgbOf(matrix, cell.column, cell.row) }}
            />
          </>
        )}
      </p>
      <p className="text-xs text-base-content/75">
        Rows lie below, columns above; on the diagonal each jar alone. A dot: estimated, a tile makes it sure. Colour in
        three coats, glaze as a dip, wash in one.
      </p>
    </div>
  )
}

const rgbOf = ({ rgb, ids }: LayerMatrix, row: number, column: number): string => {
  const i = (row * ids.length + column) * 3
  return `rgb(${rgb[i]} ${rgb[i + 1]} ${rgb[i + 2]})`
}

/** ΔE from which a colour is marked as a guess [our choice]. */
const GUESS = 7

function MatrixPicture({ matrix }: { matrix: LayerMatrix }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const n = matrix.ids.length
  useLayoutEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (!context) return
    for (let row = 0; row < n; row++)
      for (let column = 0; column < n; column++) {
        context.fillStyle = rgbOf(matrix, row, column)
        context.fillRect(column * CELL, row * CELL, CELL - 1, CELL - 1)
        if (matrix.expected[row * n + column] < GUESS) continue
        const i = (row * n + column) * 3
        context.fillStyle = matrix.rgb[i] + matrix.rgb[i + 1] + matrix.rgb[i + 2] > 380 ? '#0009' : '#fffb'
        context.fillRect(column * CELL + CELL - 6, row * CELL + CELL - 6, 3, 3)
      }
  }, [matrix, n])
  return <canvas ref={canvas} width={n * CELL} height={n * CELL} aria-hidden />
}
