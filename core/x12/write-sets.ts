import type { Segment } from './x12'

/** What a 990 says of one tender. */
export interface ResponseToWrite {
  scac: string
  shipmentId: string
  /** `20261127`. */
  date: string
  accept: boolean
  /** Why not, or a counter-note where the partner takes them. */
  remarks: string[]
}

const remarkLength = 30

/** A 990, between ST and SE: B1 with `A` or `D`, and remarks in K1, thirty characters each. */
export function responseSegments({ scac, shipmentId, date, accept, remarks }: ResponseToWrite): Segment[] {
  const pieces = remarks
    .flatMap(
      (text) =>
        text
          .trim()
          .match(/.{1,30}(?=\s|$)|.{1,30}/g)
          ?.map((piece) => piece.trim()) ?? [],
    )
    .filter(Boolean)
  const k1 = Array.from({ length: Math.ceil(pieces.length / 2) }, (_, at) => [
    'K1',
    ...pieces.slice(at * 2, at * 2 + 2).map((piece) => piece.slice(0, remarkLength)),
  ])
  return [['B1', scac, shipmentId, date, accept ? 'A' : 'D'], ...k1.slice(0, 10)]
}

/** What a 214 says of one moment at one stop. */
export interface StatusToWrite {
  /** Our own number of the load. */
  loadNumber: string
  shipmentId: string
  scac: string
  /** Elements 1650 and 1651, or 1652 where an appointment is reported. */
  code: string
  reason: string
  isAppointment: boolean
  /** `2026-11-27T09:30`, local to the stop. */
  atLocal: string
  stop: number
  city: string
  region: string
  country: string
  truckNumber: string | null
}

const compact = (local: string) => ({
  date: local.slice(0, 10).replaceAll('-', ''),
  time: local.slice(11, 16).replace(':', ''),
})

/** A 214, between ST and SE: who and what in B10, the moment in AT7 (local time, `LT`), the place in MS1, the truck in MS2. */
export function statusSegments(status: StatusToWrite): Segment[] {
  const { date, time } = compact(status.atLocal)
  const moment = status.isAppointment
    ? ['AT7', '', '', status.code, status.reason, date, time, 'LT']
    : ['AT7', status.code, status.reason, '', '', date, time, 'LT']
  return [
    ['B10', status.loadNumber, status.shipmentId, status.scac],
    ['LX', '1'],
    moment,
    ['MS1', status.city, status.region, status.country],
    ...(status.truckNumber ? [['MS2', status.scac, status.truckNumber.slice(0, 10)]] : []),
    ['L11', String(status.stop), 'QN'],
  ]
}

export interface InvoiceParty {
  name: string
  code: string | null
  street: string
  city: string
  region: string
  postal: string
  country: string
}

export interface InvoiceToWrite {
  number: string
  shipmentId: string
  scac: string
  currency: string
  /** `2026-11-27`. */
  invoicedOn: string
  deliveredOn: string
  billTo: InvoiceParty
  shipper: InvoiceParty
  consignee: InvoiceParty
  references: { qualifier: string; value: string }[]
  weightLb: number
  description: string
  lines: { code: string; words: string; amountMinor: number }[]
}

/** A 210, between ST and SE: one line a charge (L5 what, L0 how much, L1 for how much), the whole in B3 and L3, in hundredths. */
export function invoiceSegments(invoice: InvoiceToWrite): Segment[] {
  const total = invoice.lines.reduce((sum, line) => sum + line.amountMinor, 0)
  const weight = String(Math.round(invoice.weightLb))
  const day = (date: string) => date.replaceAll('-', '')
  return [
    [
      'B3',
      '',
      invoice.number,
      invoice.shipmentId,
      'PP',
      'L',
      day(invoice.invoicedOn),
      String(total),
      '',
      day(invoice.deliveredOn),
      '035',
      invoice.scac,
    ],
    ['C3', invoice.currency],
    ...invoice.references.map(({ qualifier, value }) => ['L11', value.slice(0, 30), qualifier]),
    ...partySegments('BT', invoice.billTo),
    ...partySegments('SH', invoice.shipper),
    ...partySegments('CN', invoice.consignee),
    ...invoice.lines.flatMap((line, at): Segment[] => [
      ['LX', String(at + 1)],
      ['L5', String(at + 1), (at === 0 ? invoice.description : line.words).slice(0, 50)],
      ...(at === 0 ? [['L0', '1', '', '', weight, 'G']] : []),
      ['L1', String(at + 1), '', '', String(line.amountMinor), '', '', '', line.code],
    ]),
    ['L3', weight, 'G', '', '', String(total)],
  ]
}

function partySegments(role: string, party: InvoiceParty): Segment[] {
  return [
    party.code ? ['N1', role, party.name.slice(0, 60), '93', party.code] : ['N1', role, party.name.slice(0, 60)],
    ...(party.street ? [['N3', party.street.slice(0, 55)]] : []),
    ['N4', party.city.slice(0, 30), party.region.slice(0, 2), party.postal.replaceAll(' ', ''), party.country],
  ]
}
