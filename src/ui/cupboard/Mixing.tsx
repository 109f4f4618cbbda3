'use client'

import { useState } from 'react'
import { type Cone } from '@/core/firing/cones'
import type { Medium } from '@/core/vocabulary/material'
import type { Studio } from '@/core/model/studio'
import { betweenTwo, coatsWhenThinned, mixtureHex, mixtureJar, type Mixture } from '@/core/usecases/cupboard/mixtures'
import { newId, run, tell } from '@/store/studioStore'
import { Field, NumberInput, Select } from '@/ui/kit/fields'
import { swatchOf } from '@/ui/kit/colours'
import { mixable } from '@/core/usecases/cupboard/mixable'

interface MixingProps {
  studio: Studio
  body: Studio['bodies'][string]
  glaze: Medium | null
  cone: Cone
}

/** The range between jars, by parts, as true layers, fired. */
export function Mixing({ studio, body, glaze, cone }: MixingProps) {
  const jars = mixable(studio)
  const [chosen, setChosen] = useState<readonly string[]>(
    jars
      .filter((m) => m.kind === 'underglaze')
      .slice(1, 3)
      .map((m) => m.id),
  )
  const [parts, setParts] = useState<Readonly<Record<string, number>>>({})
  const [coats, setCoats] = useState(3)
  const [stain, setStain] = useState(0)
  const [base, setBase] = useState(0)
  const [water, setWater] = useState(0)
  const partsOf = (id: string) => parts[id] ?? 1
  const used = chosen.filter((id) => studio.media[id])
  const over = glaze ? [{ mediumId: glaze.id, coats: 1 }] : []
  const mixtureOf = (list: Mixture['parts']): Mixture => ({ parts: list, stain: stain / 100, base: base / 100 })
  const hex = (list: Mixture['parts']) =>
    mixtureHex(body, mixtureOf(list), coats, water / 100, over, studio.media, cone)
  const list = used.map((id) => ({ id, parts: partsOf(id) }))
  const nothing = list.every((p) => p.parts === 0)
  const keep = () => {
    const medium = mixtureJar(newId(), mixtureOf(list), studio.media)
    if (!run({ type: 'medium.set', medium }))
      tell('news', `“${medium.name}” is a jar of its own now; it can be used on any piece.`)
  }
  return (
    <section aria-label="Mix" className="space-y-3">
      <h2 className="text-lg font-bold">Mix</h2>
      <ul className="space-y-1.5">
        {used.map((id, i) => (
          <li key={id} className="flex flex-wrap items-center gap-2">
            <span
              aria-hidden
              className="h-6 w-6 border border-base-content"
              style={{ background: swatchOf(studio.media[id]) }}
            />
            <span className="w-48">
              <Select
                label={`Jar ${i + 1}`}
                value={id}
                choices={jars.map((m) => [m.id, m.name] as const)}
                onChange={(to) => setChosen(used.map((c, k) => (k === i ? to : c)))}
              />
            </span>
            <span className="w-28">
              <NumberInput
                label={`Parts of jar ${i + 1}`}
                value={partsOf(id)}
                min={0}
                max={20}
                step={1}
                unit="parts"
                onCommit={(n) => setParts({ ...parts, [id]: n })}
              />
            </span>
            {used.length > 2 && (
              <button
                type="button"
                className="btn btn-ghost btn-sm"
                onClick={() => setChosen(used.filter((_, k) => k !== i))}
              >
                Leave out
              </button>
            )}
          </li>
        ))}
      </ul>
      {used.length < 4 && (
        <button
          type="button"
          className="btn btn-sm"
          onClick={() => setChosen([...used, jars.find((m) => !used.includes(m.id))?.id ?? used[0]])}
        >
          One more jar
        </button>
      )}
      {used.length === 2 && (
        <div>
          <p className="text-[13px] text-base-content/75">From one to the other, {coats} coats</p>
          <ol className="flex" aria-label="Range between the two">
            {betweenTwo(used[0], used[1], 6).map((between, step) => (
              <li
                key={step}
                className="h-12 flex-1"
                style={{ background: hex(between) }}
                title={between.map((p) => p.parts).join(' : ')}
              />
            ))}
          </ol>
        </div>
      )}
      <div className="flex items-end gap-4">
        <span
          className="h-24 w-36 border border-base-content"
          role="img"
          aria-label="The mixture, fired"
          data-testid="mixture"
          data-hex={nothing ? '' : hex(list)}
          style={{ background: nothing ? undefined : hex(list) }}
        />
        <div className="grid grid-cols-2 gap-2">
          <Field label="Coats">
            {(id) => <NumberInput id={id} value={coats} min={1} max={8} step={1} onCommit={setCoats} />}
          </Field>
          <Field label="Dry stain added">
            {(id) => <NumberInput id={id} value={stain} min={0} max={100} step={10} unit="%" onCommit={setStain} />}
          </Field>
          <Field label="Colourless base">
            {(id) => <NumberInput id={id} value={base} min={0} max={90} step={10} unit="%" onCommit={setBase} />}
          </Field>
          <Field
            label="Water added"
            hint={water ? `${coatsWhenThinned(coats, water / 100).toFixed(1)} coats for the same cover` : ''}
          >
            {(id) => <NumberInput id={id} value={water} min={0} max={80} step={10} unit="%" onCommit={setWater} />}
          </Field>
        </div>
      </div>
      <button type="button" className="btn btn-primary btn-sm" disabled={nothing} onClick={keep}>
        Keep it as a jar
      </button>
      {stain > 0 && (
        <p className="text-xs text-base-content/75">
          Dry stain is dust: respirator, gloves, wet cleaning; read the maker’s sheet.
        </p>
      )}
    </section>
  )
}
