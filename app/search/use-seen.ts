import { useRef } from 'react'
import type { FoundRow } from '#server/search/find'
import { postJson } from '../ui/post'

/** A row under the cursor for this long was read, not passed over. */
const readMs = 700

/** Marks results as seen by whoever is signed in: those that are opened or noted at once, those that keep the focus for a moment. */
export function useSeen() {
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const now = ({ key, isSeen }: FoundRow) => {
    clearTimeout(timer.current)
    // The list stays as it is: a row that vanished from under the cursor would be worse than one seen twice.
    if (!isSeen) void postJson('/boards/search/act', { intent: 'seen', keys: [key] })
  }
  const soon = (row: FoundRow) => {
    clearTimeout(timer.current)
    timer.current = setTimeout(() => now(row), readMs)
  }
  return { now, soon }
}
