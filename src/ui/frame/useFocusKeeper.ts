'use client'

import { useEffect } from 'react'

/** Where focus may go when what had it is gone: the nearest part of the page that has a name. */
const HOMES = 'section, aside, form, dialog, main, [role=toolbar], [role=radiogroup]'

/**
 * Keeps focus from falling to the page: when what had it is taken away or can no longer be used, the nearest part of the page round it
 * gets it.
 */
export function useFocusKeeper(): void {
  useEffect(() => {
    let chain: readonly Element[] = []
    const onFocus = (event: FocusEvent) => {
      const path: Element[] = []
      for (let at = event.target instanceof Element ? event.target : null; at; at = at.parentElement) path.push(at)
      chain = path
    }
    const keep = () => {
      const [last] = chain
      if (!last || (document.activeElement && document.activeElement !== document.body)) return
      if (last.isConnected && !last.matches(':disabled')) return
      const home = chain.slice(1).find((at) => at.isConnected && at.matches(HOMES))
      chain = []
      if (!(home instanceof HTMLElement)) return
      if (!home.hasAttribute('tabindex')) home.tabIndex = -1
      home.focus({ preventScroll: true })
    }
    const observer = new MutationObserver(keep)
    observer.observe(document.body, { childList: true, subtree: true, attributes: true, attributeFilter: ['disabled'] })
    document.addEventListener('focusin', onFocus)
    return () => {
      observer.disconnect()
      document.removeEventListener('focusin', onFocus)
    }
  }, [])
}
