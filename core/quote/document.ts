import { z } from 'zod'
import type { Charge } from '../charge/charge'
import { chargeKindWords, chargeRateWords } from '../charge/words'
import type { FuelTable } from '../fuel/fuel'
import { dieselWords, fuelTableWords } from '../fuel/words'
import type { Equipment } from '../load/load'
import { equipmentWords } from '../load/words'
import { type DatedRate, deskCurrency, rateWords } from '../money/exchange'
import { type Currency, currencies, currencyWords } from '../money/money'
import { brokerSchema, repSchema } from '../office/broker'
import { dayWords } from '../time/words'
import { pickupWords } from './words'

const lineSchema = z.object({
  position: z.number(),
  origin: z.string(),
  dest: z.string(),
  equipment: z.string(),
  weightLb: z.number().nullable(),
  pickup: z.string(),
  loads: z.number().nullable(),
  /** Null where the customer's setting keeps miles off the document. */
  miles: z.number().nullable(),
  lineHaulMinor: z.number(),
  fuelMinor: z.number(),
  extras: z.array(z.string()),
  totalMinor: z.number(),
  comment: z.string(),
})
export type DocumentLine = z.output<typeof lineSchema>

/**
 * All that a customer reads of a quote, frozen when it is sent. Only what is listed here leaves the building: no cost, no
 * margin, no rate picture, nothing of other customers.
 */
export const quoteDocumentSchema = z.object({
  number: z.string(),
  version: z.number(),
  title: z.string(),
  broker: brokerSchema,
  rep: repSchema,
  customer: z.string(),
  /** What every price on it is in; documents sent when all were in US dollars do not say. */
  currency: z.enum(currencies).default('USD'),
  writtenOn: z.string(),
  validUntil: z.string(),
  showsMiles: z.boolean(),
  /** How fuel is charged; null where prices have it in them. */
  fuel: z.string().nullable(),
  lines: z.array(lineSchema),
  terms: z.array(z.string()),
})
export type QuoteDocument = z.output<typeof quoteDocumentSchema>

export interface LineToShow {
  position: number
  originCity: string
  originRegion: string
  originPostal: string
  destCity: string
  destRegion: string
  destPostal: string
  equipment: Equipment
  weightLb: number | null
  pickupFrom: string | null
  pickupTo: string | null
  loads: number | null
  miles: number
  charges: Charge[]
  lineHaulMinor: number
  fuelMinor: number
  sellMinor: number
  /** The dated rate by which a price in another currency than the desk's was made. */
  by: DatedRate | null
  comment: string
}

export interface QuoteToShow {
  number: string
  version: number
  title: string
  customerName: string
  currency: Currency
  showMiles: boolean
  validUntil: string
  fuel: { table: FuelTable; dieselE3: number; week: string } | null
  lines: LineToShow[]
}

/** The document of a quote for its customer. */
export function quoteDocument(
  quote: QuoteToShow,
  desk: Pick<QuoteDocument, 'broker' | 'rep' | 'terms'> & { writtenOn: string },
): QuoteDocument {
  const { broker, rep } = desk
  return {
    number: quote.number,
    version: quote.version,
    title: quote.title,
    broker: {
      name: broker.name,
      address: broker.address,
      phone: broker.phone,
      mail: broker.mail,
      mcNumber: broker.mcNumber,
      logo: broker.logo,
    },
    rep: { name: rep.name, phone: rep.phone, mail: rep.mail },
    customer: quote.customerName,
    currency: quote.currency,
    writtenOn: desk.writtenOn,
    validUntil: quote.validUntil,
    showsMiles: quote.showMiles,
    fuel: fuelOnDocument(quote),
    lines: quote.lines.map((line) => lineOnDocument(line, quote.showMiles)),
    terms: [`All prices are in ${currencyWords[quote.currency]} (${quote.currency}).`, ...desk.terms],
  }
}

function fuelOnDocument({ fuel, currency, lines }: QuoteToShow): string | null {
  if (!fuel) return null
  const rates =
    fuel.table.basis === 'per_mile'
      ? [...new Set(lines.flatMap(({ by }) => (by ? [`${rateWords(by.rateE6)} on ${dayWords(by.day)}`] : [])))]
      : []
  const turned =
    rates.length === 0
      ? ''
      : ` The table is in ${currencyWords[deskCurrency]}; shown in ${currencyWords[currency]} at ${rates.join(', ')}.`
  return `Fuel: ${fuelTableWords(fuel.table)}. Shown at diesel of $${dieselWords(fuel.dieselE3)} (week of ${dayWords(fuel.week)}); it moves with the index.${turned}`
}

function lineOnDocument(line: LineToShow, showMiles: boolean): DocumentLine {
  const extras = line.charges.filter(({ kind }) => kind !== 'line_haul' && kind !== 'fuel_surcharge')
  return {
    position: line.position,
    origin: placeOnDocument(line.originCity, line.originRegion, line.originPostal),
    dest: placeOnDocument(line.destCity, line.destRegion, line.destPostal),
    equipment: equipmentWords[line.equipment],
    weightLb: line.weightLb,
    pickup: pickupWords(line.pickupFrom, line.pickupTo),
    loads: line.loads,
    miles: showMiles ? Math.round(line.miles) : null,
    lineHaulMinor: line.lineHaulMinor,
    fuelMinor: line.fuelMinor,
    extras: extras.map(
      (charge) =>
        `${charge.note ? charge.note.replace(/^./, (first) => first.toUpperCase()) : chargeKindWords[charge.kind]} ${chargeRateWords({ ...charge, quantity: null })}`,
    ),
    totalMinor: line.sellMinor,
    comment: line.comment,
  }
}

const placeOnDocument = (city: string, region: string, postal: string): string =>
  `${city}, ${region}${postal ? ` ${postal}` : ''}`
