import type { BidEvent } from '../bid/events'
import type { CarrierEvent } from '../carrier/events'
import type { CustomerEvent } from '../customer/events'
import type { ExchangeEvent } from '../exchange/decide'
import type { FacilityEvent } from '../facility/decide'
import type { FuelTableEvent } from '../fuel/decide'
import type { LogEvent } from '../load/log-words'
import type { OfficeEvent } from '../office/decide'
import type { PartnerEvent } from '../partner/events'
import type { PersonEvent } from '../person/events'
import type { QuoteEvent } from '../quote/events'
import type { TenderEvent } from '../tender/events'
import type { PolicyEvent } from '../vetting/events'

/** What a decision is about: each has its own number, and its events are recorded under both. */
export const aggregates = [
  'load',
  'quote',
  'customer',
  'carrier',
  'tender',
  'exchange',
  'partner',
  'policy',
  'fuel_table',
  'facility',
  'office',
  'person',
  'bid_project',
] as const
export type Aggregate = (typeof aggregates)[number]

/** What can happen to each kind of aggregate. */
export interface EventOf {
  load: LogEvent
  quote: QuoteEvent
  customer: CustomerEvent
  carrier: CarrierEvent
  tender: TenderEvent
  exchange: ExchangeEvent
  partner: PartnerEvent
  policy: PolicyEvent
  fuel_table: FuelTableEvent
  facility: FacilityEvent
  office: OfficeEvent
  person: PersonEvent
  bid_project: BidEvent
}
