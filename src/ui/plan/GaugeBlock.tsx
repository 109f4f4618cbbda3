import { LIGHTNESSES } from '@/core/skin/gauges'
import type { LineWeight } from '@/core/usecases/view/lineWeights'
import type { ViewKind } from '@/core/usecases/view/pieceView'
import type { SkinAnswer } from '@/workers/protocol'

/** Never parted from its sign at the end of a line. */
const percent = (share: number) => `${Math.round(100 * share)}\u00a0%`

/** What the outside shows: light against dark, and how much of each medium. */
export function GaugeBlock({
  skin,
  kind,
  flat,
  target,
  lines,
  length,
}: {
  skin: SkinAnswer | null
  kind: ViewKind
  flat: boolean
  target: number | null
  lines: readonly LineWeight[]
  length: (mm: number) => string
}) {
  if (!skin || kind === 'bench') return null
  const { lightness, visible } = skin.gauges
  return (
    <div className="mt-3 text-right text-[0.8125rem]" data-testid="gauges">
      <div aria-hidden className="relative mb-0.5 ml-auto flex h-2.5 w-36 border border-[var(--stage-ink)]">
        <span className="bg-[#f0eee8]" style={{ width: `${100 * lightness.light}%` }} />
        <span className="bg-[#8d8b86]" style={{ width: `${100 * lightness.middle}%` }} />
        <span className="flex-1 bg-[#222]" />
        {target !== null && (
          <span
            className="absolute -inset-y-1 w-0.5 bg-[var(--stage-ink)] outline-1 outline-white"
            style={{ left: `${100 * target}%` }}
          />
        )}
      </div>
      <p className="numbers">
        {flat ? 'face' : skin.side}:{' '}
        {LIGHTNESSES.filter((word) => lightness[word] >= 0.005)
          .map((word) => `${percent(lightness[word])} ${word}`)
          .join(', ')}
        {target !== null ? `; aim: ${percent(target)} light` : ''}
      </p>
      {lines.length > 0 && (
        <p className="numbers text-xs">
          {lines.length === 1 ? 'line' : 'lines'}{' '}
          {lines
            .slice(0, 3)
            .map((l) => length(l.firedMm))
            .join(', ')}{' '}
          wide, fired
        </p>
      )}
      <p className="numbers text-xs">
        {visible
          .slice(0, 3)
          .map((v) => `${v.what === 'body' ? 'clay' : v.what} ${percent(v.share)}`)
          .join(' · ')}
      </p>
    </div>
  )
}
