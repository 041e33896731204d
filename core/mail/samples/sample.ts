import type { Equipment } from '../../load/load'

/** A truck that a mail offers, as somebody who reads it carefully would write it down. */
export interface SampleTruck {
  city: string
  region: string
  equipment: Equipment
  count: number
  /** The day it is empty, and the last day it waits; null where it does not say. */
  from: string
  to: string | null
  radius: number | null
  /** States and towns it wants to go to; none: anywhere. */
  destinations: readonly string[]
  lengthFt: number | null
  weightLb: number | null
  rate: { amount: string; basis: 'flat' | 'per_mile' } | null
}

/** A price that a mail names for a load of ours or a lane. */
export interface SampleOffer {
  reference: string | null
  amount: string
  currency: 'USD' | 'CAD'
  basis: 'flat' | 'per_mile'
  origin: string | null
  destination: string | null
  pickup: string | null
  expires: string | null
}

/** A carrier's mail of some hand's style, with what it says in truth. */
export interface Sample {
  id: string
  /** When it was sent, with the sender's own offset: words such as `today` are counted from it. */
  sentAt: string
  from: string
  subject: string
  text?: string
  html?: string
  /** Sheets that came with it, as the text that is in them. */
  sheets?: readonly { name: string; text: string }[]
  trucks: readonly SampleTruck[]
  offers: readonly SampleOffer[]
}

/** A truck with what most mails leave out left out. */
export const truck = (
  place: `${string}, ${string}`,
  equipment: Equipment,
  from: string,
  over: Partial<SampleTruck> = {},
): SampleTruck => {
  const at = place.lastIndexOf(', ')
  return {
    ...{ city: place.slice(0, at), region: place.slice(at + 2), equipment, from },
    ...{ count: 1, to: null, radius: null, destinations: [], lengthFt: null, weightLb: null, rate: null },
    ...over,
  }
}

/** A flat price in US dollars with what most mails leave out left out. */
export const offer = (amount: string, over: Partial<SampleOffer> = {}): SampleOffer => ({
  ...{ reference: null, amount, currency: 'USD', basis: 'flat', origin: null, destination: null },
  ...{ pickup: null, expires: null },
  ...over,
})

/** A mail in plain text. */
export const plain = (
  id: string,
  sentAt: string,
  from: string,
  subject: string,
  text: string,
  said: Partial<Pick<Sample, 'trucks' | 'offers'>> = {},
): Sample => ({ id, sentAt, from, subject, text, trucks: [], offers: [], ...said })

/** States of a region, as somebody who says it means them. */
export const southeast = ['FL', 'GA', 'NC', 'SC', 'VA', 'WV', 'AL', 'KY', 'MS', 'TN'] as const
export const midwest = ['IL', 'IN', 'MI', 'OH', 'WI', 'IA', 'KS', 'MN', 'MO', 'NE', 'ND', 'SD'] as const
export const west = ['AZ', 'CO', 'ID', 'MT', 'NV', 'NM', 'UT', 'WY', 'CA', 'OR', 'WA'] as const

/** Of each, whether it says what kind of mail it is: both, one of them, or neither. */
export const kindOf = ({ trucks, offers }: Sample): 'mixed' | 'capacity' | 'offer' | 'other' => {
  if (trucks.length > 0 && offers.length > 0) return 'mixed'
  if (trucks.length > 0) return 'capacity'
  return offers.length > 0 ? 'offer' : 'other'
}
