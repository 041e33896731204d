import type { ConfirmationTerms } from '#core/confirmation/terms'
import type { QuoteDocument } from '#core/quote/document'

/** What is drawn as PDF, and from what. */
export interface Drawings {
  quote: QuoteDocument
  /** A sheet with nothing but the logo, by the hash that it is kept under: drawn to see whether it can be. */
  logo: string
  confirmation: { number: string; version: number; void: boolean; terms: ConfirmationTerms }
}

/** One order to the thread that draws. */
export interface DrawOrder<K extends keyof Drawings = keyof Drawings> {
  kind: K
  content: Drawings[K]
}
