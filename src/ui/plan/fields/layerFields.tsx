'use client'

import { Plus, X } from 'lucide-react'
import { kindsLaidBy } from '@/core/vocabulary/mediumKinds'
import { gripped } from '@/core/plan/acts/glaze'
import type { StepOf } from '@/core/plan/step'
import { APPLICATOR, APPLICATORS, GLAZING, GLAZINGS, LINER, LINERS } from '@/core/vocabulary/tools'
import { Check, Field, LengthInput, NumberInput, Segments, Select } from '@/ui/kit/fields'
import { MediumField } from './MediumField'
import { MotifFields } from './MotifFields'
import { PlaceFields } from './PlaceFields'
import { SprayFields } from './SprayFields'
import type { FieldsProps } from './types'

function CoatsField({ coats, most, onCommit }: { coats: number; most: number; onCommit: (coats: number) => void }) {
  return (
    <Field label="Coats">
      {(id) => (
        <NumberInput
          id={id}
          value={coats}
          min={1}
          max={most}
          step={1}
          onCommit={(value) => onCommit(Math.round(value))}
        />
      )}
    </Field>
  )
}

export function CoatFields(props: FieldsProps<StepOf<'coat'>>) {
  const { piece, studio, step, change } = props
  return (
    <>
      <MediumField
        studio={studio}
        kinds={kindsLaidBy('coat')}
        value={step.mediumId}
        onChange={(mediumId) => change({ mediumId })}
      />
      <div className="grid grid-cols-[4.5rem_1fr] gap-3">
        <CoatsField coats={step.coats} most={24} onCommit={(coats) => change({ coats })} />
        <Field label="Laid on with">
          {(id) => (
            <Select
              id={id}
              value={step.applicator}
              choices={APPLICATORS.map((a) => [a, APPLICATOR[a].name] as const)}
              onChange={(applicator) => change({ applicator })}
            />
          )}
        </Field>
      </div>
      {step.applicator === 'spray' && (
        <SprayFields place={step.place} aim={step.spray} onAim={(spray) => change({ spray })} />
      )}
      <PlaceFields piece={piece} place={step.place} change={change} />
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
        <Check label="Each coat matte before the next" checked={step.waits} onChange={(waits) => change({ waits })} />
        <Check
          label="Thin on purpose: the clay shows through"
          checked={step.intent === 'blush'}
          onChange={(blush) => change({ intent: blush ? 'blush' : 'cover' })}
        />
      </div>
      <details
        className="border border-base-content/40"
        open={step.mix.length > 0 || step.blend !== null || step.water > 0}
      >
        <summary className="cursor-pointer px-2 py-1 text-sm">More: mix jars, add water, fade, brush direction</summary>
        <div className="space-y-2 px-2 pb-2">
          <MixFields {...props} />
          <div className="flex items-end gap-3">
            <div className="w-28">
              <Field label="Water added, %">
                {(id) => (
                  <NumberInput
                    id={id}
                    value={Math.round(step.water * 100)}
                    min={0}
                    max={90}
                    step={5}
                    onCommit={(percent) => change({ water: percent / 100 })}
                  />
                )}
              </Field>
            </div>
            {step.applicator === 'brush' && (
              <Segments
                small
                label="Brush direction"
                value={step.direction}
                choices={[
                  ['crossed', 'crossed'],
                  ['oneWay', 'one way'],
                ]}
                onChange={(direction) => change({ direction })}
              />
            )}
          </div>
        </div>
      </details>
    </>
  )
}

