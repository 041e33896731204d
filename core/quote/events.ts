import type { Currency } from '../money/money'
import type { QuoteTerms } from './decide-terms'
import type { Cells, LostReason } from './quote'

/** What can happen to a quote; lines are named by their positions. */
export type QuoteEvent =
  | { kind: 'made' }
  | { kind: 'lines_added'; lines: number }
  | { kind: 'lines_removed'; lines: number; positions: number[] }
  | { kind: 'line_changed'; position: number; from: Cells; to: Cells }
  | { kind: 'terms_changed'; from: Partial<QuoteTerms>; to: QuoteTerms }
  | { kind: 'repriced'; lines: number }
  | { kind: 'sent'; version: number; to: string; lines: number; leftBehind: number }
  | { kind: 'delivered'; version: number; to: string }
  | { kind: 'not_delivered'; version: number; to: string; problem: string }
  | { kind: 'won'; positions: number[] }
  | { kind: 'lost'; positions: number[]; why: LostReason; toMinor: number | null; currency: Currency }
  | { kind: 'reopened'; positions: number[] }
  | { kind: 'lapsed'; lines: number }
  | { kind: 'loads_made'; positions: number[]; loads: number }
