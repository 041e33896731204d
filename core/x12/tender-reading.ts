import type { Tender, TenderPlace, TenderStop } from '../tender/tender'
import { poundsPer } from './codes'
import type { Segment } from './x12'

/** Where in the set a segment stands: what it speaks of. */
export interface Reading {
  tender: Tender
  stop: TenderStop | null
  /** The party or stop whose name was read last. */
  place: (TenderPlace & Partial<Pick<TenderStop, 'address' | 'contact'>>) | null
  windows: Map<TenderStop, Window[]>
  /** Weights given for the whole (L3), and what came of the stops. */
  currency: string
  /** Descriptions of freight (L5), each with the stop it stands at. */
  descriptions: { stop: TenderStop | null; text: string }[]
}

export interface Window {
  date: string
  time: string | null
  dateQualifier: string
  timeQualifier: string
}

/** Takes a segment in; false where it has no place. */
export type Read = (reading: Reading, segment: Segment) => boolean

/** A trimmed text, or null where there is none. */
export const orNull = (text: string | undefined) => (text === undefined || text.trim() === '' ? null : text.trim())

/** Adds a note to the stop at hand, or to the tender. */
export const note = ({ tender, stop }: Reading, text: string | null) => {
  if (text !== null) (stop?.notes ?? tender.notes).push(text)
}

/** Keeps a segment that has no place in a tender, as it was said. */
export function alsoSay({ tender }: Reading, segment: Segment): void {
  tender.alsoSaid.push(segment.join('*').replace(/\*+$/, ''))
}

/** An amount in cents as dollars, for a note. */
export const centsWords = (cents: string) => {
  const digits = cents.replace('-', '').padStart(3, '0')
  return `${cents.startsWith('-') ? '-' : ''}${digits.slice(0, -2).replace(/^0+(?=\d)/, '')}.${digits.slice(-2)}`
}

/** A whole number, or null where the text is none. */
export const whole = (text: string | undefined): number | null =>
  /^\d+(\.\d+)?$/.test(text ?? '') ? Number(text) : null

/** A weight in pounds, from pounds or kilograms; null where it cannot be read. */
export function pounds(weight: string | undefined, unit: string | undefined): number | null {
  const value = whole(weight)
  const per = poundsPer[unit === undefined || unit === '' ? 'L' : unit]
  if (value === null || per === undefined) return null
  if (per === 1) return value
  return Math.round(value * per * 10) / 10
}
