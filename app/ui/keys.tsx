import { createContext, type ReactNode, useContext, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'

export interface RoomKey {
  /** The key as `event.key` names it, `Ctrl+Enter` with its modifier. */
  key: string
  words: string
  run: () => void
  disabled?: boolean
}

interface Registry {
  rooms: { current: Map<string, RoomKey[]> }
}

const KeysContext = createContext<Registry | null>(null)

/** Listens for the room's keys; keys typed into fields and dialogs stay there. */
export function KeysProvider({ children }: { children: ReactNode }) {
  const rooms = useRef(new Map<string, RoomKey[]>())
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.altKey) return
      // A Mac's command key is what Ctrl is elsewhere.
      const isHeld = event.ctrlKey || event.metaKey
      const typing =
        event.target instanceof HTMLElement &&
        event.target.closest('input:not([type=checkbox]), textarea, select, [contenteditable], [role="dialog"]')
      const name = isHeld ? `Ctrl+${event.key}` : event.key
      if (typing && !isHeld) return
      const found = [...rooms.current.values()].flat().find((each) => each.key === name)
      if (!found || found.disabled) return
      event.preventDefault()
      found.run()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
  return <KeysContext.Provider value={useMemo(() => ({ rooms }), [])}>{children}</KeysContext.Provider>
}

/** Gives a room its keys for as long as it is shown. */
export function useKeys(room: string, keys: RoomKey[]): void {
  const registry = useContext(KeysContext)
  // Before the page is painted: a key may follow its sight at once.
  useLayoutEffect(() => {
    const rooms = registry?.rooms.current
    rooms?.set(room, keys)
    return () => void rooms?.delete(room)
  })
}

/** The keys in force just now, for the help. */
export function useKeyList(): () => [string, RoomKey[]][] {
  const registry = useContext(KeysContext)
  return () => [...(registry?.rooms.current.entries() ?? [])]
}

/** A flag that turns true once the page listens: tests and early typists wait for it. */
export function useReady(): boolean {
  const [ready, setReady] = useState(false)
  useEffect(() => setReady(true), [])
  return ready
}
