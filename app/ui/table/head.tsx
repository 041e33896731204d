import { Link } from 'react-router'
import { type Sort, sortAfter, sortText } from '#core/listing/sort'
import type { Column } from './column'
import type { ColumnSizing } from './column-sizes'

const arrows = { ascending: '↑', descending: '↓' } as const

interface HeadProps<Row> {
  column: Column<Row>
  sort: Sort
  /** The address without its sort, for the head to add its own. */
  params: string
  sizing: ColumnSizing
}

/** The head of a column: sorts by it where that can be, and its edge is dragged to make it wider; Shift with an arrow does so by keyboard. */
export function Head<Row>({ column, sort, params, sizing }: HeadProps<Row>) {
  const { id, head, sorts, isNumber } = column
  const isSorted = sort.column === id
  return (
    <span
      role="columnheader"
      tabIndex={-1}
      aria-sort={isSorted && sorts ? sort.direction : undefined}
      className={`relative flex min-h-6 items-center truncate ${isNumber ? 'justify-end' : ''}`}
    >
      {sorts ? (
        <Link
          to={`?${params}${params && '&'}sort=${sortText(sortAfter(sort, id, sorts))}`}
          className={`flex min-h-[24px] items-center hover:underline ${isSorted ? 'text-ink' : ''}`}
          onKeyDown={(event) => {
            if (!event.shiftKey || (event.key !== 'ArrowLeft' && event.key !== 'ArrowRight')) return
            event.preventDefault()
            event.stopPropagation()
            sizing.step(id, event.currentTarget.parentElement!, event.key === 'ArrowLeft' ? -1 : 1)
          }}
        >
          {head}
          {isSorted && <span aria-hidden="true">&nbsp;{arrows[sort.direction]}</span>}
        </Link>
      ) : (
        head
      )}
      {head !== '' && (
        <span
          aria-hidden="true"
          title="Drag to make it wider; twice to set it back"
          className="absolute top-0 right-0 h-full w-2 cursor-col-resize hover:border-r-2 hover:border-strong"
          onPointerDown={(event) => sizing.drag(id, event)}
          onDoubleClick={() => sizing.reset(id)}
        />
      )}
    </span>
  )
}
