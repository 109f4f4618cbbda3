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
  /** Reads it; the reader is loaded when it is needed. */
  readonly read: (text: string, name: string) => Promise<Result<T>>
  readonly onRead: (value: T, name: string) => void
}

/** Opens an SVG of one’s own; what cannot be read is told in one sentence and changes nothing. */
export function SvgFile<T>({ words, label, className, read, onRead }: SvgFileProps<T>) {
  const open = async (input: HTMLInputElement) => {
    const file = input.files?.[0]
    if (!file) return
    const result = await read(await file.text(), file.name)
    input.value = ''
    if (result.ok) onRead(result.value, file.name)
    else tell('problem', sentence(result.issue))
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
