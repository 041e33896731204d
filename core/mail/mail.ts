import type { Equipment } from '../load/load'
import type { MailWarning } from './warning-kinds'

/** A part of a mail as it is shown: the letter itself, which has no name, then each sheet that came with it. */
export interface MailPart {
  name: string | null
  text: string
}

/** A mail once its bytes were taken apart: what is in it has not been read yet. */
export interface MailInput {
  sender: { name: string; address: string }
  subject: string
  /** When it was sent by the sender's own clock, with its offset: `2026-12-01T06:10:00-06:00`. */
  sentAt: string
  /** Plain text; empty where there is HTML only. */
  text: string
  html: string
  sheets: readonly MailPart[]
}

/** Where words stand in a part: characters `from` up to, not including, `to`. */
export interface Span {
  part: number
  from: number
  to: number
}

/** Something read: what it is, the words it was read from (null where it is not said but follows), and how sure that is, 0 to 1. */
export interface Fact<Value> {
  value: Value
  at: Span | null
  confidence: number
}

export interface MailPlace {
  city: string
  region: string
  lat: number
  lon: number
}

export interface MailRate {
  /** Major units, as written: `2.60`, `1850`. */
  amount: string
  basis: 'flat' | 'per_mile'
}

/** A truck that a mail says is or becomes empty. What it does not say is null. */
export interface MailTruck {
  place: Fact<MailPlace>
  equipment: Fact<Equipment> | null
  count: Fact<number>
  /** The day it is empty. */
  from: Fact<string>
  /** The last day it waits. */
  to: Fact<string> | null
  radiusMiles: Fact<number> | null
  /** States and towns it wants to go to (`CA`, `Dallas, TX`); none: anywhere. */
  destinations: Fact<string>[]
  /** States and towns where it does not go. */
  avoids: Fact<string>[]
  lengthFt: Fact<number> | null
  weightLb: Fact<number> | null
  rate: Fact<MailRate> | null
}

/** A price that a mail names for a load of ours or for a lane. */
export interface MailOffer {
  reference: Fact<string> | null
  /** Major units with two decimals. */
  amount: Fact<string>
  currency: 'USD' | 'CAD'
  basis: 'flat' | 'per_mile'
  origin: Fact<string> | null
  destination: Fact<string> | null
  pickup: Fact<string> | null
  /** Until when it stands, with the sender's offset. */
  expires: Fact<string> | null
}

export interface MailFacts {
  parts: MailPart[]
  trucks: MailTruck[]
  offers: MailOffer[]
  /** Requests in it that thieves make first: never followed, shown to a person. */
  warnings: Fact<MailWarning>[]
}

/** What kind of mail it is, by what was read from it. */
export const mailKind = ({ trucks, offers }: Pick<MailFacts, 'trucks' | 'offers'>) => {
  if (trucks.length > 0 && offers.length > 0) return 'mixed' as const
  if (trucks.length > 0) return 'capacity' as const
  return offers.length > 0 ? ('offer' as const) : ('other' as const)
}

/** How sure a truck is on the whole: as its least sure part that somebody would act on. */
export const truckConfidence = ({ place, equipment, from }: MailTruck): number =>
  Math.min(place.confidence, equipment?.confidence ?? 0.3, from.confidence)
