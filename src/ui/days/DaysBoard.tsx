'use client'

import clsx from 'clsx'
import { DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core'
import Link from 'next/link'
import { ChevronLeft, ChevronRight, Pin } from 'lucide-react'
import { useMemo, useState } from 'react'
import { capital } from '@/core/base/capital'
import { STAGE } from '@/core/clay/stages'
import type { Visit } from '@/core/model/calendar'
import type { Studio } from '@/core/model/studio'
import { nextStepIndex, timeline } from '@/core/plan/timeline'
import { localClock, localDate, localDay } from '@/core/schedule/sessions'
import {
  daysColumns,
  daysGrid,
  SESSION_SHARE,
  type DaysColumn,
  type DaysGrid,
  type DaysRow,
} from '@/core/usecases/days/daysGrid'
import { loadWords } from '@/core/usecases/days/dayList'
import { isPinOf, isSame } from '@/core/usecases/days/visitDone'
import { countWords, lotName, potsWords } from '@/core/usecases/words/potWords'
import { moistureWords } from '@/core/usecases/drying/lostWindow'
import { stepWords } from '@/core/usecases/words/stepWords'
import { isSlab } from '@/core/usecases/words/told'
import { useReplay } from '@/store/days'
import { Segments } from '@/ui/kit/fields'
import { HatchSwatch } from '@/ui/kit/Hatch'
import { moveVisit } from './visitCommands'
import { RowWater } from './RowWater'
import { useDragButton } from '@/ui/kit/useDragButton'

/** Widths of a session and the gap after it, px: how near one looks at the time. */
const ZOOMS = [
  ['132', 'far'],
  ['196', 'middle'],
  ['300', 'near'],
] as const

type Zoom = (typeof ZOOMS)[number][0]

/** Heights of a row: with water under its chips, without, and where nothing is planned in what is shown. */
const ROW = { water: 114, chips: 72, nothing: 44 } as const
const LABEL = 152
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
  const startMs = Math.floor(now / HOUR_MS) * HOUR_MS + weeks * WEEK_MS
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
        <span className="ml-auto flex items-center gap-2 text-[13px] text-base-content/80">
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
                <Row
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
          <Kilns grid={grid} studio={studio} width={width} wide={wide} />
        </div>
      </div>
    </DndContext>
  )
}

const HOUR_MS = 3_600_000
const WEEK_MS = 7 * 24 * HOUR_MS

/** How wide what is written beside a kiln is, px. */
const KILN_WIDE = 170

/** Booked kilns at the foot of the board, always in sight; two that are near one another stand one above the other. */
function Kilns({ grid, studio, width, wide }: { grid: DaysGrid; studio: Studio; width: number; wide: number }) {
  const lanes: number[] = []
  const placed = grid.kilns.map(({ x, kiln }) => {
    const left = Math.max(2, x * wide - 14)
    const free = lanes.findIndex((end) => end <= left)
    const lane = free < 0 ? lanes.length : free
    lanes[lane] = left + KILN_WIDE
    return { left, lane, kiln }
  })
  return (
    <div className="sticky bottom-0 z-20 flex border-t border-base-content bg-base-200">
      <p className="sticky left-0 z-10 shrink-0 bg-base-200 px-2 py-2 text-sm font-bold" style={{ width: LABEL }}>
        Kilns
      </p>
      <div className="relative" style={{ width, height: Math.max(1, lanes.length) * 40 + 4 }}>
        {placed.map(({ left, lane, kiln }) => {
          const load = loadWords(studio, kiln.booking.id)
          return (
            <div
              key={kiln.booking.id}
              className="absolute flex items-start gap-1 text-xs leading-tight"
              style={{ left, top: 4 + lane * 40, width: KILN_WIDE - 4 }}
              title={load.join(', ')}
            >
              <svg width="22" height="26" aria-hidden className="shrink-0">
                <path
                  d="M1 25V11a10 10 0 0 1 20 0v14z"
                  fill={load.length ? 'currentColor' : 'none'}
                  stroke="currentColor"
                />
                <text
                  x="11"
                  y="20"
                  textAnchor="middle"
                  fontSize="9"
                  className={load.length ? 'fill-base-100' : 'fill-base-content'}
                >
                  {kiln.booking.cone}
                </text>
              </svg>
              <p className="min-w-0">
                <b>{kiln.booking.firing}</b>{' '}
                {localDay(kiln.startMs, studio.calendar.timeZone).split(' ').slice(0, 2).join(' ')}
                <span className="block truncate text-base-content/80">{load.length ? load.join(', ') : 'empty'}</span>
              </p>
            </div>
          )
        })}
      </div>
    </div>
  )
}

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

