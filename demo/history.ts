import { flatCharge } from '#core/charge/charge'
import type { Equipment } from '#core/load/load'
import { transitHours } from '#core/miles/drive'
import { cellOf } from '#core/place/place'
import { toLocal } from '#core/time/local'
import type { Db } from '#server/db.server'
import { legBetween } from '#server/miles/route'
import { charge, event, load, offer, stop } from '#server/schema'
import { askedPrice } from './market'
import type { Chance } from './random'
import type { DemoFacility, World } from './settle'
import { customers, inesId } from './world'

const hour = 3_600_000
const day = 24 * hour
const rowsAtOnce = 400

interface Shipment {
  customerIndex: number
  origin: DemoFacility
  dest: DemoFacility
  commodity: (typeof customers)[number]['commodities'][number]
  weightLb: number
  miles: number
  hours: number
}

/** One customer's shipment on one of its lanes. */
export function anyShipment(world: World, luck: Chance): Shipment {
  const customerIndex = luck.whole(0, customers.length - 1)
  const customer = customers[customerIndex]!
  const commodity = luck.pick(customer.commodities)
  const from = luck.pick(customer.from)
  const to = luck.pick(customer.to.filter((city) => city !== from))
  const origin = luck.pick(
    world.facilities.filter((each) => each.place === from && each.customerIndex === customerIndex),
  )
  const dest = luck.pick(world.facilities.filter((each) => each.place === to && each.customerIndex === null))
  const { miles, hours } = legBetween(origin, dest)
  return {
    customerIndex,
    origin,
    dest,
    commodity,
    weightLb: Math.round(luck.between(...commodity.weight) / 100) * 100,
    miles,
    hours,
  }
}

/** The columns of a load that its shipment settles. */
export function laneColumns(world: World, shipment: Shipment) {
  const { origin, dest, commodity } = shipment
  return {
    customerId: world.customerIds[shipment.customerIndex]!,
    equipment: commodity.equipment as Equipment,
    lengthFt: commodity.equipment === 'flatbed' || commodity.equipment === 'step_deck' ? 48 : 53,
    tempMinF: commodity.temp?.[0] ?? null,
    tempMaxF: commodity.temp?.[1] ?? null,
    team: false,
    commodity: commodity.name,
    commodityHidden: commodity.secret ?? false,
    weightLb: shipment.weightLb,
    originCity: origin.city,
    originRegion: origin.region,
    originPostal: origin.postal,
    originLat: origin.lat,
    originLon: origin.lon,
    originCell: cellOf(origin),
    originZone: origin.zone,
    destCity: dest.city,
    destRegion: dest.region,
    destPostal: dest.postal,
    destLat: dest.lat,
    destLon: dest.lon,
    destCell: cellOf(dest),
    destZone: dest.zone,
    miles: shipment.miles,
    hours: shipment.hours,
  }
}

