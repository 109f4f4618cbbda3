'use client'

import type { ReactNode } from 'react'
import { ChevronDown } from 'lucide-react'
import type { TurnedForm } from '@/core/form/turnedForm'
import type { Piece } from '@/core/model/piece'
import type { Atlas } from '@/core/skin/atlas'
import type { LineWeight } from '@/core/usecases/view/lineWeights'
import type { ViewKind } from '@/core/usecases/view/pieceView'
import { useFiguresShown } from '@/store/figuresShown'
import type { SkinAnswer } from '@/workers/protocol'
import { GaugeBlock, LightnessBar, mostOf } from './GaugeBlock'
import { CutSwatch, layersWords, SectionCut, type Spot } from './SectionCut'

interface FiguresProps {
  readonly piece: Piece
  readonly form: TurnedForm | null
  readonly atlas: Atlas | null
  readonly skin: SkinAnswer | null
  readonly kind: ViewKind
  readonly spot: Spot | null
  readonly lines: readonly LineWeight[]
  readonly length: (mm: number) => string
  readonly onNote: (spot: Spot) => void
}

/** What is read off the picture: a line each, which opens. */
export function PictureFigures({ piece, form, atlas, skin, kind, spot, lines, length, onNote }: FiguresProps) {
  const flat = form?.flat ?? false
  return (
    <div className="space-y-1">
      {spot ? (
        <Figure of="cut" line={<span>{layersWords(spot.section)}</span>} sign={<CutSwatch section={spot.section} />}>
          <SectionCut spot={spot} length={length} atlas={atlas} />
        </Figure>
      ) : (
        <p className="text-right text-[0.8125rem]">Point at the piece to see its layers.</p>
      )}
      {skin && kind !== 'bench' && (
        <div data-testid="gauges">
          <Figure
            of="light"
            line={<span className="numbers">{mostOf(skin, flat)}</span>}
            sign={<LightnessBar skin={skin} target={piece.lightTarget} />}
          >
            <GaugeBlock skin={skin} flat={flat} target={piece.lightTarget} lines={lines} length={length} />
          </Figure>
        </div>
      )}
      {spot && (
        <button
          type="button"
          className="ml-auto block cursor-pointer text-[0.8125rem] underline print:hidden"
          onClick={() => onNote(spot)}
        >
          Note something here
        </button>
      )}
    </div>
  )
}

/** One line of figures, with more of them below it when it is open; whether it is stays so. */
function Figure({
  of,
  sign,
  line,
  children,
}: {
  of: 'cut' | 'light'
  sign: ReactNode
  line: ReactNode
  children: ReactNode
}) {
  const open = useFiguresShown((s) => s[of])
  const show = useFiguresShown((s) => s.show)
  return (
    <details
      open={open}
      onToggle={(event) => show(of, event.currentTarget.open)}
      className="group/figure open:bg-[var(--stage)]/85"
    >
      <summary className="flex cursor-pointer list-none items-center justify-end gap-2 text-[0.8125rem] leading-snug">
        {sign}
        {line}
        <ChevronDown size={15} aria-hidden className="shrink-0 group-open/figure:rotate-180" />
      </summary>
      {children}
    </details>
  )
}
