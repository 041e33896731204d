import { useState } from 'react'
import type { QuotePage } from '#server/quote/read'
import { gridColumns } from './columns'
import type { At } from './grid-moves'
import type { ScreenLine } from './screen-lines'
import { useQuote } from './use-quote'

export interface QuoteData {
  page: QuotePage
  now: number
  zone: string
  mayEdit: boolean
  mayPrice: boolean
  mayExport: boolean
}

/** Which dialog is open over a quote; pasting may begin with what was on the clipboard. */
export type OpenDialog =
  | { kind: 'paste'; text: string }
  | { kind: 'send' | 'won' | 'lost' | 'terms' | 'pricing' | 'log' }

/** The state of a quote's page: its lines as they are typed, where the cursor is, which lines are chosen, and the dialog. */
export function useQuoteDesk(data: QuoteData) {
  const { page } = data
  const quoting = useQuote(page)
  const { lines } = quoting
  const [at, setAt] = useState<At>({ row: 0, column: 1 })
  const [selected, setSelected] = useState<ReadonlySet<number>>(new Set())
  const [dialog, setDialog] = useState<OpenDialog | null>(null)
  const current = lines[at.row] ?? null
  const close = () => {
    setDialog(null)
    document.querySelector<HTMLElement>(`[data-cell="${at.row}-${at.column}"]`)?.focus()
  }
  const toggle = (lineId: number) =>
    setSelected((before) => {
      const next = new Set(before)
      if (!next.delete(lineId)) next.add(lineId)
      return next
    })
  return {
    ...data,
    quoting,
    lines,
    at,
    setAt,
    selected,
    toggle,
    chooseNone: () => setSelected(new Set()),
    chooseAllOrNone: () => setSelected(selected.size > 0 ? new Set() : new Set(lines.map(({ id }) => id))),
    current,
    chosen: chosenLines(lines, selected, current),
    columns: gridColumns({
      compared: lines.some(({ thenMinor }) => thenMinor !== null),
      hasTheirs: lines.some(({ cells }) => Boolean(cells.theirs)),
      currency: page.quote.currency,
    }),
    dialog,
    openDialog: setDialog,
    close,
  }
}

export type QuoteDesk = ReturnType<typeof useQuoteDesk>

/** The lines an act is about: those that were chosen, or else the one under the cursor, once it is saved. */
function chosenLines(lines: ScreenLine[], selected: ReadonlySet<number>, current: ScreenLine | null): ScreenLine[] {
  if (selected.size > 0) return lines.filter(({ id }) => selected.has(id))
  return current && current.id > 0 ? [current] : []
}
