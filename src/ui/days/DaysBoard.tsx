'use client'

import clsx from 'clsx'
import { DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core'
import Link from 'next/link'
import { Pin } from 'lucide-react'
import { useMemo } from 'react'
import { STAGE } from '@/core/clay/stages'
import type { Visit } from '@/core/model/calendar'
import type { Studio } from '@/core/model/studio'
import { nextStepIndex, timeline } from '@/core/plan/timeline'
import { localClock, localDay } from '@/core/schedule/sessions'
import { daysColumns, daysGrid, SESSION_SHARE, type DaysColumn, type DaysRow } from '@/core/usecases/days/daysGrid'
import { loadWords } from '@/core/usecases/days/dayList'
import { moistureWords } from '@/core/usecases/drying/lostWindow'
import { stepWords } from '@/core/usecases/words/stepWords'
import { isSlab } from '@/core/usecases/words/told'
import { useReplay } from '@/store/days'
import { HatchSwatch } from '@/ui/kit/Hatch'
import { moveVisit } from './visitCommands'
import { RowWater } from './RowWater'
import { useDragButton } from '@/ui/kit/useDragButton'

const COLUMN = 196
/** Rows of clay have water under their chips; rows of bisque do not. */
const ROW = 114
const FIRED_ROW = 72
const LABEL = 152
const MOST = 14

interface BoardProps {
  studio: Studio
  now: number
  selected: Visit | null
  onSelect: (visit: Visit | null) => void
  reports: Parameters<typeof moveVisit>[2]
}

/** The board: one column a session and the gap after it, one row a piece, kilns at the foot. */
export function DaysBoard({ studio, now, selected, onSelect, reports }: BoardProps) {
  const startMs = Math.floor(now / 3_600_000) * 3_600_000
  const columns = useMemo(() => daysColumns(studio, startMs, MOST), [studio, startMs])
  const fromMs = columns[0]?.session.startMs ?? startMs
  const replay = useReplay(studio, Math.min(fromMs, startMs), columns.at(-1)?.untilMs ?? startMs)
  const grid = useMemo(
    () => daysGrid(studio, now, columns, replay.courses, replay.visits),
    [studio, now, columns, replay],
  )
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }))
  const width = columns.length * COLUMN

  const drop = ({ active, delta }: DragEndEvent) => {
    const visit = active.data.current as Visit | undefined
    const from = columns.findIndex(({ session }) => session.id === visit?.sessionId)
    const to = Math.min(columns.length - 1, Math.max(0, from + Math.round(delta.x / COLUMN)))
    if (visit && from >= 0 && to !== from) moveVisit(visit, columns[to].session.id, reports)
  }

  return (
    <DndContext id="days" sensors={sensors} onDragEnd={drop}>
      <div
        className="overflow-x-auto border border-base-content/60"
        role="region"
        aria-label="Sessions and pieces"
        tabIndex={0}
        data-testid="days-board"
        data-busy={replay.busy}
      >
        <div style={{ width: LABEL + width }}>
          <div className="sticky top-0 z-10 flex border-b border-base-content bg-base-100">
            <div className="shrink-0" style={{ width: LABEL }} />
            {columns.map((column) => (
              <Head key={column.session.id} column={column} studio={studio} now={now} />
            ))}
          </div>
          {grid.rows.map((row) => (
            <Row
              key={row.pieceId}
              row={row}
              studio={studio}
              columns={columns.length}
              selected={selected}
              onSelect={onSelect}
            />
          ))}
          <div className="flex bg-base-200">
            <p className="sticky left-0 z-10 shrink-0 bg-base-200 px-2 py-2 text-sm font-bold" style={{ width: LABEL }}>
              Kilns
            </p>
            <div className="relative" style={{ width, height: 96 }}>
              {grid.kilns.map(({ x, kiln }, i) => {
                const load = loadWords(studio, kiln.booking.id)
                const stacked = grid.kilns.slice(0, i).filter((other) => Math.abs(other.x - x) < 0.3).length
                return (
                  <div
                    key={kiln.booking.id}
                    className="absolute flex items-start gap-1 text-xs leading-tight"
                    style={{ left: Math.max(2, x * COLUMN - 14), top: 6 + stacked * 44, width: 170 }}
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
                    <p>
                      <b>{kiln.booking.firing}</b>{' '}
                      {localDay(kiln.startMs, studio.calendar.timeZone).split(' ').slice(0, 2).join(' ')}
                      <span className="line-clamp-2 text-base-content/80">
                        {load.length ? load.join(', ') : 'empty'}
                      </span>
                    </p>
                  </div>
                )
              })}
            </div>
          </div>
        </div>
      </div>
    </DndContext>
  )
}

