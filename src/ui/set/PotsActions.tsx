'use client'

import { useState } from 'react'
import { capital } from '@/core/base/words'
import { COVER_NAMES, DRYING_STAGES, STAGE, type Cover, type DryingStage } from '@/core/clay/stages'
import { lotPieces, lotsOf, potOf } from '@/core/model/lots'
import type { Piece } from '@/core/model/piece'
import { NOTHING_KNOWN } from '@/core/model/run'
import type { Studio } from '@/core/model/studio'
import { coatsOf } from '@/core/plan/step'
import { stepWords } from '@/core/usecases/words/stepWords'
import { potsWords } from '@/core/usecases/words/potWords'
import { recorded, stepEntry } from '@/core/model/runEntries'
import { instantNow, sayStage } from '@/store/days'
import { run } from '@/store/studioStore'
import { Field, Select } from '@/ui/kit/fields'
import { TextInput } from '@/ui/kit/TextInput'

/** What can be said of some pots of a set: made, how dry, covered, done so far, whose, lost. */
export function PotsActions({
  piece,
  studio,
  pots,
  onDone,
}: {
  piece: Piece
  studio: Studio
  pots: readonly number[]
  onDone: () => void
}) {
  const own = [...pots]
  const told = pots.map((number) => potOf(piece, number))
  const tell = (changes: { owner?: string; note?: string; lost?: string }) =>
    run({ type: 'piece.pots', pieceId: piece.id, told: pots.map((number) => ({ number, ...changes })) })
  const covers = (['open', ...studio.calendar.covers.filter((cover) => cover !== 'open')] as Cover[]).map(
    (cover) => [cover, COVER_NAMES[cover]] as const,
  )
  return (
    <div className="space-y-3 border border-base-content p-3" data-testid="pots-actions">
      <p className="flex items-baseline gap-2 font-bold">
        <span className="flex-1">{capital(potsWords(pots))}</span>
        <button type="button" className="link text-[0.8125rem] font-normal" onClick={onDone}>
          choose none
        </button>
      </p>
      <button
        type="button"
        className="btn font-normal btn-sm"
        onClick={() => run({ type: 'piece.making', pieceId: piece.id, pots: own, changes: { madeAt: instantNow() } })}
      >
        Made just now
      </button>
      <Say<DryingStage>
        label="By touch"
        choices={DRYING_STAGES.map((stage) => [stage, STAGE[stage].name] as const)}
        first="leatherHard"
        button="Record this now"
        onSay={(stage) =>
          void sayStage(
            lotPieces(piece).flatMap(({ lot, piece: lotPiece }) => {
              const chosen = lot.pots.filter((pot) => own.includes(pot))
              return chosen.length ? [{ piece: lotPiece, pots: chosen }] : []
            }),
            stage,
          )
        }
      />
      <Say<Cover>
        label="Cover"
        choices={covers}
        first={covers.some(([cover]) => cover === 'sealed') ? 'sealed' : 'open'}
        button="Done"
        onSay={(cover) =>
          run({ type: 'piece.log', pieceId: piece.id, pots: own, entry: { kind: 'cover', at: instantNow(), cover } })
        }
      />
      <DoneSoFar piece={piece} studio={studio} pots={own} />
      <div className="grid grid-cols-2 gap-3">
        <Field label="Whose">
          {(id) => (
            <TextInput
              id={id}
              value={told.every((pot) => pot.owner === told[0].owner) ? told[0].owner : ''}
              maxLength={60}
              valid={() => true}
              onCommit={(owner) => tell({ owner })}
            />
          )}
        </Field>
        <Field label="Note">
          {(id) => (
            <TextInput
              id={id}
              value={told.every((pot) => pot.note === told[0].note) ? told[0].note : ''}
              maxLength={400}
              valid={() => true}
              onCommit={(note) => tell({ note })}
            />
          )}
        </Field>
      </div>
      <Lost onLost={(lost) => tell({ lost })} />
    </div>
  )
}

/** A choice, and a button that says it. */
function Say<T extends string>({
  label,
  choices,
  first,
  button,
  onSay,
}: {
  label: string
  choices: readonly (readonly [T, string])[]
  first: T
  button: string
  onSay: (value: T) => void
}) {
  const [value, setValue] = useState<T>(first)
  return (
    <div className="flex items-center gap-2">
      <Select label={label} value={value} choices={choices} onChange={setValue} />
      <button type="button" className="btn shrink-0 btn-sm" onClick={() => onSay(value)}>
        {button}
      </button>
    </div>
  )
}

/** Steps and coats that are done on these pots. */
function DoneSoFar({ piece, studio, pots }: { piece: Piece; studio: Studio; pots: number[] }) {
  const places = [
    ['0.0', 'nothing done yet'] as const,
    ...piece.steps.flatMap((step, i) => {
      const { title } = stepWords(step, studio, piece)
      const coats = coatsOf(step)
      return [
        ...Array.from(
          { length: coats - 1 },
          (_, k) => [`${i}.${k + 1}`, `${i + 1} ${title}, ${k + 1} of ${coats} coats`] as const,
        ),
        [`${i + 1}.0`, `${i + 1} ${title}`] as const,
      ]
    }),
  ]
  return (
    <Say
      label="Done so far, up to and with"
      choices={places}
      first={places[Math.min(1, places.length - 1)][0]}
      button="Done so far"
      onSay={(place) => {
        const [doneSteps, coats] = place.split('.').map(Number)
        const known = { now: instantNow(), by: '', conditions: NOTHING_KNOWN }
        const step = piece.steps[doneSteps - 1]
        // Of several at once nothing is known of when.
        const one = lotsOf(piece).every(
          (lot) => !lot.pots.some((pot) => pots.includes(pot)) || lot.done.length === doneSteps - 1,
        )
        run(
          recorded(
            { type: 'piece.progress', pieceId: piece.id, pots, doneSteps, coats },
            piece.id,
            step && one ? [stepEntry(step, pots, studio, known)] : [],
          ),
        )
      }}
    />
  )
}

function Lost({ onLost }: { onLost: (why: string) => void }) {
  const [why, setWhy] = useState('cracked')
  return (
    <div className="flex items-center gap-2">
      <input
        aria-label="How it was lost"
        className="input w-full input-sm"
        value={why}
        maxLength={120}
        onChange={(event) => setWhy(event.target.value)}
      />
      <button type="button" className="btn shrink-0 btn-sm" disabled={!why.trim()} onClick={() => onLost(why.trim())}>
        Lost
      </button>
    </div>
  )
}
