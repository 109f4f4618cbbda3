'use client'

import { useId, useState } from 'react'
import { sentence } from '@/core/base/issue'
import { hexFromLab, labFromHex, type Triple } from '@/core/colour/colourSpaces'
import type { MeasuredBy } from '@/core/model/tile'
import { labFromText } from '@/core/usecases/cupboard/colourText'
import { tell } from '@/store/studioStore'
import { PhotoPicker } from './PhotoPicker'

/** Lab in figures. */
const labWords = ([L, a, b]: Triple): string => `L ${L.toFixed(0)} a ${a.toFixed(0)} b ${b.toFixed(0)}`

/** A colour from a colour field, from figures, or from a photograph with a grey card. */
export function ColourEntry({
  label,
  lab,
  onColour,
}: {
  label: string
  lab: Triple | null
  onColour: (lab: Triple, by: MeasuredBy) => void
}) {
  const id = useId()
  const [photo, setPhoto] = useState(false)
  const typed = (text: string) => {
    if (!text.trim()) return
    const read = labFromText(text)
    if (read.ok) onColour(read.value, 'instrument')
    else tell('problem', sentence(read.issue))
  }
  return (
    <div className="space-y-1.5">
      <div className="flex flex-wrap items-center gap-2">
        <input
          type="color"
          aria-label={`${label}, by eye`}
          className="h-8 w-10 cursor-pointer border border-base-content bg-transparent p-0"
          value={lab ? hexFromLab(lab) : '#808080'}
          onChange={(event) => onColour(labFromHex(event.target.value), 'eye')}
        />
        <label htmlFor={id} className="sr-only">
          {label}, in figures
        </label>
        <input
          id={id}
          key={lab ? labWords(lab) : ''}
          className="numbers input w-44 input-sm"
          placeholder="52 -8 21, #rrggbb, rgb …"
          defaultValue={lab ? lab.map((v) => Number(v.toFixed(1))).join(' ') : ''}
          onKeyDown={(event) => {
            if (event.key === 'Enter') {
              event.preventDefault()
              typed(event.currentTarget.value)
            }
          }}
          onBlur={(event) => event.target.value !== event.target.defaultValue && typed(event.target.value)}
        />
        <button type="button" className="btn font-normal btn-sm" aria-expanded={photo} onClick={() => setPhoto(!photo)}>
          From a photograph
        </button>
      </div>
      {photo && <PhotoPicker onPick={(picked) => onColour(picked, 'photograph')} />}
    </div>
  )
}
