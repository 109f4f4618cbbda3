'use client'

import { useRouter } from 'next/navigation'
import { PRESETS, FORM_PRESETS, type TurnedSizes } from '@/core/form/presets'
import type { Piece, Use } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { run } from '@/store/studioStore'
import { Field, LengthInput, NumberInput, Select } from '@/ui/kit/fields'

const USE_WORDS: readonly (readonly [Use, string])[] = [['food', 'for food'], ['water', 'holds water'], ['display', 'to look at']]

const SIZE_WORDS: readonly (readonly [keyof TurnedSizes, string])[] = [['heightMm', 'Height'], ['rimMm', 'Rim, diameter'], ['bellyMm', 'Belly, diameter'], ['footMm', 'Foot, diameter'], ['wallMm', 'Wall']]

/** The piece itself: name, use, clay, form and size. */
export function PieceSheet({ piece, studio }: { piece: Piece; studio: Studio }) {
  const router = useRouter()
  const change = (changes: Partial<Pick<Piece, 'name' | 'count' | 'use' | 'bodyId' | 'form' | 'notes'>>) => run({ type: 'piece.change', pieceId: piece.id, changes })
  return (
    <section aria-label="The piece itself" className="space-y-3 px-5 py-4">
      <h2 className="text-[17px] font-bold">The piece, as made</h2>
      <Field label="Name">
        {(id) => <input id={id} key={piece.name} className="input input-sm w-full" defaultValue={piece.name} maxLength={80} onBlur={(e) => e.target.value.trim() && e.target.value !== piece.name && change({ name: e.target.value.trim() })} onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()} />}
      </Field>
      <div className="grid grid-cols-2 gap-3">
        <Field label="How many">{(id) => <NumberInput id={id} value={piece.count} min={1} max={500} step={1} onCommit={(count) => change({ count: Math.round(count) })} />}</Field>
        <Field label="What for">{(id) => <Select id={id} value={piece.use} choices={USE_WORDS} onChange={(use) => change({ use })} />}</Field>
        <Field label="Clay">{(id) => <Select id={id} value={piece.bodyId} choices={Object.values(studio.bodies).map((b) => [b.id, b.name] as const)} onChange={(bodyId) => change({ bodyId })} />}</Field>
        <Field label="Form">{(id) => <Select id={id} value={piece.form.preset} choices={FORM_PRESETS.map((p) => [p, PRESETS[p].name] as const)} onChange={(preset) => change({ form: { kind: 'turned', preset, sizes: PRESETS[preset].sizes } })} />}</Field>
        {SIZE_WORDS.filter(([key]) => key !== 'bellyMm' || PRESETS[piece.form.preset].hasBelly).map(([key, word]) => (
          <Field key={key} label={word}>
            {(id) => <LengthInput id={id} mm={piece.form.sizes[key]} minMm={key === 'wallMm' ? 1 : 5} maxMm={key === 'wallMm' ? 40 : 1200} onCommit={(mm) => change({ form: { ...piece.form, sizes: { ...piece.form.sizes, [key]: mm } } })} />}
          </Field>
        ))}
      </div>
      <Field label="Notes">
        {(id) => <textarea id={id} key={piece.notes} className="textarea textarea-sm w-full" rows={2} defaultValue={piece.notes} maxLength={4000} onBlur={(e) => e.target.value !== piece.notes && change({ notes: e.target.value })} />}
      </Field>
      <button type="button" className="btn btn-sm" onClick={() => { run({ type: 'piece.remove', pieceId: piece.id }); router.push('/') }}>Take it off the rack</button>
    </section>
  )
}
