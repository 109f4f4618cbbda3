'use client'

import { celsiusApart, formatTemperature, inMm } from '@/core/base/units'
import { COVER_NAMES, COVERS, DRYING_STAGES, STAGE } from '@/core/clay/stages'
import { CONES, coneCelsius } from '@/core/firing/cones'
import { PRESETS } from '@/core/form/presets'
import { sectorChord } from '@/core/form/repeats'
import { aroundMm, profileAt, type TurnedForm } from '@/core/form/turnedForm'
import type { StepOf } from '@/core/plan/step'
import { Check, Field, LengthInput, NumberInput, Select } from '@/ui/kit/fields'
import type { FieldsProps } from './types'

export function BringFields({ step, change }: FieldsProps<StepOf<'bring'>>) {
  return (
    <div className="grid grid-cols-2 gap-3">
      <Field label="Dry it to">
        {(id) => (
          <Select
            id={id}
            value={step.to}
            choices={DRYING_STAGES.map((s) => [s, STAGE[s].name] as const)}
            onChange={(to) => change({ to })}
          />
        )}
      </Field>
      <Field label="Kept">
        {(id) => (
          <Select
            id={id}
            value={step.cover}
            choices={COVERS.map((c) => [c, COVER_NAMES[c]] as const)}
            onChange={(cover) => change({ cover })}
          />
        )}
      </Field>
      <Field label="Moving air" hint={step.blower === 'dryer' ? 'firms the skin, not the wall; keep it moving' : ''}>
        {(id) => (
          <Select
            id={id}
            value={step.blower}
            choices={[
              ['none', 'none'],
              ['fan', 'a fan'],
              ['dryer', 'a hair dryer'],
            ]}
            onChange={(blower) => change({ blower })}
          />
        )}
      </Field>
    </div>
  )
}

export function DivideFields({ form, step, change }: FieldsProps<StepOf<'divide'>>) {
  return (
    <div className="grid grid-cols-2 gap-3">
      <Field label="Equal sectors" hint={form ? sectorHint(form, step) : ''}>
        {(id) => (
          <NumberInput
            id={id}
            value={step.sectors}
            min={2}
            max={120}
            step={1}
            onCommit={(sectors) => change({ sectors: Math.round(sectors) })}
          />
        )}
      </Field>
      <Field label="Marked at, up the wall">
        {(id) => <LengthInput id={id} mm={step.upMm} minMm={0} maxMm={1000} onCommit={(upMm) => change({ upMm })} />}
      </Field>
    </div>
  )
}

function sectorHint(form: TurnedForm, step: StepOf<'divide'>): string {
  const { r } = profileAt(form, form.zones.outside.from + step.upMm)
  return (
    `${inMm((aroundMm(form, r) / step.sectors).toFixed(1))} each round the wall, ` +
    `${inMm(sectorChord(r, step.sectors).toFixed(1))} with a compass`
  )
}

export const FootFields = ({ step, change }: FieldsProps<StepOf<'cleanFoot'>>) => (
  <Field label="Bare above the foot">
    {(id) => <LengthInput id={id} mm={step.upMm} minMm={0} maxMm={100} onCommit={(upMm) => change({ upMm })} />}
  </Field>
)

export function FireFields({ studio, piece, step, change }: FieldsProps<StepOf<'fire'>>) {
  return (
    <>
      <div className="grid grid-cols-2 gap-3">
        <Field label="Firing">
          {(id) => (
            <Select
              id={id}
              value={step.firing}
              choices={[
                ['bisque', 'bisque'],
                ['decoration', 'decoration'],
                ['glaze', 'glaze'],
              ]}
              onChange={(firing) => change({ firing })}
            />
          )}
        </Field>
        <Field label="Cone" hint={`at ${celsiusApart(60)} an hour; check your maker’s chart`}>
          {(id) => (
            <Select
              id={id}
              value={step.cone}
              choices={CONES.map(
                (c) => [c, `${c}, about ${formatTemperature(coneCelsius(c), studio.settings.temperature)}`] as const,
              )}
              onChange={(cone) => change({ cone })}
            />
          )}
        </Field>
      </div>
      {step.firing === 'glaze' && (
        <Check
          label={`On a waster slab, ${inMm(20)} wider all round`}
          checked={step.slab}
          onChange={(slab) => change({ slab })}
        />
      )}
      {(step.wire || PRESETS[piece.form.preset].solid) && (
        <Check
          label="Strung on a wire, touching nothing"
          checked={step.wire ?? false}
          onChange={(wire) => change({ wire })}
        />
      )}
    </>
  )
}
