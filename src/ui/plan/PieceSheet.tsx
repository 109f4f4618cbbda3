'use client'

import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { buildForm } from '@/core/form/buildForm'
import { measuredSizes } from '@/core/form/measuredSizes'
import { FORM_PRESETS, PRESETS } from '@/core/form/presets'
import { BuildFields } from '@/ui/form/BuildFields'
import { OutlineFields } from '@/ui/form/OutlineFields'
import type { Command } from '@/core/model/command'
import type { Piece, Use } from '@/core/model/piece'
import { presetForm } from '@/core/model/presetForm'
import type { Studio } from '@/core/model/studio'
import { tagsIn } from '@/core/usecases/rack/rackList'
import { practicePiece } from '@/core/usecases/create/practicePiece'
import { newId, run, tellOfEdit } from '@/store/studioStore'
import { Field, LengthInput, NumberInput, Select } from '@/ui/kit/fields'
import { TextInput } from '@/ui/kit/TextInput'
import { PlaceNotes } from './PlaceNotes'

const USE_WORDS: readonly (readonly [Use, string])[] = [
  ['food', 'for food'],
  ['water', 'holds water'],
  ['display', 'decorative only'],
]

/** The piece itself: name, use, clay, form and size. */
export function PieceSheet({ piece, studio }: { piece: Piece; studio: Studio }) {
  const router = useRouter()
  const change = (changes: Extract<Command, { type: 'piece.change' }>['changes']) =>
    run({ type: 'piece.change', pieceId: piece.id, changes })
  const built = buildForm(piece.form)
  const flat = PRESETS[piece.form.preset].flat === true
  const setForm = (changes: Partial<Piece['form']>) => change({ form: { ...piece.form, ...changes } })
  return (
    <section aria-label="The piece itself" className="space-y-3 px-5 py-4">
      <h2 className="text-[1.0625rem] font-bold">The piece, as made</h2>
      <Field label="Name">
        {(id) => <TextInput id={id} value={piece.name} maxLength={80} onCommit={(name) => change({ name })} />}
      </Field>
      <Field label="Tags, with commas between">
        {(id) => (
          <TextInput
            id={id}
            value={piece.tags.join(', ')}
            maxLength={240}
            placeholder="a series, a class, a fair"
            valid={() => true}
            onCommit={(text) => change({ tags: tagsIn(text) })}
          />
        )}
      </Field>
      <div className="grid grid-cols-2 gap-3">
        <Field label="How many">
          {(id) => (
            <NumberInput
              id={id}
              value={piece.count}
              min={1}
              max={500}
              step={1}
              onCommit={(count) => change({ count: Math.round(count) })}
            />
          )}
        </Field>
        <Field label="What for">
          {(id) => <Select id={id} value={piece.use} choices={USE_WORDS} onChange={(use) => change({ use })} />}
        </Field>
        <Field label="Clay">
          {(id) => (
            <Select
              id={id}
              value={piece.bodyId}
              choices={Object.values(studio.bodies).map((b) => [b.id, b.name] as const)}
              onChange={(bodyId) => change({ bodyId })}
            />
          )}
        </Field>
        <Field label="Form">
          {(id) => (
            <Select
              id={id}
              value={piece.form.preset}
              choices={FORM_PRESETS.map((p) => [p, PRESETS[p].name] as const)}
              onChange={(preset) => change({ form: presetForm(preset) })}
            />
          )}
        </Field>
        {measuredSizes(piece.form.preset).map(([key, word]) => (
          <Field key={key} label={word}>
            {(id) => (
              <LengthInput
                id={id}
                mm={piece.form.sizes[key]}
                minMm={key === 'wallMm' ? 1 : 5}
                maxMm={key === 'wallMm' ? 40 : 1200}
                onCommit={(mm) => change({ form: { ...piece.form, sizes: { ...piece.form.sizes, [key]: mm } } })}
              />
            )}
          </Field>
        ))}
      </div>
      {!flat && (
        <OutlineFields own={piece.form.own} form={built.ok ? built.value : null} onChange={(own) => setForm({ own })} />
      )}
      <BuildFields
        extras={piece.form}
        form={built.ok ? built.value : null}
        onChange={({ plan, unevenMm, parts }) => setForm({ plan, unevenMm, parts })}
      />
      <Field label="Notes">
        {(id) => (
          <TextInput
            id={id}
            rows={2}
            value={piece.notes}
            maxLength={4000}
            valid={() => true}
            onCommit={(notes) => change({ notes })}
          />
        )}
      </Field>
      <PlaceNotes piece={piece} studio={studio} />
      <div className="grid grid-cols-2 gap-3">
        <Field label="Aim for light, %" hint="of the decorated side; 0 for no aim">
          {(id) => (
            <NumberInput
              id={id}
              value={Math.round((piece.lightTarget ?? 0) * 100)}
              min={0}
              max={100}
              step={5}
              onCommit={(percent) => change({ lightTarget: percent > 0 ? percent / 100 : null })}
            />
          )}
        </Field>
      </div>
      <div className="flex flex-wrap items-center gap-2" role="group" aria-label="Variant">
        <button type="button" className="btn btn-sm" onClick={() => change({ variant: piece.steps })}>
          Keep this plan as the variant
        </button>
        {piece.variant && (
          <button
            type="button"
            className="btn btn-sm"
            onClick={() => piece.variant && change({ steps: piece.variant, variant: piece.steps })}
          >
            Swap with the variant
          </button>
        )}
        {piece.variant && (
          <button type="button" className="btn btn-sm" onClick={() => change({ variant: null })}>
            Drop it
          </button>
        )}
      </div>
      <button
        type="button"
        className="btn mr-2 btn-sm"
        title="A slab of the same clay that gets the same coats at the same time"
        onClick={() => {
          const practice = practicePiece(piece, newId)
          if (!run({ type: 'piece.add', piece: practice })) router.push(`/plan/${practice.id}`)
        }}
      >
        Make a practice slab
      </button>
      <Link href={`/new?again=${piece.id}`} className="btn mr-2 btn-sm">
        Make it again
      </Link>
      <button
        type="button"
        className="btn btn-sm"
        onClick={() => {
          if (!run({ type: 'piece.remove', pieceId: piece.id })) tellOfEdit(`“${piece.name}” is deleted.`)
          router.push('/')
        }}
      >
        Delete it
      </button>
    </section>
  )
}
