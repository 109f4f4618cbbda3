'use client'

import type { Motif } from '@/core/vocabulary/motif'
import { lineNames, type PieceDrawing } from '@/core/vocabulary/pieceDrawing'
import { Check, Field, LengthInput } from '@/ui/kit/fields'
import { GroundChoice } from './GroundChoice'

/** How a step works the lines of a drawing: which of them, how broad, the shape or what lies round it. */
export function FollowedMotif({
  drawing,
  motif,
  onMotif,
  ground,
}: {
  drawing: PieceDrawing
  motif: Motif
  onMotif: (motif: Motif) => void
  ground: readonly [string, string] | false
}) {
  const names = lineNames(drawing.motif.drawing)
  const set = (changes: Partial<Motif>) => onMotif({ ...motif, ...changes })
  const taken = motif.only ?? []
  const take = (only: string[]) => {
    const { only: _, ...all } = motif
    onMotif(only.length ? { ...all, only } : all)
  }
  return (
    <>
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <span className="w-24">
          <Field label="Line">
            {(id) => (
              <LengthInput id={id} mm={motif.lineMm} minMm={0.2} maxMm={20} onCommit={(lineMm) => set({ lineMm })} />
            )}
          </Field>
        </span>
        <Check
          label="outlines only"
          checked={motif.made === 'line'}
          onChange={(on) => set({ made: on ? 'line' : 'filled' })}
        />
      </div>
      {names.length > 0 && (
        <div role="group" aria-label="Which lines" className="flex flex-wrap gap-x-4">
          <Check label="all its lines" checked={taken.length === 0} onChange={() => take([])} />
          {names.map((name) => (
            <Check
              key={name}
              label={name}
              checked={taken.includes(name)}
              onChange={(on) => take(on ? [...taken, name] : taken.filter((other) => other !== name))}
            />
          ))}
        </div>
      )}
      <GroundChoice motif={motif} words={ground} set={set} />
      <p className="text-[0.8125rem] text-base-content/75">
        Position and size come from the drawing: dragging it moves every step that uses it.
      </p>
    </>
  )
}
