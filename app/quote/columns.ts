import { type Currency, currencySigns } from '#core/money/money'
import type { CellName } from '#core/quote/quote'

/** The grid's columns. `cell` is what is typed into it; the others are computed. */
export interface GridColumn {
  id: 'number' | CellName | 'miles' | 'strip' | 'margin' | 'before' | 'note'
  head: string
  track: string
  cell: CellName | null
  figure?: boolean
}

const number: GridColumn = { id: 'number', head: '', track: '34px', cell: null }
const all: GridColumn[] = [
  { id: 'origin', head: 'Origin', track: 'minmax(118px,1.1fr)', cell: 'origin' },
  { id: 'dest', head: 'Destination', track: 'minmax(118px,1.1fr)', cell: 'dest' },
  { id: 'equipment', head: 'Equipment', track: '68px', cell: 'equipment' },
  { id: 'weight', head: 'Pounds', track: '52px', cell: 'weight', figure: true },
  { id: 'pickup', head: 'Pickup', track: '80px', cell: 'pickup' },
  { id: 'loads', head: 'Loads', track: '40px', cell: 'loads', figure: true },
  { id: 'miles', head: 'Miles', track: '44px', cell: null, figure: true },
  { id: 'strip', head: 'Likely cost, $', track: '196px', cell: null },
  { id: 'price', head: 'Price', track: '60px', cell: 'price', figure: true },
  { id: 'margin', head: 'Margin, $', track: '80px', cell: null, figure: true },
]
const theirs: GridColumn = { id: 'theirs', head: 'They pay', track: '58px', cell: 'theirs', figure: true }
const before: GridColumn = { id: 'before', head: 'Before', track: '86px', cell: null, figure: true }
const note: GridColumn = { id: 'note', head: '', track: 'minmax(110px,1fr)', cell: null }

/** The columns of a quote: what was asked before where it is held against another, and then what they pay only where somebody has said so. */
export function gridColumns({
  compared,
  hasTheirs,
  currency,
}: {
  compared: boolean
  hasTheirs: boolean
  currency: Currency
}): GridColumn[] {
  const columns = [number, ...all, ...(hasTheirs || !compared ? [theirs] : []), ...(compared ? [before] : []), note]
  return columns.map((column) =>
    column.id === 'price' ? { ...column, head: `${column.head}, ${currencySigns[currency]}` } : column,
  )
}

/** The grid’s columns as CSS grid tracks. */
export const tracksOf = (columns: GridColumn[]): string => columns.map(({ track }) => track).join(' ')
