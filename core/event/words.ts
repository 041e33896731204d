import { type BidEvent, bidLogWords } from '../bid/events'
import { carrierLogWords } from '../carrier/log-words'
import type { CustomerEvent } from '../customer/events'
import { customerLogWords } from '../customer/log-words'
import { type ExchangeEvent, exchangeLogWords } from '../exchange/decide'
import { type FacilityEvent, facilityLogWords } from '../facility/decide'
import { type FuelTableEvent, fuelTableLogWords } from '../fuel/decide'
import { type LogEvent, logWords } from '../load/log-words'
import { type OfficeEvent, officeLogWords } from '../office/decide'
import type { PartnerEvent } from '../partner/events'
import { partnerLogWords } from '../partner/log-words'
import { type PersonEvent, personLogWords } from '../person/events'
import { quoteLogWords } from '../quote/log-words'
import type { TenderEvent } from '../tender/events'
import { tenderLogWords } from '../tender/log-words'
import type { PolicyEvent } from '../vetting/events'
import type { Aggregate } from './event'

type Data = Record<string, unknown>

const policyWords = ({ version, note }: PolicyEvent) => `Version ${version} of the vetting policy saved: ${note}`

const words: Record<Aggregate, (kind: string, data: Data) => string> = {
  load: (kind, data) => logWords({ ...data, kind } as unknown as LogEvent),
  quote: quoteLogWords,
  customer: (kind, data) => customerLogWords({ ...data, kind } as unknown as CustomerEvent),
  carrier: carrierLogWords,
  tender: (kind, data) => tenderLogWords({ ...data, kind } as unknown as TenderEvent),
  exchange: (kind, data) => exchangeLogWords({ ...data, kind } as unknown as ExchangeEvent),
  partner: (kind, data) => partnerLogWords({ ...data, kind } as unknown as PartnerEvent),
  policy: (kind, data) => policyWords({ ...data, kind } as unknown as PolicyEvent),
  fuel_table: (kind, data) => fuelTableLogWords({ ...data, kind } as unknown as FuelTableEvent),
  facility: (kind, data) => facilityLogWords({ ...data, kind } as unknown as FacilityEvent),
  office: (kind, data) => officeLogWords({ ...data, kind } as unknown as OfficeEvent),
  bid_project: (kind, data) => bidLogWords({ ...data, kind } as unknown as BidEvent),
  person: (kind, data) => personLogWords({ ...data, kind } as unknown as PersonEvent),
}

/** An event as people read it, without who and when: `Awarded to Carrier 1 at $2,400`. */
export const eventWords = (aggregate: Aggregate, kind: string, data: Data): string => words[aggregate](kind, data)
