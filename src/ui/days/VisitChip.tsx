'use client'

import clsx from 'clsx'
import { Pin } from 'lucide-react'
import type { Visit } from '@/core/model/calendar'
import type { Studio } from '@/core/model/studio'
import { localClock, localDay } from '@/core/schedule/sessions'
import { SESSION_SHARE } from '@/core/usecases/days/daysGrid'
import { isPinOf } from '@/core/usecases/days/visitDone'
import { lotName } from '@/core/usecases/words/potWords'
import { stepWords } from '@/core/usecases/words/stepWords'
import { HatchSwatch } from '@/ui/kit/Hatch'
import { useDragButton } from '@/ui/kit/useDragButton'

const COVER_WORDS = { open: 'uncover', draped: 'drape', sealed: 'seal', dampBox: 'damp box' } as const

/** One visit: its steps, to be dragged to another session. */
export function VisitChip({
  visit,
  column,
  below,
  missed,
  studio,
  wide,
  selected,
  onSelect,
}: {
  visit: Visit
  column: number
  /** How many chips of the same row stand in its column already. */
  below: number
  missed: boolean
  studio: Studio
  wide: number
  selected: boolean
  onSelect: (visit: Visit | null) => void
}) {
  const { button, moved, isDragging } = useDragButton(`${visit.pieceId}-${visit.at}-${visit.pots.join()}`, {
    data: visit,
    disabled: visit.stepIds.length === 0,
    across: true,
  })
  const piece = studio.pieces[visit.pieceId]
  const { timeZone } = studio.calendar
  const clock = localClock(Date.parse(visit.at), timeZone, studio.settings.clock)
  const steps = visit.stepIds
    .flatMap((id) => piece.steps.filter((step) => step.id === id))
    .map((step) => stepWords(step, studio, piece))
  const pinned = studio.schedule.pins.some((pin) => isPinOf(pin, visit) && visit.stepIds.includes(pin.stepId))
  const words = [...(visit.makes ? ['make it'] : []), ...steps.map((s) => s.title)]
  const label = words.length ? words.join(', ') : visit.covered ? 'air it' : COVER_WORDS[visit.cover]
  return (
    <button
      {...button}
      aria-pressed={selected}
      aria-label={
        `${lotName(piece, visit.pots)}, ${localDay(Date.parse(visit.at), timeZone)} ${clock}: ` +
        `${label}${missed ? ', clay not right' : ''}${pinned ? ', pinned' : ''}`
      }
      data-visit={visit.pieceId}
      onClick={() => onSelect(selected ? null : visit)}
      className={clsx(
        'absolute cursor-pointer touch-none overflow-hidden border px-1.5 py-1 text-left',
        'text-xs leading-tight',
        selected
          ? 'z-10 border-base-content bg-primary text-primary-content'
          : words.length
            ? 'border-base-content bg-base-100'
            : 'border-dashed border-base-content/70 bg-base-100/80',
        missed ? 'border-2 border-dashed' : '',
        isDragging ? 'z-20 shadow-lg' : '',
      )}
      style={{
        left: column * wide + 4 + below * 10,
        top: 6 + below * 12,
        width: Math.max(96, wide * SESSION_SHARE - 8),
        maxHeight: 58,
        transform: moved,
      }}
    >
      <span className="flex items-center gap-1">
        {steps.slice(0, 4).map((step, i) => (
          <HatchSwatch key={i} kind={step.kind} size={10} />
        ))}
        <span className="numbers ml-auto">{clock}</span>
        {pinned && <Pin size={11} aria-hidden />}
      </span>
      <span className="line-clamp-2">{label}</span>
    </button>
  )
}
