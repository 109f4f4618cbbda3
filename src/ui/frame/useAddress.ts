'use client'

import { useSearchParams } from 'next/navigation'
import { useCallback, useSyncExternalStore } from 'react'

/**
 * A choice that stands in the address, so that reload, back and a shared link bring it again. The first of `choices` is not written
 * out. A change adds an address to go back from.
 */
export function useAddress<T extends string>(key: string, choices: readonly T[]): readonly [T, (value: T) => void] {
  const asked = useSearchParams().get(key)
  const value = choices.find((choice) => choice === asked) ?? choices[0]
  return [value, (next) => writeAddress(key, next === choices[0] ? null : next)]
}

/** What the address says now. */
export const inAddress = (key: string): string | null => new URLSearchParams(window.location.search).get(key)

/** Puts a value into the address, or takes it out; `quiet` replaces the address instead of adding one. */
export function writeAddress(key: string, value: string | null, quiet = false): void {
  const url = new URL(window.location.href)
  if (value === null) url.searchParams.delete(key)
  else url.searchParams.set(key, value)
  if (url.href === window.location.href) return
  if (quiet) window.history.replaceState(null, '', url)
  else window.history.pushState(null, '', url)
}

const WRITTEN = 'vernice:unsent'
const CHANGED = ['hashchange', 'popstate', WRITTEN] as const

const onChange = (changed: () => void) => {
  for (const event of CHANGED) window.addEventListener(event, changed)
  return () => {
    for (const event of CHANGED) window.removeEventListener(event, changed)
  }
}

/** What somebody types that is to outlast a reload: it stands behind the # of the address, which no request carries. */
export function useUnsentAddress(key: string): readonly [string, (text: string) => void] {
  const read = useCallback(() => unsentInAddress(key), [key])
  const text = useSyncExternalStore(onChange, read, () => '')
  return [text, (next) => writeUnsent(key, next)]
}

/** What stands behind the # of the address now. */
export const unsentInAddress = (key: string): string =>
  new URLSearchParams(window.location.hash.slice(1)).get(key) ?? ''

/** Puts a text behind the # of the address, or takes it out. */
export function writeUnsent(key: string, text: string): void {
  if (unsentInAddress(key) === text) return
  const url = new URL(window.location.href)
  url.hash = text ? new URLSearchParams({ [key]: text }).toString() : ''
  window.history.replaceState(null, '', url)
  window.dispatchEvent(new Event(WRITTEN))
}
