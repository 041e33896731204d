import { type Currency, formatMoney } from '../money/money'
import { type CellName, cellNames, type LostReason } from './quote'
import { cellWords, lostReasonWords } from './words'

type Data = Record<string, unknown>

const counted = (count: unknown, noun: string) => `${String(count)} ${noun}${count === 1 ? '' : 's'}`

const positionsOf = (data: Data) => {
  const positions = Array.isArray(data.positions) ? data.positions : []
  return positions.length === 1
    ? `Line ${String(positions[0])}`
    : `Lines ${positions.slice(0, 12).join(', ')}${positions.length > 12 ? ' and more' : ''}`
}

/** One entry of a quote's log as a sentence, without who and when. */
export function quoteLogWords(kind: string, data: Data): string {
  switch (kind) {
    case 'made':
      return 'Quote created'
    case 'lines_added':
      return `${counted(data.lines, 'line')} added`
    case 'lines_removed':
      return `${counted(data.lines, 'line')} removed`
    case 'line_changed':
      return `Line ${String(data.position)}: ${changedCells(data)}`
    case 'terms_changed':
      return termsWords(data)
    case 'repriced':
      return `${counted(data.lines, 'line')} repriced`
    case 'sent':
      return `Version ${String(data.version)} sent to ${String(data.to)}, ${counted(data.lines, 'line')}${data.leftBehind ? `; ${String(data.leftBehind)} stayed behind` : ''}`
    case 'delivered':
      return `Version ${String(data.version)} accepted by the mail server of ${String(data.to)}`
    case 'not_delivered':
      return `Version ${String(data.version)} could not be sent to ${String(data.to)}: ${String(data.problem)}`
    case 'won':
      return `${positionsOf(data)} won`
    case 'lost':
      return `${positionsOf(data)} lost: ${lostReasonWords[data.why as LostReason]?.toLowerCase() ?? ''}${typeof data.toMinor === 'number' ? `, went for ${formatMoney(data.toMinor, data.currency as Currency | undefined)}` : ''}`
    case 'reopened':
      return `${positionsOf(data)} opened again`
    case 'lapsed':
      return `Ran out: ${counted(data.lines, 'line')} lapsed`
    case 'loads_made':
      return `${counted(data.loads, 'load')} made of ${positionsOf(data).toLowerCase()}`
    default:
      return kind
  }
}

function termsWords({ from, to }: Data): string {
  const [before, after] = [from as Data | undefined, to as Data | undefined]
  return after?.currency && before?.currency && after.currency !== before.currency
    ? `Currency changed from ${String(before.currency)} to ${String(after.currency)}; the lines are priced again`
    : 'Title, validity or comparison changed'
}

function changedCells(data: Data): string {
  const [from, to] = [data.from as Data | undefined, data.to as Data | undefined]
  return cellNames
    .filter((cell: CellName) => to && cell in to)
    .map(
      (cell) =>
        `${cellWords[cell].toLowerCase()} ${String(from?.[cell] || 'empty')} to ${String(to?.[cell] || 'empty')}`,
    )
    .join(', ')
}
