'use client'

import { plural } from '@/core/base/words'
import { useState } from 'react'
import { CircleCheck, TriangleAlert } from 'lucide-react'
import { lotPieces, namedPots, standingPots } from '@/core/model/lots'
import type { Paper } from '@/core/formats/paper'
import type { Studio } from '@/core/model/studio'
import {
  isComplete,
  kilnTicket,
  NO_ANSWERS,
  type KilnTicket,
  type TicketAnswers,
  bareFoot,
} from '@/core/usecases/handOn/kilnTicket'
import { lotName } from '@/core/usecases/words/potWords'
import { useNow } from '@/store/days'
import { printLabels, printPacking, printPotCards, printTickets } from '@/store/handOn'
import { saveLoadTable } from '@/store/files'
import { useStudio } from '@/store/studioStore'
import { Segments } from '@/ui/kit/fields'

type Paper3 = Paper | 'postcard'

/** Kiln tickets, pot cards, labels and packing lists, filled from the record. */
export function HandOn({ studio }: { studio: Studio }) {
  const now = useNow()
  const lots = [...studio.order, ...studio.archive].flatMap((id) => {
    const piece = studio.pieces[id]
    return piece ? lotPieces(piece).map(({ id: lotId, lot }) => ({ id: lotId, piece, pots: lot.pots })) : []
  })
  const [chosen, setChosen] = useState<readonly string[]>([])
  const [answers, setAnswers] = useState<Readonly<Record<string, TicketAnswers>>>({})
  const [paper, setPaper] = useState<Paper3>('a4')
  const [single, setSingle] = useState(false)
  const picked = lots
    .filter(({ id }) => chosen.includes(id))
    .flatMap((lot) => (single ? lot.pots.map((pot) => ({ ...lot, id: `${lot.id} ${pot}`, pots: [pot] })) : [lot]))
  const sheet: Paper = paper === 'postcard' ? 'a4' : paper
  const tickets = picked.map(({ id, piece, pots }) => ({
    id,
    ticket: kilnTicket(piece, pots, studio, answers[id] ?? NO_ANSWERS, now),
  }))
  const toggle = (id: string) =>
    setChosen(chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id])
  const open = tickets.filter(({ ticket }) => !isComplete(ticket)).length
  const pots = picked.flatMap(({ piece, pots: own }) => own.map((pot) => ({ piece, pot })))
  const pieces = [...new Set(picked.map(({ piece }) => piece))].filter((piece) => standingPots(piece).length)
  return (
    <div className="grid gap-6 lg:grid-cols-[19rem_1fr]">
      <fieldset>
        <legend className="mb-2 font-bold">Which pots</legend>
        <ul className="space-y-1">
          {lots.map(({ id, piece, pots: own }) => (
            <li key={id}>
              <label className="flex min-h-10 cursor-pointer items-center gap-3 border border-base-content/50 px-3 py-1.5">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  checked={chosen.includes(id)}
                  onChange={() => toggle(id)}
                />
                {lotName(piece, namedPots(piece, own))}
              </label>
            </li>
          ))}
        </ul>
        {lots.length === 0 ? (
          <p className="max-w-xs text-base-content/80">
            No pots yet: those on the rack are chosen here. Begin with a new piece.
          </p>
        ) : (
          <label className="mt-3 flex min-h-10 cursor-pointer items-center gap-3">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={single}
              onChange={() => setSingle(!single)}
            />
            A ticket and a label for each pot of a set
          </label>
        )}
      </fieldset>
      <div className="space-y-4">
        <div className="flex flex-wrap items-center gap-2">
          <Segments
            small
            label="Paper"
            value={paper}
            choices={[
              ['a4', 'A4'],
              ['letter', 'Letter'],
              ['postcard', 'postcard (pot cards)'],
            ]}
            onChange={setPaper}
          />
          <button
            type="button"
            className="btn btn-primary"
            disabled={!tickets.length}
            onClick={() =>
              void printTickets(
                tickets.map(({ ticket }) => ticket),
                sheet,
              )
            }
          >
            Kiln tickets
          </button>
          <button
            type="button"
            className="btn"
            disabled={!tickets.length}
            onClick={() => void saveLoadTable(tickets.map(({ ticket }) => ticket))}
          >
            The load as a table
          </button>
          <button
            type="button"
            className="btn"
            disabled={!pots.length}
            onClick={() => void printPotCards(pots, studio, paper)}
          >
            Pot cards
          </button>
          <button
            type="button"
            className="btn"
            disabled={!picked.length}
            onClick={() => void printLabels(picked, studio, sheet)}
          >
            Labels with a code
          </button>
          <button
            type="button"
            className="btn"
            disabled={!pieces.length}
            onClick={() => void printPacking(pieces, sheet)}
          >
            Packing list
          </button>
        </div>
        {!picked.length && lots.length > 0 && (
          <p className="max-w-xl text-base-content/80">
            Choose pots. Kiln tickets fill themselves and say what is missing; pot cards go home with a pot; a label’s
            code opens the piece here.
          </p>
        )}
        {open > 0 && (
          <p role="status" className="flex items-center gap-2 font-bold">
            <TriangleAlert aria-hidden size={18} /> {open} of {tickets.length}{' '}
            {plural(tickets.length, 'ticket', 'tickets')} would not say “complete” yet.
          </p>
        )}
        <ul className="grid gap-4 xl:grid-cols-2">
          {tickets.map(({ id, ticket }) => (
            <Ticket
              key={id}
              ticket={ticket}
              answers={answers[id] ?? NO_ANSWERS}
              onAnswer={(changes) => setAnswers({ ...answers, [id]: { ...(answers[id] ?? NO_ANSWERS), ...changes } })}
            />
          ))}
        </ul>
      </div>
    </div>
  )
}

