'use client'

import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts'
import type { MoistureStage } from '@/core/clay/drying/course'
import type { Studio } from '@/core/model/studio'
import { columnOf, type PieceDrying } from '@/core/usecases/drying/pieceDrying'
import { momentWords } from '@/core/usecases/words/timeWords'
import { chartPoints } from '@/core/usecases/drying/chartPoints'
import { HOUR } from '@/core/base/spans'

const DASHES: Readonly<Record<string, string>> = { rim: '5 3', wall: '', foot: '2 3', part: '8 3 2 3' }

const MARKED: readonly (readonly [MoistureStage, string])[] = [
  ['softLeatherHard', 'soft'],
  ['leatherHard', 'leather-hard'],
  ['hardLeatherHard', 'hard'],
  ['tooFirm', 'too firm'],
]

/** A word that a curve may cross. */
const READABLE = {
  fontSize: 11,
  fill: 'currentColor',
  stroke: 'var(--color-base-100)',
  strokeWidth: 3,
  paintOrder: 'stroke',
} as const

/** Water against time for rim, wall and foot; the stages as levels, with bars for early to late; the present as a line. */
export default function DryingChart({ drying, studio, nowMs }: { drying: PieceDrying; studio: Studio; nowMs: number }) {
  const { points, untilHours } = chartPoints(drying)
  const wall = columnOf(drying, 'wall')
  const most = 5 * Math.ceil(20 * drying.plastic - 1e-9)
  const ticks = Array.from({ length: 5 }, (_, i) => Math.round((untilHours * i) / 4))
  return (
    <div
      role="img"
      aria-label={`Drying curve: the ${wall.name} holds ${(100 * wall.waterNow).toFixed(1)} % water now`}
      className="h-60 text-base-content"
    >
      <ResponsiveContainer width="100%" height="100%">
        <LineChart data={points} margin={{ top: 12, right: 10, bottom: 0, left: -22 }}>
          <CartesianGrid stroke="currentColor" strokeOpacity={0.12} vertical={false} />
          <XAxis
            dataKey="hours"
            type="number"
            domain={[0, untilHours]}
            ticks={ticks}
            tickFormatter={(hours: number) => momentWords(drying.madeMs + hours * HOUR, nowMs, studio)}
            tick={{ fontSize: 11, fill: 'currentColor' }}
            stroke="currentColor"
          />
          <YAxis
            domain={[0, most]}
            ticks={Array.from({ length: most / 5 + 1 }, (_, i) => 5 * i)}
            tick={{ fontSize: 11, fill: 'currentColor' }}
            stroke="currentColor"
            unit=" %"
            width={62}
          />
          {MARKED.map(([stage, word]) => (
            <ReferenceLine
              key={stage}
              y={100 * drying.begins[stage]}
              stroke="currentColor"
              strokeOpacity={0.35}
              strokeDasharray="1 3"
              label={{ value: word, position: 'insideTopRight', ...READABLE }}
            />
          ))}
          {MARKED.map(([stage]) => {
            const time = wall.reaches[stage]
            return time && time.early < untilHours ? (
              <ReferenceLine
                key={`${stage} span`}
                segment={[
                  { x: time.early, y: 100 * drying.begins[stage] },
                  { x: Math.min(untilHours, time.late), y: 100 * drying.begins[stage] },
                ]}
                stroke="currentColor"
                strokeWidth={5}
                strokeOpacity={0.28}
              />
            ) : null
          })}
          <ReferenceLine
            x={drying.nowHours}
            stroke="currentColor"
            strokeWidth={1.5}
            label={{ value: 'now', position: 'top', fontSize: 12, fill: 'currentColor' }}
          />
          {drying.columns.map((column) => (
            <Line
              key={column.id}
              dataKey={column.id}
              name={column.name}
              stroke="currentColor"
              strokeWidth={column.kind === 'wall' ? 2.4 : 1.3}
              strokeDasharray={DASHES[column.kind]}
              dot={false}
              isAnimationActive={false}
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
    </div>
  )
}
