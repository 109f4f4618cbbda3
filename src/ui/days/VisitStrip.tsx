'use client'

import { ArrowLeft, ArrowRight, Check, PinOff, X } from 'lucide-react'
import Link from 'next/link'
import type { Visit } from '@/core/model/calendar'
import type { Studio } from '@/core/model/studio'
import { COVER_NAMES } from '@/core/clay/stages'
import { localClock, localDay, sessionsBetween } from '@/core/schedule/sessions'
import { coatsOf } from '@/core/plan/step'
import { isPinOf } from '@/core/usecases/days/visitDone'
import { lotName } from '@/core/usecases/words/potWords'
import { stepWords } from '@/core/usecases/words/stepWords'
import { moveVisit, unpinVisit, noteVisitDone } from './visitCommands'
import { Words } from '@/ui/kit/Words'
import { DAY } from '@/core/base/spans'

/** Coats of a step in words: “coat 2”, “coats 2 and 3”. */
const coatsPart = ({ from, to }: Visit['coats'][number]): string =>
  to - from === 1 ? `coat ${to}` : `coats ${from + 1} to ${to}`

/** How likely the clay is right then, and what would make that surer. */
function Chance({ studio, chance }: { studio: Studio; chance: number }) {
  const per = Math.round(100 * chance)
  return (
    <span className="block text-base-content/80" data-testid="chance">
      The clay is right then in {per} of 100 cases.
      {per < Number(studio.calendar.sure) && ` You asked for ${studio.calendar.sure}.`}
    </span>
  )
}

/** The chosen visit in words, and what one can do with it. */
export function VisitStrip({
  studio,
  visit,
  now,
  reports,
  onClose,
}: {
  studio: Studio
  visit: Visit
  now: number
  reports: Parameters<typeof moveVisit>[2]
  onClose: () => void
}) {
  const piece = studio.pieces[visit.pieceId]
  if (!piece) return null
  const { timeZone } = studio.calendar
  const sessions = sessionsBetween(studio.calendar, now, now + 60 * DAY)
  const at = sessions.findIndex((session) => session.id === visit.sessionId)
  const steps = visit.stepIds
    .flatMap((id) => piece.steps.filter((step) => step.id === id))
    .map((step) => {
      const { title, brief } = stepWords(step, studio, piece)
      const part = visit.coats.find(({ stepId }) => stepId === step.id)
      return `${title} (${part ? `${coatsPart(part)} of ${coatsOf(step)}` : brief})`
    })
  const pinned = studio.schedule.pins.some((pin) => isPinOf(pin, visit) && visit.stepIds.includes(pin.stepId))
  const clock = (iso: string) => localClock(Date.parse(iso), timeZone, studio.settings.clock)
  return (
    <section
      aria-label="The chosen visit"
      className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2 border border-base-content bg-base-200 px-4 py-2 text-sm print:hidden"
    >
      <p className="min-w-0 flex-1">
        <Link href={`/plan/${piece.id}`} className="link font-bold">
          {lotName(piece, visit.pots)}
        </Link>
        , {localDay(Date.parse(visit.at), timeZone)},{' '}
        <span className="numbers">
          {clock(visit.at)} to {clock(visit.until)}
        </span>
        :{' '}
        <Words
          text={
            [...(visit.makes ? ['make it'] : []), ...steps].join('; ') ||
            (visit.covered ? `leave it open until about ${clock(visit.covered)}` : 'only the cover changes')
          }
        />
        . {visit.covered && visit.stepIds.length > 0 && `Left open until about ${clock(visit.covered)}. `}
        Then {COVER_NAMES[visit.cover]}.{visit.chance !== null && <Chance studio={studio} chance={visit.chance} />}
      </p>
      <div className="flex flex-wrap gap-2">
        {visit.stepIds.length > 0 && (
          <>
            <button
              type="button"
              className="btn btn-sm"
              disabled={at <= 0}
              onClick={() => moveVisit(visit, sessions[at - 1].id, reports)}
            >
              <ArrowLeft size={15} aria-hidden /> Session before
            </button>
            <button
              type="button"
              className="btn btn-sm"
              disabled={at < 0 || at >= sessions.length - 1}
              onClick={() => moveVisit(visit, sessions[at + 1].id, reports)}
            >
              Session after <ArrowRight size={15} aria-hidden />
            </button>
          </>
        )}
        {pinned && (
          <button type="button" className="btn btn-sm" onClick={() => unpinVisit(visit, reports)}>
            <PinOff size={15} aria-hidden /> Let it move
          </button>
        )}
        <button
          type="button"
          className="btn btn-primary btn-sm"
          onClick={() => {
            noteVisitDone(piece, visit)
            onClose()
          }}
        >
          <Check size={15} aria-hidden /> Done as planned
        </button>
        <button type="button" className="btn btn-ghost px-1 btn-sm" aria-label="Close" onClick={onClose}>
          <X size={16} />
        </button>
      </div>
    </section>
  )
}
