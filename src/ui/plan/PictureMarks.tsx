'use client'

import {
  Amphora,
  ArrowDownToLine,
  Columns2,
  FlipVertical2,
  GitCompare,
  LampDesk,
  Map,
  RotateCcw,
  Search,
  Spotlight,
  Square,
  Sun,
  ZoomIn,
  ZoomOut,
} from 'lucide-react'
import type { ReactNode } from 'react'
import type { LightId } from '@/core/colour/light'
import type { Comparison } from '@/core/usecases/view/pictureChoices'
import type { ViewKind } from '@/core/usecases/view/pieceView'
import type { WheelView } from '@/scene/aim'
import { Segments } from '@/ui/kit/fields'
import { MARK_ROW, MarkButton, MarkChoice, MarkGroup } from '@/ui/kit/Marks'
import type { Turning } from './useFormGestures'

/** How the picture is looked at. */
export interface PictureLook {
  readonly kind: ViewKind
  readonly light: LightId
  readonly shown: 'wheel' | 'unrolled'
  readonly against: Comparison
  readonly magnified: boolean
}

interface MarksProps extends PictureLook {
  readonly flat: boolean
  readonly hasVariant: boolean
  /** The comparison is with a plan done otherwise, which is chosen beside its step. */
  readonly isWhatIf: boolean
  readonly view: WheelView
  readonly resting: WheelView
  readonly onTurn: (change: Turning) => void
  readonly onKind: (kind: ViewKind) => void
  readonly onLight: (light: LightId) => void
  readonly onLook: (change: Partial<Pick<PictureLook, 'shown' | 'against' | 'magnified'>>) => void
  /** What takes the piece out: files and sheets. */
  readonly children: ReactNode
}

/** The row below the picture: the moment in words, all else as marks. */
export function PictureMarks({
  kind,
  light,
  shown,
  against,
  magnified,
  flat,
  hasVariant,
  isWhatIf,
  view,
  resting,
  onTurn,
  onKind,
  onLight,
  onLook,
  children,
}: MarksProps) {
  return (
    <div className={MARK_ROW}>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 px-4 pt-1 pb-3 max-sm:px-3">
        <Segments
          small
          label="How it is shown"
          value={kind}
          onChange={onKind}
          choices={[
            ['bench', 'on the bench'],
            ['firedNow', 'as if fired today'],
            ['firedWhole', 'fired at the end'],
          ]}
        />
        <MarkChoice
          label="Seen in"
          value={light}
          onChange={onLight}
          choices={[
            ['daylight', 'daylight', Sun],
            ['gallery', 'gallery', Spotlight],
            ['lamp', 'lamp', LampDesk],
          ]}
        />
        <MarkChoice
          label="Seen as"
          value={shown}
          onChange={(chosen) => onLook({ shown: chosen })}
          choices={[
            ['wheel', 'form', Amphora],
            ['unrolled', 'unrolled', Map],
          ]}
        />
        {!isWhatIf && (
          <MarkChoice
            label="Split"
            value={against}
            onChange={(chosen) => onLook({ against: chosen })}
            choices={[
              ['none', 'whole', Square],
              ['raw', 'raw | fired', Columns2],
              ...(hasVariant ? [['variant', 'plan | variant', GitCompare] as const] : []),
            ]}
          />
        )}
        <MarkGroup label="Turn it">
          <MarkButton
            name={flat ? 'From above' : 'Look inside'}
            icon={ArrowDownToLine}
            onClick={() => onTurn({ tilt: 1.05, flipped: false })}
          />
          <MarkButton
            name={view.flipped ? 'Stand it up' : 'Flip it over'}
            icon={FlipVertical2}
            onClick={() => onTurn((v) => ({ flipped: !v.flipped }))}
          />
          <MarkButton name="Closer" icon={ZoomIn} onClick={() => onTurn((v) => ({ zoom: v.zoom * 1.3 }))} />
          <MarkButton name="Further off" icon={ZoomOut} onClick={() => onTurn((v) => ({ zoom: v.zoom / 1.3 }))} />
          <MarkButton
            name="Magnifier"
            icon={Search}
            pressed={magnified}
            onClick={() => onLook({ magnified: !magnified })}
          />
          <MarkButton name="From the front" icon={RotateCcw} onClick={() => onTurn(resting)} />
        </MarkGroup>
        <div className="ml-auto inline-flex">{children}</div>
      </div>
    </div>
  )
}
