import { useMemo } from 'react'
import { seededRandom } from '@/core/base/random'
import type { Drawing, Filling, MotifKind } from '@/core/vocabulary/motif'
import { drawingMarks } from '@/core/skin/motifs/drawingMarks'
import { MOTIFS } from '@/core/skin/motifs/library'

/** A motif drawn small, as its marks are. */
export function MotifMark({
  kind,
  drawing = null,
  text = '',
  filling,
  size = 40,
}: {
  kind: MotifKind
  drawing?: Drawing | null
  text?: string
  /** What a sector is filled with. */
  filling?: Filling
  size?: number
}) {
  const { marks, width } = useMemo(() => {
    const aspect = drawing
      ? drawing.aspect
      : kind === 'letters'
        ? Math.max(1, 0.7 * (text || 'AB').length)
        : MOTIFS[kind].aspect
    const own = drawing
      ? drawingMarks(drawing, { widthMm: 40 * aspect, heightMm: 40, lineMm: 1.6, made: 'filled' })
      : MOTIFS[kind].marks({
          widthMm: 40 * aspect,
          heightMm: 40,
          lineMm: 1.7,
          variation: 0.25,
          random: seededRandom(5),
          text,
          ...(filling ? { filling } : {}),
        })
    return { marks: own, width: Math.max(40 * aspect, 16) }
  }, [kind, drawing, text, filling])
  const half = Math.max(width, 42) / 2 + 1
  return (
    <svg
      aria-hidden
      width={size}
      height={size}
      viewBox={`${-half} -43 ${2 * half} 46`}
      preserveAspectRatio="xMidYMid meet"
    >
      {marks.map((mark, i) =>
        mark.kind === 'stroke' ? (
          <polyline
            key={i}
            points={mark.points.map(([x, y]) => `${x},${-y}`).join(' ')}
            fill="none"
            stroke={mark.paper ? 'var(--color-base-100)' : 'currentColor'}
            strokeWidth={mark.widthMm}
            strokeLinecap="round"
            strokeLinejoin="round"
          />
        ) : (
          <path
            key={i}
            d={mark.contours.map((outline) => `M${outline.map(([x, y]) => `${x} ${-y}`).join('L')}Z`).join('')}
            fill={mark.paper ? 'var(--color-base-100)' : 'currentColor'}
            fillRule={mark.rule}
          />
        ),
      )}
    </svg>
  )
}
