'use client'

import clsx from 'clsx'
import { useId, useState, type ReactNode } from 'react'
import { fromMillimetres, toMillimetres } from '@/core/base/units'
import { useStudio } from '@/store/studioStore'

/** A label over a control. */
export function Field({
  label,
  children,
  hint,
}: {
  label: string
  children: (id: string) => ReactNode
  hint?: string
}) {
  const id = useId()
  return (
    <div className="flex min-w-0 flex-col gap-0.5">
      <label htmlFor={id} className="text-[13px] text-base-content/75">
        {label}
      </label>
      {children(id)}
      {hint && <span className="text-xs text-base-content/70">{hint}</span>}
    </div>
  )
}

interface NumberInputProps {
  id?: string
  label?: string
  value: number
  min: number
  max: number
  step: number
  unit?: string
  onCommit: (value: number) => void
}

/** A number that takes effect on Enter, on leaving the field, or at each click of its arrows; out of range it is brought back in. */
export function NumberInput({ id, label, value, min, max, step, unit, onCommit }: NumberInputProps) {
  const [draft, setDraft] = useState<string | null>(null)
  const commit = (text: string) => {
    setDraft(null)
    const number = Number(text.replace(',', '.'))
    if (text.trim() === '' || !Number.isFinite(number)) return
    const next = Math.min(max, Math.max(min, number))
    if (next !== value) onCommit(next)
  }
  return (
    <span className="input flex w-full items-center gap-1 pr-1 input-sm">
      <input
        id={id}
        aria-label={label}
        type="number"
        className="numbers w-full min-w-0"
        value={draft ?? String(value)}
        min={min}
        max={max}
        step={step}
        onChange={(event) => {
          const typed = (event.nativeEvent as InputEvent).inputType !== undefined
          if (typed) setDraft(event.target.value)
          else commit(event.target.value)
        }}
        onBlur={(event) => draft !== null && commit(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') {
            // Enter takes the number; it does not send off the form round it.
            event.preventDefault()
            commit(event.currentTarget.value)
          }
          if (event.key === 'Escape') setDraft(null)
        }}
      />
      {unit && <span className="text-xs text-base-content/70">{unit}</span>}
    </span>
  )
}

/** A length in the studio’s unit; given and taken in mm. */
export function LengthInput({
  mm,
  minMm,
  maxMm,
  onCommit,
  ...rest
}: {
  id?: string
  label?: string
  mm: number
  minMm: number
  maxMm: number
  onCommit: (mm: number) => void
}) {
  const unit = useStudio((s) => s.studio.settings.length)
  const shown = (value: number) => Number(fromMillimetres(value, unit).toFixed(unit === 'in' ? 3 : 2))
  return (
    <NumberInput
      {...rest}
      value={shown(mm)}
      min={shown(minMm)}
      max={shown(maxMm)}
      step={unit === 'in' ? 0.05 : maxMm <= 20 ? 0.1 : 1}
      unit={unit}
      onCommit={(value) => onCommit(Number(toMillimetres(value, unit).toFixed(3)))}
    />
  )
}

/** A choice of a few, all in sight. */
export function Segments<T extends string>({
  label,
  value,
  choices,
  onChange,
  small,
}: {
  label: string
  value: T
  choices: readonly (readonly [T, string])[]
  onChange: (value: T) => void
  small?: boolean
}) {
  return (
    <div role="radiogroup" aria-label={label} className="inline-flex border border-base-content">
      {choices.map(([choice, word]) => (
        <button
          key={choice}
          type="button"
          role="radio"
          aria-checked={choice === value}
          onClick={() => onChange(choice)}
          className={clsx(
            'cursor-pointer whitespace-nowrap',
            small ? 'px-2 py-0.5 text-[13px]' : 'px-3 py-1.5 text-sm',
            choice === value ? 'bg-primary text-primary-content' : 'bg-base-100 text-base-content hover:bg-base-200',
          )}
        >
          {word}
        </button>
      ))}
    </div>
  )
}

/** A drop-down of words. */
export function Select<T extends string>({
  id,
  label,
  value,
  choices,
  onChange,
}: {
  id?: string
  label?: string
  value: T
  choices: readonly (readonly [T, string])[]
  onChange: (value: T) => void
}) {
  return (
    <select
      id={id}
      aria-label={label}
      className="select w-full select-sm"
      value={value}
      onChange={(event) => onChange(event.target.value as T)}
    >
      {choices.map(([choice, word]) => (
        <option key={choice} value={choice}>
          {word}
        </option>
      ))}
    </select>
  )
}

export function Check({
  label,
  checked,
  onChange,
}: {
  label: string
  checked: boolean
  onChange: (checked: boolean) => void
}) {
  return (
    <label className="flex cursor-pointer items-center gap-2 text-sm">
      <input
        type="checkbox"
        className="checkbox checkbox-sm"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
      />
      {label}
    </label>
  )
}
