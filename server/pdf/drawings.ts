import type { ConfirmationTerms } from '#core/confirmation/terms'
import type { QuoteDocument } from '#core/quote/document'

/** What is drawn as PDF, and from what. */
export interface Drawings {
  quote: QuoteDocument
  confirmation: { number: string; version: number; void: boolean; terms: ConfirmationTerms }
}

/** One order to the thread that draws. */
export interface DrawOrder<K extends keyof Drawings = keyof Drawings> {
  kind: K
  content: Drawings[K]
}
