'use client'

import { buildForm } from '@/core/form/buildForm'
import { widestMm } from '@/core/sheets/measures'
import { CLAY_WATER, dryness } from '@/core/clay/drying/clayWater'
import { STAGE, STAGES, type Stage } from '@/core/clay/stages'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { columnOf } from '@/core/usecases/drying/pieceDrying'
import { sizeOf, type SheetSize } from '@/core/usecases/sheets/sheetInput'
import { formatLength } from '@/core/base/units'
import { hasBeenFired } from '@/core/plan/timeline'
import { useDrying } from '@/store/days'
import { Field, LengthInput, Select } from '@/ui/kit/fields'

/** Stages at which the size of a piece differs. */
const SIZES: readonly Stage[] = STAGES.filter((stage) => stage !== 'glazedRaw')

/** For which size a sheet is: a stage, the clay as it dries now, or what a rule says. */
export function SizeFields({
  piece,
  studio,
  size,
  onSize,
}: {
  piece: Piece
  studio: Studio
  size: SheetSize
  onSize: (size: SheetSize) => void
}) {
  const { drying } = useDrying(piece, studio)
  const form = buildForm(piece.form)
  const madeMm = form.ok ? widestMm(form.value) : 0
  const now = drying && !hasBeenFired(piece.steps) ? columnOf(drying, 'wall') : null
  const clay = CLAY_WATER[studio.bodies[piece.bodyId].water]
  const omega = now ? dryness(clay, now.waterNow) : null
  const stageNow = now && now.stageNow !== 'tooFirm' ? now.stageNow : 'hardLeatherHard'
  const { scale } = sizeOf(piece, studio, size)
  const chosen = size.omega !== undefined ? 'now' : size.stage
  return (
    <>
      <Field label="For clay that is">
        {(id) => (
          <Select<Stage | 'now'>
            id={id}
            value={chosen}
            choices={[
              ...SIZES.map((stage) => [stage, STAGE[stage].name] as const),
              ...(omega !== null ? [['now', 'as it has dried by now'] as const] : []),
            ]}
            onChange={(stage) =>
              onSize(
                stage === 'now'
                  ? { stage: stageNow, omega: Math.max(0, omega ?? 0), measured: null }
                  : { stage, measured: null },
              )
            }
          />
        )}
      </Field>
      <Field
        label="Widest place, measured now"
        hint={`made ${formatLength(madeMm, studio.settings.length)} wide as made; measuring gives the best fit`}
      >
        {(id) => (
          <LengthInput
            id={id}
            mm={Number((madeMm * scale).toFixed(1))}
            minMm={madeMm * 0.7}
            maxMm={madeMm * 1.02}
            onCommit={(mm) => onSize({ stage: size.stage, measured: mm / madeMm })}
          />
        )}
      </Field>
      {size.measured !== null && (
        <button type="button" className="btn font-normal btn-sm" onClick={() => onSize({ ...size, measured: null })}>
          Go by the stage again
        </button>
      )}
    </>
  )
}
