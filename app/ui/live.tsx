import { createContext, type ReactNode, type RefObject, useContext, useEffect, useMemo, useRef } from 'react'
import { useRevalidator } from 'react-router'
import type { LiveChange } from '#server/live/live'
import { listen } from './live-source'

interface Listener {
  onChange?: (change: LiveChange) => void
  onWarning?: (data: string) => void
}

interface Live {
  listeners: Set<Listener>
  /** The newest event that what is on the screen was read after. */
  upTo: RefObject<number>
}

const LiveContext = createContext<Live | null>(null)

/**
 * One stream of changes for the whole browser; whatever is open listens to it. `readAt` and `upTo` are when the page was read, and
 * after which event: what changed since is not missed.
 */
export function LiveProvider({ readAt, upTo, children }: { readAt: number; upTo: number; children: ReactNode }) {
  const live = useMemo<Live>(() => ({ listeners: new Set(), upTo: { current: 0 } }), [])
  live.upTo.current = upTo
  const from = useRef({ since: readAt, upTo })
  useEffect(
    () =>
      listen(from.current, ({ name, data }) => {
        for (const { onChange, onWarning } of live.listeners)
          if (name === 'warned') onWarning?.(data)
          else onChange?.(JSON.parse(data) as LiveChange)
      }),
    [live],
  )
  return <LiveContext.Provider value={live}>{children}</LiveContext.Provider>
}

function useListener(listener: Listener): void {
  const live = useContext(LiveContext)
  const held = useRef(listener)
  held.current = listener
  useEffect(() => {
    const own: Listener = {
      onChange: (change) => held.current.onChange?.(change),
      onWarning: (data) => held.current.onWarning?.(data),
    }
    live?.listeners.add(own)
    return () => void live?.listeners.delete(own)
  }, [live])
}

const gatherMs = 150

/**
 * Reads the page again when something it shows has changed: changes close together are one reading, and what was read after the
 * change (because an act of ours made it) is not read a second time.
 */
export function useLive(touches: (change: LiveChange) => boolean): void {
  const { revalidate, state } = useRevalidator()
  const upTo = useContext(LiveContext)?.upTo
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined)
  const isReading = useRef(false)
  isReading.current = state !== 'idle'
  const newest = useRef(0)
  const readUnlessRead = () => {
    clearTimeout(timer.current)
    timer.current = setTimeout(() => {
      if (isReading.current) return readUnlessRead()
      const wanted = newest.current
      newest.current = 0
      if (wanted > (upTo?.current ?? 0)) void revalidate()
    }, gatherMs)
  }
  useListener({
    onChange: (change) => {
      if (change.aggregate !== 'everything' && !touches(change)) return
      // What has no event of its own cannot be recognized as read.
      newest.current = Math.max(newest.current, change.eventId ?? Number.POSITIVE_INFINITY)
      readUnlessRead()
    },
  })
  useEffect(() => () => clearTimeout(timer.current), [])
}

/** Does something with every change, whatever it is of. */
export const useChanges = (run: (change: LiveChange) => void): void => useListener({ onChange: run })

/** Does something when a tender's time to answer is nearly over. */
export const useWarnings = (run: (data: string) => void): void => useListener({ onWarning: run })
