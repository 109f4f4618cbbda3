'use client'

import { useState } from 'react'
import { formatLength } from '@/core/base/units'
import { drawnLines, tellOfLines, type ToldOfLines } from '@/core/usecases/create/drawnLines'
import type { Drawing } from '@/core/vocabulary/motif'
import { lineNames } from '@/core/vocabulary/pieceDrawing'
import { TOOL, TOOLS } from '@/core/vocabulary/tools'
import type { Studio } from '@/core/model/studio'
import { Field, LengthInput } from '@/ui/kit/fields'
import { TextInput } from '@/ui/kit/TextInput'

/** How broad a line is to press, as a share of the height of the drawing. */
const PRESSED = 0.035

/** The lines of a drawing one by one: pressed on a small picture, named, given a tool of their own. Steps may take the named ones. */
export function LinesOfDrawing({
  drawing,
  settings,
  onDrawing,
}: {
  drawing: Drawing
  settings: Studio['settings']
  /** Line art as it is now, and what lines are called if they were named. */
  onDrawing: (drawing: Drawing, name: string | undefined) => void
}) {
  const [chosen, setChosen] = useState<readonly string[]>([])
  const [here, setHere] = useState(0)
  const lines = drawnLines(drawing)
  const taken = lines.filter(({ key }) => chosen.includes(key))
  const names = lineNames(drawing)
  const tell = (told: ToldOfLines) => {
    const next = tellOfLines(
      drawing,
      taken.map(({ key }) => key),
      told,
    )
    setChosen(next.chosen)
    onDrawing(next.drawing, told.name)
  }
  const press = (key: string) =>
    setChosen(chosen.includes(key) ? chosen.filter((other) => other !== key) : [...chosen, key])
  const { aspect } = drawing
  const screen = (points: readonly (readonly [number, number])[]) =>
    points.map(([x, y]) => `${x.toFixed(4)},${(1 - y).toFixed(4)}`).join(' ')
  const one = taken.length === 1 ? 'this line' : `these ${taken.length} lines`
  const same = <T,>(values: readonly T[]): T | null =>
    values.length && values.every((v) => v === values[0]) ? values[0] : null
  const name = same(taken.map((line) => line.name)) ?? ''
  const toolMm = same(taken.map((line) => line.toolMm))
  if (!lines.length) return null
  const cursor = Math.min(here, lines.length - 1)
  return (
    <details className="border border-base-content/40">
      <summary className="cursor-pointer px-2 py-1 text-sm">Its lines: names, and a tool for each</summary>
      <div className="space-y-2 px-2 pb-2">
        <p className="text-[0.8125rem] text-base-content/80">
          Press lines to choose them. By keyboard: arrows go from line to line, the space bar chooses.
        </p>
        <svg
          viewBox={`${-PRESSED} ${-PRESSED} ${aspect + 2 * PRESSED} ${1 + 2 * PRESSED}`}
          role="listbox"
          tabIndex={0}
          aria-multiselectable
          aria-label="Lines of the drawing"
          aria-activedescendant={`line-${lines[cursor].key}`}
          className="group mx-auto block max-h-72 w-full border border-base-content/40 bg-base-100"
          onKeyDown={(event) => {
            const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key]
            if (by) setHere((cursor + by + lines.length) % lines.length)
            else if (event.key === ' ' || event.key === 'Enter') press(lines[cursor].key)
            else return
            event.preventDefault()
          }}
        >
          {lines.map((line, i) => {
            const on = chosen.includes(line.key)
            return (
              <g
                key={line.key}
                id={`line-${line.key}`}
                role="option"
                aria-selected={on}
                aria-label={`Line ${i + 1}${line.name ? `, ${line.name}` : ''}`}
                className="cursor-pointer"
                onClick={() => {
                  setHere(i)
                  press(line.key)
                }}
              >
                <polyline
                  points={screen(line.points)}
                  fill="none"
                  stroke="var(--color-primary)"
                  strokeOpacity={i === cursor ? 0.25 : 0}
                  strokeWidth={PRESSED}
                  pointerEvents="stroke"
                  className={i === cursor ? 'opacity-0 group-focus-visible:opacity-100' : ''}
                />
                <polyline
                  points={screen(line.points)}
                  fill="none"
                  stroke={on ? 'var(--color-primary)' : 'currentColor'}
                  strokeWidth={on ? 0.014 : line.toolMm ? 0.008 : 0.005}
                  strokeLinecap="round"
                  strokeLinejoin="round"
                  pointerEvents="none"
                />
              </g>
            )
          })}
        </svg>
        <div className="flex flex-wrap gap-1.5">
          <button
            type="button"
            className="btn font-normal btn-sm"
            onClick={() => setChosen(taken.length === lines.length ? [] : lines.map(({ key }) => key))}
          >
            {taken.length === lines.length ? 'None' : `All ${lines.length}`}
          </button>
          {names.map((other) => (
            <button
              key={other}
              type="button"
              className="btn font-normal btn-sm"
              onClick={() => setChosen(lines.filter((line) => line.name === other).map(({ key }) => key))}
            >
              {other}
            </button>
          ))}
        </div>
        {taken.length > 0 && (
          <div className="grid grid-cols-[1fr_7rem] items-end gap-x-3 gap-y-2">
            <Field label={`Name of ${one}`}>
              {(id) => (
                <TextInput
                  id={id}
                  value={name}
                  maxLength={40}
                  placeholder="veins, outline"
                  valid={() => true}
                  onCommit={(own) => tell({ name: own })}
                />
              )}
            </Field>
            <Field label="Their tool, wide">
              {(id) => (
                <LengthInput id={id} mm={toolMm ?? 1} minMm={0.2} maxMm={20} onCommit={(mm) => tell({ toolMm: mm })} />
              )}
            </Field>
            <div role="group" aria-label={`Tool of ${one}`} className="col-span-2 flex flex-wrap gap-1.5">
              <button
                type="button"
                aria-pressed={toolMm === null}
                className="btn font-normal btn-xs aria-pressed:bg-primary aria-pressed:text-primary-content"
                onClick={() => tell({ toolMm: null })}
              >
                the step’s own
              </button>
              {TOOLS.map((tool) => (
                <button
                  key={tool}
                  type="button"
                  aria-pressed={toolMm === TOOL[tool].lineMm}
                  className="btn font-normal btn-xs aria-pressed:bg-primary aria-pressed:text-primary-content"
                  onClick={() => tell({ toolMm: TOOL[tool].lineMm })}
                >
                  {TOOL[tool].name}, {formatLength(TOOL[tool].lineMm, settings.length)}
                </button>
              ))}
            </div>
          </div>
        )}
      </div>
    </details>
  )
}
