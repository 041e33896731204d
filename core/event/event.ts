import type { CarrierEvent } from '../carrier/events'
import type { LogEvent } from '../load/log-words'
import type { PartnerEvent } from '../partner/events'
import type { QuoteEvent } from '../quote/events'
import type { TenderEvent } from '../tender/events'
import type { PolicyEvent } from '../vetting/events'

/** What a decision is about: each has its own number, and its events are recorded under both. */
export const aggregates = ['load', 'quote', 'carrier', 'tender', 'partner', 'policy'] as const
export type Aggregate = (typeof aggregates)[number]

/** What can happen to each kind of aggregate. */
export interface EventOf {
  load: LogEvent
  quote: QuoteEvent
  carrier: CarrierEvent
  tender: TenderEvent
  partner: PartnerEvent
  policy: PolicyEvent
}
