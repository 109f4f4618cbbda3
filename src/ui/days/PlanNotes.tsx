'use client'

import { counted } from '@/core/base/words'
import Link from 'next/link'
import { Check, X } from 'lucide-react'
import { AT_ONCE, type Visit } from '@/core/model/calendar'
import type { Studio } from '@/core/model/studio'
import { askedOf, daysCost, pastVisits } from '@/core/usecases/days/pastVisits'
import { COVER_VERB } from '@/core/usecases/days/dayList'
import { localDay } from '@/core/schedule/sessions'
import { lotName } from '@/core/usecases/words/potWords'
import { stepWords } from '@/core/usecases/words/stepWords'
import { SeverityMark } from '@/ui/kit/SeverityMark'
import { Words } from '@/ui/kit/Words'

/** What the last planning changed. */
export function ChangesPanel({ changes, onClose }: { changes: readonly string[] | null; onClose: () => void }) {
  if (!changes?.length) return null
  return (
    <section
      aria-label="What changed"
      className="mb-3 flex gap-3 border border-base-content/60 bg-base-200 px-4 py-2 text-sm print:hidden"
      data-testid="changes"
    >
      <div className="min-w-0 flex-1">
        <h2 className="font-bold">{counted(changes.length, 'change', 'changes')} from the days before</h2>
        <ul className="max-h-32 overflow-y-auto">
          {changes.map((change) => (
            <li key={change}>
              <Words text={change} />
            </li>
          ))}
        </ul>
      </div>
      <button type="button" className="btn btn-ghost px-1 btn-xs" aria-label="Close" onClick={onClose}>
        <X size={16} />
      </button>
    </section>
  )
}

