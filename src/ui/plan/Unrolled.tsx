'use client'

import { isA } from '@/core/plan/step'
import clsx from 'clsx'
import { hiddenPatches } from '@/core/form/parts'
import { ZONES, type TurnedForm } from '@/core/form/turnedForm'
import type { Atlas } from '@/core/skin/atlas'
import type { Piece } from '@/core/model/piece'
import type { Step } from '@/core/plan/step'
import type { PlaceNote } from '@/core/usecases/words/placeNotes'
import { PIN } from '@/ui/kit/classNames'
import { standingPlace } from '@/core/usecases/create/handles'
import { ZONE_NAMES } from '@/core/form/zoneNames'
import { FLAT_PART_NAMES } from '@/core/vocabulary/place'
import { useFlatSkin } from '@/store/derived'
import { run } from '@/store/studioStore'
import { PixelCanvas } from '@/ui/kit/PixelCanvas'
import type { SkinAnswer } from '@/workers/protocol'

/** The skin laid flat: once round across, from the middle of the base at the foot of the picture to the middle of the floor at its head. */
export function Unrolled({
  skin,
  form,
  atlas,
  piece,
  afterStep,
  step,
  length,
  noted,
}: {
  skin: SkinAnswer
  form: TurnedForm
  atlas: Atlas
  piece: Piece
  afterStep: number
  step: Step | null
  length: (mm: number) => string
  /** What is noted on places of the piece. */
  noted: readonly PlaceNote[]
}) {
  const { value: pixels, busy } = useFlatSkin(skin)
  const marked = piece.steps.slice(0, afterStep + 1).findLast((step) => isA(step, 'marking out'))
  const sectors = marked?.sectors ?? 0
  const stand = standingPlace(piece, step, form)
  const [wall, ...joined] = atlas.charts
  const share = (mm: number) => `${100 * (1 - mm / form.totalMm)}%`
  return (
    <div
      className={clsx('absolute top-32 right-60 left-40', joined.length ? 'bottom-44' : 'bottom-10')}
      data-testid="unrolled"
      data-busy={busy}
    >
      {stand && (
        <p className="absolute -bottom-6 left-0 text-[0.8125rem]">
          Press where the motif should stand; it keeps to the marked sectors.
        </p>
      )}
      <div
        className={`relative h-full border border-[var(--stage-ink)] ${stand ? 'cursor-crosshair' : ''}`}
        onClick={(event) => {
          const box = event.currentTarget.getBoundingClientRect()
          const across = (event.clientX - box.left) / box.width
          const command = stand?.(across, (1 - (event.clientY - box.top) / box.height) * form.totalMm)
          if (command) run(command)
        }}
      >
        {pixels && (
          <PixelCanvas
            pixels={pixels}
            part={{ x: 0, y: 0, width: wall.grid.width, height: wall.grid.height }}
            label={`${piece.name}, unrolled`}
            className="absolute inset-0 h-full w-full -scale-y-100"
          />
        )}
        {ZONES.filter((zone) => form.zones[zone].to - form.zones[zone].from > form.totalMm * 0.03).map((zone) => (
          <div
            key={zone}
            className="absolute -left-36 w-34 border-t border-[var(--stage-ink)] text-right text-xs"
            style={{ top: share(form.zones[zone].to) }}
          >
            {(form.flat ? FLAT_PART_NAMES : ZONE_NAMES)[zone]},{' '}
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
        {noted.map(({ key, placed, where, notes }, i) =>
          placed.kind === 'spot' && !placed.on ? (
            <span
              key={key}
              className={clsx(PIN, 'h-5 w-5 text-[0.6875rem]')}
              style={{ left: `${100 * placed.across}%`, top: share(placed.alongMm) }}
              title={[where, ...notes.map(({ text }) => text)].join('\n')}
            >
              {i + 1}
            </span>
          ) : null,
        )}
        {hiddenPatches(form, piece.form.parts).map((patch, i) => (
          <span
            key={i}
            className="absolute border border-dashed border-[var(--stage-ink)] bg-[var(--stage)]/60 text-[0.625rem]"
            style={{
              left: `${100 * patch.left}%`,
              width: `${100 * (patch.right - patch.left)}%`,
              top: share(patch.to),
              height: `${(100 * (patch.to - patch.from)) / form.totalMm}%`,
            }}
          >
            {patch.part.name ?? patch.part.kind}
          </span>
        ))}
      </div>
      {pixels && joined.length > 0 && (
        <ul
          className="absolute top-full mt-8 flex max-w-full gap-3 overflow-x-auto"
          aria-label="What is joined, unrolled"
        >
          {joined.map(({ surface, grid, x, y }) => (
            <li key={surface.id} className="shrink-0 text-xs">
              <PixelCanvas
                pixels={pixels}
                part={{ x, y, width: grid.width, height: grid.height }}
                label={`${surface.name}, unrolled`}
                className="h-20 max-w-40 min-w-8 -scale-y-100 border border-[var(--stage-ink)]"
              />
              {surface.name}, <span className="numbers">{length(surface.form.totalMm)}</span>
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}
