import { type ColumnKind, resolveHeader } from './column-names'
import { type CellName, type Cells, longestCell } from './quote'
import { readEquipment } from './read-equipment'
import { readWeight } from './read-line'

export interface PastedSheet {
  /** Lines above the data: titles, and the row of column heads. */
  headRows: number
  /** What each column holds; null for one that says nothing to us. */
  columns: (ColumnKind | null)[]
}

/** A head is looked for in so many first rows: sheets begin with titles. */
const headWithin = 12
/** Rows that are looked at to tell what a column without a head holds. */
const looked = 60

/** What the columns of a pasted sheet hold: by their heads where there are any, else by what is in them. */
export function recogniseColumns(rows: string[][]): PastedSheet {
  const width = Math.max(0, ...rows.slice(0, looked).map((row) => row.length))
  for (let at = 0; at < Math.min(headWithin, rows.length); at++) {
    const named = Array.from({ length: width }, (_, column) => resolveHeader(rows[at]?.[column] ?? ''))
    const once = named.map((kind, column) => (kind !== null && named.indexOf(kind) === column ? kind : null))
    if (once.filter(Boolean).length >= 2 && hasEnds(once)) return { headRows: at + 1, columns: once }
  }
  return { headRows: 0, columns: byContent(rows.slice(0, looked), width) }
}

/** Whether both ends of a lane can be read from these columns. */
export function hasEnds(columns: (ColumnKind | null)[]): boolean {
  const end = (side: 'origin' | 'dest') =>
    columns.some((kind) => kind === side || kind === `${side}_city` || kind === `${side}_postal`)
  return end('origin') && end('dest')
}

type Look = 'region' | 'postal' | 'equipment' | 'weight' | 'day' | 'money' | 'count' | 'place' | 'words'

const looks: [Look, (text: string) => boolean][] = [
  ['postal', (text) => /^\d{5}(-\d{4})?$/.test(text) || /^[A-Z]\d[A-Z]( ?\d[A-Z]\d)?$/i.test(text)],
  ['region', (text) => /^[A-Z]{2}$/.test(text)],
  ['money', (text) => /^(\$|usd)\s*[\d,]+(\.\d+)?$/i.test(text)],
  ['day', (text) => /^(\d{1,2}\/\d{1,2}(\/\d{2,4})?|\d{4}-\d{2}-\d{2}|any)$/i.test(text)],
  ['equipment', (text) => text.length > 1 && readEquipment(text) !== null],
  ['weight', (text) => (readWeight(text) ?? 0) >= 1500],
  ['count', (text) => /^\d{1,4}$/.test(text)],
  ['place', (text) => /^[\p{L}][\p{L} .'-]+(,? [A-Za-z]{2})?( \d{5})?$/u.test(text) && !/^any$/i.test(text)],
]

/** A sheet without heads: the first column of places is where lanes begin, the second where they end. */
function byContent(rows: string[][], width: number): (ColumnKind | null)[] {
  const kinds: (ColumnKind | null)[] = []
  let side: 'origin' | 'dest' | null = null
  const used = new Set<ColumnKind>()
  const take = (kind: ColumnKind): ColumnKind | null => {
    if (used.has(kind)) return null
    used.add(kind)
    return kind
  }
  for (let column = 0; column < width; column++) {
    const texts = rows.map((row) => (row[column] ?? '').trim()).filter(Boolean)
    const look =
      beyondEnds(kinds) && lookOf(texts) === 'postal' && texts.every((text) => readWeight(text) !== null)
        ? 'weight'
        : lookOf(texts)
    if (look === 'place' && !(side === 'dest')) {
      side = side === null ? 'origin' : 'dest'
      kinds.push(take(looksWhole(rows, column) ? side : `${side}_city`))
    } else if (look === 'region') kinds.push(side ? take(`${side}_region`) : null)
    else if (look === 'postal') {
      // A code after its city is the city's own; a code alone is an end of its own.
      if (side === null || used.has(`${side}_postal`) || used.has(side)) side = side === null ? 'origin' : 'dest'
      kinds.push(take(`${side}_postal`))
    } else if (look === 'equipment' || look === 'weight') kinds.push(take(look))
    else if (look === 'day') kinds.push(take('pickup') ?? take('pickup_to'))
    else if (look === 'money') kinds.push(take('theirs'))
    else if (look === 'count') kinds.push(take('loads'))
    else kinds.push(look === null ? null : take('comment'))
  }
  return kinds
}

/** Whether both ends are known and the column before is of neither: five digits are no postal code there, but pounds. */
function beyondEnds(kinds: (ColumnKind | null)[]): boolean {
  return hasEnds(kinds) && !/^(origin|dest)/.test(kinds.at(-1) ?? '')
}

function lookOf(texts: string[]): Look | null {
  if (texts.length === 0) return null
  for (const [look, fits] of looks) if (texts.filter(fits).length >= texts.length * 0.6) return look
  return 'words'
}

/** Whether the cells say the state with the city, or the next column does not. */
const looksWhole = (rows: string[][], column: number): boolean =>
  rows.filter((row) => /[,\s][A-Za-z]{2}(\s+\d{5})?$/.test((row[column] ?? '').trim())).length >= rows.length * 0.5 ||
  !rows.some((row) => /^[A-Z]{2}$/.test((row[column + 1] ?? '').trim()))

/** A sheet's rows as a line's cells; rows with nothing in them are passed over. */
export function cellsFrom(rows: string[][], { headRows, columns }: PastedSheet): Cells[] {
  return rows
    .slice(headRows)
    .filter((row) => row.some((text) => text.trim() !== ''))
    .map((row) => cellsOf(row, columns))
}

function cellsOf(row: string[], columns: (ColumnKind | null)[]): Cells {
  const text = (kind: ColumnKind): string => {
    const at = columns.indexOf(kind)
    return at < 0 ? '' : (row[at] ?? '').replace(/\s+/g, ' ').trim().slice(0, longestCell)
  }
  const cells: Cells = { origin: endOf('origin', text), dest: endOf('dest', text) }
  for (const cell of [
    'equipment',
    'weight',
    'loads',
    'commodity',
    'extras',
    'price',
    'theirs',
    'comment',
  ] satisfies CellName[])
    if (text(cell) !== '') cells[cell] = text(cell)
  const [from, to] = [text('pickup'), text('pickup_to')]
  if (from !== '') cells.pickup = to !== '' && to !== from ? `${from} to ${to}` : from
  return cells
}

/** City, state and code as one text. A code that a spreadsheet robbed of its leading zeros has them back. */
function endOf(side: 'origin' | 'dest', text: (kind: ColumnKind) => string): string {
  const whole = text(side)
  if (whole !== '') return /^\d{3,4}$/.test(whole) ? whole.padStart(5, '0') : whole
  const [city, region, code] = [text(`${side}_city`), text(`${side}_region`), text(`${side}_postal`)]
  const postal = /^\d{3,4}$/.test(code) ? code.padStart(5, '0') : code
  return [city && region ? `${city}, ${region}` : city || region, postal].filter(Boolean).join(' ')
}
