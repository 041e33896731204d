import type { MouseEvent, ReactNode } from 'react'
import { Link, useNavigate } from 'react-router'
import type { ListName } from '#core/listing/lists'
import type { Sort } from '#core/listing/sort'
import { type Column, leastWidth, type Today } from './column'
import { useColumnSizes } from './column-sizes'
import { Head } from './head'
import { headHeight, type VirtualRows } from './use-virtual-rows'

interface TableProps<Row> {
  list: ListName
  label: string
  columns: readonly Column<Row>[]
  rows: VirtualRows
  row: (index: number) => Row | undefined
  total: number
  sort: Sort
  /** The address without its sort, for the heads to add theirs. */
  params: string
  /** Where a row leads: its first column is the link. */
  hrefOf: (row: Row) => string
  onChoose?: (row: Row) => void
  /** What there is to say where there are no rows. */
  empty: ReactNode
  now: Today
}

const tracks = (columns: readonly { width: string }[]) => columns.map(({ width }) => width).join(' ')
const grid = 'grid items-center gap-x-3 px-4'

/** A list as a table of which only the rows in view are drawn: heads sort, the first column is the link, text can be selected. */
export function Table<Row>(props: TableProps<Row>) {
  const { label, rows, row, total, hrefOf, onChoose, empty, now } = props
  const { sized: columns, ...sizing } = useColumnSizes(props.list, props.columns)
  const style = { gridTemplateColumns: tracks(columns) }
  return (
    <div ref={rows.scroller} className="min-h-0 min-w-0 flex-1 overflow-auto">
      <div role="table" aria-label={label} aria-rowcount={total + 1} style={{ minWidth: leastWidth(columns) }}>
        <div role="rowgroup" className="sticky top-0 z-10 bg-plain" style={{ height: headHeight }}>
          <div role="row" tabIndex={-1} aria-rowindex={1} style={style} className={`${grid} label h-full border-b`}>
            {columns.map((column) => (
              <Head key={column.id} column={column} sort={props.sort} params={props.params} sizing={sizing} />
            ))}
          </div>
        </div>
        <div role="rowgroup" style={{ height: rows.list.getTotalSize() }} className="relative">
          {rows.list.getVirtualItems().map((item) => (
            <TableRow
              key={item.key}
              index={item.index}
              row={row(item.index)}
              columns={columns}
              now={now}
              style={{ ...style, height: rows.rowHeight, transform: `translateY(${item.start - headHeight}px)` }}
              hrefOf={hrefOf}
              onFocus={(of) => {
                rows.choose(item.index)
                onChoose?.(of)
              }}
            />
          ))}
        </div>
      </div>
      {total === 0 && <div className="p-6">{empty}</div>}
    </div>
  )
}

interface RowProps<Row> {
  index: number
  row: Row | undefined
  columns: readonly Column<Row>[]
  now: Today
  style: React.CSSProperties
  hrefOf: (row: Row) => string
  onFocus: (row: Row) => void
}

function TableRow<Row>({ index, row, columns, now, style, hrefOf, onFocus }: RowProps<Row>) {
  const open = useOpenRow()
  const place = { role: 'row', 'aria-rowindex': index + 2, style } as const
  if (row === undefined)
    return (
      <div {...place} className={`${grid} label absolute inset-x-0 border-b`}>
        <span role="cell">…</span>
      </div>
    )
  const href = hrefOf(row)
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the link in the row does the same by keyboard
    <div
      {...place}
      onClick={(event) => open(event, href)}
      className={`${grid} absolute inset-x-0 cursor-pointer border-b focus-within:bg-chosen hover:bg-sheet`}
    >
      {columns.map((column, at) => (
        <span
          key={column.id}
          role="cell"
          className={`truncate ${column.isNumber ? 'text-right font-mono' : ''} ${at === 0 ? 'font-semibold' : ''}`}
        >
          {at === 0 ? (
            <Link to={href} data-row={index} onFocus={() => onFocus(row)}>
              {column.cell(row, now)}
            </Link>
          ) : (
            column.cell(row, now)
          )}
        </span>
      ))}
    </div>
  )
}

/** Opens a row as a link would: in a new tab where that is asked for; not while its text is being selected, nor for a link or button in it. */
function useOpenRow() {
  const navigate = useNavigate()
  return (event: MouseEvent<HTMLElement>, href: string) => {
    if (event.defaultPrevented || (event.target as HTMLElement).closest('a, button, input')) return
    if (!window.getSelection()?.isCollapsed) return
    if (event.ctrlKey || event.metaKey) window.open(href, '_blank', 'noopener')
    else void navigate(href)
  }
}
