import type { ViewKind } from '@/core/usecases/pieceView'
import type { SkinAnswer } from '@/workers/protocol'

const percent = (share: number) => `${Math.round(100 * share)} %`

/** What the outside shows: light against dark, and how much of each medium. */
export function GaugeBlock({ skin, kind, target }: { skin: SkinAnswer | null; kind: ViewKind; target: number | null }) {
  if (!skin || kind === 'bench') return null
  const { lightShare, visible } = skin.gauges
  return (
    <div className="mt-3 text-right text-[13px]" data-testid="gauges">
      <div aria-hidden className="relative mb-0.5 ml-auto flex h-2.5 w-36 border border-[var(--stage-ink)]">
        <span className="bg-[#f0eee8]" style={{ width: `${100 * lightShare}%` }} />
        <span className="flex-1 bg-[#222]" />
        {target !== null && <span className="absolute -inset-y-1 w-0.5 bg-[var(--stage-ink)] outline-1 outline-white" style={{ left: `${100 * target}%` }} />}
      </div>
      <p className="numbers">{skin.side}: light {percent(lightShare)}, dark {percent(1 - lightShare)}{target !== null ? `; aim ${percent(target)}` : ''}</p>
      <p className="numbers text-xs">{visible.slice(0, 3).map((v) => `${v.what} ${percent(v.share)}`).join(' · ')}</p>
    </div>
  )
}
