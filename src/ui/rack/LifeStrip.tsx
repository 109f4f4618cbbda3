import { nextStepIndex } from '@/core/plan/timeline'
import type { Piece } from '@/core/model/piece'
import { railLayout } from '@/core/usecases/rail/railLayout'

const WIDTH = 280

/** The rail in small: the water thinning to nothing, the kilns, and a mark where the piece stands. */
export function LifeStrip({ piece }: { piece: Piece }) {
  const layout = railLayout(piece.steps, 900)
  const scale = WIDTH / layout.width
  const next = nextStepIndex(piece.steps)
  const here = next >= piece.steps.length ? layout.width - 20 : placeOf(layout, next)
  const upper = layout.stretches
    .filter((s) => s.kind === 'stage')
    .map((s) => `${s.from * scale},${10 - 7 * s.water[0]}`)
  const lower = layout.stretches
    .filter((s) => s.kind === 'stage')
    .map((s) => `${s.from * scale},${10 + 7 * s.water[0]}`)
    .reverse()
  return (
    <svg viewBox={`0 0 ${WIDTH} 22`} className="h-6 w-full" aria-hidden>
      <path d="M0 10H280" stroke="currentColor" strokeWidth="1" />
      <polygon points={[...upper, ...lower].join(' ')} fill="var(--water)" stroke="currentColor" strokeWidth="0.8" />
      {layout.stretches
        .filter((s) => s.kind === 'kiln')
        .map((s) => {
          const x = ((s.from + s.to) / 2) * scale
          return (
            <path
              key={s.from}
              d={`M${x - 6} 17V8a6 6 0 0 1 12 0v9z`}
              fill="var(--color-base-100)"
              stroke="currentColor"
              strokeWidth="1"
              strokeDasharray={s.visited ? undefined : '2 2'}
            />
          )
        })}
      <path d={`M${here * scale} 21l-5 -6h10z`} fill="currentColor" />
      <path d={`M${here * scale} 2v14`} stroke="currentColor" strokeWidth="1.6" />
    </svg>
  )
}

function placeOf(layout: ReturnType<typeof railLayout>, index: number): number {
  const tag = layout.tags.find((t) => t.index === index)
  if (tag) return tag.x
  const stretch = layout.stretches.find((s) => s.openedBy === index)
  return stretch ? (stretch.kind === 'kiln' ? stretch.from - 6 : stretch.from) : 4
}
