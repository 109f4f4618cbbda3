'use client'

import { hiddenPatches } from '@/core/form/parts'
import { ZONES, type TurnedForm } from '@/core/form/turnedForm'
import type { Piece } from '@/core/model/piece'
import type { Step } from '@/core/plan/step'
import { standingPlace } from './handles'
import { FLAT_PART_NAMES, PART_NAMES } from '@/core/vocabulary/place'
import { useFlatSkin } from '@/store/derived'
import { PixelCanvas } from '@/ui/kit/PixelCanvas'
import type { SkinAnswer } from '@/workers/protocol'

/** The skin laid flat: once round across, from the middle of the base at the foot of the picture to the middle of the floor at its head. */
export function Unrolled({
  skin,
  form,
  piece,
  afterStep,
  step,
  length,
}: {
  skin: SkinAnswer
  form: TurnedForm
  piece: Piece
  afterStep: number
  step: Step | null
  length: (mm: number) => string
}) {
  const { value: pixels, busy } = useFlatSkin(skin)
  const marked = piece.steps.slice(0, afterStep + 1).findLast((step) => step.act === 'divide')
  const sectors = marked?.act === 'divide' ? marked.sectors : 0
  const stand = standingPlace(piece, step, form)
  const share = (mm: number) => `${100 * (1 - mm / form.totalMm)}%`
  return (
    <div className="absolute top-32 right-60 bottom-24 left-40" data-testid="unrolled" data-busy={busy}>
      {stand && (
        <p className="absolute -bottom-6 left-0 text-[13px]">
          Press where the motif should stand; it keeps to the marked sectors.
        </p>
      )}
      <div
        className={`relative h-full border border-[var(--stage-ink)] ${stand ? 'cursor-crosshair' : ''}`}
        onClick={(event) => {
          const box = event.currentTarget.getBoundingClientRect()
          stand?.((event.clientX - box.left) / box.width, (1 - (event.clientY - box.top) / box.height) * form.totalMm)
        }}
      >
        {pixels && (
          <PixelCanvas
            pixels={pixels}
            label={`${piece.name}, its skin unrolled`}
            className="absolute inset-0 h-full w-full -scale-y-100"
          />
        )}
        {ZONES.filter((zone) => form.zones[zone].to - form.zones[zone].from > form.totalMm * 0.03).map((zone) => (
          <div
            key={zone}
            className="absolute -left-36 w-34 border-t border-[var(--stage-ink)] text-right text-xs"
            style={{ top: share(form.zones[zone].to) }}
          >
            {(form.flat ? FLAT_PART_NAMES : PART_NAMES)[zone]},{' '}
            <span className="numbers">{length(form.zones[zone].to - form.zones[zone].from)}</span>
          </div>
        ))}
        {Array.from({ length: sectors }, (_, k) => (
          <span
            key={k}
            aria-hidden
            className="absolute inset-y-0 w-px bg-[var(--stage-ink)] opacity-50 mix-blend-difference"
            style={{ left: `${(100 * k) / sectors}%` }}
          />
        ))}
        {hiddenPatches(form, piece.form.parts).map((patch, i) => (
          <span
            key={i}
            className="absolute border border-dashed border-[var(--stage-ink)] bg-[var(--stage)]/60 text-[10px]"
            style={{
              left: `${100 * patch.left}%`,
              width: `${100 * (patch.right - patch.left)}%`,
              top: share(patch.to),
              height: `${(100 * (patch.to - patch.from)) / form.totalMm}%`,
            }}
          >
            {patch.part.kind}
          </span>
        ))}
      </div>
    </div>
  )
}
