'use client'

import { counted, plural } from '@/core/base/words'
import { useState } from 'react'
import { differenceInFull } from '@/core/colour/differenceWords'
import { hexFromLab, type Triple } from '@/core/colour/colourSpaces'
import { type Cone } from '@/core/firing/cones'
import type { Studio } from '@/core/model/studio'
import { layRecipe, piecesForRecipe } from '@/core/usecases/cupboard/layRecipe'
import { sureWord } from '@/core/usecases/cupboard/sureWord'
import type { Matched, SureRecipe } from '@/core/usecases/cupboard/recipes'
import { findRecipes } from '@/store/colours'
import { run, tell } from '@/store/studioStore'
import { ColourEntry } from '@/ui/colour/ColourEntry'
import { Check, Field, NumberInput } from '@/ui/kit/fields'
import { mixable } from '@/core/usecases/cupboard/mixtures'

/** Recipes for a wanted colour. */
export function Matching({
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
      <p className="max-w-prose text-sm text-base-content/80">
        Say which fired colour you want; Vernice looks for the mixtures of your jars that come nearest to it.
      </p>
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
        `${plural(recipe.coats, 'coat', 'coats')}. Undo takes it back.`,
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
        <b>{words}</b>, {counted(recipe.coats, 'coat', 'coats')}
        <span className="numbers block text-xs text-base-content/80">
          from it: {differenceInFull(recipe.difference)}, give or take {recipe.expected.toFixed(1)} (
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
