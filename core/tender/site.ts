import { z } from 'zod'
import type { Equipment } from '../load/load'
import { equipmentKinds } from '../load/load'
import { isLocalTime } from '../time/local'
import type { StopReason, Tender, TenderStop } from './tender'

/** A CSS selector of the page. */
const selector = z.string().min(1).max(200)

/** What a row may tell of a tender; where each is found is the column's number from zero, and a pattern where a cell holds more than one. */
export const siteFields = [
  'shipmentId',
  'status',
  'respondBy',
  'equipment',
  'weightLb',
  'charge',
  'pickupName',
  'pickupCity',
  'pickupRegion',
  'pickupPostal',
  'pickupFrom',
  'pickupTo',
  'deliveryName',
  'deliveryCity',
  'deliveryRegion',
  'deliveryPostal',
  'deliveryFrom',
  'deliveryTo',
  'temperature',
  'notes',
] as const
export type SiteField = (typeof siteFields)[number]
const fieldPlace = z.object({ column: z.number().int().min(0).max(60), pattern: z.string().max(200).optional() })

/** How a shipper's pages are read and answered: data, kept beside the partner. */
export const siteDescriptionSchema = z.object({
  signIn: z.object({
    path: z.string(),
    userField: z.string(),
    passwordField: z.string(),
    /** Stands on a page only for who is signed in. */ signedInMark: selector,
  }),
  lists: z.array(z.object({ path: z.string(), equipment: z.enum(equipmentKinds).nullable().default(null) })).min(1),
  table: selector,
  /** The heads of the columns, in their order: another head is another page. */
  heads: z.array(z.string()).min(3),
  rows: selector,
  next: selector,
  /** Says how many there are in all, so that a page that is missing is noticed. */
  total: z.object({ selector, pattern: z.string() }).nullable().default(null),
  fields: z.partialRecord(z.enum(siteFields), fieldPlace),
  /** What the status says while it waits for an answer, and when the shipper has taken it back. */
  openStatus: z.array(z.string()).min(1),
  withdrawnStatus: z.array(z.string()).default([]),
  equipmentWords: z.record(z.string(), z.enum(equipmentKinds)).default({}),
  answer: z.object({
    path: z.string(),
    answerField: z.string(),
    acceptValue: z.string(),
    declineValue: z.string(),
    remarkField: z.string(),
    /** What the page says when the answer was taken. */ doneMark: selector,
  }),
})
export type SiteDescription = z.infer<typeof siteDescriptionSchema>

/** A description to begin with: every name in it is to be made that of the page. */
export const siteTemplate: SiteDescription = {
  signIn: { path: '/login', userField: 'user', passwordField: 'password', signedInMark: 'a.sign-out' },
  lists: [{ path: '/tenders', equipment: null }],
  table: 'table',
  heads: ['Shipment', 'Status', 'Pays', 'From', 'To'],
  rows: 'tbody tr',
  next: 'a[rel=next]',
  total: null,
  fields: {
    shipmentId: { column: 0 },
    status: { column: 1 },
    charge: { column: 2 },
    pickupCity: { column: 3 },
    deliveryCity: { column: 4 },
  },
  openStatus: ['open'],
  withdrawnStatus: [],
  equipmentWords: {},
  answer: {
    path: '/tenders/{tender}',
    answerField: 'answer',
    acceptValue: 'yes',
    declineValue: 'no',
    remarkField: 'remark',
    doneMark: '.done',
  },
}

/** A row as it is on the page: the text of its cells. */
export type SiteRow = string[]

export type SiteRead = { tender: Tender; open: boolean; withdrawn: boolean } | { problem: string }

