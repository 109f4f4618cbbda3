'use client'

import { inMm } from '@/core/base/units'
import clsx from 'clsx'
import { ZoomIn, ZoomOut } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { useInUnits } from '@/ui/kit/useInUnits'
import { areaOnMap, type AreasView } from '@/core/usecases/view/areasView'

/** Paper, lines, and areas that have no colour yet. */
const PAPER = [238, 232, 221] as const
const LINE = [52, 44, 38] as const

const rgbOf = (hex: string): [number, number, number] => [
  parseInt(hex.slice(1, 3), 16),
  parseInt(hex.slice(3, 5), 16),
  parseInt(hex.slice(5, 7), 16),
]

/** An area narrower than this share of the map has no room for its number. */
const LEGIBLE = 0.035

/** So many times closer than all of it one may come. */
const CLOSEST = 8

interface AreaMapProps {
  readonly view: AreasView
  readonly label: string
  /** Its colour as “#rrggbb”; null while it has none. */
  readonly colourOf: (id: number) => string | null
  readonly chosen: ReadonlySet<number>
  /** What a press does with it, for who cannot see the map. */
  readonly words: (id: number) => string
  readonly onPress: (id: number) => void
  readonly onLeak?: (leak: AreasView['leaks'][number]) => void
}

/** The areas of a drawing as a map that one presses: a wall unrolled with its rim on top, a flat part as one looks at it. */
export function AreaMap({ view, label, colourOf, chosen, words, onPress, onLeak }: AreaMapProps) {
  const inUnits = useInUnits()
  const canvas = useRef<HTMLCanvasElement>(null)
  const [closer, setCloser] = useState(1)
  /** Whether some of it is too small to be read or pressed where all of it is shown. */
  const isSmall = view.areas.some(({ widthMm }) => widthMm / view.mm[0] < LEGIBLE)
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (!context) return
    const image = context.createImageData(view.width, view.height)
    const known = new Map<number, readonly [number, number, number]>()
    const rgb = (id: number) => {
      let colour = known.get(id)
      if (!colour) {
        const hex = colourOf(id)
        known.set(id, (colour = hex ? rgbOf(hex) : PAPER))
      }
      return colour
    }
    for (let i = 0; i < view.ids.length; i++) {
      const id = view.ids[i]
      if (id < 0) continue
      const [r, g, b] = id === 0 ? LINE : rgb(id)
      const hatched = chosen.has(id) && (i + Math.floor(i / view.width)) % 7 === 0
      image.data.set(hatched ? [...LINE, 255] : [r, g, b, 255], 4 * i)
    }
    context.putImageData(image, 0, 0)
  }, [view, colourOf, chosen])
  return (
    <div className="max-w-md space-y-1" role="group" aria-label={label} data-testid="area-map">
      <div className="max-h-96 overflow-auto border border-base-content/60">
        <div className="relative" style={{ width: `${100 * closer}%` }}>
          <canvas
            ref={canvas}
            width={view.width}
            height={view.height}
            aria-hidden
            className="block w-full cursor-pointer"
            onClick={(event) => {
              const box = event.currentTarget.getBoundingClientRect()
              const id = areaOnMap(view, (event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height)
              if (id > 0) onPress(id)
            }}
          />
          {view.areas.map(({ id, on, called, widthMm }) => (
            <button
              key={id}
              type="button"
              aria-pressed={chosen.has(id)}
              aria-label={`Area ${id}${called ? `, ${called}` : ''}: ${words(id)}`}
              title={called || undefined}
              onClick={() => onPress(id)}
              className={clsx(
                // The pointer presses the map itself; the buttons are for the keyboard, and bear the numbers.
                'numbers pointer-events-none absolute -translate-1/2 rounded-full px-1 text-[0.6875rem] leading-4',
                (closer * widthMm) / view.mm[0] < LEGIBLE && 'opacity-0 focus:opacity-100',
                chosen.has(id) ? 'bg-base-content text-base-100' : 'bg-base-100/85 text-base-content',
              )}
              style={{ left: `${100 * on[0]}%`, top: `${100 * on[1]}%` }}
            >
              {id}
            </button>
          ))}
          {onLeak &&
            view.leaks.map((leak, i) => (
              <button
                key={i}
                type="button"
                aria-label={inUnits(`Close gap ${i + 1}, ${inMm(leak.widthMm.toFixed(1))}`)}
                title={inUnits(`A gap of ${inMm(leak.widthMm.toFixed(1))}: press to close it`)}
                disabled={!leak.closes}
                onClick={() => onLeak(leak)}
                className="absolute h-5 w-5 -translate-1/2 cursor-pointer rounded-full border-2 border-error bg-transparent"
                style={{ left: `${100 * leak.on[0]}%`, top: `${100 * leak.on[1]}%` }}
              />
            ))}
        </div>
      </div>
      {(closer > 1 || isSmall) && (
        <div className="flex gap-1.5">
          <button
            type="button"
            className="btn px-2 font-normal btn-sm"
            disabled={closer >= CLOSEST}
            onClick={() => setCloser(closer * 2)}
          >
            <ZoomIn size={15} aria-hidden /> Enlarge the map
          </button>
          <button
            type="button"
            className="btn px-2 font-normal btn-sm"
            disabled={closer === 1}
            onClick={() => setCloser(1)}
          >
            <ZoomOut size={15} aria-hidden /> Whole map
          </button>
        </div>
      )}
    </div>
  )
}
