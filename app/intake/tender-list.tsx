import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef } from 'react'
import type { IntakeDesk } from './intake-desk'
import { columns, Row, rowHeight } from './row'

/** The tenders that wait, the oldest promise first; only what is seen is drawn. */
export function TenderList({ desk }: { desk: IntakeDesk }) {
  const { rows, now, chosen, marked, mark, choose } = desk
  const scroller = useRef<HTMLDivElement>(null)
  const list = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 8,
    initialRect: { width: 800, height: 520 },
  })
  const { scrollTo } = desk
  useEffect(() => {
    scrollTo.current = list.scrollToIndex
  })
  return (
    <div className="flex min-h-0 flex-col border-r border-strong">
      <div className={`${columns} label border-b py-1`} aria-hidden="true">
        <span />
        <span>Left</span>
        <span>Lane, customer</span>
        <span>Equipment</span>
        <span>Picks up</span>
        <span>
          Cost to cover $, <span className="text-dusk">◇</span> their charge
        </span>
        <span className="text-right">Charge, margin</span>
      </div>
      <div ref={scroller} className="min-h-0 flex-1 overflow-y-auto">
        <ul aria-label="Tenders, the oldest promise first" style={{ height: list.getTotalSize() }} className="relative">
          {list.getVirtualItems().map((item) => {
            const row = rows[item.index]
            return row ? (
              <Row
                key={row.id}
                tender={row}
                index={item.index}
                top={item.start}
                now={now}
                chosen={row.id === chosen?.id}
                marked={marked.has(row.id)}
                onChoose={() => choose(row.id)}
                onMark={() => mark(row.id)}
              />
            ) : null
          })}
        </ul>
      </div>
    </div>
  )
}
