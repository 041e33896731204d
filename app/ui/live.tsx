import { createContext, type ReactNode, useContext, useEffect, useMemo, useRef } from 'react'
import { useRevalidator } from 'react-router'
import { listen } from './live-source'

export type Named = 'carriers' | 'tenders' | 'warned' | 'quote'

interface Listener {
  touches: (loadId: number) => boolean
  named: Named | undefined
  run: (data: string) => void
}

const LiveContext = createContext<Set<Listener> | null>(null)

/** One stream of the log for the whole browser; whatever is open listens to it. `readAt` is when the page was read: what moved since is not missed. */
export function LiveProvider({ readAt, children }: { readAt: number; children: ReactNode }) {
  const listeners = useMemo(() => new Set<Listener>(), [])
  const since = useRef(readAt)
  useEffect(() => {
    return listen(since.current, ({ name, data }) => {
      if (name !== 'message') {
        for (const each of listeners) if (each.named === name) each.run(data)
        return
      }
      const { loadId } = JSON.parse(data) as { loadId: number }
      for (const each of listeners) if (each.touches(loadId)) each.run(data)
    })
  }, [listeners])
  return <LiveContext.Provider value={listeners}>{children}</LiveContext.Provider>
}

function useListener(listener: Listener): void {
  const listeners = useContext(LiveContext)
  const held = useRef(listener)
  held.current = listener
  useEffect(() => {
    const own: Listener = {
      touches: (loadId) => held.current.touches(loadId),
      named: held.current.named,
      run: (data) => held.current.run(data),
    }
    listeners?.add(own)
    return () => void listeners?.delete(own)
  }, [listeners])
}

const gather = 150

/** Reads the page anew when the log touches it, or something it is named after: events close together are one reading. */
export function useLive(touches: (loadId: number) => boolean, named?: Named): void {
  const { revalidate } = useRevalidator()
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined)
  useListener({
    touches,
    named,
    run: () => {
      clearTimeout(timer.current)
      timer.current = setTimeout(() => void revalidate(), gather)
    },
  })
  useEffect(() => () => clearTimeout(timer.current), [])
}

/** Does something with what an event of a name brings. */
export function useNamed(named: Named, run: (data: string) => void): void {
  useListener({ touches: () => false, named, run })
}
