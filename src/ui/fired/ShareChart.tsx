'use client'

import { Bar, BarChart, CartesianGrid, ErrorBar, ResponsiveContainer, XAxis, YAxis } from 'recharts'
import type { GroupCount } from '@/core/usecases/fired/whatGoesWrong'

/** Shares of faulty pots with their intervals, the surest trouble first. */
export default function ShareChart({ rows }: { rows: readonly GroupCount[] }) {
  const shown = rows.map(({ name, pots, faulty, share, low, high }) => ({
    name: `${name} (${faulty} of ${pots})`,
    share: 100 * share,
    reach: [100 * (share - low), 100 * (high - share)],
  }))
  const words = rows.map(({ name, pots, faulty }) => `${name}: ${faulty} of ${pots}`).join('; ')
  return (
    <div
      role="img"
      aria-label={words}
      className="max-w-4xl text-base-content"
      style={{ height: 60 + 34 * shown.length }}
    >
      <ResponsiveContainer width="100%" height="100%">
        <BarChart layout="vertical" data={shown} margin={{ top: 4, right: 24, bottom: 16, left: 8 }}>
          <CartesianGrid stroke="currentColor" strokeOpacity={0.12} horizontal={false} />
          <XAxis
            type="number"
            domain={[0, 100]}
            unit=" %"
            tick={{ fontSize: 12, fill: 'currentColor' }}
            stroke="currentColor"
          />
          <YAxis
            type="category"
            dataKey="name"
            width={210}
            tick={{ fontSize: 13, fill: 'currentColor' }}
            stroke="currentColor"
          />
          <Bar dataKey="share" fill="currentColor" fillOpacity={0.45} barSize={16} isAnimationActive={false}>
            <ErrorBar dataKey="reach" width={8} strokeWidth={1.6} stroke="currentColor" direction="x" />
          </Bar>
        </BarChart>
      </ResponsiveContainer>
    </div>
  )
}
