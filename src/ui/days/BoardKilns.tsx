import type { Studio } from '@/core/model/studio'
import { localDay } from '@/core/schedule/sessions'
import { loadWords } from '@/core/usecases/days/dayList'
import type { DaysGrid } from '@/core/usecases/days/daysGrid'
import { LABEL } from './boardSizes'

/** How wide what is written beside a kiln is, px. */
const KILN_WIDE = 170

/** Booked kilns at the foot of the board, always in sight; two that are near one another stand one above the other. */
export function BoardKilns({
  grid,
  studio,
  width,
  wide,
}: {
  grid: DaysGrid
  studio: Studio
  width: number
  wide: number
}) {
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
                <span className="block truncate">
                  <b>{localDay(kiln.startMs, studio.calendar.timeZone)}</b> {kiln.booking.firing}
                </span>
                <span className="block truncate text-base-content/80">{load.length ? load.join(', ') : 'empty'}</span>
              </p>
            </div>
          )
        })}
      </div>
    </div>
  )
}