/** Other media stirred in by parts, and a gradient into another. */
function MixFields({ studio, step, change }: FieldsProps<StepOf<'coat'>>) {
  const others = Object.values(studio.media).filter(
    (m) => m.kind === (studio.media[step.mediumId]?.kind ?? 'underglaze') && m.id !== step.mediumId,
  )
  const choices = others.map((m) => [m.id, m.name] as const)
  return (
    <>
      {step.mix.map((part, i) => (
        <div key={i} className="grid grid-cols-[4.5rem_1fr_auto] items-center gap-2">
          <NumberInput
            label={`Parts of colour ${i + 2}`}
            value={part.parts}
            min={0.1}
            max={100}
            step={0.5}
            unit=": 1"
            onCommit={(parts) => change({ mix: step.mix.map((m, k) => (k === i ? { ...m, parts } : m)) })}
          />
          <Select
            label={`Colour ${i + 2}`}
            value={part.mediumId}
            choices={choices}
            onChange={(mediumId) => change({ mix: step.mix.map((m, k) => (k === i ? { ...m, mediumId } : m)) })}
          />
          <button
            type="button"
            className="btn btn-ghost px-1 btn-sm"
            aria-label={`Leave colour ${i + 2} out`}
            onClick={() => change({ mix: step.mix.filter((_, k) => k !== i) })}
          >
            <X size={15} />
          </button>
        </div>
      ))}
      <div className="flex flex-wrap gap-2">
        {step.mix.length < 3 && others.length > 0 && (
          <button
            type="button"
            className="btn font-normal btn-xs"
            onClick={() => change({ mix: [...step.mix, { mediumId: others[0].id, parts: 1 }] })}
          >
            <Plus size={13} aria-hidden /> stir in another
          </button>
        )}
        {!step.blend && others.length > 0 && (
          <button
            type="button"
            className="btn font-normal btn-xs"
            onClick={() => change({ blend: { mediumId: others[0].id, along: 'height' } })}
          >
            <Plus size={13} aria-hidden /> blend into another
          </button>
        )}
      </div>
      {step.blend && (
        <div className="grid grid-cols-[1fr_auto_auto] items-center gap-2">
          <Select
            label="Blends into"
            value={step.blend.mediumId}
            choices={choices}
            onChange={(mediumId) => step.blend && change({ blend: { ...step.blend, mediumId } })}
          />
          <Segments
            small
            label="Blend runs"
            value={step.blend.along}
            choices={[
              ['height', 'up'],
              ['around', 'round'],
              ['across', 'left to right'],
            ]}
            onChange={(along) => step.blend && change({ blend: { ...step.blend, along } })}
          />
          <button
            type="button"
            className="btn btn-ghost px-1 btn-sm"
            aria-label="Leave the blend out"
            onClick={() => change({ blend: null })}
          >
            <X size={15} />
          </button>
        </div>
      )}
    </>
  )
}

export function DrawFields(props: FieldsProps<StepOf<'draw'>>) {
  const { studio, step, change } = props
  return (
    <>
      <MediumField
        studio={studio}
        kinds={kindsLaidBy('draw')}
        label="Colour"
        value={step.mediumId}
        onChange={(mediumId) => change({ mediumId })}
      />
      <div className="grid grid-cols-[1fr_4.5rem] gap-3">
        <Field label="Drawn with" hint={LINER[step.liner].words}>
          {(id) => (
            <Select
              id={id}
              value={step.liner}
              choices={LINERS.map((l) => [l, LINER[l].name] as const)}
              onChange={(liner) => change({ liner, motif: { ...step.motif, lineMm: LINER[liner].lineMm } })}
            />
          )}
        </Field>
        <CoatsField coats={step.coats} most={8} onCommit={(coats) => change({ coats })} />
      </div>
      <MotifFields {...props} motif={step.motif} onMotif={(motif) => change({ motif })} follows ground={false} />
      <div className="flex flex-wrap gap-x-5 gap-y-1">
        {step.liner === 'trailer' && (
          <Check label="Damped and scrubbed first" checked={step.damped} onChange={(damped) => change({ damped })} />
        )}
        <Check label="Left to set" checked={step.waits} onChange={(waits) => change({ waits })} />
      </div>
    </>
  )
}