/** A lot, or a set that is closed: then all its visits stand in one row. */
function Row({
  rows,
  first,
  lots,
  open,
  onOpen,
  studio,
  columns,
  wide,
  selected,
  onSelect,
}: {
  rows: readonly DaysRow[]
  first: boolean
  lots: number
  open: boolean
  onOpen: () => void
  studio: Studio
  columns: number
  wide: number
  selected: Visit | null
  onSelect: (visit: Visit | null) => void
}) {
  const [row] = rows
  const { piece, pots } = row
  const next = nextStepIndex(piece.steps)
  const visits = rows.flatMap((one) => one.visits)
  const height = row.water.length ? ROW.water : visits.length ? ROW.chips : ROW.nothing
  const stage = row.stageNow
    ? moistureWords(row.stageNow)
    : piece.making.madeAt === null && next === 0
      ? 'not made yet'
      : STAGE[timeline(piece.steps)[next].stage].name
  return (
    <div className="flex border-b border-base-300" data-row={row.id}>
      <div
        className="sticky left-0 z-10 shrink-0 overflow-hidden bg-base-100 px-2 py-1.5 leading-tight"
        style={{ width: LABEL, height }}
      >
        {first && (
          <Link href={`/plan/${piece.id}`} className="font-bold hover:underline">
            {piece.name}
          </Link>
        )}
        {first && lots > 1 && (
          <button type="button" className="link text-xs" aria-expanded={open} onClick={onOpen}>
            {open ? `close the ${lots} lots` : `open ${lots} lots`}
          </button>
        )}
        <p className="text-xs text-base-content/80">
          {open && pots.length
            ? capital(potsWords(pots))
            : countWords(rows.reduce((sum, one) => sum + one.piece.count, 0))}
          {open && `, ${stage}`}
        </p>
      </div>
      <div className="relative" style={{ width: columns * wide, height }}>
        <RowWater row={row} columns={columns} column={wide} height={height} />
        {visits.map(({ column, visit, missed }, i) => (
          <Chip
            key={`${visit.at}-${visit.pots.join()}`}
            visit={visit}
            column={column}
            below={open ? 0 : visits.slice(0, i).filter((other) => other.column === column).length}
            missed={missed}
            studio={studio}
            wide={wide}
            selected={selected !== null && isSame(selected, visit)}
            onSelect={onSelect}
          />
        ))}
      </div>
    </div>
  )
}

const COVER_WORDS = { open: 'uncover', draped: 'drape', sealed: 'seal', dampBox: 'damp box' } as const

/** One visit: its steps, to be dragged to another session. */
function Chip({
  visit,
  column,
  below,
  missed,
  studio,
  wide,
  selected,
  onSelect,
}: {
  visit: Visit
  column: number
  /** How many chips of the same row stand in its column already. */
  below: number
  missed: boolean
  studio: Studio
  wide: number
  selected: boolean
  onSelect: (visit: Visit | null) => void
}) {
  const { button, moved, isDragging } = useDragButton(`${visit.pieceId}-${visit.at}-${visit.pots.join()}`, {
    data: visit,
    disabled: visit.stepIds.length === 0,
    across: true,
  })
  const piece = studio.pieces[visit.pieceId]
  const { timeZone } = studio.calendar
  const clock = localClock(Date.parse(visit.at), timeZone, studio.settings.clock)
  const steps = visit.stepIds
    .flatMap((id) => piece.steps.filter((step) => step.id === id))
    .map((step) => stepWords(step, studio, isSlab(piece)))
  const pinned = studio.schedule.pins.some((pin) => isPinOf(pin, visit) && visit.stepIds.includes(pin.stepId))
  const words = [...(visit.makes ? ['make it'] : []), ...steps.map((s) => s.title)]
  const label = words.length ? words.join(', ') : visit.covered ? 'air it' : COVER_WORDS[visit.cover]
  return (
    <button
      {...button}
      aria-pressed={selected}
      aria-label={
        `${lotName(piece, visit.pots)}, ${localDay(Date.parse(visit.at), timeZone)} ${clock}: ` +
        `${label}${missed ? ', clay not right' : ''}${pinned ? ', pinned' : ''}`
      }
      data-visit={visit.pieceId}
      onClick={() => onSelect(selected ? null : visit)}
      className={clsx(
        'absolute cursor-pointer touch-none overflow-hidden border px-1.5 py-1 text-left',
        'text-xs leading-tight',
        selected
          ? 'z-10 border-base-content bg-primary text-primary-content'
          : words.length
            ? 'border-base-content bg-base-100'
            : 'border-dashed border-base-content/70 bg-base-100/80',
        missed ? 'border-2 border-dashed' : '',
        isDragging ? 'z-20 shadow-lg' : '',
      )}
      style={{
        left: column * wide + 4 + below * 10,
        top: 6 + below * 12,
        width: Math.max(96, wide * SESSION_SHARE - 8),
        maxHeight: 58,
        transform: moved,
      }}
    >
      <span className="flex items-center gap-1">
        {steps.slice(0, 4).map((step, i) => (
          <HatchSwatch key={i} kind={step.kind} size={10} />
        ))}
        <span className="numbers ml-auto">{clock}</span>
        {pinned && <Pin size={11} aria-hidden />}
      </span>
      <span className="line-clamp-2">{label}</span>
    </button>
  )
}
