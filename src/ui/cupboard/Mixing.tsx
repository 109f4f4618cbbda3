'use client'

import { counted } from '@/core/base/words'
import { useState } from 'react'
import { type Cone } from '@/core/firing/cones'
import type { Medium } from '@/core/vocabulary/material'
import type { Studio } from '@/core/model/studio'
import {
  betweenTwo,
  coatsWhenThinned,
  mixtureHex,
  mixtureJar,
  type Mixture,
  mixable,
} from '@/core/usecases/cupboard/mixtures'
import { newId, run, tell } from '@/store/studioStore'
import { Field, NumberInput, Select } from '@/ui/kit/fields'
import { swatchOf } from '@/ui/kit/colours'

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
  const all = list.reduce((sum, p) => sum + p.parts, 0)
  const shareOf = (id: string) => (all ? partsOf(id) / all : 0)
  const keep = () => {
    const medium = mixtureJar(newId(), mixtureOf(list), studio.media)
    if (!run({ type: 'medium.set', medium }))
      tell('news', `“${medium.name}” is a jar of its own now; it can be used on any piece.`)
  }
  return (
    <section aria-label="Mix" className="space-y-3">
      <h2 className="text-lg font-bold">Mix</h2>
      <div className="flex border border-base-content max-sm:flex-col">
        <span
          className="h-44 min-w-0 flex-1"
          role="img"
          aria-label="The mixture, fired"
          data-testid="mixture"
          data-hex={nothing ? '' : hex(list)}
          style={{ background: nothing ? undefined : hex(list) }}
        />
        <div className="w-72 space-y-3 border-base-content p-3 text-sm sm:border-l max-sm:w-auto max-sm:border-t">
          <p className="leading-snug font-bold">
            {nothing ? 'Nothing in the bowl yet.' : mixedWords(list, studio)}
            {stain > 0 && `, ${stain} % dry stain`}
            {base > 0 && `, ${base} % base`}
            {water > 0 && `, ${water} % water`}
          </p>
          <Field
            label="Coats"
            hint={water ? `${coatsWhenThinned(coats, water / 100).toFixed(1)} coats for the same cover` : ''}
          >
            {(id) => <NumberInput id={id} value={coats} min={1} max={8} step={1} onCommit={setCoats} />}
          </Field>
          <button type="button" className="btn btn-primary btn-sm" disabled={nothing} onClick={keep}>
            Keep it as a jar
          </button>
        </div>
      </div>
      <ul className="space-y-1.5">
        {used.map((id, i) => (
          <li key={id} className="flex flex-wrap items-center gap-2">
            <span
              aria-hidden
              className="h-8 border border-base-content"
              style={{ background: swatchOf(studio.media[id]), width: `${1 + 4 * shareOf(id)}rem` }}
            />
            <span className="w-44">
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
          <p className="text-[0.8125rem] text-base-content/75">
            From one to the other, {counted(coats, 'coat', 'coats')}: press a mixture to take its parts
          </p>
          <ol className="flex" aria-label="Range between the two">
            {betweenTwo(used[0], used[1], 6).map((between, step) => (
              <li key={step} className="flex-1">
                <button
                  type="button"
                  className="numbers flex h-14 w-full cursor-pointer items-end justify-center"
                  style={{ background: hex(between) }}
                  onClick={() => setParts({ ...parts, ...Object.fromEntries(between.map((p) => [p.id, p.parts])) })}
                >
                  <span className="bg-base-100 px-1 text-[0.6875rem]">{between.map((p) => p.parts).join(' : ')}</span>
                </button>
              </li>
            ))}
          </ol>
        </div>
      )}
      <details>
        <summary className="cursor-pointer text-sm">Dry stain, colourless base, water</summary>
        <div className="grid grid-cols-3 gap-2 pt-2">
          <Field label="Dry stain added">
            {(id) => <NumberInput id={id} value={stain} min={0} max={100} step={10} unit="%" onCommit={setStain} />}
          </Field>
          <Field label="Colourless base">
            {(id) => <NumberInput id={id} value={base} min={0} max={90} step={10} unit="%" onCommit={setBase} />}
          </Field>
          <Field label="Water added">
            {(id) => <NumberInput id={id} value={water} min={0} max={80} step={10} unit="%" onCommit={setWater} />}
          </Field>
        </div>
      </details>
      {stain > 0 && (
        <p className="text-xs text-base-content/75">
          Dry stain is dust: respirator, gloves, wet cleaning; read the maker’s sheet.
        </p>
      )}
    </section>
  )
}

const mixedWords = (parts: Mixture['parts'], { media }: Studio) =>
  parts
    .filter((p) => p.parts > 0)
    .map((p) => `${counted(p.parts, 'part', 'parts')} ${media[p.id].name}`)
    .join(', ')