export function TouchUpFields({ studio, step, change }: FieldsProps<StepOf<'touchUp'>>) {
  return (
    <>
      <MediumField
        studio={studio}
        kinds={kindsLaidBy('touchUp')}
        value={step.mediumId}
        onChange={(mediumId) => change({ mediumId })}
      />
      <div className="grid grid-cols-3 gap-3">
        <Field label="Up the wall">
          {(id) => <LengthInput id={id} mm={step.upMm} minMm={0} maxMm={2000} onCommit={(upMm) => change({ upMm })} />}
        </Field>
        <Field label="Round, °">
          {(id) => (
            <NumberInput
              id={id}
              value={step.degrees}
              min={0}
              max={360}
              step={1}
              onCommit={(degrees) => change({ degrees })}
            />
          )}
        </Field>
        <Field label="Across">
          {(id) => (
            <LengthInput id={id} mm={step.sizeMm} minMm={1} maxMm={200} onCommit={(sizeMm) => change({ sizeMm })} />
          )}
        </Field>
      </div>
      <p className="text-[0.8125rem] text-base-content/80">
        The colour closes over a slip of the tool; the dent stays.
      </p>
    </>
  )
}

export function FillFields({ piece, studio, step, change }: FieldsProps<StepOf<'fill'>>) {
  return (
    <>
      <MediumField
        studio={studio}
        kinds={kindsLaidBy('fill')}
        value={step.mediumId}
        onChange={(mediumId) => change({ mediumId })}
      />
      <PlaceFields piece={piece} place={step.place} change={change} />
      <Check label="Left to set before it is cleaned" checked={step.waits} onChange={(waits) => change({ waits })} />
    </>
  )
}

export function GlazeFields({ piece, studio, step, change }: FieldsProps<StepOf<'glaze'>>) {
  return (
    <>
      <MediumField
        studio={studio}
        kinds={kindsLaidBy('glaze')}
        value={step.mediumId}
        onChange={(mediumId) => change({ mediumId })}
      />
      <div className="flex items-end gap-3">
        <Segments
          small
          label="How it goes on"
          value={step.how}
          choices={GLAZINGS.map((how) => [how, how] as const)}
          onChange={(how) => change({ how, coats: GLAZING[how].coats })}
        />
        {!GLAZING[step.how].fromBucket && (
          <CoatsField coats={step.coats} most={12} onCommit={(coats) => change({ coats })} />
        )}
      </div>
      {step.how === 'spray' && <SprayFields place={step.place} aim={step.spray} onAim={(spray) => change({ spray })} />}
      <PlaceFields piece={piece} place={step.place} change={change} />
      <div className="flex flex-wrap gap-x-5 gap-y-1">
        <Check label="Let it turn matte before going on" checked={step.waits} onChange={(waits) => change({ waits })} />
        <Check label="Drips are meant" checked={step.drips} onChange={(drips) => change({ drips })} />
        {step.how === 'dip' && step.place.band && (
          <Check
            label="Held askew"
            checked={step.tilt !== undefined}
            onChange={(on) => change({ tilt: on ? { degrees: 20, towardDeg: 0 } : undefined })}
          />
        )}
        {step.how === 'dip' && step.place.parts.includes('outside') && (
          <Check
            label="Held with tongs"
            checked={step.tongs !== undefined}
            onChange={(on) => change({ tongs: on ? { dabbed: true } : undefined })}
          />
        )}
        {gripped(step) && (
          <Check
            label="Their marks dabbed over"
            checked={step.tongs?.dabbed ?? false}
            onChange={(dabbed) => change({ tongs: { dabbed } })}
          />
        )}
      </div>
      {step.how === 'dip' && step.place.band && step.tilt && (
        <div className="grid w-72 grid-cols-2 gap-3">
          <NumberInput
            label="Askew by, °"
            value={step.tilt.degrees}
            min={1}
            max={60}
            step={5}
            onCommit={(degrees) => step.tilt && change({ tilt: { ...step.tilt, degrees } })}
          />
          <NumberInput
            label="Line rises to, ° from front"
            value={step.tilt.towardDeg}
            min={0}
            max={360}
            step={15}
            onCommit={(towardDeg) => step.tilt && change({ tilt: { ...step.tilt, towardDeg } })}
          />
        </div>
      )}
    </>
  )
}
