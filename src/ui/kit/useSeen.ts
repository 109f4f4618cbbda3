'use client'

import { useEffect, useRef, useState, type RefObject } from 'react'

/** How far outside the window something counts as coming into view. */
const NEAR = '200px'

/** Whether an element has come into view, or nearly so; it stays seen. */
export function useSeen<E extends Element>(): { ref: RefObject<E | null>; seen: boolean } {
  const ref = useRef<E>(null)
  const [seen, setSeen] = useState(false)
  useEffect(() => {
    if (!ref.current || seen) return
    const observer = new IntersectionObserver(
      (entries) => entries.some((entry) => entry.isIntersecting) && setSeen(true),
      { rootMargin: NEAR },
    )
    observer.observe(ref.current)
    return () => observer.disconnect()
  }, [seen])
  return { ref, seen }
}
