'use client'

import { isA } from '@/core/plan/step'
import type { StepOf } from '@/core/plan/step'
import { TEXTURE_KINDS, TEXTURE } from '@/core/vocabulary/textures'
import { TOOL, TOOLS } from '@/core/vocabulary/tools'
import { Check, Field, LengthInput, Segments, Select } from '@/ui/kit/fields'
import { MotifFields } from './MotifFields'
import { PlaceFields } from './PlaceFields'
import type { FieldsProps } from './types'

export function CutFields(props: FieldsProps<StepOf<'carve'> | StepOf<'incise'>>) {
  const { step, change } = props
  return (
    <>
      <div className="grid grid-cols-[1fr_6rem] gap-3">
        <Field label="Tool" hint={TOOL[step.tool].words}>
          {(id) => (
            <Select
              id={id}
              value={step.tool}
              choices={TOOLS.map((t) => [t, TOOL[t].name] as const)}
              onChange={(tool) =>
                change({
                  tool,
                  ...(isA(step, 'carving') ? { depthMm: TOOL[tool].depthMm } : {}),
                  motif: { ...step.motif, lineMm: TOOL[tool].lineMm },
                })
              }
            />
          )}
        </Field>
        <Field label="Depth">
          {(id) => (
            <LengthInput
              id={id}
              mm={step.depthMm}
              minMm={0.02}
              maxMm={20}
              onCommit={(depthMm) => change({ depthMm })}
            />
          )}
        </Field>
      </div>
      <MotifFields
        {...props}
        motif={step.motif}
        onMotif={(motif) => change({ motif })}
        follows
        ground={isA(step, 'carving') ? ['carve the lines', 'clear the ground'] : false}
      />
      <Check
        label="Damp, with a respirator"
        checked={step.protection === 'dampAndRespirator'}
        onChange={(on) => change({ protection: on ? 'dampAndRespirator' : 'none' })}
      />
    </>
  )
}

export function ImpressFields({ piece, step, change }: FieldsProps<StepOf<'impress'>>) {
  return (
    <>
      <div className="grid grid-cols-[1fr_5.5rem_5.5rem] gap-3">
        <Field label="Texture" hint={TEXTURE[step.texture].words}>
          {(id) => (
            <Select
              id={id}
              value={step.texture}
              choices={TEXTURE_KINDS.map((t) => [t, TEXTURE[t].name] as const)}
              onChange={(texture) => change({ texture })}
            />
          )}
        </Field>
        <Field label="Grain">
          {(id) => (
            <LengthInput id={id} mm={step.sizeMm} minMm={0.8} maxMm={60} onCommit={(sizeMm) => change({ sizeMm })} />
          )}
        </Field>
        <Field label="Depth">
          {(id) => (
            <LengthInput
              id={id}
              mm={step.depthMm}
              minMm={0.02}
              maxMm={20}
              onCommit={(depthMm) => change({ depthMm })}
            />
          )}
        </Field>
      </div>
      <PlaceFields piece={piece} place={step.place} change={change} />
    </>
  )
}

export function WipeFields({ piece, step, change }: FieldsProps<StepOf<'wipe'>>) {
  return (
    <>
      <div className="flex flex-wrap gap-3">
        <Segments
          small
          label="Sponge"
          value={step.sponge}
          choices={[
            ['wrung', 'wrung sponge'],
            ['wet', 'wet sponge'],
          ]}
          onChange={(sponge) => change({ sponge })}
        />
        <Segments
          small
          label="Pressure"
          value={step.pressure}
          choices={[
            ['light', 'light'],
            ['firm', 'firm'],
            ['hard', 'hard'],
          ]}
          onChange={(pressure) => change({ pressure })}
        />
      </div>
      <PlaceFields piece={piece} place={step.place} change={change} />
    </>
  )
}

export function EtchFields({ piece, step, change }: FieldsProps<StepOf<'etch'>>) {
  return (
    <>
      <div className="flex flex-wrap items-end gap-3">
        <Field label="Depth">
          {(id) => (
            <LengthInput id={id} mm={step.depthMm} minMm={0.1} maxMm={8} onCommit={(depthMm) => change({ depthMm })} />
          )}
        </Field>
        <Check label="Let it dry after each round" checked={step.waits} onChange={(waits) => change({ waits })} />
      </div>
      <PlaceFields piece={piece} place={step.place} change={change} />
    </>
  )
}
