import { useEffect, useRef, useState } from 'react'
import type { DirectoryRow } from '#server/carrier/directory'

const page = 200

/** The directory's rows as far as they were looked at: the first come with the page, others when they are scrolled to. */
export function useRows(
  first: DirectoryRow[],
  params: string,
): { row: (index: number) => DirectoryRow | undefined; want: (from: number, to: number) => void } {
  const pages = useRef(new Map<number, DirectoryRow[]>())
  const asked = useRef(new Set<number>())
  const [, show] = useState(0)
  const key = useRef('')
  const now = `${params}|${first[0]?.id}|${first.length}`
  if (key.current !== now) {
    key.current = now
    pages.current = new Map([[0, first]])
    asked.current = new Set([0])
  } else pages.current.set(0, first)
  useEffect(() => () => void asked.current.clear(), [])
  const want = (from: number, to: number) => {
    for (let at = Math.floor(from / page); at <= Math.floor(to / page); at++) {
      if (asked.current.has(at)) continue
      asked.current.add(at)
      const mine = key.current
      fetch(`/carriers/rows?${params}&from=${at * page}`)
        .then((response) => (response.ok ? response.json() : Promise.reject(new Error(String(response.status)))))
        .then((answer: { rows: DirectoryRow[] }) => {
          if (mine !== key.current) return
          pages.current.set(at, answer.rows)
          show((count) => count + 1)
        })
        .catch(() => asked.current.delete(at))
    }
  }
  return { row: (index) => pages.current.get(Math.floor(index / page))?.[index % page], want }
}