/** Eighteen months of loads that were hauled and paid, with the offers won and lost. */
export function writeHistory(db: Db, world: World, count: number, now: number, luck: Chance): void {
  const loads: (typeof load.$inferInsert)[] = []
  const stops: (typeof stop.$inferInsert)[] = []
  const charges: (typeof charge.$inferInsert)[] = []
  const offers: (typeof offer.$inferInsert)[] = []
  const logs: (typeof event.$inferInsert)[] = []
  for (let index = 0; index < count; index++) {
    const id = index + 1
    // Evenly through time, so that numbers and dates grow together; the newest delivered days ago.
    const pickupAt =
      Math.floor((now - 548 * day + (index / count) * 544 * day + luck.between(0, 6) * hour) / (hour / 2)) * (hour / 2)
    const shipment = anyShipment(world, luck)
    const leadHours = luck.between(4, 70)
    const coveredAt = Math.round(pickupAt - leadHours * hour)
    const lane = laneColumns(world, shipment)
    const asked = Array.from({ length: luck.whole(1, 4) }, () => askedPrice(lane, coveredAt, leadHours, luck)).sort(
      (one, other) => one - other,
    )
    const carriers = carriersFor(world, shipment, asked.length, luck)
    const paid = asked[0]!
    // Now and then a digit slips: what the rate model must not be bent by.
    const slipped = () => (luck.yes(0.5) ? paid * 10 : Math.round(paid / 10))
    const typed = luck.yes(0.004) ? slipped() : paid
    const sell = Math.round((paid * (1.08 + luck.between(0, 0.16))) / 10) * 10
    const deliverBy = Math.round(pickupAt + (transitHours(shipment.hours, false) + 5) * hour)
    const openedAt = Math.round(coveredAt - luck.between(0.5, 9) * hour)
    loads.push({
      ...lane,
      id,
      number: `PR-${20_000 + id}`,
      state: pickupAt > now - 40 * day ? 'invoiced' : 'paid',
      pickupAt,
      pickupBy: pickupAt + 2 * hour,
      deliverBy,
      sellMinor: sell * 100,
      targetPayMinor: Math.round(paid * 0.97) * 100,
      maxPayMinor: Math.round(paid * 1.06) * 100,
      carrierId: carriers[0]!,
      payMinor: typed * 100,
      deliveredOnTime: luck.yes(world.punctuality.get(carriers[0]!) ?? 0.9),
      openedAt,
      coveredAt,
      createdAt: openedAt,
      repId: inesId + (index % 2),
    })
    stops.push(
      {
        loadId: id,
        sequence: 1,
        kind: 'pickup',
        facilityId: shipment.origin.id,
        earliestLocal: toLocal(pickupAt, shipment.origin.zone),
        latestLocal: toLocal(pickupAt + 2 * hour, shipment.origin.zone),
        booking: shipment.origin.booking,
      },
      {
        loadId: id,
        sequence: 2,
        kind: 'delivery',
        facilityId: shipment.dest.id,
        earliestLocal: toLocal(deliverBy - 3 * hour, shipment.dest.zone),
        latestLocal: toLocal(deliverBy, shipment.dest.zone),
        booking: shipment.dest.booking,
      },
    )
    charges.push(
      { ...flatCharge('line_haul', sell * 100), loadId: id, side: 'sell' },
      { ...flatCharge('line_haul', typed * 100), loadId: id, side: 'buy' },
    )
    asked.forEach((price, rank) =>
      offers.push({
        loadId: id,
        carrierId: carriers[rank]!,
        payMinor: (rank === 0 ? typed : price) * 100,
        source: luck.pick(['phone', 'mail', 'board'] as const),
        state: rank === 0 ? 'awarded' : 'turned_down',
        receivedAt: coveredAt - luck.whole(1, 180) * 60_000,
      }),
    )
    logs.push(
      {
        at: openedAt,
        aggregate: 'load',
        aggregateId: id,
        actorKind: 'person',
        actorId: (index % 2) + 1,
        actorName: world.reps[index % 2]!,
        kind: 'load_created',
        data: { copiedFrom: null, practice: false },
      },
      {
        at: coveredAt,
        aggregate: 'load',
        aggregateId: id,
        actorKind: 'person',
        actorId: (index % 2) + 1,
        actorName: world.reps[index % 2]!,
        kind: 'load_awarded',
        data: {
          carrierName: world.carrierNames.get(carriers[0]!) ?? '',
          payMinor: typed * 100,
          override: null,
        },
      },
    )
  }
  insertAll(loads, (rows) => db.insert(load).values(rows).run())
  insertAll(stops, (rows) => db.insert(stop).values(rows).run())
  insertAll(charges, (rows) => db.insert(charge).values(rows).run())
  insertAll(offers, (rows) => db.insert(offer).values(rows).run())
  insertAll(logs, (rows) => db.insert(event).values(rows).run())
}

function insertAll<T>(rows: T[], insert: (rows: T[]) => void): void {
  for (let at = 0; at < rows.length; at += rowsAtOnce) insert(rows.slice(at, at + rowsAtOnce))
}

/** Different carriers for one load: mostly the same few on a lane, now and then anybody with the truck. */
export function carriersFor(world: World, shipment: Shipment, count: number, luck: Chance): number[] {
  const fitting = world.carriersByEquipment.get(shipment.commodity.equipment) ?? []
  const key = `${shipment.origin.place}>${shipment.dest.place}>${shipment.commodity.equipment}`
  let regulars = world.regulars.get(key)
  if (!regulars) {
    regulars = Array.from({ length: 9 }, () => luck.pick(fitting))
    world.regulars.set(key, regulars)
  }
  const chosen = new Set<number>()
  while (chosen.size < count)
    chosen.add(luck.yes(0.75) ? regulars[Math.floor(luck.next() ** 1.6 * regulars.length)]! : luck.pick(fitting))
  return [...chosen]
}