/** What cannot be met, and the smallest changes that would make it possible. */
export function UnmetPanel({ studio, busy }: { studio: Studio; busy: boolean }) {
  const unmet = studio.schedule.unmet.filter(({ pieceId }) => studio.pieces[pieceId])
  if (!unmet.length) return null
  return (
    <section aria-label="What cannot be met" className="mb-3 border border-base-content px-4 py-2" data-testid="unmet">
      <h2 className="mb-1 font-bold">
        {unmet.length === 1
          ? 'One group of pots cannot be finished as planned'
          : `${unmet.length} groups of pots cannot be finished as planned`}
      </h2>
      <ul className="grid gap-x-8 gap-y-2 lg:grid-cols-2">
        {unmet.map(({ pieceId, pots, why, changes }) => (
          <li key={`${pieceId}-${pots[0]}`} className="flex gap-2 text-sm" data-unmet={pieceId}>
            <SeverityMark severity="risk" size={18} />
            <div>
              <p>
                <Link href={`/plan/${pieceId}`} className="link font-bold">
                  {lotName(studio.pieces[pieceId], pots)}
                </Link>
                : <Words text={why} />
              </p>
              {changes.length > 0 ? (
                <ul className="list-disc pl-4 text-base-content/85">
                  {changes.map((change) => (
                    <li key={change}>
                      <Words text={change} />
                    </li>
                  ))}
                </ul>
              ) : (
                <p className="text-base-content/75">
                  {busy
                    ? 'Looking for the smallest change that helps…'
                    : 'No single visit, cover or bottle would help; open its dryness for what can still be done.'}
                </p>
              )}
            </div>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** Lots whose clay is found right less often than was asked for, and what would make them surer. */
export function UnsurePanel({ studio, busy }: { studio: Studio; busy: boolean }) {
  const unsure = (studio.schedule.unsure ?? []).filter(({ pieceId }) => studio.pieces[pieceId])
  const { calendar, schedule } = studio
  if (!unsure.length) return null
  return (
    <details
      className="mb-3 border border-base-content/60 px-4 py-2 text-sm"
      aria-label="Less sure than asked"
      data-testid="unsure"
    >
      <summary className="cursor-pointer">
        <b>
          {unsure.length === 1 ? 'One lot is' : `${unsure.length} lots are`} less sure than {calendar.sure} of 100 with
          these hours:
        </b>{' '}
        {unsure
          .map(({ pieceId, pots, chance }) => `${lotName(studio.pieces[pieceId], pots)} ${per(chance)}`)
          .join(', ')}
        . <span className="link">{busy ? 'Looking for surer days…' : 'What would help'}</span>
      </summary>
      <ul className="mt-2 grid gap-x-8 gap-y-2 lg:grid-cols-3">
        {unsure.map(({ pieceId, pots, sessionId, stepId, chance, changes }) => {
          const piece = studio.pieces[pieceId]
          const visit = schedule.visits.find(
            (one) => one.pieceId === pieceId && one.sessionId === sessionId && one.pots[0] === pots[0],
          )
          const step = piece.steps.find(({ id }) => id === stepId)
          return (
            <li key={`${pieceId}-${pots[0]}`}>
              <p>
                <Link href={`/plan/${pieceId}`} className="link font-bold">
                  {lotName(piece, pots)}
                </Link>
                {step && <Words text={`, ${stepWords(step, studio, piece).title}`} />}
                {visit && `, ${localDay(Date.parse(visit.at), calendar.timeZone)}`}: right in {per(chance)} of 100
                cases.
              </p>
              <ul className="list-disc pl-4 text-base-content/85">
                {changes.map((change) => (
                  <li key={change}>{change}</li>
                ))}
              </ul>
            </li>
          )
        })}
      </ul>
    </details>
  )
}

const per = (chance: number): number => Math.round(100 * chance)

/** Covers that go on before anything else, so that the clay keeps until its days. */
export function AtOncePanel({ studio, onDone }: { studio: Studio; onDone: (visit: Visit) => void }) {
  const visits = studio.schedule.visits.filter(
    ({ sessionId, pieceId }) => sessionId === AT_ONCE && studio.pieces[pieceId],
  )
  if (!visits.length) return null
  return (
    <section
      aria-label="Now"
      className="mb-3 border-2 border-base-content px-4 py-2 print:hidden"
      data-testid="at-once"
    >
      <h2 className="mb-1 font-bold">Do this now</h2>
      <ul className="grid gap-x-8 gap-y-1 lg:grid-cols-2">
        {visits.map((visit) => (
          <li key={`${visit.pieceId}-${visit.pots[0]}`} className="flex items-center gap-3 text-sm">
            <span className="flex-1">
              <Link href={`/plan/${visit.pieceId}`} className="link font-bold">
                {lotName(studio.pieces[visit.pieceId], visit.pots)}
              </Link>
              : {COVER_VERB[visit.cover]}
            </span>
            <button type="button" className="btn btn-sm" onClick={() => onDone(visit)}>
              <Check size={15} aria-hidden /> Done
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** Visits whose time is over: whether they were is asked before anything is planned again. */
export function PastPanel({
  studio,
  now,
  onDone,
  onMissed,
}: {
  studio: Studio
  now: number
  onDone: (visit: Visit) => void
  onMissed: (visit: Visit) => void
}) {
  const past = pastVisits(studio, now).filter(({ sessionId }) => sessionId !== AT_ONCE)
  if (!past.length) return null
  return (
    <section
      aria-label="What was planned until now"
      className="mb-3 border border-base-content px-4 py-2 print:hidden"
      data-testid="past-visits"
    >
      <h2 className="mb-1 font-bold">What was planned until now</h2>
      <ul className="space-y-1">
        {past.map((visit) => (
          <li
            key={`${visit.pieceId}-${visit.pots[0]}-${visit.at}`}
            className="flex flex-wrap items-center gap-2 text-sm"
          >
            <span className="min-w-60 flex-1">{askedOf(visit, studio)}</span>
            <button type="button" className="btn btn-sm" onClick={() => onDone(visit)}>
              <Check size={15} aria-hidden /> Yes, as planned
            </button>
            <button type="button" className="btn font-normal btn-sm" onClick={() => onMissed(visit)}>
              <X size={15} aria-hidden /> No
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** What the days come to, in a line. */
export function CostLine({ studio }: { studio: Studio }) {
  const { visits, covers, days } = daysCost(studio)
  if (!visits) return null
  return (
    <p className="numbers mb-2 text-sm text-base-content/80" data-testid="days-cost">
      {counted(visits, 'visit', 'visits')} to the studio, {counted(covers, 'cover', 'covers')} to put on,{' '}
      {counted(days, 'day', 'days')} until the last is done.
    </p>
  )
}
