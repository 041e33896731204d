import type { Lane, Member, Site } from './member'
import type { Segment } from './write'

/** A shipment this partner has offered, as it remembers it. */
export interface Shipment {
  id: string
  lane: Lane
  via: number | null
  /** Instants: ready at the pickup, wanted at the delivery, answer wanted by. */
  pickup: number
  deliver: number
  respondBy: number
  usd: number
  weightLb: number
  po: string
  note: string
}

const hour = 3_600_000
const equipmentCodes: Record<string, [code: string, length: string]> = {
  van: ['TF', '5300'],
  reefer: ['RT', '5300'],
  flatbed: ['FT', '4800'],
  step_deck: ['SD', '4800'],
}
const notes = ['DRIVER CHECKS IN AT GATE 2', 'CALL AHEAD 30 MIN', 'CLEAN DRY TRAILER', 'TWO LOAD STRAPS']

/** A new shipment on one of the partner's lanes. */
export function newShipment(member: Member, number: number, now: number, luck: () => number): Shipment {
  const lane = member.lanes[Math.floor(luck() * member.lanes.length)]!
  // Whole hours, a day or some ahead; the drive with its rests fits, most of the time.
  const pickup = Math.ceil((now + (20 + luck() * 90) * hour) / hour) * hour
  const rests = Math.floor(lane.hours / 10) * 10
  const slack = luck() < 0.12 ? -lane.hours * 0.5 : 4 + luck() * 12
  return {
    id: `${member.key.slice(0, 2).toUpperCase()}${String(100_000 + number)}`,
    lane,
    via: member.multiStop && luck() < 0.4 ? Math.floor(luck() * member.sites.length) : null,
    pickup,
    deliver: Math.ceil((pickup + (lane.hours * 1.1 + rests + slack) * hour) / hour) * hour,
    respondBy: Math.round((now + member.respondHours * hour * (0.4 + luck())) / 60_000) * 60_000,
    usd: Math.round(lane.usd * (0.92 + luck() * 0.26)),
    weightLb: Math.round(lane.weightLb * (0.9 + luck() * 0.1)),
    po: String(Math.floor(10_000 + luck() * 89_999)),
    note: notes[Math.floor(luck() * notes.length)]!,
  }
}

/** A 204 of a shipment, between ST and SE: purpose 00 original, 04 change, 01 cancellation. */
export function tenderSet(
  member: Member,
  shipment: Shipment,
  purpose: '00' | '04' | '01',
): { type: string; segments: Segment[] } {
  const { lane } = shipment
  const [code, length] = equipmentCodes[lane.equipment] ?? ['TF', '5300']
  const date = (instant: number, zone: string) => dateAt(instant, zone, member.version < '004010')
  const [day, time] = date(shipment.respondBy, member.zone)
  const weight = String(shipment.weightLb)
  const [from, to] = [member.sites[lane.from]!, member.sites[lane.to]!]
  const via =
    shipment.via !== null && shipment.via !== lane.from && shipment.via !== lane.to ? member.sites[shipment.via]! : null
  const stops: { site: Site; reason: string; opens: number; closes: number; load: boolean }[] = [
    { site: from, reason: via ? 'CL' : 'CL', opens: shipment.pickup, closes: shipment.pickup + 3 * hour, load: true },
    ...(via
      ? [{ site: via, reason: 'PU', opens: shipment.pickup + 6 * hour, closes: shipment.deliver, load: false }]
      : []),
    { site: to, reason: 'CU', opens: shipment.deliver - 3 * hour, closes: shipment.deliver, load: false },
  ]
  return {
    type: '204',
    segments: [
      ['B2', '', member.scac, '', shipment.id, '', 'PP'],
      ['B2A', purpose, 'LT'],
      ['L11', shipment.po, 'PO'],
      ['G62', '64', day, '1', time, member.zoneCode],
      ['MS3', member.scac, 'B', '', 'M'],
      ['NTE', '', shipment.note],
      ['N1', 'BT', member.name, '93', member.customerCode],
      ['N3', member.street],
      ['N4', member.city, member.region, member.postal, 'US'],
      lane.temp
        ? ['N7', '', 'NONE', '', '', '', '', '', '', '', '', code, '', String(lane.temp[0]), '', length]
        : ['N7', '', 'NONE', '', '', '', '', '', '', '', '', code, '', '', '', length],
      ...stops.flatMap(({ site, reason, opens, closes, load }, at): Segment[] => {
        const [openDay, openTime] = date(opens, site.zone)
        const [closeDay, closeTime] = date(closes, site.zone)
        return [
          ['S5', String(at + 1), reason, weight, 'L', '22', 'PL'],
          ['L11', `${load ? 'P' : 'D'}${shipment.po}`, load ? 'PU' : 'DO'],
          ['G62', load ? '37' : '53', openDay, load ? 'I' : 'G', openTime, 'LT'],
          ['G62', load ? '38' : '54', closeDay, load ? 'K' : 'L', closeTime, 'LT'],
          ['N1', load ? 'SF' : 'ST', site.name, '93', site.code],
          ['N3', site.street],
          ['N4', site.city, site.region, site.postal, 'US'],
          ['G61', 'IC', 'SHIPPING DESK', 'TE', '2085550180'],
        ]
      }),
      ['L3', weight, 'G', '', '', String(shipment.usd * 100), '', '', '', '', '', '22', 'L'],
    ],
  }
}

/** Day and time of an instant at a place, as X12 writes them. */
function dateAt(instant: number, zone: string, shortYear: boolean): [day: string, time: string] {
  const parts = Object.fromEntries(
    new Intl.DateTimeFormat('en-CA', {
      timeZone: zone,
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
    })
      .formatToParts(instant)
      .map(({ type, value }) => [type, value]),
  )
  const day = `${parts.year}${parts.month}${parts.day}`
  return [shortYear ? day.slice(2) : day, `${parts.hour}${parts.minute}`]
}
