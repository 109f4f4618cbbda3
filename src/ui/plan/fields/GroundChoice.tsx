'use client'

import type { Motif } from '@/core/vocabulary/motif'
import { Segments } from '@/ui/kit/fields'

/** Whether a step acts on the shape of a motif or on the ground round it; nothing where only the shape makes sense. */
export function GroundChoice({
  motif,
  words,
  set,
}: {
  motif: Motif
  words: readonly [shape: string, ground: string] | false
  set: (changes: Partial<Motif>) => void
}) {
  if (!words) return null
  return (
    <Segments
      small
      label="Shape or ground"
      value={motif.ground ? 'ground' : 'shape'}
      choices={[
        ['shape', words[0]],
        ['ground', words[1]],
      ]}
      onChange={(which) => set({ ground: which === 'ground' })}
    />
  )
}
