'use client'

import { useState } from 'react'
import { hexFromLab, type Triple } from '@/core/colour/colourSpaces'
import { CONES, type Cone } from '@/core/firing/cones'
import type { Medium } from '@/core/vocabulary/material'
import type { Studio } from '@/core/model/studio'
import { layRecipe, piecesForRecipe } from '@/core/usecases/cupboard/layRecipe'
import { sureWord } from '@/core/usecases/cupboard/ladder'
import { betweenTwo, coatsWhenThinned, mixtureHex, mixtureJar, type Mixture } from '@/core/usecases/cupboard/mixtures'
import type { Matched, SureRecipe } from '@/core/usecases/cupboard/recipes'
import { isClear } from '@/core/usecases/tiles/squares'
import { clearFor } from '@/core/usecases/tiles/tilePieces'
import { findRecipes } from '@/store/colours'
import { newId, run, tell } from '@/store/studioStore'
import { ColourEntry } from '@/ui/colour/ColourEntry'
import { Check, Field, NumberInput, Select } from '@/ui/kit/fields'
import { swatchOf } from '@/ui/kit/colours'
import { MEDIUM_KIND } from '@/core/vocabulary/mediumKinds'

const mixable = (studio: Studio): Medium[] =>
  Object.values(studio.media).filter((m) => MEDIUM_KIND[m.kind].hides && MEDIUM_KIND[m.kind].laidBy.includes('coat'))

/** Mixing two to four jars, and finding recipes for a colour. */
export function MixPanel({ studio }: { studio: Studio }) {
  const bodies = Object.values(studio.bodies)
  const [bodyId, setBodyId] = useState(bodies[0]?.id ?? '')
  const body = studio.bodies[bodyId] ?? bodies[0]
  const clear = body ? clearFor(body, studio.media) : null
  const [glazeId, setGlazeId] = useState<string | 'none' | null>(null)
  const glaze = glazeId === 'none' ? null : (studio.media[glazeId ?? clear?.id ?? ''] ?? null)
  const cone: Cone = glaze?.range.to ?? body?.range.to ?? CONES[5]
  if (!body) return <p>There is no clay in the cupboard yet.</p>
  const glazes = Object.values(studio.media).filter((m) => m.kind === 'glaze')
  return (
    <div className="space-y-5">
      <div className="flex flex-wrap gap-3">
        <span className="w-56">
          <Field label="On">
            {(id) => (
              <Select
                id={id}
                value={body.id}
                choices={bodies.map((b) => [b.id, b.name] as const)}
                onChange={setBodyId}
              />
            )}
          </Field>
        </span>
        <span className="w-56">
          <Field label="Under">
            {(id) => (
              <Select
                id={id}
                value={glaze?.id ?? 'none'}
                choices={[
                  ['none', 'nothing, bare'] as const,
                  ...glazes.map((m) => [m.id, `${m.name}${isClear(m) ? '' : ' (coloured)'}`] as const),
                ]}
                onChange={setGlazeId}
              />
            )}
          </Field>
        </span>
      </div>
      <div className="grid gap-6 xl:grid-cols-2">
        <Mixing studio={studio} body={body} glaze={glaze} cone={cone} />
        <Matching studio={studio} bodyId={body.id} glazeId={glaze?.id ?? null} cone={cone} />
      </div>
    </div>
  )
}

interface SharedProps {
  studio: Studio
  body: Studio['bodies'][string]
  glaze: Medium | null
  cone: Cone
}

