'use client'

import clsx from 'clsx'
import * as Dropdown from '@radix-ui/react-dropdown-menu'
import type { LucideIcon } from 'lucide-react'
import type { ReactNode } from 'react'

export interface MenuItem {
  readonly word: string
  /** A line that says more of it. */
  readonly words: string
  readonly icon?: LucideIcon
  readonly act: () => void
}

/** A button that opens a list of acts: arrows, Home, End and first letters move in it, Escape closes it and gives the focus back. */
export function Menu({
  items,
  className,
  label,
  children,
}: {
  items: readonly MenuItem[]
  className: string
  /** What a screen reader calls a button that shows only a sign. */
  label?: string
  children: ReactNode
}) {
  return (
    <Dropdown.Root modal={false}>
      <Dropdown.Trigger className={className} aria-label={label} title={label}>
        {children}
      </Dropdown.Trigger>
      <Dropdown.Portal container={typeof document === 'undefined' ? null : document.getElementById('view')}>
        <Dropdown.Content
          side="top"
          align="start"
          sideOffset={4}
          collisionPadding={8}
          className={clsx(
            'z-30 max-h-[var(--radix-dropdown-menu-content-available-height)] w-72 overflow-y-auto',
            'border border-base-content bg-base-100 text-base-content shadow-lg',
          )}
        >
          {items.map(({ word, words, icon: Icon, act }) => (
            <Dropdown.Item
              key={word}
              textValue={word}
              aria-label={word}
              className="flex w-full cursor-pointer items-start gap-2.5 px-3 py-1.5 text-left outline-none data-highlighted:bg-base-300"
              onSelect={act}
            >
              {Icon && <Icon size={17} aria-hidden className="mt-0.5 shrink-0" />}
              <span>
                <b className="block text-sm">{word}</b>
                <span className="block text-xs text-base-content/80">{words}</span>
              </span>
            </Dropdown.Item>
          ))}
        </Dropdown.Content>
      </Dropdown.Portal>
    </Dropdown.Root>
  )
}