/** A ticket as it will be printed, with what only a person knows to be filled in. */
function Ticket({
  ticket,
  answers,
  onAnswer,
}: {
  ticket: KilnTicket
  answers: TicketAnswers
  onAnswer: (changes: Partial<TicketAnswers>) => void
}) {
  const complete = isComplete(ticket)
  const bare = bareFoot(useStudio((s) => s.studio.settings.length))
  return (
    <li className="border border-base-content/70 bg-base-200 p-4" data-testid="ticket" data-complete={complete}>
      <h3 className="flex items-center gap-2 text-lg font-bold">
        {complete ? <CircleCheck aria-hidden size={19} /> : <TriangleAlert aria-hidden size={19} />}
        {ticket.title}
        <span className="ml-auto text-sm font-normal">{complete ? 'complete' : 'not complete'}</span>
      </h3>
      <p className="text-sm text-base-content/80">
        {ticket.count} × {ticket.clay}, {ticket.clayRange}; {ticket.firing || 'no firing planned'}; {ticket.date}
      </p>
      <ol className="my-2 list-decimal pl-6 text-sm">
        {ticket.materials.map(({ name, kind, range }) => (
          <li key={name}>
            {name}, {kind}, {range}
          </li>
        ))}
      </ol>
      <p className="text-sm">Use: {ticket.food}.</p>
      {(ticket.missing.length > 0 || ticket.contradictions.length > 0) && (
        <ul
          className="my-2 list-disc border-l-4 border-base-content pl-6 text-sm font-bold"
          aria-label="To settle first"
        >
          {[...ticket.contradictions, ...ticket.missing].map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
      )}
      <div className="mt-3 grid gap-2 sm:grid-cols-2">
        <Answer
          label="Whose it is"
          value={answers.owner}
          known={ticket.owner}
          onAnswer={(owner) => onAnswer({ owner })}
        />
        <Answer label="Group or class" value={answers.group} known="" onAnswer={(group) => onAnswer({ group })} />
        <Answer
          label="Fragile, and where"
          value={answers.fragile}
          known=""
          onAnswer={(fragile) => onAnswer({ fragile })}
        />
        <YesNo
          label={`Bottom and ${bare} of wall wiped bare`}
          value={answers.wiped}
          onAnswer={(wiped) => onAnswer({ wiped })}
        />
        <YesNo label="A waster slab goes with it" value={answers.slab} onAnswer={(slab) => onAnswer({ slab })} />
      </div>
    </li>
  )
}

function Answer({
  label,
  value,
  known,
  onAnswer,
}: {
  label: string
  value: string
  known: string
  onAnswer: (text: string) => void
}) {
  return (
    <label className="block text-[0.8125rem] text-base-content/75">
      {label}
      <input
        className="input mt-0.5 w-full text-base-content input-sm"
        value={value}
        maxLength={80}
        placeholder={known}
        onChange={(event) => onAnswer(event.target.value)}
      />
    </label>
  )
}

function YesNo({
  label,
  value,
  onAnswer,
}: {
  label: string
  value: boolean | null
  onAnswer: (value: boolean | null) => void
}) {
  return (
    <div className="text-[0.8125rem] text-base-content/75">
      {label}
      <div className="mt-0.5">
        <Segments
          small
          label={label}
          value={value === null ? 'unsaid' : value ? 'yes' : 'no'}
          choices={[
            ['unsaid', 'by the record'],
            ['yes', 'yes'],
            ['no', 'no'],
          ]}
          onChange={(choice) => onAnswer(choice === 'unsaid' ? null : choice === 'yes')}
        />
      </div>
    </div>
  )
}
