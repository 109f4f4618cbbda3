'use client'

import Link from 'next/link'
import { useState } from 'react'
import { CalendarPlus, CalendarRange, Printer } from 'lucide-react'
import type { Visit } from '@/core/model/calendar'
import { exportCalendar, startPlanning, useNow, usePlannedStudio, type Planning } from '@/store/days'
import { Segments } from '@/ui/kit/fields'
import { DaysBoard } from './DaysBoard'
import { DrynessNow } from './DrynessNow'
import { HoursPanel } from './HoursPanel'
import { AtOncePanel, ChangesPanel, CostLine, PastPanel, UnmetPanel, UnsurePanel } from './PlanNotes'
import { noteVisitDone, noteVisitMissed } from './visitCommands'
import { RoomsPanel } from './RoomsPanel'
import { SessionLists } from './SessionLists'
import { VisitStrip } from './VisitStrip'
import { useAddress } from '@/ui/frame/useAddress'

type Tab = 'days' | 'dryness' | 'hours' | 'rooms'

const TABS: readonly (readonly [Tab, string])[] = [
  ['days', 'Days'],
  ['dryness', 'Dryness now'],
  ['hours', 'Hours and kilns'],
  ['rooms', 'Rooms'],
]

const CHOICES = TABS.map(([choice]) => choice)

/** Sessions as columns, pieces as rows, water falling through each. */
export function DaysView() {
  const studio = usePlannedStudio()
  const now = useNow()
  const [tab, setTab] = useAddress('show', CHOICES)
  const [planning, setPlanning] = useState<Planning | null>(null)
  const [changes, setChanges] = useState<readonly string[] | null>(null)
  const [selected, setSelected] = useState<Visit | null>(null)
  const reports = {
    onProgress: setPlanning,
    onDone: (news: readonly string[]) => {
      setChanges(news)
      setSelected(null)
    },
  }
  const planned = studio.schedule.madeAt !== null
  const hours = studio.calendar.weekly.length > 0
  return (
    <div className="px-6 py-4">
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1 className="text-2xl font-bold">Days</h1>
        <Segments small label="What to show" value={tab} choices={TABS} onChange={setTab} />
        <div className="ml-auto flex flex-wrap items-center gap-2">
          {planning ? (
            <>
              <progress className="progress w-36" value={planning.share} max={1} aria-label="Looking for better days" />
              <button type="button" className="btn btn-sm" onClick={planning.cancel}>
                {planning.found ? 'Use the plan found so far' : 'Stop'}
              </button>
            </>
          ) : (
            <button
              type="button"
              className="btn btn-primary btn-sm"
              disabled={!hours}
              title={hours ? 'Puts every step of every piece into a session' : 'Enter studio hours first'}
              onClick={() => startPlanning(reports)}
            >
              <CalendarRange size={16} aria-hidden /> {planned ? 'Plan again from now' : 'Plan the days'}
            </button>
          )}
          <button type="button" className="btn btn-sm" disabled={!planned} onClick={() => void exportCalendar()}>
            <CalendarPlus size={16} aria-hidden /> Calendar file
          </button>
          <button type="button" className="btn btn-sm" disabled={!planned} onClick={() => window.print()}>
            <Printer size={16} aria-hidden /> Print the week
          </button>
        </div>
      </div>
      {tab === 'days' && (
        <>
          {!hours && <NoHours empty={studio.order.length === 0} onHours={() => setTab('hours')} />}
          <div className="print:hidden">
            <ChangesPanel changes={changes} onClose={() => setChanges(null)} />
            <PastPanel
              studio={studio}
              now={now}
              onDone={(visit) => noteVisitDone(studio.pieces[visit.pieceId], visit)}
              onMissed={noteVisitMissed}
            />
            <AtOncePanel studio={studio} onDone={(visit) => noteVisitDone(studio.pieces[visit.pieceId], visit)} />
            <UnmetPanel studio={studio} busy={planning !== null} />
            <UnsurePanel studio={studio} busy={planning !== null} />
            {selected && (
              <VisitStrip
                studio={studio}
                visit={selected}
                now={now}
                reports={reports}
                onClose={() => setSelected(null)}
              />
            )}
            {hours && studio.order.length === 0 && (
              <p className="mb-3">
                No piece is on the rack yet;{' '}
                <Link className="link" href="/new">
                  plan the first one
                </Link>
                , then its steps find their days here.
              </p>
            )}
            {planned && <CostLine studio={studio} />}
            {hours && (
              <DaysBoard studio={studio} now={now} selected={selected} onSelect={setSelected} reports={reports} />
            )}
          </div>
          {planned ? (
            <SessionLists studio={studio} now={now} />
          ) : (
            <p className="hidden print:block">The days are not planned yet; plan them, then print the week.</p>
          )}
        </>
      )}
      {tab === 'dryness' && <DrynessNow studio={studio} now={now} />}
      {tab === 'hours' && <HoursPanel studio={studio} />}
      {tab === 'rooms' && <RoomsPanel studio={studio} />}
    </div>
  )
}

function NoHours({ empty, onHours }: { empty: boolean; onHours: () => void }) {
  return (
    <div className="max-w-2xl border border-base-content/60 p-6">
      <h2 className="mb-1 text-lg font-bold">
        {empty ? 'To plan days, add a piece and your studio hours' : 'When do you work?'}
      </h2>
      <p className="mb-3">
        {empty ? 'Plan a piece first. Then enter' : 'Enter'} your hours and the kilns you have booked. Vernice then puts
        every step into a session, says what to cover tonight, and what cannot be met.
      </p>
      <div className="flex flex-wrap gap-2">
        {empty && (
          <Link className="btn btn-primary" href="/new">
            Plan a piece
          </Link>
        )}
        <button type="button" className={`btn ${empty ? '' : 'btn-primary'}`} onClick={onHours}>
          Enter hours and kilns
        </button>
      </div>
    </div>
  )
}
