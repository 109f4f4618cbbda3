'use client'

import { counted } from '@/core/base/words'
import { CONES } from '@/core/firing/cones'
import { CAUTION_WORDS, CAUTIONS, type Medium } from '@/core/vocabulary/material'
import type { Applicator } from '@/core/vocabulary/tools'
import type { Studio } from '@/core/model/studio'
import { run } from '@/store/studioStore'
import { Check, Field, NumberInput, Select } from '@/ui/kit/fields'
import { JarLabel } from './JarLabel'
import { MEDIUM_KIND } from '@/core/vocabulary/mediumKinds'
import { TextInput } from '@/ui/kit/TextInput'

/** Spatter is to taste: nobody counts it. */
const COUNTED_BY = [
  ['brush', 'By brush'],
  ['bottle', 'By bottle'],
  ['sponge', 'By sponge'],
] as const

const withCoats = ({ ...coats }: Medium['coats'], applicator: Applicator, n: number): Medium['coats'] => {
  if (n > 0) coats[applicator] = n
  else delete coats[applicator]
  return coats
}

const cones = CONES.map((cone) => [cone, cone] as const)

/** What is written on the jar and what is left in it. */
export function MediumFields({ medium, studio }: { medium: Medium; studio: Studio }) {
  const set = (changes: Partial<Medium>) => run({ type: 'medium.set', medium: { ...medium, ...changes } })
  const stock = medium.stock ?? { jars: 0, jarMl: 100, price: null, batch: '' }
  const used = Object.values(studio.pieces).filter((piece) =>
    piece.steps.some((step) => 'mediumId' in step && step.mediumId === medium.id),
  ).length
  return (
    <div className="space-y-3">
      <JarLabel medium={medium} />
      <details className="space-y-3">
        <summary className="btn btn-sm">Change this jar</summary>
        <div className="grid grid-cols-2 gap-3 pt-3">
          <Field label="Name">
            {(id) => <TextInput id={id} value={medium.name} maxLength={80} onCommit={(name) => set({ name })} />}
          </Field>
          <Field label="Surface when fired">
            {(id) => (
              <Select
                id={id}
                value={medium.surface}
                choices={[
                  ['gloss', 'gloss'],
                  ['satin', 'satin'],
                  ['matte', 'matte'],
                ]}
                onChange={(surface) => set({ surface })}
              />
            )}
          </Field>
          <Field label="From cone">
            {(id) => (
              <Select
                id={id}
                value={medium.range.from}
                choices={cones}
                onChange={(from) => set({ range: { ...medium.range, from } })}
              />
            )}
          </Field>
          <Field label="To cone">
            {(id) => (
              <Select
                id={id}
                value={medium.range.to}
                choices={cones}
                onChange={(to) => set({ range: { ...medium.range, to } })}
              />
            )}
          </Field>
          <Field label="Raw, wet">
            {(id) => (
              <input
                id={id}
                type="color"
                className="h-8 w-full border border-base-content"
                value={medium.raw.wet}
                onChange={(e) => set({ raw: { ...medium.raw, wet: e.target.value } })}
              />
            )}
          </Field>
          <Field label="Raw, dry">
            {(id) => (
              <input
                id={id}
                type="color"
                className="h-8 w-full border border-base-content"
                value={medium.raw.dry}
                onChange={(e) => set({ raw: { ...medium.raw, dry: e.target.value } })}
              />
            )}
          </Field>
          <Field label="Film of a fired coat">
            {(id) => (
              <NumberInput
                id={id}
                value={medium.filmUm}
                min={1}
                max={5000}
                step={1}
                unit="µm"
                onCommit={(filmUm) => set({ filmUm })}
              />
            )}
          </Field>
          <Field label="Jars">
            {(id) => (
              <NumberInput
                id={id}
                value={stock.jars}
                min={0}
                max={1000}
                step={0.25}
                onCommit={(jars) => set({ stock: { ...stock, jars } })}
              />
            )}
          </Field>
          <Field label="A jar holds">
            {(id) => (
              <NumberInput
                id={id}
                value={stock.jarMl}
                min={1}
                max={100000}
                step={10}
                unit="ml"
                onCommit={(jarMl) => set({ stock: { ...stock, jarMl } })}
              />
            )}
          </Field>
          <Field label="Price of a jar">
            {(id) => (
              <NumberInput
                id={id}
                value={stock.price ?? 0}
                min={0}
                max={100000}
                step={0.5}
                onCommit={(price) => set({ stock: { ...stock, price: price > 0 ? price : null } })}
              />
            )}
          </Field>
          <Field label="Batch that is open">
            {(id) => (
              <TextInput
                id={id}
                value={stock.batch}
                maxLength={60}
                valid={() => true}
                onCommit={(batch) => set({ stock: { ...stock, batch } })}
              />
            )}
          </Field>
          <Field label="Bought or made">
            {(id) => (
              <Select
                id={id}
                value={medium.origin}
                choices={[
                  ['bought', 'bought'],
                  ['made', 'made here'],
                ]}
                onChange={(origin) => set({ origin })}
              />
            )}
          </Field>
        </div>
        {MEDIUM_KIND[medium.kind].laidBy.includes('coat') && (
          <fieldset className="grid grid-cols-3 gap-3">
            <legend className="col-span-3 mb-1 text-[0.8125rem] text-base-content/75">
              Coats the maker or you want; 0: computed from cover
            </legend>
            {COUNTED_BY.map(([applicator, label]) => (
              <Field key={applicator} label={label}>
                {(id) => (
                  <NumberInput
                    id={id}
                    value={medium.coats[applicator] ?? 0}
                    min={0}
                    max={12}
                    step={1}
                    onCommit={(n) => set({ coats: withCoats(medium.coats, applicator, Math.round(n)) })}
                  />
                )}
              </Field>
            ))}
          </fieldset>
        )}
        <div className="grid gap-x-4 gap-y-1 sm:grid-cols-2">
          <Check
            label="Labelled for food"
            checked={medium.labelledFoodSafe}
            onChange={(labelledFoodSafe) => set({ labelledFoodSafe })}
          />
          <Check label="Fades above its range" checked={medium.fugitive} onChange={(fugitive) => set({ fugitive })} />
          {CAUTIONS.map((caution) => (
            <Check
              key={caution}
              label={CAUTION_WORDS[caution]}
              checked={medium.cautions.includes(caution)}
              onChange={(on) =>
                set({ cautions: on ? [...medium.cautions, caution] : medium.cautions.filter((c) => c !== caution) })
              }
            />
          ))}
        </div>
        <Field label="Notes">
          {(id) => (
            <TextInput
              id={id}
              rows={2}
              value={medium.notes}
              maxLength={2000}
              valid={() => true}
              onCommit={(notes) => set({ notes })}
            />
          )}
        </Field>
        <button
          type="button"
          className="btn btn-sm"
          onClick={() => run({ type: 'medium.remove', mediumId: medium.id })}
        >
          {used ? `Used on ${counted(used, 'piece', 'pieces')}` : 'Take it out of the cupboard'}
        </button>
      </details>
      <p className="text-xs text-base-content/75">
        Read the maker’s sheet. “Food-safe” is the maker’s label and a laboratory’s test, never this program’s verdict.
        {medium.cautions.some((c) => c.startsWith('contains'))
          ? ' Gloves, no eating at the bench, nothing on food surfaces without a leach test.'
          : ''}
      </p>
    </div>
  )
}
