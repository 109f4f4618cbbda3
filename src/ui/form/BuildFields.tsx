'use client'

import { Plus, X } from 'lucide-react'
import { PART, type Part } from '@/core/form/parts'
import { PART_KINDS, type PartKind } from '@/core/form/partKinds'
import { PLAN_KINDS, type Plan } from '@/core/form/planOutline'
import type { TurnedForm } from '@/core/form/turnedForm'
import type { Form } from '@/core/model/piece'
import { newId } from '@/store/studioStore'
import { Check, Field, LengthInput, NumberInput, Select } from '@/ui/kit/fields'

const PLAN_WORDS: Readonly<Record<Plan['kind'], string>> = { round: 'round', oval: 'oval', rectangle: 'rectangular' }

type Extras = Pick<Form, 'plan' | 'unevenMm' | 'parts'>

/** Whether a part can be joined to a form. */
const fits = (kind: PartKind, form: TurnedForm): boolean =>
  form.flat ? kind === 'feet' || kind === 'relief' : !(form.closed && (kind === 'lid' || kind === 'spout'))

/** What shapes a form besides its profile: seen from above, how even its wall is, what is joined to it. */
export function BuildFields({
  extras,
  form,
  onChange,
}: {
  extras: Extras
  form: TurnedForm | null
  onChange: (extras: Extras) => void
}) {
  const { plan, unevenMm, parts } = extras
  const set = (changes: Partial<Extras>) => onChange({ plan, unevenMm, parts, ...changes })
  const change = (id: string, changes: Partial<Part>) =>
    set({ parts: parts.map((part) => (part.id === id ? { ...part, ...changes } : part)) })
  return (
    <div className="space-y-2">
      <div className="grid grid-cols-3 gap-3">
        <Field label="From above">
          {(id) => (
            <Select
              id={id}
              value={plan.kind}
              choices={PLAN_KINDS.map((k) => [k, PLAN_WORDS[k]] as const)}
              onChange={(kind) =>
                set({ plan: { kind, ratio: kind === 'round' ? 1 : Math.max(plan.ratio, kind === 'oval' ? 1.3 : 1) } })
              }
            />
          )}
        </Field>
        {plan.kind !== 'round' && (
          <Field label="Length over width">
            {(id) => (
              <NumberInput
                id={id}
                value={plan.ratio}
                min={1}
                max={3}
                step={0.05}
                onCommit={(ratio) => set({ plan: { ...plan, ratio } })}
              />
            )}
          </Field>
        )}
        <Field label="Uneven wall, ±">
          {(id) => <LengthInput id={id} mm={unevenMm} minMm={0} maxMm={8} onCommit={(mm) => set({ unevenMm: mm })} />}
        </Field>
      </div>
      {parts.map((part) => (
        <div key={part.id} className="border border-base-content/40 p-2">
          <div className="flex items-center justify-between">
            <input
              className="input w-40 font-bold input-xs"
              aria-label={`Name of the ${PART[part.kind].name}`}
              defaultValue={part.name ?? ''}
              placeholder={PART[part.kind].name}
              maxLength={40}
              onBlur={(event) => {
                const name = event.target.value.trim() || undefined
                if (name !== part.name) change(part.id, { name })
              }}
            />
            <button
              type="button"
              className="btn btn-ghost px-1 btn-xs"
              aria-label={`Take the ${part.name ?? PART[part.kind].name} off`}
              onClick={() => set({ parts: parts.filter((p) => p.id !== part.id) })}
            >
              <X size={14} />
            </button>
          </div>
          <div className="grid grid-cols-3 gap-2">
            {part.kind !== 'lid' && (
              <Field label="At, °">
                {(id) => (
                  <NumberInput
                    id={id}
                    value={part.degrees}
                    min={0}
                    max={360}
                    step={5}
                    onCommit={(degrees) => change(part.id, { degrees })}
                  />
                )}
              </Field>
            )}
            {part.kind !== 'lid' && part.kind !== 'feet' && (
              <Field label="Joint, up">
                {(id) => (
                  <LengthInput
                    id={id}
                    mm={part.upMm}
                    minMm={0}
                    maxMm={1000}
                    onCommit={(upMm) => change(part.id, { upMm })}
                  />
                )}
              </Field>
            )}
            <Field
              label={
                part.kind === 'handle'
                  ? 'To upper joint'
                  : part.kind === 'lug' || part.kind === 'spout'
                    ? 'Stands off'
                    : 'Height'
              }
            >
              {(id) => (
                <LengthInput
                  id={id}
                  mm={part.heightMm}
                  minMm={1}
                  maxMm={1000}
                  onCommit={(heightMm) => change(part.id, { heightMm })}
                />
              )}
            </Field>
            <Field label={part.kind === 'lid' ? 'Knob' : 'Width'}>
              {(id) => (
                <LengthInput
                  id={id}
                  mm={part.widthMm}
                  minMm={1}
                  maxMm={500}
                  onCommit={(widthMm) => change(part.id, { widthMm })}
                />
              )}
            </Field>
            <Field label="Thickness">
              {(id) => (
                <LengthInput
                  id={id}
                  mm={part.thickMm}
                  minMm={1}
                  maxMm={200}
                  onCommit={(thickMm) => change(part.id, { thickMm })}
                />
              )}
            </Field>
            {part.kind === 'lid' && (
              <span className="self-end">
                <Check
                  label="fired beside its pot"
                  checked={part.apart ?? false}
                  onChange={(apart) => change(part.id, { apart })}
                />
              </span>
            )}
            {(part.kind === 'ball' || part.kind === 'relief') && <LooseFields part={part} change={change} />}
          </div>
        </div>
      ))}
      {form && (
        <div className="flex flex-wrap gap-1" role="group" aria-label="Join a part">
          {PART_KINDS.filter((kind) => fits(kind, form)).map((kind: PartKind) => (
            <button
              key={kind}
              type="button"
              className="btn font-normal btn-xs"
              title={PART[kind].words}
              disabled={parts.length >= 24}
              onClick={() => set({ parts: [...parts, { id: newId(), kind, ...PART[kind].begins(form) }] })}
            >
              <Plus size={13} aria-hidden /> {PART[kind].name}
            </button>
          ))}
        </div>
      )}
    </div>
  )
}

