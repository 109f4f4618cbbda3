'use client'

import Link from 'next/link'
import { potOf } from '@/core/model/lots'
import { latestOutcomes } from '@/core/model/outcome'
import { entriesOf, tellsOf } from '@/core/model/run'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { lifeLines, photoWords } from '@/core/usecases/bench/runWords'
import { stepsOfRun } from '@/core/usecases/bench/stepsOfRun'
import { FAULT } from '@/core/usecases/fired/faults'
import { stepWords } from '@/core/usecases/words/stepWords'
import { Words } from '@/ui/kit/Words'
import { PhotoButton } from '@/ui/photos/PhotoButton'
import { FaultCauses } from './FaultCauses'

/** What is on a pot: the plan, what was really done in the order it went on, pictures, how it came out; and making it again so. */
export function PotStory({ piece, pot, studio }: { piece: Piece; pot: number; studio: Studio }) {
  const { owner, note, lost } = potOf(piece, pot)
  const lines = lifeLines(piece, studio, pot)
  const done = stepsOfRun(piece, pot)
  const photos = entriesOf(piece.run, 'photo').filter((entry) => tellsOf(entry, pot))
  const outcomes = piece.outcomes.filter((outcome) => outcome.pot === pot)
  const last = latestOutcomes(piece.outcomes).get(pot)
  return (
    <article className="space-y-5" data-testid="pot-story">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h2 className="text-xl font-bold">
          {piece.name}
          {piece.count > 1 ? `, pot ${pot}` : ''}
          {owner ? `, ${owner}` : ''}
        </h2>
        <Link href={`/new?again=${piece.id}&pot=${pot}`} className="btn btn-primary">
          Make it again as it was done
        </Link>
        <Link href={`/plan/${piece.id}`} className="link">
          Its plan
        </Link>
        <Link href="/fired?show=look" className="link">
          Other pots
        </Link>
      </header>
      {(note || lost) && (
        <p>
          {note} {lost && <b>Lost: {lost}.</b>}
        </p>
      )}
      {photos.length > 0 && (
        <ul className="flex flex-wrap gap-2" aria-label="Photographs">
          {photos.map((entry) => (
            <li key={entry.id}>
              <PhotoButton entry={entry} piece={piece} words={photoWords(entry, piece, studio)} className="h-32 w-32" />
            </li>
          ))}
        </ul>
      )}
      {outcomes.length > 0 && (
        <section aria-label="How it came out">
          <h3 className="mb-1 font-bold">How it came out</h3>
          <p>
            {last?.verdict}
            {last?.faults.map(
              ({ fault, where }) => `, ${FAULT[fault].name.toLowerCase()}${where ? ` (${where})` : ''}`,
            )}
            {last?.note && `. “${last.note}”`}
          </p>
          <div className="mt-2 space-y-2">
            {last?.faults.map(({ fault }) => (
              <FaultCauses key={fault} fault={fault} piece={piece} pot={pot} studio={studio} />
            ))}
          </div>
        </section>
      )}
      <div className="grid gap-6 md:grid-cols-2">
        <section aria-label="On it, in the order it went on">
          <h3 className="mb-1 font-bold">{done.differs ? 'On it, as it was done' : 'On it, as planned'}</h3>
          <ol className="list-decimal space-y-1 pl-6">
            {done.steps.map((step) => {
              const words = stepWords(step, studio, piece)
              return (
                <li key={step.id}>
                  <b>
                    <Words text={words.title} />
                  </b>{' '}
                  <span className="text-sm text-base-content/80">
                    <Words text={words.brief} />
                    {step.mishap === 'smudged' ? ', smudged' : step.mishap === 'tooEarly' ? ', too early' : ''}
                  </span>
                </li>
              )
            })}
          </ol>
        </section>
        <section aria-label="Record">
          <h3 className="mb-1 font-bold">The record</h3>
          {lines.length ? (
            <ol className="space-y-1.5" data-testid="record">
              {lines.map((line) => (
                <li key={line.id} className={line.differs ? 'border-l-4 border-base-content pl-2' : ''}>
                  <span className="numbers text-sm text-base-content/80">
                    {line.when}
                    {line.pots ? `, ${line.pots}` : ''}
                  </span>
                  <span className="block leading-snug">
                    <Words text={line.words} />
                    {line.beside && <span className="text-sm text-base-content/80"> ({line.beside})</span>}
                  </span>
                </li>
              ))}
            </ol>
          ) : (
            <p className="text-base-content/80">
              No record yet. Steps done at the bench or ticked off in the plan appear here.
            </p>
          )}
        </section>
      </div>
    </article>
  )
}