/** Reads one row into a tender; what does not read as it should is reported, and no tender is made of it. */
export function readSiteRow(row: SiteRow, description: SiteDescription, listEquipment: Equipment | null): SiteRead {
  if (row.length !== description.heads.length)
    return { problem: `A row has ${row.length} cells, ${description.heads.length} were expected` }
  const said = (field: SiteField) => pick(row, description.fields[field])
  const shipmentId = said('shipmentId')
  if (!/^[\w-]{3,30}$/.test(shipmentId)) return { problem: `“${shipmentId.slice(0, 40)}” is no shipment number` }
  const status = said('status').toLowerCase()
  const times = (['pickupFrom', 'pickupTo', 'deliveryFrom', 'deliveryTo', 'respondBy'] as const).map(
    (field): [string, string | null] => [said(field), readTime(said(field))],
  )
  const unread = times.find(([text, read]) => text !== '' && read === null)
  if (unread) return { problem: `${shipmentId}: “${unread[0]}” is no time` }
  const [pickupFrom = null, pickupTo = null, deliveryFrom = null, deliveryTo = null, respondBy = null] = times.map(
    ([, read]) => read,
  )
  const amount = said('charge').replace(/[$,\s]/g, '')
  if (amount !== '' && !/^\d+(\.\d{2})?$/.test(amount))
    return { problem: `${shipmentId}: “${said('charge')}” is no amount` }
  const weight = said('weightLb').replace(/[,\s]|lbs?/gi, '')
  if (weight !== '' && !/^\d+$/.test(weight)) return { problem: `${shipmentId}: “${said('weightLb')}” is no weight` }
  const kind = description.equipmentWords[said('equipment').toLowerCase()] ?? listEquipment
  const weightLb = weight === '' ? null : Number(weight)
  return {
    open: description.openStatus.includes(status),
    withdrawn: description.withdrawnStatus.includes(status),
    tender: {
      purpose: 'original',
      scac: null,
      shipmentId,
      respondBy,
      respondByZone: null,
      equipment: {
        kind,
        code: said('equipment').toUpperCase() || null,
        lengthFt: null,
        tempF: readTemperature(said('temperature')),
      },
      billing: null,
      charge: amount === '' ? null : { amount: amount.includes('.') ? amount : `${amount}.00`, currency: 'USD' },
      weightLb,
      pieces: null,
      miles: null,
      hazmat: false,
      commodity: null,
      references: [],
      notes: said('notes') === '' ? [] : [said('notes')],
      parties: [],
      alsoSaid: [],
      stops: [
        stopOf(1, 'load', placeAt('pickup', said), pickupFrom, pickupTo, weightLb),
        stopOf(2, 'unload', placeAt('delivery', said), deliveryFrom, deliveryTo, weightLb),
      ],
    },
  }
}

const placeAt = (end: 'pickup' | 'delivery', said: (field: SiteField) => string) => ({
  name: said(`${end}Name`),
  city: said(`${end}City`),
  region: said(`${end}Region`),
  postal: said(`${end}Postal`),
})

function pick(row: SiteRow, place: { column: number; pattern?: string | undefined } | undefined): string {
  if (!place) return ''
  const cell = (row[place.column] ?? '').replace(/\s+/g, ' ').trim()
  return place.pattern === undefined ? cell : (new RegExp(place.pattern).exec(cell)?.[1] ?? '').trim()
}

/** `34`, `34-36`, `34 to 36`, in degrees Fahrenheit; null where none is given. */
function readTemperature(text: string): { min: number; max: number } | null {
  const found = /(-?\d+)\s*(?:to|-)?\s*(-?\d+)?/.exec(text)
  return found && { min: Number(found[1]), max: Number(found[2] ?? found[1]) }
}

/** `11/30/2026 08:00` and `2026-11-30 08:00`, as a wall-clock time. */
function readTime(text: string): string | null {
  const us = /^(\d{1,2})\/(\d{1,2})\/(\d{4}),? (\d{1,2}):(\d{2})$/.exec(text)
  const local = us
    ? `${us[3]}-${us[1]!.padStart(2, '0')}-${us[2]!.padStart(2, '0')}T${us[4]!.padStart(2, '0')}:${us[5]}`
    : text.replace(' ', 'T')
  return isLocalTime(local) ? local : null
}

function stopOf(
  sequence: number,
  reason: StopReason,
  at: { name: string; city: string; region: string; postal: string },
  earliest: string | null,
  latest: string | null,
  weightLb: number | null,
): TenderStop {
  const orNull = (text: string) => text || null
  return {
    sequence,
    reason,
    name: at.name,
    code: null,
    address: [],
    city: orNull(at.city),
    region: orNull(at.region.toUpperCase()),
    postal: orNull(at.postal),
    country: /^[A-Z]\d/i.test(at.postal) ? 'CA' : 'US',
    earliest,
    latest,
    weightLb,
    pieces: null,
    references: [],
    contact: null,
    notes: [],
  }
}

/** What is wrong with a page's columns; null where they are as described. */
export function headsProblem(heads: readonly string[], description: SiteDescription): string | null {
  const plain = (text: string) => text.replace(/\s+/g, ' ').trim().toLowerCase()
  const [found, wanted] = [heads.map(plain), description.heads.map(plain)]
  if (found.length === 0) return 'The list of tenders is not on the page'
  const at = wanted.findIndex((head, index) => found[index] !== head)
  if (at >= 0) return `Column ${at + 1} is headed “${heads[at] ?? 'nothing'}”, “${description.heads[at]}” was expected`
  return found.length > wanted.length ? `There is a column more than expected: “${heads[wanted.length]}”` : null
}
