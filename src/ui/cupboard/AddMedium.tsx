'use client'

import { useState } from 'react'
import { sentence } from '@/core/base/issue'
import { hexFromLab, type Triple } from '@/core/colour/colourSpaces'
import { labUnder } from '@/core/colour/layeredColour'
import { readReflectanceCsv } from '@/core/formats/mediaCsv'
import { MEDIUM_KIND, MEDIUM_KINDS, type MediumKind } from '@/core/vocabulary/mediumKinds'
import type { Studio } from '@/core/model/studio'
import { bodyFromSwatch, mediumFromSwatch, type Swatch } from '@/core/usecases/cupboard/newMedium'
import { tableFileText } from '@/store/tableFileText'
import { newId, run, tell } from '@/store/studioStore'
import { ColourEntry } from '@/ui/colour/ColourEntry'
import { Field, Select } from '@/ui/kit/fields'

type Kind = MediumKind | 'body'

/** Kinds of which something stays after the fire, and clays. */
const KINDS: readonly (readonly [Kind, string])[] = [
  ...MEDIUM_KINDS.filter((kind) => MEDIUM_KIND[kind].family).map((kind) => [kind, MEDIUM_KIND[kind].name] as const),
  ['body', 'a clay'],
]

/** A new material from one colour: a swatch, figures, a photograph of a tile, or a measured reflectance. */
export function AddMedium({ studio, only, onAdded }: { studio: Studio; only?: Kind; onAdded: (id: string) => void }) {
  const [kind, setKind] = useState<Kind>(only ?? 'underglaze')
  const [name, setName] = useState('')
  const [swatch, setSwatch] = useState<Swatch | null>(null)
  const lab: Triple | null =
    swatch === null ? null : swatch.kind === 'lab' ? swatch.lab : labUnder(Float64Array.from(swatch.reflectance))
  const read = async (file: File) => {
    const measured = readReflectanceCsv(await tableFileText(file))
    if (measured.ok) setSwatch({ kind: 'reflectance', reflectance: measured.value })
    else tell('problem', sentence(measured.issue))
  }
  const add = () => {
    if (!name.trim()) return tell('problem', 'It has no name; write what it is called.')
    if (!swatch) return tell('problem', 'It has no colour; choose one, type figures, or pick it from a photograph.')
    const id = newId()
    const done =
      kind === 'body'
        ? run({ type: 'body.set', body: bodyFromSwatch(id, name.trim(), swatch, Object.values(studio.bodies)[0]) })
        : run({
            type: 'medium.set',
            medium: mediumFromSwatch(id, name.trim(), kind, swatch, MEDIUM_KIND[kind].usualRange),
          })
    if (done) return
    setName('')
    setSwatch(null)
    onAdded(id)
  }
  return (
    <form
      className="space-y-3 border border-base-content/60 p-4"
      aria-label={only === 'body' ? 'Add a clay' : 'Add a material'}
      onSubmit={(event) => {
        event.preventDefault()
        add()
      }}
    >
      <h2 className="font-bold">{only === 'body' ? 'Add a clay' : 'Add a material'}</h2>
      <div className="grid grid-cols-2 gap-3">
        <Field label={kind === 'body' ? 'Name on the bag' : 'Name on the jar'}>
          {(id) => (
            <input
              id={id}
              className="input w-full input-sm"
              value={name}
              maxLength={80}
              onChange={(event) => setName(event.target.value)}
            />
          )}
        </Field>
        {!only && (
          <Field label="What it is">{(id) => <Select id={id} value={kind} choices={KINDS} onChange={setKind} />}</Field>
        )}
      </div>
      <div>
        <p className="mb-1 text-[0.8125rem] text-base-content/75">
          Its fired colour{kind === 'glaze' ? ', over white' : kind === 'body' ? ', bare' : ', thick and bare'}
        </p>
        <ColourEntry label="Fired colour" lab={lab} onColour={(picked) => setSwatch({ kind: 'lab', lab: picked })} />
        <label className="mt-1.5 block text-[0.8125rem] text-base-content/75">
          or a measured reflectance (CSV)
          <input
            type="file"
            accept=".csv,text/csv"
            aria-label="Reflectance CSV"
            className="file-input mt-0.5 w-full file-input-sm"
            onChange={(event) => {
              const [file] = event.target.files ?? []
              event.target.value = ''
              if (file) void read(file)
            }}
          />
        </label>
      </div>
      <div className="flex items-center gap-3">
        {lab && <span className="h-8 w-12 border border-base-content" style={{ background: hexFromLab(lab) }} />}
        <button type="submit" className="btn btn-primary btn-sm">
          Put it in the cupboard
        </button>
      </div>
      <p className="text-xs text-base-content/75">
        One swatch tells the hue; how well it covers is estimated until a test tile settles it.
      </p>
    </form>
  )
}
