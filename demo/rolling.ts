import { flatCharge } from '#core/charge/charge'
import { transitHours } from '#core/miles/drive'
import { toLocal } from '#core/time/local'
import type { Db } from '#server/db.server'
import { legBetween } from '#server/miles/route'
import { charge, event, load, offer, stop } from '#server/schema'
import { carriersFor, laneColumns } from './history'
import { marketPrice } from './market'
import type { Chance } from './random'
import type { World } from './settle'
import { customers, inesId } from './world'

const hour = 3_600_000
const each = 3

/** Loads on the road: what customers have brought to their own plants, each unloaded there within three days. */
export function writeRollingLoads(db: Db, world: World, now: number, luck: Chance): void {
  customers.forEach((customer, customerIndex) => {
    for (let turn = 0; turn < each; turn++) {
      const commodity = luck.pick(customer.commodities)
      const [from, to] = [luck.pick(customer.to), luck.pick(customer.from)]
      const origin = luck.pick(
        world.facilities.filter((facility) => facility.place === from && facility.customerIndex === null),
      )
      const dest = luck.pick(
        world.facilities.filter((facility) => facility.place === to && facility.customerIndex === customerIndex),
      )
      const { miles, hours } = legBetween(origin, dest)
      const shipment = {
        customerIndex,
        origin,
        dest,
        commodity: { ...commodity, name: 'Empty crates and packaging', secret: false },
        weightLb: luck.whole(12, 30) * 1000,
        miles,
        hours,
      }
      writeRolling(db, world, shipment, Math.ceil((now + luck.between(5, 70) * hour) / hour) * hour, now, luck)
    }
  })
}

function writeRolling(
  db: Db,
  world: World,
  shipment: Parameters<typeof laneColumns>[1],
  deliverBy: number,
  now: number,
  luck: Chance,
): void {
  const { origin, dest } = shipment
  const lane = laneColumns(world, shipment)
  const pickupAt = Math.min(deliverBy - (transitHours(shipment.hours, false) + 6) * hour, now - 2 * hour)
  const coveredAt = Math.round(pickupAt - luck.between(6, 40) * hour)
  const [carrierId] = carriersFor(world, shipment, 1, luck) as [number]
  const pay = Math.round(marketPrice(lane, coveredAt) / 10) * 10
  const made = db
    .insert(load)
    .values({
      ...lane,
      number: 'PR-0',
      state: 'in_transit',
      pickupAt: Math.round(pickupAt),
      pickupBy: Math.round(pickupAt) + 2 * hour,
      deliverBy,
      sellMinor: Math.round(pay * 1.14) * 100,
      targetPayMinor: pay * 98,
      maxPayMinor: pay * 106,
      carrierId,
      payMinor: pay * 100,
      openedAt: coveredAt - 2 * hour,
      coveredAt,
      createdAt: coveredAt - 2 * hour,
      repId: inesId,
    })
    .returning({ id: load.id })
    .get()
  db.run(`update load set number = 'PR-${20_000 + made.id}' where id = ${made.id}`)
  db.insert(stop)
    .values([
      {
        loadId: made.id,
        sequence: 1,
        kind: 'pickup',
        facilityId: origin.id,
        earliestLocal: toLocal(Math.round(pickupAt), origin.zone),
        latestLocal: toLocal(Math.round(pickupAt) + 2 * hour, origin.zone),
        booking: origin.booking,
      },
      {
        loadId: made.id,
        sequence: 2,
        kind: 'delivery',
        facilityId: dest.id,
        earliestLocal: toLocal(deliverBy - 3 * hour, dest.zone),
        latestLocal: toLocal(deliverBy, dest.zone),
        booking: dest.booking,
      },
    ])
    .run()
  db.insert(charge)
    .values([
      { ...flatCharge('line_haul', Math.round(pay * 1.14) * 100), loadId: made.id, side: 'sell' },
      { ...flatCharge('line_haul', pay * 100), loadId: made.id, side: 'buy' },
    ])
    .run()
  db.insert(offer)
    .values({
      loadId: made.id,
      carrierId,
      payMinor: pay * 100,
      source: 'phone',
      state: 'awarded',
      receivedAt: coveredAt - hour,
    })
    .run()
  db.insert(event)
    .values({
      at: coveredAt,
      aggregate: 'load',
      aggregateId: made.id,
      actorKind: 'person',
      actorId: 1,
      actorName: world.reps[0]!,
      kind: 'load_awarded',
      data: {
        carrierName: world.carrierNames.get(carrierId) ?? '',
        payMinor: pay * 100,
        override: null,
      },
    })
    .run()
}
