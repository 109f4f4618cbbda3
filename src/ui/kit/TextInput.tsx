'use client'

import clsx from 'clsx'
import { useTyped } from './useTyped'

/** A text that counts while it is typed, trimmed; empty or not `valid`, the last good one stays. */
export function TextInput({
  id,
  label,
  value,
  onCommit,
  onRefused,
  valid = (text) => text !== '',
  type = 'text',
  rows,
  maxLength,
  className,
  ...rest
}: {
  id?: string
  label?: string
  value: string
  onCommit: (text: string) => void
  /** What to say of a text that is not valid on leaving the field. */
  onRefused?: (text: string) => void
  valid?: (text: string) => boolean
  type?: 'text' | 'time' | 'date' | 'datetime-local'
  /** With rows it is a text of several lines. */
  rows?: number
  maxLength?: number
  className?: string
  placeholder?: string
}) {
  const read = (text: string) => (valid(text.trim()) ? text.trim() : null)
  const { draft, type: typed, leave, giveUp } = useTyped({ read, commit: onCommit, value })
  const done = (text: string) => {
    if (draft !== null && text.trim() && read(text) === null) onRefused?.(text.trim())
    leave(text)
  }
  const shared = {
    ...rest,
    id,
    'aria-label': label,
    value: draft ?? value,
    maxLength,
    onChange: (event: { target: { value: string } }) => typed(event.target.value),
    onBlur: (event: { target: { value: string } }) => done(event.target.value),
  }
  if (rows) return <textarea {...shared} rows={rows} className={clsx('textarea w-full textarea-sm', className)} />
  return (
    <input
      {...shared}
      type={type}
      className={clsx('input input-sm', className ?? 'w-full')}
      onKeyDown={(event) => {
        if (event.key === 'Enter') {
          event.preventDefault()
          done(event.currentTarget.value)
        }
        if (event.key === 'Escape') giveUp()
      }}
    />
  )
}
