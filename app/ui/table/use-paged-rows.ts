import { useEffect, useRef, useState } from 'react'
import { toast } from 'sonner'
import { rowsAtOnce } from '#core/listing/lists'
import { readJson } from '../use-fetched'

/**
 * A list's rows as far as they were looked at: the first come with the page, others from `url` (with `start=`) when they are scrolled to. Another
 * address, and a change of the first rows, begin anew.
 */
export function usePagedRows<Row>(
  first: Row[],
  url: string,
): { row: (index: number) => Row | undefined; want: (from: number, to: number) => void } {
  const pages = useRef(new Map<number, Row[]>())
  const asked = useRef(new Set<number>())
  const [, show] = useState(0)
  const heldUrl = useRef('')
  if (heldUrl.current !== url) {
    heldUrl.current = url
    pages.current = new Map([[0, first]])
    asked.current = new Set([0])
  } else pages.current.set(0, first)
  useEffect(() => () => void asked.current.clear(), [])
  const want = (from: number, to: number) => {
    for (let at = Math.floor(from / rowsAtOnce); at <= Math.floor(to / rowsAtOnce); at++) {
      if (asked.current.has(at)) continue
      asked.current.add(at)
      void readPage(at)
    }
  }
  const readPage = async (at: number) => {
    const { data, problem } = await readJson<{ rows: Row[] }>(`${url}&start=${at * rowsAtOnce}`)
    if (url !== heldUrl.current) return
    if (data) {
      pages.current.set(at, data.rows)
      show((count) => count + 1)
    } else {
      // Asked for again at the next scroll.
      asked.current.delete(at)
      toast.error(problem, { id: 'rows' })
    }
  }
  return { row: (index) => pages.current.get(Math.floor(index / rowsAtOnce))?.[index % rowsAtOnce], want }
}
