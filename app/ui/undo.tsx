import { useSyncExternalStore } from 'react'
import { toast } from 'sonner'
import { useKeys } from './keys'

/** How long something can be taken back, in milliseconds. */
const undoMs = 12_000

let held: { undo: () => unknown; toast: string | number } | null = null
const listeners = new Set<() => void>()

function hold(next: typeof held): void {
  held = next
  for (const listener of listeners) listener()
}

/** Says what was done and offers to take it back, by the toast or by Ctrl+Z, as long as the toast stands. */
export function offerUndo(done: string, undo: () => unknown): void {
  const id: string | number = toast(done, {
    duration: undoMs,
    action: { label: 'Undo (Ctrl+Z)', onClick: () => takeBack() },
    onAutoClose: () => held?.toast === id && hold(null),
    onDismiss: () => held?.toast === id && hold(null),
  })
  hold({ undo, toast: id })
}

function takeBack(): void {
  const last = held
  if (!last) return
  hold(null)
  toast.dismiss(last.toast)
  void last.undo()
}

const subscribe = (listener: () => void) => {
  listeners.add(listener)
  return () => void listeners.delete(listener)
}

/** The key that takes back what was done last. */
export function UndoKey(): null {
  const canUndo = useSyncExternalStore(
    subscribe,
    () => held !== null,
    () => false,
  )
  useKeys('Undo', [{ key: 'Ctrl+z', words: 'take back what was done last', run: takeBack, disabled: !canUndo }])
  return null
}