function Head({ column: { session }, studio, now }: { column: DaysColumn; studio: Studio; now: number }) {
  const clock = (ms: number) => localClock(ms, studio.calendar.timeZone, studio.settings.clock)
  const running = session.startMs <= now && now < session.endMs
  return (
    <div className="shrink-0 border-l border-base-content/60 px-2 py-1 leading-tight" style={{ width: COLUMN }}>
      <p className="font-bold">
        {localDay(session.startMs, studio.calendar.timeZone)}
        {running ? ', now' : ''}
      </p>
      <p className="numbers truncate text-xs text-base-content/80">
        {clock(session.startMs)} to {clock(session.endMs)} · {session.name}
      </p>
    </div>
  )
}

function Row({
  row,
  studio,
  columns,
  selected,
  onSelect,
}: {
  row: DaysRow
  studio: Studio
  columns: number
  selected: Visit | null
  onSelect: (visit: Visit | null) => void
}) {
  const piece = studio.pieces[row.pieceId]
  const next = nextStepIndex(piece.steps)
  const height = row.water.length ? ROW : FIRED_ROW
  const stage = row.stageNow
    ? moistureWords(row.stageNow)
    : piece.making.madeAt === null && next === 0
      ? 'not made yet'
      : STAGE[timeline(piece.steps)[next].stage].name
  return (
    <div className="flex border-b border-base-300" data-row={row.pieceId}>
      <div
        className="sticky left-0 z-10 shrink-0 bg-base-100 px-2 py-1.5 leading-tight"
        style={{ width: LABEL, height }}
      >
        <Link href={`/plan/${piece.id}`} className="font-bold hover:underline">
          {piece.name}
        </Link>
        <p className="text-xs text-base-content/80">
          {piece.count === 1 ? 'one piece' : `set of ${piece.count}`}, {stage}
        </p>
      </div>
      <div className="relative" style={{ width: columns * COLUMN, height }}>
        <RowWater row={row} columns={columns} column={COLUMN} height={height} />
        {row.visits.map(({ column, visit, missed }) => (
          <Chip
            key={visit.at}
            visit={visit}
            column={column}
            missed={missed}
            studio={studio}
            selected={selected?.at === visit.at && selected.pieceId === visit.pieceId}
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
  missed,
  studio,
  selected,
  onSelect,
}: {
  visit: Visit
  column: number
  missed: boolean
  studio: Studio
  selected: boolean
  onSelect: (visit: Visit | null) => void
}) {
  const { button, moved, isDragging } = useDragButton(`${visit.pieceId}-${visit.at}`, {
    data: visit,
    disabled: visit.stepIds.length === 0,
    across: true,
  })
  const piece = studio.pieces[visit.pieceId]
  const steps = visit.stepIds
    .flatMap((id) => piece.steps.filter((step) => step.id === id))
    .map((step) => stepWords(step, studio, isSlab(piece)))
  const pinned = studio.schedule.pins.some((pin) => pin.pieceId === visit.pieceId && visit.stepIds.includes(pin.stepId))
  const words = [...(visit.makes ? ['make it'] : []), ...steps.map((s) => s.title)]
  const label = words.length ? words.join(', ') : COVER_WORDS[visit.cover]
  return (
    <button
      {...button}
      aria-pressed={selected}
      aria-label={
        `${piece.name}, ${localDay(Date.parse(visit.at), studio.calendar.timeZone)} ` +
        `${localClock(Date.parse(visit.at), studio.calendar.timeZone)}: ` +
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
      style={{ left: column * COLUMN + 4, top: 6, width: COLUMN * SESSION_SHARE - 8, maxHeight: 58, transform: moved }}
    >
      <span className="flex items-center gap-1">
        {steps.slice(0, 4).map((step, i) => (
          <HatchSwatch key={i} kind={step.kind} size={10} />
        ))}
        <span className="numbers ml-auto">{localClock(Date.parse(visit.at), studio.calendar.timeZone)}</span>
        {pinned && <Pin size={11} aria-hidden />}
      </span>
      <span className="line-clamp-2">{label}</span>
    </button>
  )
}
