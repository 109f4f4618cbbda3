import { DRYING_STAGES, STAGE } from '@/core/clay/stages'
import { SESSION_SHARE, type DaysRow } from '@/core/usecases/days/daysGrid'

/** Width of a letter of a label, and height of a line, px. */
const LETTER = 5.4
const LINE = 11

/** Where the water comes down to each stage within what is shown. */
const stagesReached = (row: DaysRow) =>
  DRYING_STAGES.slice(1).flatMap((stage) => {
    const point = row.water.find(
      (p, i) => i > 0 && p.x > 0.02 && p.water <= row.begins[stage] && row.water[i - 1].water > row.begins[stage],
    )
    return point ? [{ stage, point }] : []
  })

interface Label {
  readonly left: number
  readonly right: number
  readonly top: number
}

/** Which labels find room beside those written before them. */
function withoutOverprint(labels: readonly Label[], taken: readonly Label[]): boolean[] {
  const written = [...taken]
  return labels.map((label) => {
    const free = written.every(
      (other) =>
        label.left > other.right + 2 || label.right < other.left - 2 || Math.abs(label.top - other.top) >= LINE,
    )
    if (free) written.push(label)
    return free
  })
}

/** The water of a piece falling through its row, the covers over it, and where it goes into the kiln. */
export function RowWater({
  row,
  columns,
  column,
  height,
}: {
  row: DaysRow
  columns: number
  column: number
  height: number
}) {
  const width = columns * column
  const floor = height - 8
  const tall = height - 78
  const y = (water: number) => floor - tall * Math.min(1, water)
  const x = (at: number) => Math.max(0, at * column)
  const line = row.water.filter((p) => p.x >= -0.05).map((p) => `${x(p.x).toFixed(1)},${y(p.water).toFixed(1)}`)
  const first = row.water.find((p) => p.x >= -0.05)
  const last = row.water.at(-1)
  const fired = row.water.length === 0
  const reached = stagesReached(row).map(({ stage, point }) => {
    const at = { x: x(point.x), y: y(point.water) }
    return { stage, at, left: at.x + 5, top: Math.max(12, at.y - 4) }
  })
  const written = withoutOverprint(
    reached.map(({ stage, left, top }) => ({ left, top, right: left + STAGE[stage].name.length * LETTER })),
    row.covers.flatMap(({ from, to, cover }) =>
      x(to) - x(from) > 44 ? [{ left: x(from), right: x(from) + cover.length * LETTER, top: floor - 2 }] : [],
    ),
  )
  return (
    <svg width={width} height={height} aria-hidden className="absolute inset-0">
      {Array.from({ length: columns }, (_, i) => (
        <g key={i}>
          <rect
            x={i * column}
            y="0"
            width={column * SESSION_SHARE}
            height={height}
            fill="var(--color-base-200)"
            opacity="0.6"
          />
          <path d={`M${i * column} 0V${height}`} stroke="currentColor" strokeOpacity="0.35" />
        </g>
      ))}
      <path d={`M0 ${floor}H${width}`} stroke="currentColor" strokeOpacity="0.4" />
      {first && last && (
        <>
          <polygon
            points={`${x(first.x)},${floor} ${line.join(' ')} ${x(last.x)},${floor}`}
            fill="var(--water)"
            opacity="0.9"
          />
          <polyline points={line.join(' ')} fill="none" stroke="currentColor" strokeWidth="1.3" />
          {reached.map(({ stage, at, left, top }, i) => (
            <g key={stage}>
              <circle cx={at.x} cy={at.y} r="2.6" fill="var(--color-base-100)" stroke="currentColor" />
              {written[i] && (
                <text x={left} y={top} fontSize="10" fill="currentColor">
                  {STAGE[stage].name}
                </text>
              )}
            </g>
          ))}
        </>
      )}
      {row.covers.map((cover, i) => (
        <g key={i}>
          <title>{cover.cover}</title>
          <path
            d={`M${x(cover.from)} ${floor + 4}H${x(cover.to)}`}
            stroke="currentColor"
            strokeWidth={cover.cover === 'draped' ? 2 : 4}
            strokeDasharray={cover.cover === 'draped' ? '5 3' : undefined}
          />
          {x(cover.to) - x(cover.from) > 44 && (
            <text x={x(cover.from) + 3} y={floor - 2} fontSize="10" fill="currentColor">
              {cover.cover === 'dampBox' ? 'damp box' : cover.cover}
            </text>
          )}
        </g>
      ))}
      {row.kilns.map((kiln) => (
        <path
          key={kiln.bookingId}
          d={`M${x(kiln.x) - 6} ${floor}V${floor - 12}a6 6 0 0 1 12 0v12z`}
          fill="currentColor"
        />
      ))}
      {fired && !row.kilns.length && (
        <text x="4" y={floor - 3} fontSize="10" fill="currentColor" opacity="0.7">
          bisque: clay no longer decides
        </text>
      )}
    </svg>
  )
}
