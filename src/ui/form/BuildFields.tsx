'use client'

import { Plus, X } from 'lucide-react'
import { PART, type Part } from '@/core/form/parts'
import { PART_KINDS, type PartKind } from '@/core/form/partKinds'
import { PLAN_KINDS, type Plan } from '@/core/form/planOutline'
import type { TurnedForm } from '@/core/form/turnedForm'
import type { Form } from '@/core/model/piece'
import { newId } from '@/store/studioStore'
import { Field, LengthInput, NumberInput, Select } from '@/ui/kit/fields'

const PLAN_WORDS: Readonly<Record<Plan['kind'], string>> = { round: 'round', oval: 'oval', rectangle: 'rectangular' }

type Extras = Pick<Form, 'plan' | 'unevenMm' | 'parts'>

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
            <b className="text-sm">{PART[part.kind].name}</b>
            <button
              type="button"
              className="btn btn-ghost px-1 btn-xs"
              aria-label={`Take the ${part.kind} off`}
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
          </div>
        </div>
      ))}
      {form && (
        <div className="flex flex-wrap gap-1" role="group" aria-label="Join a part">
          {PART_KINDS.filter((kind) => !(form.flat && kind !== 'feet')).map((kind: PartKind) => (
            <button
              key={kind}
              type="button"
              className="btn font-normal btn-xs"
              title={PART[kind].words}
              disabled={parts.length >= 12}
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
