import { type PointerEvent, useState } from 'react'
import { useRevalidator } from 'react-router'
import { toast } from 'sonner'
import type { ListName } from '#core/listing/lists'
import { postJson } from '../post'
import { type Column, widthLimits } from './column'

/** How many pixels a key makes a column wider. */
const keyStep = 16

const within = (width: number) => Math.round(Math.min(widthLimits.most, Math.max(widthLimits.least, width)))

/** The widths that somebody drags the columns of a list to. They hold at once, and are kept on the server when the column is let go. */
export function useColumnSizes<Row>(list: ListName, columns: readonly Column<Row>[]) {
  const [sizes, setSizes] = useState<Record<string, number>>({})
  const { revalidate } = useRevalidator()
  const keep = async (column: string, width: number | null) => {
    const answer = await postJson('/columns', { list, column, width })
    if (!answer.ok) toast.error(answer.message)
    await revalidate()
    // A width that is kept stays as it was dragged: for a moment the page may still have the one before.
    if (width === null || !answer.ok) setSizes(({ [column]: _, ...others }) => others)
  }
  /** Follows the pointer from the edge of a head until it is let go. */
  const drag = (column: string, event: PointerEvent<HTMLElement>) => {
    const handle = event.currentTarget
    const from = event.clientX
    const width = handle.parentElement?.getBoundingClientRect().width ?? 0
    handle.setPointerCapture(event.pointerId)
    const sizeAt = (x: number) => within(width + x - from)
    handle.onpointermove = (moved) => setSizes((held) => ({ ...held, [column]: sizeAt(moved.clientX) }))
    handle.onpointerup = (ended) => {
      handle.onpointermove = null
      handle.onpointerup = null
      if (ended.clientX !== from) void keep(column, sizeAt(ended.clientX))
    }
  }
  const step = (column: string, head: HTMLElement, by: -1 | 1) => {
    const width = within(head.getBoundingClientRect().width + by * keyStep)
    setSizes((held) => ({ ...held, [column]: width }))
    void keep(column, width)
  }
  const sized = columns.map((column) => {
    const width = sizes[column.id]
    return width === undefined ? column : { ...column, width: `${width}px` }
  })
  return { sized, drag, step, reset: (column: string) => void keep(column, null) }
}

export type ColumnSizing = Omit<ReturnType<typeof useColumnSizes>, 'sized'>
