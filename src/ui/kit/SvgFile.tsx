'use client'

import { FileUp } from 'lucide-react'
import { sentence } from '@/core/base/issue'
import type { Result } from '@/core/base/result'
import { tell } from '@/store/studioStore'

interface SvgFileProps<T> {
  /** Words on the button, and what a screen reader calls it. */
  readonly words: string
  readonly label: string
  readonly className: string
  /** Reads it, in a worker. */
  readonly read: (bytes: ArrayBuffer, name: string) => Promise<Result<T>>
  readonly onRead: (value: T, name: string) => void
}

/** A file is looked into up to this size; what it may hold is counted by its reader. */
const MOST_BYTES = 16_000_000

/** Opens an SVG of one’s own; what cannot be read is told in one sentence and changes nothing. */
export function SvgFile<T>({ words, label, className, read, onRead }: SvgFileProps<T>) {
  const open = async (input: HTMLInputElement) => {
    const file = input.files?.[0]
    if (!file) return
    input.value = ''
    if (file.size > MOST_BYTES)
      return tell('problem', sentence({ code: 'file-too-large', bytes: file.size, limitBytes: MOST_BYTES }))
    try {
      const result = await read(await file.arrayBuffer(), file.name)
      if (result.ok) onRead(result.value, file.name)
      else tell('problem', sentence(result.issue))
    } catch {
      tell('problem', `“${file.name}” could not be read; choose it again, or save it again as plain SVG.`)
    }
  }
  return (
    <label className={className}>
      <FileUp size={14} aria-hidden /> {words}
      <input
        type="file"
        accept=".svg,image/svg+xml"
        className="sr-only"
        aria-label={label}
        onChange={(event) => void open(event.currentTarget)}
      />
    </label>
  )
}
