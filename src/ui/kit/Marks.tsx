'use client'

import clsx from 'clsx'
import * as RadioGroup from '@radix-ui/react-radio-group'
import type { LucideIcon } from 'lucide-react'
import type { ReactNode } from 'react'

/* Marks: small pictures that are pressed. Their names stand beside them where their row has room, and over them on hover and focus. */

/** The row that marks stand in; they look at its width. */
export const MARK_ROW = '@container'

export const MARK = clsx(
  'group relative inline-flex h-8 min-w-8 cursor-pointer items-center justify-center gap-1.5 px-1.5 text-[0.8125rem]',
  'hover:bg-base-100/60 pointer-coarse:min-h-11 pointer-coarse:min-w-11',
)
const CHOSEN = 'bg-primary text-primary-content hover:bg-primary'

/** The picture and the name of a mark, within a control that is called by the name. */
export function MarkFace({ icon: Icon, name }: { icon: LucideIcon; name: string }) {
  return (
    <>
      <Icon size={17} aria-hidden />
      <span aria-hidden className="hidden whitespace-nowrap @min-[90rem]:inline">
        {name}
      </span>
      <span
        aria-hidden
        className={clsx(
          'pointer-events-none absolute bottom-full z-20 mb-1 hidden bg-primary px-1.5 py-0.5 whitespace-nowrap text-primary-content',
          '@max-[90rem]:group-hover:block @max-[90rem]:group-focus-visible:block',
        )}
      >
        {name}
      </span>
    </>
  )
}

/** A mark that does something, or is on or off where `pressed` is given. */
export function MarkButton({
  icon,
  name,
  pressed,
  onClick,
}: {
  icon: LucideIcon
  name: string
  pressed?: boolean
  onClick: () => void
}) {
  return (
    <button
      type="button"
      aria-label={name}
      aria-pressed={pressed}
      className={clsx(MARK, pressed && CHOSEN)}
      onClick={onClick}
    >
      <MarkFace icon={icon} name={name} />
    </button>
  )
}

/** Marks of which one is chosen. */
export function MarkChoice<T extends string>({
  label,
  value,
  choices,
  onChange,
}: {
  label: string
  value: T
  choices: readonly (readonly [value: T, name: string, icon: LucideIcon])[]
  onChange: (value: T) => void
}) {
  return (
    <RadioGroup.Root
      aria-label={label}
      value={value}
      orientation="horizontal"
      onValueChange={(choice) => onChange(choice as T)}
      className="inline-flex"
    >
      {choices.map(([choice, name, icon]) => (
        <RadioGroup.Item
          key={choice}
          value={choice}
          aria-label={name}
          className={clsx(MARK, choice === value && CHOSEN)}
        >
          <MarkFace icon={icon} name={name} />
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  )
}

/** Marks that belong together. */
export function MarkGroup({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div role="group" aria-label={label} className="inline-flex flex-wrap">
      {children}
    </div>
  )
}
