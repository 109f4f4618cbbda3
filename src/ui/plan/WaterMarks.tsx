import type { Studio } from '@/core/model/studio'
import type { MoistureStage } from '@/core/clay/drying/course'
import type { PieceDrying } from '@/core/usecases/drying/pieceDrying'
import { columnOf } from '@/core/usecases/drying/pieceDrying'
import { railPlace, type RailLayout } from '@/core/usecases/rail/railLayout'
import { momentWords, spanWords } from '@/core/usecases/words/timeWords'
import { useNow } from '@/store/days'
import { HOUR } from '@/core/base/spans'

const AXIS = 88

/** Where rim, wall and foot are now on the wedge of water, and when the wall comes to each stage. */
export function WaterMarks({
  layout,
  drying,
  studio,
  onDryness,
}: {
  layout: RailLayout
  drying: PieceDrying
  studio: Studio
  onDryness: () => void
}) {
  const now = useNow()
  // Not the whole studio, which is another after each edit.
  const told = { calendar: studio.calendar, settings: studio.settings }
  const wall = columnOf(drying, 'wall')
  const wallX = railPlace(layout, drying, wall.waterNow)
  const kiln = layout.stretches.findIndex((s) => s.kind === 'kiln')
  const drawn = layout.stretches.slice(0, kiln < 0 ? undefined : kiln).filter((s) => s.kind === 'stage')
  return (
    <>
      {drawn.map((stretch) => {
        const time = wall.reaches[stretch.stage as MoistureStage]
        if (!time) return null
        return (
          <p
            key={`${stretch.stage}-${stretch.from}`}
            className="numbers pointer-events-none absolute z-[1] text-center text-xs leading-tight text-base-content/80"
            style={{ left: stretch.from + 2, width: stretch.to - stretch.from - 4, top: AXIS + 57 }}
            title={`early to late: ${spanWords(time, drying.madeMs, now, told)}`}
          >
            <span className="bg-base-100">{momentWords(drying.madeMs + time.likely * HOUR, now, told)}</span>
          </p>
        )
      })}
      {drying.columns
        .filter((column) => column.kind !== 'part')
        .map((column) => {
          const x = railPlace(layout, drying, column.waterNow)
          if (x === null) return null
          const main = column.kind === 'wall'
          // All of a dry piece is in one place; the wall’s mark stands for it.
          if (!main && wallX !== null && Math.abs(x - wallX) < 24) return null
          return main ? (
            <button
              key={column.id}
              type="button"
              onClick={onDryness}
              // Its line goes on below it and is not pressed: the step that opens a stretch may stand there.
              className="absolute h-7 w-[26px] cursor-pointer"
              style={{ left: x - 13, top: AXIS - 44 }}
              aria-label={`The wall is here now: ${(100 * column.waterNow).toFixed(1)} % water. Open dryness`}
              title="The wall is here now"
            >
              <svg width="26" height="74" aria-hidden className="pointer-events-none absolute top-0 left-0">
                <path d="M13 14V70" stroke="currentColor" strokeWidth="2" />
                <path d="M13 20l-7 -10h14z" fill="currentColor" />
              </svg>
            </button>
          ) : (
            <span
              key={column.id}
              aria-hidden
              className="pointer-events-none absolute flex flex-col items-center text-[0.6875rem] leading-none text-base-content"
              style={{ left: x - 16, width: 32, top: column.kind === 'rim' ? AXIS - 30 : AXIS + 4 }}
            >
              <svg width="8" height="14" className="mx-auto block">
                <path d="M4 0v14" stroke="currentColor" strokeWidth="1.2" strokeDasharray="2 1.5" />
              </svg>
              <span className="bg-base-100/85 px-0.5">{column.name}</span>
            </span>
          )
        })}
    </>
  )
}
