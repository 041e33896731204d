import { useEffect, useRef } from 'react'
import { useRevalidator } from 'react-router'

const gather = 150

/** Reads the page anew when the log touches it: events close together are one reading. `readAt` is when the page was read: what moved since is not missed. */
export function useLive(touches: (loadId: number) => boolean, named?: 'carriers' | 'tenders', readAt?: number): void {
  const { revalidate } = useRevalidator()
  const test = useRef(touches)
  test.current = touches
  const since = useRef(readAt)
  since.current = readAt
  useEffect(() => {
    const source = new EventSource(since.current === undefined ? '/live' : `/live?since=${since.current}`)
    let timer: ReturnType<typeof setTimeout> | undefined
    const soon = () => {
      clearTimeout(timer)
      timer = setTimeout(() => void revalidate(), gather)
    }
    source.onmessage = (message) => {
      const event = JSON.parse(message.data) as { loadId: number }
      if (test.current(event.loadId)) soon()
    }
    if (named) source.addEventListener(named, () => soon())
    return () => {
      clearTimeout(timer)
      source.close()
    }
  }, [revalidate, named])
}
