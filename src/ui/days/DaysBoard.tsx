'use client'

import clsx from 'clsx'
import { DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core'
import { ChevronLeft, ChevronRight } from 'lucide-react'
import { useMemo, useState } from 'react'
import type { Visit } from '@/core/model/calendar'
import type { Studio } from '@/core/model/studio'
import { localClock, localDate, localDay } from '@/core/schedule/sessions'
import { daysColumns, daysGrid, type DaysColumn } from '@/core/usecases/days/daysGrid'
import { useReplay } from '@/store/days'
import { Segments } from '@/ui/kit/fields'
import { BoardKilns } from './BoardKilns'
import { BoardRow } from './BoardRow'
import { LABEL } from './boardSizes'
import { moveVisit } from './visitCommands'
import { HOUR } from '@/core/base/spans'

/** Widths of a session and the gap after it, px: how near one looks at the time. */
const ZOOMS = [
  ['132', 'month'],
  ['196', 'week'],
  ['300', 'day'],
] as const

type Zoom = (typeof ZOOMS)[number][0]

const MOST = 14

interface BoardProps {
  studio: Studio
  now: number
  selected: Visit | null
  onSelect: (visit: Visit | null) => void
  reports: Parameters<typeof moveVisit>[2]
}

/** The board: one column a session and the gap after it, one row a lot, kilns at the foot. */
export function DaysBoard({ studio, now, selected, onSelect, reports }: BoardProps) {
  const [zoom, setZoom] = useState<Zoom>('196')
  const [weeks, setWeeks] = useState(0)
  const [closed, setClosed] = useState<readonly string[]>([])
  const wide = Number(zoom)
  const startMs = Math.floor(now / HOUR) * HOUR + weeks * WEEK_MS
  const columns = useMemo(() => daysColumns(studio, startMs, MOST), [studio, startMs])
  const fromMs = columns[0]?.session.startMs ?? startMs
  const replay = useReplay(studio, Math.min(fromMs, startMs), columns.at(-1)?.untilMs ?? startMs)
  const grid = useMemo(
    () => daysGrid(studio, now, columns, replay.courses, replay.visits),
    [studio, now, columns, replay],
  )
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }))
  const width = columns.length * wide
  const rows = grid.rows.map((row, i) => ({
    row,
    first: grid.rows[i - 1]?.pieceId !== row.pieceId,
    lots: grid.rows.filter((other) => other.pieceId === row.pieceId).length,
  }))

  const drop = ({ active, delta }: DragEndEvent) => {
    const visit = active.data.current as Visit | undefined
    const from = columns.findIndex(({ session }) => session.id === visit?.sessionId)
    const to = Math.min(columns.length - 1, Math.max(0, from + Math.round(delta.x / wide)))
    if (visit && from >= 0 && to !== from) moveVisit(visit, columns[to].session.id, reports)
  }

  return (
    <DndContext id="days" sensors={sensors} onDragEnd={drop}>
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <button type="button" className="btn btn-sm" disabled={weeks === 0} onClick={() => setWeeks(weeks - 1)}>
          <ChevronLeft size={15} aria-hidden /> Week before
        </button>
        <button type="button" className="btn btn-sm" disabled={weeks === 0} onClick={() => setWeeks(0)}>
          Today
        </button>
        <button type="button" className="btn btn-sm" disabled={weeks >= 7} onClick={() => setWeeks(weeks + 1)}>
          Week after <ChevronRight size={15} aria-hidden />
        </button>
        <span className="ml-auto flex items-center gap-2 text-[0.8125rem] text-base-content/80">
          Time
          <Segments small label="How near the time" value={zoom} choices={ZOOMS} onChange={setZoom} />
        </span>
      </div>
      <div
        className="max-h-[calc(100dvh-9rem)] min-h-72 overflow-auto border border-base-content/60"
        role="region"
        aria-label="Sessions and pieces"
        tabIndex={0}
        data-testid="days-board"
        data-busy={replay.busy}
      >
        <div style={{ width: LABEL + width }}>
          <div className="sticky top-0 z-30 flex border-b border-base-content bg-base-100">
            <div className="sticky left-0 z-10 shrink-0 bg-base-100" style={{ width: LABEL }} />
            {columns.map((column) => (
              <Head key={column.session.id} column={column} studio={studio} now={now} wide={wide} />
            ))}
          </div>
          {rows
            .filter(({ row, first }) => first || !closed.includes(row.pieceId))
            .map(({ row, first, lots }) => {
              const shut = closed.includes(row.pieceId)
              return (
                <BoardRow
                  key={row.id}
                  rows={shut ? grid.rows.filter((other) => other.pieceId === row.pieceId) : [row]}
                  first={first}
                  lots={lots}
                  open={!shut}
                  onOpen={() => setClosed(shut ? closed.filter((id) => id !== row.pieceId) : [...closed, row.pieceId])}
                  studio={studio}
                  columns={columns.length}
                  wide={wide}
                  selected={selected}
                  onSelect={onSelect}
                />
              )
            })}
          <BoardKilns grid={grid} studio={studio} width={width} wide={wide} />
        </div>
      </div>
    </DndContext>
  )
}

const WEEK_MS = 7 * 24 * HOUR

function Head({
  column: { session },
  studio,
  now,
  wide,
}: {
  column: DaysColumn
  studio: Studio
  now: number
  wide: number
}) {
  const { timeZone } = studio.calendar
  const clock = (ms: number) => localClock(ms, timeZone, studio.settings.clock)
  const running = session.startMs <= now && now < session.endMs
  const today = localDate(session.startMs, timeZone) === localDate(now, timeZone)
  return (
    <div
      className={clsx(
        'shrink-0 border-l px-2 py-1 leading-tight',
        today ? 'border-base-content bg-base-200' : 'border-base-content/60',
      )}
      style={{ width: wide }}
      aria-current={today ? 'date' : undefined}
    >
      <p className="font-bold">
        {localDay(session.startMs, timeZone)}
        {running ? ', now' : today ? ', today' : ''}
      </p>
      <p className="numbers truncate text-xs text-base-content/80">
        {clock(session.startMs)} to {clock(session.endMs)} · {session.name}
        {session.hands > 1 && `, ${session.hands} pairs of hands`}
      </p>
    </div>
  )
}
