'use client'

import * as RadioGroup from '@radix-ui/react-radio-group'
import clsx from 'clsx'
import { ChevronDown, ChevronUp } from 'lucide-react'
import { useId, type ReactNode } from 'react'
import { fromMillimetres, toMillimetres } from '@/core/base/units'
import { useStudio } from '@/store/studioStore'
import { useTyped } from './useTyped'
import { useInUnits } from './useInUnits'

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
  const inUnits = useInUnits()
  return (
    <div className="flex min-w-0 flex-col gap-0.5">
      <label htmlFor={id} className="text-[0.8125rem] text-base-content/75">
        {label}
      </label>
      {children(id)}
      {hint && <span className="text-xs text-base-content/70">{inUnits(hint)}</span>}
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

/** A number, typed with comma or point, that counts while it is typed; out of range it is brought back in on leaving the field. */
export function NumberInput({ id, label, value, min, max, step, unit, onCommit }: NumberInputProps) {
  const within = (number: number) => Math.min(max, Math.max(min, number))
  const numberOf = (text: string): number | null => {
    const number = Number(text.replace(',', '.'))
    return text.trim() === '' || !Number.isFinite(number) ? null : number
  }
  const read = (text: string) => {
    const number = numberOf(text)
    return number !== null && number === within(number) ? number : null
  }
  const readLast = (text: string) => {
    const number = numberOf(text)
    return number === null ? null : within(number)
  }
  const { draft, type, leave, giveUp } = useTyped({ read, readLast, commit: onCommit, value })
  const stepBy = (steps: number) => {
    const from = numberOf(draft ?? '') ?? value
    const next = within(Number((from + steps * step).toFixed(6)))
    giveUp()
    if (next !== value) onCommit(next)
  }
  return (
    <span className="input flex w-full items-center gap-1 pr-1 input-sm">
      <input
        id={id}
        aria-label={label}
        type="text"
        inputMode="decimal"
        role="spinbutton"
        aria-valuenow={value}
        aria-valuemin={min}
        aria-valuemax={max}
        autoComplete="off"
        className="numbers w-full min-w-0"
        value={draft ?? String(value)}
        onChange={(event) => type(event.target.value)}
        onBlur={(event) => leave(event.target.value)}
        onKeyDown={(event) => {
          const steps = STEPS_OF_KEY[event.key]
          if (steps) {
            event.preventDefault()
            stepBy(steps)
          }
          if (event.key === 'Enter') {
            // Enter takes the number; it does not send off the form round it.
            event.preventDefault()
            leave(event.currentTarget.value)
          }
          if (event.key === 'Escape') giveUp()
        }}
      />
      {unit && <span className="text-xs text-base-content/70">{unit}</span>}
      <span className="flex flex-col pointer-coarse:hidden" aria-hidden>
        {([1, -1] as const).map((way) => (
          <button
            key={way}
            type="button"
            tabIndex={-1}
            className="flex h-3 w-4 cursor-pointer items-center justify-center text-base-content/70 hover:text-base-content"
            onPointerDown={(event) => event.preventDefault()}
            onClick={() => stepBy(way)}
          >
            {way > 0 ? <ChevronUp size={12} /> : <ChevronDown size={12} />}
          </button>
        ))}
      </span>
    </span>
  )
}

const STEPS_OF_KEY: Readonly<Record<string, number>> = { ArrowUp: 1, ArrowDown: -1, PageUp: 10, PageDown: -10 }

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

/** A choice of a few, all in sight: one stop of the Tab key, arrows choose within it. */
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
    <RadioGroup.Root
      aria-label={label}
      value={value}
      orientation="horizontal"
      onValueChange={(choice) => onChange(choice as T)}
      className="inline-flex max-w-full flex-wrap border border-base-content"
    >
      {choices.map(([choice, word]) => (
        <RadioGroup.Item
          key={choice}
          value={choice}
          className={clsx(
            'cursor-pointer whitespace-nowrap',
            small ? 'px-2 py-0.5 text-[0.8125rem]' : 'px-3 py-1.5 text-sm',
            choice === value ? 'bg-primary text-primary-content' : 'bg-base-100 text-base-content hover:bg-base-200',
          )}
        >
          {word}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  )
}

/** A drop-down of words; `told` is one within a sentence. */
export function Select<T extends string>({
  id,
  label,
  value,
  choices,
  onChange,
  told,
}: {
  id?: string
  label?: string
  value: T
  choices: readonly (readonly [T, string])[]
  onChange: (value: T) => void
  told?: boolean
}) {
  return (
    <select
      id={id}
      aria-label={label}
      className={clsx('select', told ? 'told h-auto w-auto max-w-full font-bold' : 'w-full select-sm')}
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
  const inUnits = useInUnits()
  return (
    <label className="flex cursor-pointer items-center gap-2 text-sm">
      <input
        type="checkbox"
        className="checkbox checkbox-sm"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
      />
      {inUnits(label)}
    </label>
  )
}
