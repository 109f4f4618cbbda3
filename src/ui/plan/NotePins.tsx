'use client'

import clsx from 'clsx'
import type { Placed } from '@/core/model/run'
import { chartOf, type Atlas } from '@/core/skin/atlas'
import type { PlaceNote } from '@/core/usecases/words/placeNotes'
import type { WheelView } from '@/scene/aim'
import type { WheelScene } from '@/scene/wheelScene'
import { PIN } from '@/ui/kit/classNames'

export type PlacedSpot = Extract<Placed, { kind: 'spot' }>

/** What is noted on spots of the form, as numbered pins where they are seen. */
export function NotePins({
  scene,
  view,
  atlas,
  noted,
  onPin,
}: {
  scene: WheelScene
  view: WheelView
  atlas: Atlas
  noted: readonly PlaceNote[]
  onPin: (placed: PlacedSpot) => void
}) {
  return noted.map(({ key, placed, where, notes }, i) => {
    if (placed.kind !== 'spot') return null
    const { surface } = chartOf(atlas, placed.on)
    const at = scene.seenAt(view, surface.ring(placed.alongMm)(placed.across))
    return at ? (
      <button
        key={key}
        type="button"
        className={clsx(PIN, 'h-6 w-6 cursor-pointer text-xs')}
        style={{ left: at.x, top: at.y }}
        aria-label={`Note ${i + 1}, ${where}`}
        title={[where, ...notes.map(({ text }) => text)].join('\n')}
        onClick={() => onPin(placed)}
      >
        {i + 1}
      </button>
    ) : null
  })
}
