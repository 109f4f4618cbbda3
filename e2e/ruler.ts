import type { Page } from '@playwright/test'

/**
 * Controls that lie over one another or reach beyond the page, measured: each as two names, or as one with how far it reaches. What
 * lies over the picture of a piece does so on purpose, and what is stuck to an edge of the window lies over what scrolls beneath it.
 */
export const overlapping = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    interface Box {
      readonly element: HTMLElement
      readonly left: number
      readonly right: number
      readonly top: number
      readonly bottom: number
      readonly stuck: Element | null
    }
    /** What of an element is not cut off by what scrolls or hides around it; null for nothing. */
    const seen = (element: HTMLElement): Box | null => {
      let { left, right, top, bottom } = element.getBoundingClientRect()
      let stuck: Element | null = null
      for (let around = element.parentElement; around && around !== document.body; around = around.parentElement) {
        const { overflowX, overflowY, position } = getComputedStyle(around)
        if (position === 'fixed' || position === 'sticky') stuck ??= around
        if (overflowX === 'visible' && overflowY === 'visible') continue
        const frame = around.getBoundingClientRect()
        left = Math.max(left, frame.left)
        right = Math.min(right, frame.right)
        top = Math.max(top, frame.top)
        bottom = Math.min(bottom, frame.bottom)
      }
      return right - left > 2 && bottom - top > 2 ? { element, left, right, top, bottom, stuck } : null
    }
    const name = ({ element }: Box) =>
      `${element.tagName.toLowerCase()} “${(element.getAttribute('aria-label') ?? element.innerText ?? element.id).slice(0, 40)}”`
    const open = document.querySelector('dialog[open]') ?? document.body
    const boxes = [
      ...open.querySelectorAll<HTMLElement>(
        'button, a[href], select, input, textarea, summary, [role=radio], [role=option]',
      ),
    ].flatMap((element) => {
      const style = getComputedStyle(element)
      const isPressed = element.checkVisibility({ visibilityProperty: true, opacityProperty: true })
      // Links in a sentence share its lines; a field that is read out only is one pixel large; files are chosen by their label.
      if (!isPressed || style.display === 'inline' || element.matches('.sr-only, [type=file], [data-over-picture] *'))
        return []
      return seen(element) ?? []
    })
    const found: string[] = []
    boxes.forEach((a, i) => {
      const beyond = Math.max(a.right - document.documentElement.clientWidth, -a.left)
      if (beyond > 1 && !a.stuck) found.push(`${name(a)} reaches ${Math.round(beyond)} px beyond the page`)
      for (const b of boxes.slice(i + 1)) {
        if (a.stuck !== b.stuck || a.element.contains(b.element) || b.element.contains(a.element)) continue
        const across = Math.min(a.right, b.right) - Math.max(a.left, b.left)
        const down = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top)
        if (across > 2 && down > 2)
          found.push(`${name(a)} and ${name(b)} by ${Math.round(across)} × ${Math.round(down)} px`)
      }
    })
    return found
  })
