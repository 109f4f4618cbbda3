'use client'

import clsx from 'clsx'
import { ArrowLeft, ArrowRight } from 'lucide-react'
import { useEffect, useEffectEvent, type ReactNode } from 'react'
import { wakeSound } from '@/store/bench'
import { useBenchSettings } from '@/store/benchSettings'

/** What takes letters or a press of its own; there the space bar belongs to it. */
const OWN_KEYS = 'input, textarea, select, button, a, [role="radio"], dialog *'

/** The bar at the foot: back, what else can be said, and the large button to go on; space bar and foot pedal press it too. */
export function OnBar({
  word,
  onOn,
  onBack,
  children,
}: {
  word: string
  onOn: () => void
  onBack: (() => void) | null
  children?: ReactNode
}) {
  const leftHanded = useBenchSettings((s) => s.leftHanded)
  const go = useEffectEvent(onOn)
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.repeat || event.ctrlKey || event.metaKey || event.altKey) return
      const pedal = event.key === 'PageDown'
      const space = event.key === ' ' && !(event.target instanceof Element && event.target.matches(OWN_KEYS))
      if (!pedal && !space) return
      event.preventDefault()
      wakeSound()
      go()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
  return (
    <div
      className={clsx(
        'sticky bottom-0 z-10 flex shrink-0 flex-wrap items-stretch gap-2 border-t border-base-content bg-base-100 p-3',
        leftHanded && 'flex-row-reverse',
      )}
    >
      <button
        type="button"
        className="btn min-h-16 min-w-16 px-4"
        disabled={!onBack}
        onClick={() => onBack?.()}
        aria-label="Look at the one before"
        title="Look at the one before (Page Up)"
      >
        <ArrowLeft aria-hidden />
      </button>
      {children}
      <button
        type="button"
        className={clsx(
          'btn min-h-20 min-w-56 flex-1 text-xl btn-primary sm:max-w-lg',
          leftHanded ? 'mr-auto' : 'ml-auto',
        )}
        onClick={() => {
          wakeSound()
          onOn()
        }}
        title="Space bar or Page Down"
        data-testid="go-on"
      >
        {word} <ArrowRight aria-hidden size={28} />
      </button>
    </div>
  )
}
