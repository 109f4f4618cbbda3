'use client'

import clsx from 'clsx'
import { type Severity } from '@/core/judge/finding'
import type { Piece } from '@/core/model/piece'
import type { Step } from '@/core/plan/step'
import type { Studio } from '@/core/model/studio'
import { type RailLayout, type RailTag } from '@/core/usecases/rail/railLayout'
import { stepWords } from '@/core/usecases/words/stepWords'
import { SeverityMark } from '@/ui/kit/SeverityMark'
import { HatchSwatch } from '@/ui/kit/Hatch'
import { swatchOf } from '@/ui/kit/colours'
import { useDragButton } from '@/ui/kit/useDragButton'
import { MEDIUM_KIND } from '@/core/vocabulary/mediumKinds'
import { RAIL } from './railMarks'

interface TagProps {
  tag: RailTag
  layout: RailLayout
  step: Step
  studio: Studio
  piece: Piece
  selected: boolean
  isNext: boolean
  worst: Severity | null
  onSelect: (id: string) => void
}

/** A step as a tag on a string. */
export function RailTagMark({ tag, layout, step, studio, piece, selected, isNext, worst, onSelect }: TagProps) {
  const { button, moved, isDragging } = useDragButton(step.id)
  const words = stepWords(step, studio, piece)
  const left = Math.min(Math.max(0, tag.x - 26), layout.width - RAIL.tagWidth)
  const top = tag.above ? 2 : RAIL.height - RAIL.tagHeight - 2
  const string = tag.above
    ? { top: top + RAIL.tagHeight, height: RAIL.axis - top - RAIL.tagHeight }
    : { top: RAIL.axis, height: top - RAIL.axis }
  const medium = 'mediumId' in step ? studio.media[step.mediumId] : undefined
  return (
    <>
      <span
        aria-hidden
        className={`pointer-events-none absolute ${selected ? 'w-[2.5px]' : 'w-px'} bg-base-content`}
        style={{ left: tag.x, ...string }}
      />
      <span
        aria-hidden
        className="pointer-events-none absolute h-2 w-2 rounded-full bg-base-content"
        style={{ left: tag.x - 3.5, top: RAIL.axis - 4 }}
      />
      <button
        {...button}
        data-step={step.id}
        aria-pressed={selected}
        aria-label={`Step ${tag.index + 1}: ${words.title}, ${words.brief}${step.done ? ', done' : isNext ? ', next' : ''}`}
        onClick={() => onSelect(step.id)}
        className={clsx(
          'absolute cursor-pointer touch-none border px-1.5 py-1 text-left leading-tight',
          selected
            ? 'z-10 border-base-content bg-primary text-primary-content'
            : 'border-base-content/80 bg-base-100 text-base-content',
          isNext ? 'border-2' : '',
          isDragging ? 'z-20 opacity-90 shadow-lg' : '',
        )}
        style={{ left, top, width: RAIL.tagWidth, height: RAIL.tagHeight, transform: moved }}
      >
        <span className="flex items-center gap-1.5 text-[0.8125rem] font-bold">
          <HatchSwatch
            kind={words.kind}
            colour={medium && !MEDIUM_KIND[medium.kind].resists ? swatchOf(medium) : undefined}
            size={13}
          />
          <span className={`truncate ${step.done ? 'line-through decoration-1' : ''}`}>
            {tag.index + 1} {words.title}
          </span>
        </span>
        <span className={`block truncate text-xs ${selected ? 'text-primary-content/85' : 'text-base-content/75'}`}>
          {isNext ? `next: ${words.brief}` : words.brief}
        </span>
        {worst && (
          <span className={`absolute -top-2 -right-1.5 rounded-full ${selected ? 'bg-base-100' : 'bg-base-100'}`}>
            <SeverityMark severity={worst} size={18} />
          </span>
        )}
      </button>
    </>
  )
}