/** The range between jars, by parts, as true layers, fired. */
function Mixing({ studio, body, glaze, cone }: SharedProps) {
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
          <li key={id} className="flex items-center gap-2">
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

/** Recipes for a wanted colour. */
function Matching({
  studio,
  bodyId,
  glazeId,
  cone,
}: {
  studio: Studio
  bodyId: string
  glazeId: string | null
  cone: Cone
}) {
  const jars = mixable(studio)
  const [wanted, setWanted] = useState<Triple | null>(null)
  const [most, setMost] = useState(2)
  // Slips and opaque colours want another place than underglazes; whoever wants them mixed adds them.
  const [without, setWithout] = useState<readonly string[]>(
    jars.filter((m) => m.kind !== 'underglaze').map((m) => m.id),
  )
  const [matched, setMatched] = useState<Matched | null>(null)
  const [share, setShare] = useState<number | null>(null)
  const find = async () => {
    if (!wanted)
      return tell('problem', 'No colour is wanted yet; choose one, type figures, or pick it from a photograph.')
    setShare(0)
    try {
      setMatched(
        await findRecipes(
          studio,
          {
            lab: wanted,
            bodyId,
            glazeId,
            jarIds: jars.filter((m) => !without.includes(m.id)).map((m) => m.id),
            mostJars: most,
            cone,
          },
          setShare,
        ),
      )
    } finally {
      setShare(null)
    }
  }
  return (
    <section aria-label="Match" className="space-y-3">
      <h2 className="text-lg font-bold">Match a colour</h2>
      <ColourEntry label="Wanted colour" lab={wanted} onColour={(lab) => setWanted(lab)} />
      <div className="flex flex-wrap items-end gap-3">
        <span className="w-28">
          <Field label="Jars at most">
            {(id) => <NumberInput id={id} value={most} min={1} max={3} step={1} onCommit={setMost} />}
          </Field>
        </span>
        <button type="button" className="btn btn-primary btn-sm" disabled={share !== null} onClick={() => void find()}>
          Find recipes
        </button>
        {share !== null && <progress className="progress w-32" value={share} max={1} aria-label="Trying mixtures" />}
      </div>
      <details className="text-sm">
        <summary className="cursor-pointer">
          Jars that may be used ({jars.length - without.length} of {jars.length})
        </summary>
        <div className="mt-1 grid gap-x-4 sm:grid-cols-2">
          {jars.map((jar) => (
            <Check
              key={jar.id}
              label={jar.name}
              checked={!without.includes(jar.id)}
              onChange={(on) => setWithout(on ? without.filter((id) => id !== jar.id) : [...without, jar.id])}
            />
          ))}
        </div>
      </details>
      {matched?.unreached && (
        <p className="border-l-2 border-base-content pl-2 text-sm" role="note" data-testid="unreached">
          {matched.unreached}
        </p>
      )}
      {matched && wanted && (
        <ul className="divide-y divide-base-300 border-y border-base-300" data-testid="recipes">
          {matched.recipes.map((recipe, i) => (
            <RecipeLine key={i} recipe={recipe} wanted={wanted} studio={studio} />
          ))}
        </ul>
      )}
    </section>
  )
}

function RecipeLine({ recipe, wanted, studio }: { recipe: SureRecipe; wanted: Triple; studio: Studio }) {
  const words = recipe.parts
    .map((p) => `${recipe.parts.length > 1 ? `${p.parts} ` : ''}${studio.media[p.id].name}`)
    .join(' : ')
  const pieces = piecesForRecipe(studio)
  const use = (pieceId: string) => {
    const command = layRecipe(recipe, studio.pieces[pieceId], studio.media)
    if (!command || run(command)) return
    tell(
      'news',
      `${studio.pieces[pieceId].name}: its first colour is ${words} now, ${recipe.coats} ` +
        `${recipe.coats === 1 ? 'coat' : 'coats'}. Undo takes it back.`,
    )
  }
  return (
    <li
      className="flex flex-wrap items-center gap-3 py-2 text-sm"
      data-recipe={recipe.parts.map((p) => `${p.parts}*${p.id}`).join('+')}
    >
      <span aria-hidden className="flex h-9 w-16 border border-base-content">
        <span className="w-1/2" style={{ background: hexFromLab(wanted) }} />
        <span className="w-1/2" style={{ background: recipe.hex }} />
      </span>
      <span className="min-w-40 flex-1">
        <b>{words}</b>, {recipe.coats} {recipe.coats === 1 ? 'coat' : 'coats'}
        <span className="numbers block text-xs text-base-content/80">
          ΔE {recipe.difference.toFixed(1)} from it, give or take {recipe.expected.toFixed(1)} (
          {sureWord(recipe.expected)}){recipe.cost > 0 ? `, cost ${recipe.cost.toFixed(2)} a ml` : ''}
        </span>
      </span>
      {pieces.length > 0 && (
        <select
          className="select w-40 select-sm"
          aria-label={`Use ${words} on`}
          value=""
          onChange={(event) => event.target.value && use(event.target.value)}
        >
          <option value="">use it on …</option>
          {pieces.map((piece) => (
            <option key={piece.id} value={piece.id}>
              {piece.name}
            </option>
          ))}
        </select>
      )}
    </li>
  )
}
