import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef } from 'react'
import { rowHeightPx } from '#core/person/preferences'
import { usePreferences } from '../preferences'

/** How high the row of heads is, which stays above the others while they are scrolled. */
export const headHeight = 29

/**
 * The rows in view of a list of any length, and the step from one to another by keys. `want` is called with the rows in view. `heightOf`: of a list without
 * heads whose rows are not all as high.
 */
export function useVirtualRows(
  total: number,
  want?: (from: number, to: number) => void,
  heightOf?: (index: number) => number,
) {
  const scroller = useRef<HTMLDivElement>(null)
  const chosen = useRef(-1)
  const rowHeight = rowHeightPx[usePreferences().density]
  const above = heightOf ? 0 : headHeight
  const list = useVirtualizer({
    count: total,
    getScrollElement: () => scroller.current,
    estimateSize: heightOf ?? (() => rowHeight),
    overscan: 12,
    scrollMargin: above,
    scrollPaddingStart: above,
    initialRect: { width: 1000, height: 640 },
  })
  const shown = list.getVirtualItems()
  const [from, to] = [shown[0]?.index ?? 0, shown.at(-1)?.index ?? 0]
  useEffect(() => want?.(from, to))
  const step = (by: number) => {
    const next = Math.max(0, Math.min(total - 1, chosen.current + by))
    // Kept at once: keys may come faster than rows are drawn.
    chosen.current = next
    list.scrollToIndex(next)
    focusWhenDrawn(next)
  }
  const focusWhenDrawn = (index: number, frames = 30) =>
    requestAnimationFrame(() => {
      if (chosen.current !== index) return
      const drawn = document.querySelector<HTMLElement>(`[data-row="${index}"]`)
      if (drawn) drawn.focus()
      else if (frames > 0) focusWhenDrawn(index, frames - 1)
    })
  const choose = (index: number) => {
    chosen.current = index
  }
  return { scroller, list, step, choose, rowHeight }
}

export type VirtualRows = ReturnType<typeof useVirtualRows>

/** The keys that walk a list, for a room's own keys. */
export const walkKeys = ({ step }: VirtualRows, one: string) => [
  { key: 'ArrowDown', words: `next ${one}`, run: () => step(1) },
  { key: 'ArrowUp', words: `${one} before`, run: () => step(-1) },
  { key: 'PageDown', words: 'a page on', run: () => step(20) },
  { key: 'PageUp', words: 'a page back', run: () => step(-20) },
]
