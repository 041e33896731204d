import { flatCharge } from '#core/charge/charge'
import type { LostReason } from '#core/quote/quote'
import { addDays, day, dayOf, toLocal } from '#core/time/local'
import type { Db } from '#server/db.server'
import { nextQuoteNumber } from '#server/quote/number'
import { endOfDay } from '#server/quote/valid-until'
import { quote, quoteLine } from '#server/schema'
import { anyShipment } from './history'
import { marketPrice } from './market'
import type { Chance } from './random'
import type { World } from './settle'
import { customers, inesId } from './world'

/** The odds a customer of the demo takes a price: dearer than the market by a tenth, about even. */
const takes = (ratio: number, customerIndex: number, luck: Chance): boolean =>
  luck.next() < 1 / (1 + Math.exp(-(1.9 + (customerIndex % 3) * 0.3 - 17 * Math.log(ratio))))

/** Writes a quote as of an instant (UTC milliseconds), with its lines settled. */
export function writePastQuote(db: Db, world: World, at: number, luck: Chance): void {
  const first = anyShipment(world, luck)
  const validUntil = addDays(dayOf(toLocal(at, zone)), 7)
  const customerId = world.customerIds[first.customerIndex]!
  const { id } = db
    .insert(quote)
    .values({
      number: nextQuoteNumber(db),
      customerId,
      repId: inesId + luck.whole(0, 1),
      validUntil,
      validUntilAt: endOfDay(db, validUntil),
      version: 1,
      sentAt: at + 3_600_000,
      sentTo: 'traffic@customer.example',
      createdAt: at,
    })
    .returning({ id: quote.id })
    .get()
  const count = luck.whole(1, 5)
  for (let position = 1; position <= count; position++) {
    let shipment = position === 1 ? first : anyShipment(world, luck)
    for (let tries = 0; tries < 40 && shipment.customerIndex !== first.customerIndex; tries++)
      shipment = anyShipment(world, luck)
    if (shipment.customerIndex === first.customerIndex)
      db.insert(quoteLine)
        .values({ ...pastLine(shipment, at, luck), quoteId: id, position })
        .run()
  }
}

type Shipment = ReturnType<typeof anyShipment>

function pastLine(
  shipment: Shipment,
  at: number,
  luck: Chance,
): Omit<typeof quoteLine.$inferInsert, 'quoteId' | 'position'> {
  const { origin, dest, commodity, miles, weightLb } = shipment
  const fair = marketPrice(
    { equipment: commodity.equipment, miles, originRegion: origin.region, destRegion: dest.region },
    at,
  )
  const middle = Math.round((fair * Math.exp(luck.bell() * 0.04)) / 5) * 500
  const ratio = 1.06 + luck.next() ** 1.3 * 0.24
  const sellMinor = Math.round((middle * ratio) / 500) * 500
  const won = takes(ratio, shipment.customerIndex, luck)
  const why: LostReason =
    won || luck.yes(0.72) ? 'price' : luck.pick(['no_freight', 'no_answer', 'service', 'too_late'] as const)
  return {
    ...laneOf(shipment),
    cells: {
      origin: `${origin.city}, ${origin.region} ${origin.postal}`,
      dest: `${dest.city}, ${dest.region} ${dest.postal}`,
      equipment: commodity.equipment,
      weight: String(weightLb),
    },
    problems: [],
    weightLb,
    commodity: commodity.name,
    miles,
    bandLowMinor: Math.round(middle * 0.9),
    bandMiddleMinor: middle,
    bandHighMinor: Math.round(middle * 1.11),
    bandComparables: luck.whole(3, 40),
    bandNewestAt: at - day,
    bandBasis: 'area',
    charges: [flatCharge('line_haul', sellMinor)],
    lineHaulMinor: sellMinor,
    fuelMinor: 0,
    sellMinor,
    pricedAt: at,
    state: won ? 'won' : 'lost',
    decidedAt: at + luck.whole(1, 6) * day,
    lostWhy: won ? null : why,
    lostToMinor:
      !won && why === 'price' && luck.yes(0.5) ? Math.round((fair * luck.between(1.03, 1.12)) / 5) * 500 : null,
  }
}

const laneOf = ({ origin, dest, commodity }: Shipment) => ({
  originCity: origin.city,
  originRegion: origin.region,
  originPostal: origin.postal,
  originLat: origin.lat,
  originLon: origin.lon,
  destCity: dest.city,
  destRegion: dest.region,
  destPostal: dest.postal,
  destLat: dest.lat,
  destLon: dest.lon,
  equipment: commodity.equipment,
})

/** The steel works' lanes of a year ago, each with its volume, some won. */
export function writeLastYearsBid(db: Db, world: World, now: number, luck: Chance): void {
  const at = now - 345 * day
  const validUntil = addDays(dayOf(toLocal(at, zone)), 365)
  const { id } = db
    .insert(quote)
    .values({
      number: nextQuoteNumber(db),
      customerId: world.customerIds[steel]!,
      repId: inesId,
      title: 'Lanes of last year',
      validUntil,
      validUntilAt: endOfDay(db, validUntil),
      version: 1,
      sentAt: at + day,
      sentTo: 'traffic@quietanvilsteel.example',
      createdAt: at,
    })
    .returning({ id: quote.id })
    .get()
  const seen = new Set<string>()
  for (let tries = 0; tries < 600 && seen.size < 14; tries++) {
    const shipment = anyShipment(world, luck)
    const key = `${shipment.origin.place} ${shipment.dest.place} ${shipment.commodity.equipment}`
    if (shipment.customerIndex !== steel || seen.has(key)) continue
    seen.add(key)
    db.insert(quoteLine)
      .values({ ...pastLine(shipment, at, luck), loads: luck.whole(12, 180), quoteId: id, position: seen.size })
      .run()
  }
}

export const zone = 'America/Boise'

export const steel = customers.findIndex(({ name }) => name === 'Quiet Anvil Steel')
