'use client'

import { useEffect, useState } from 'react'

/** Asks a worker whenever the key changes; keeps the last answer meanwhile. */
export function useAsked<T>(key: string, ask: () => Promise<T>, empty: T): { value: T; busy: boolean } {
  const [state, setState] = useState<{ key: string; value: T }>({ key: '', value: empty })
  useEffect(() => {
    let alive = true
    // Keys that change on each other's heels are asked once.
    const timer = setTimeout(() => void ask().then((value) => alive && setState({ key, value })), 60)
    return () => {
      alive = false
      clearTimeout(timer)
    }
    // The key stands for everything that is asked.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key])
  return { value: state.value, busy: state.key !== key }
}
