import type { Refusal } from '../decision/refusal'
import type { Currency } from '../money/money'
import { decideTerms, type QuoteTerms, type TermsFacts } from './decide-terms'
import type { QuoteEvent } from './events'
import { decideLine, type LineAct, type LineFacts } from './line-state'
import { type CellName, type Cells, type LostReason, maxLines } from './quote'
import type { QuoteRefusalCode } from './refusals'

/** What deciding needs to know of a quote. */
export interface QuoteFacts extends TermsFacts {
  quote: { id: number; customerId: number; currency: Currency; validUntil: string; version: number; terms: QuoteTerms }
  /** How many lines it has in all. */
  lineCount: number
  /** The lines that the command names, or all where it is about all, in the order of the grid. */
  lines: NamedLine[]
  /** All loads ever made of the named lines, cancelled ones too. */
  loadsEverMade: number
}

export interface NamedLine extends LineFacts {
  id: number
  position: number
  cells: Cells
}

export type QuoteCommand =
  | { kind: 'add_lines'; count: number }
  | { kind: 'change_line'; lineId: number; cells: Cells }
  | { kind: 'remove_lines'; lineIds: number[] }
  | { kind: 'reprice'; lineIds: number[] }
  | { kind: 'change_terms'; terms: QuoteTerms }
  | { kind: 'send'; to: string }
  /** `loads`: how many are made of each line, null for none; `madeBefore`: how many the asker has seen made of them. */
  | { kind: 'win'; lineIds: number[]; loads: number | null; madeBefore: number | null }
  | { kind: 'lose'; lineIds: number[]; why: LostReason; toMinor: number | null }
  | { kind: 'reopen'; lineIds: number[] }
  | { kind: 'lapse' }

export type QuoteDecision = { events: QuoteEvent[] } | { refusal: Refusal<QuoteRefusalCode> }

const refuse = (code: QuoteRefusalCode, facts: Record<string, unknown> = {}): QuoteDecision => ({
  refusal: { code, facts },
})
const one = (event: QuoteEvent): QuoteDecision => ({ events: [event] })

/** What a command does to a quote: the events to record, or why not. What is wrong with one of several lines stops all of them. */
export function decideQuote(facts: QuoteFacts, command: QuoteCommand): QuoteDecision {
  switch (command.kind) {
    case 'add_lines':
      return facts.lineCount + command.count > maxLines
        ? refuse('too_many_lines', { max: maxLines, count: facts.lineCount })
        : one({ kind: 'lines_added', lines: command.count })
    case 'change_line':
      return onLines(facts, [command.lineId], 'change', ([line]) => one(lineChanged(line!, command.cells)))
    case 'remove_lines':
      return onLines(facts, command.lineIds, 'remove', (lines) =>
        one({ kind: 'lines_removed', lines: lines.length, positions: positionsOf(lines).slice(0, 20) }),
      )
    case 'reprice':
      return one({ kind: 'repriced', lines: facts.lines.filter(({ state }) => state === 'draft').length })
    case 'change_terms': {
      const decision = decideTerms(facts, command.terms)
      return 'refusal' in decision
        ? decision
        : one({ kind: 'terms_changed', from: facts.quote.terms, to: command.terms })
    }
    case 'send':
      return decideSend(facts, command.to)
    case 'win':
      return onLines(facts, command.lineIds, 'win', (lines) => decideWin(facts, lines, command))
    case 'lose':
      return onLines(facts, command.lineIds, 'lose', (lines) =>
        one({
          kind: 'lost',
          positions: positionsOf(lines),
          why: command.why,
          toMinor: command.toMinor,
          currency: facts.quote.currency,
        }),
      )
    case 'reopen':
      return onLines(facts, command.lineIds, 'reopen', (lines) =>
        one({ kind: 'reopened', positions: positionsOf(lines) }),
      )
    case 'lapse': {
      const sent = facts.lines.filter(({ state }) => state === 'sent').length
      return sent === 0 ? { events: [] } : one({ kind: 'lapsed', lines: sent })
    }
  }
}

const positionsOf = (lines: NamedLine[]) => lines.map(({ position }) => position)

/** All of the named lines or, where one may not, none. */
function onLines(
  { lines }: QuoteFacts,
  lineIds: number[],
  act: LineAct,
  decide: (lines: NamedLine[]) => QuoteDecision,
): QuoteDecision {
  if (lines.length === 0 || lines.length !== new Set(lineIds).size) return refuse('no_such_line')
  for (const line of lines) {
    const decision = decideLine(line, act)
    if ('refusal' in decision) {
      const { code, facts } = decision.refusal
      return refuse(code, { ...facts, position: line.position, isOneOfSeveral: lines.length > 1 })
    }
  }
  return decide(lines)
}

function lineChanged(line: NamedLine, to: Cells): QuoteEvent {
  const from = Object.fromEntries(Object.keys(to).map((name) => [name, line.cells[name as CellName] ?? '']))
  return { kind: 'line_changed', position: line.position, from, to }
}

/** Whether a line is in the document that is sent: it has a price and nobody has settled against it. */
export const isInDocument = ({ state, priced }: Pick<LineFacts, 'state' | 'priced'>): boolean =>
  priced && state !== 'lost' && state !== 'lapsed'

function decideSend({ today, quote, lines }: QuoteFacts, to: string): QuoteDecision {
  if (quote.validUntil < today) return refuse('past_day', { isSending: true })
  const sent = lines.filter(isInDocument)
  if (sent.length === 0) return refuse('nothing_to_send')
  const leftBehind = lines.filter((line) => line.state === 'draft' && !isInDocument(line)).length
  return one({ kind: 'sent', version: quote.version + 1, to, lines: sent.length, leftBehind })
}

/** Lines that are won already may have more loads made of them, once their maker has seen those that were made before. */
function decideWin(
  { loadsEverMade }: QuoteFacts,
  lines: NamedLine[],
  { loads, madeBefore }: QuoteCommand & { kind: 'win' },
): QuoteDecision {
  if (loads !== null && madeBefore !== null && loadsEverMade !== madeBefore)
    return refuse('loads_made_since', { more: loadsEverMade - madeBefore, lines: lines.length })
  const fresh = lines.filter(({ state }) => state !== 'won')
  const events: QuoteEvent[] = []
  if (fresh.length > 0) events.push({ kind: 'won', positions: positionsOf(fresh) })
  if (loads !== null) events.push({ kind: 'loads_made', positions: positionsOf(lines), loads: loads * lines.length })
  return { events }
}