/** How a ball or a relief stands: how far off the wall, how it leans and rolls, how it narrows, and whether there are two. */
function LooseFields({ part, change }: { part: Part; change: (id: string, changes: Partial<Part>) => void }) {
  const degrees = (label: string, key: 'leanDeg' | 'rollDeg') => (
    <Field label={label}>
      {(id) => (
        <NumberInput
          id={id}
          value={part[key] ?? 0}
          min={-180}
          max={180}
          step={5}
          onCommit={(value) => change(part.id, { [key]: value })}
        />
      )}
    </Field>
  )
  return (
    <>
      {part.kind === 'ball' && (
        <Field label="Stands off">
          {(id) => (
            <LengthInput
              id={id}
              mm={part.outMm ?? 0}
              minMm={-200}
              maxMm={300}
              onCommit={(outMm) => change(part.id, { outMm })}
            />
          )}
        </Field>
      )}
      {part.kind === 'ball' && degrees('Leans out, °', 'leanDeg')}
      {degrees('Rolls, °', 'rollDeg')}
      <Field label="Narrows, %">
        {(id) => (
          <NumberInput
            id={id}
            value={Math.round((part.taper ?? 0) * 100)}
            min={-90}
            max={90}
            step={5}
            onCommit={(percent) => change(part.id, { taper: percent / 100 })}
          />
        )}
      </Field>
      <span className="self-end">
        <Check label="a pair" checked={part.pair ?? false} onChange={(pair) => change(part.id, { pair })} />
      </span>
    </>
  )
}
