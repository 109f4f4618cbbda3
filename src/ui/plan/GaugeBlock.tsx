import { plural } from '@/core/base/words'
import { LIGHTNESSES } from '@/core/skin/gauges'
import type { LineWeight } from '@/core/usecases/view/lineWeights'
import type { SkinAnswer } from '@/workers/protocol'

/** Never parted from its sign at the end of a line. */
const percent = (share: number) => `${Math.round(100 * share)}\u00a0%`

/** What a lightness is called on the side that is looked at. */
const sideWords = (skin: SkinAnswer, flat: boolean): string => (flat ? 'face' : skin.side)

/** The lightness that most of the side has. */
export function mostOf(skin: SkinAnswer, flat: boolean): string {
  const { lightness } = skin.gauges
  const most = [...LIGHTNESSES].sort((a, b) => lightness[b] - lightness[a])[0]
  return `${sideWords(skin, flat)}: ${percent(lightness[most])} ${most}`
}

/** Light against dark as a bar, with what is aimed at. */
export function LightnessBar({ skin, target }: { skin: SkinAnswer; target: number | null }) {
  const { lightness } = skin.gauges
  return (
    <div aria-hidden className="relative flex h-2.5 w-12 shrink-0 border border-[var(--stage-ink)]">
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
  )
}

/** What the side shows: light against dark, how wide the lines are, and how much of each medium. */
export function GaugeBlock({
  skin,
  flat,
  target,
  lines,
  length,
}: {
  skin: SkinAnswer
  flat: boolean
  target: number | null
  lines: readonly LineWeight[]
  length: (mm: number) => string
}) {
  const { lightness, visible } = skin.gauges
  return (
    <div className="text-right text-[0.8125rem]">
      <p className="numbers">
        {sideWords(skin, flat)}:{' '}
        {LIGHTNESSES.filter((word) => lightness[word] >= 0.005)
          .map((word) => `${percent(lightness[word])} ${word}`)
          .join(', ')}
        {target !== null ? `; aim: ${percent(target)} light` : ''}
      </p>
      {lines.length > 0 && (
        <p className="numbers text-xs">
          {plural(lines.length, 'line', 'lines')}{' '}
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
