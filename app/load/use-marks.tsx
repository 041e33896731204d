import { useState } from 'react'
import type { LoadRow } from '#server/load/list'
import type { Column } from '../ui/table/column'

/** The loads that are marked, for what is done with many at once, and the column they are ticked in. */
export function useMarks() {
  const [marked, setMarked] = useState<readonly number[]>([])
  const toggle = (id: number) =>
    setMarked((held) => (held.includes(id) ? held.filter((each) => each !== id) : [...held, id]))
  const column: Column<LoadRow> = {
    id: 'mark',
    head: '',
    width: '26px',
    shown: 'always',
    cell: ({ id, number }) => (
      <input type="checkbox" aria-label={`Mark ${number}`} checked={marked.includes(id)} onChange={() => toggle(id)} />
    ),
  }
  return { marked: [...marked], toggle, clear: () => setMarked([]), column }
}
