import { eq } from 'drizzle-orm'
import { flatCharge } from '#core/charge/charge'
import type { LostReason } from '#core/quote/quote'
import { addDays, dayOf, toLocal } from '#core/time/local'
import { createProspect } from '#server/customer/customers'
import type { Db } from '#server/db.server'
import { keepRates } from '#server/money/exchange'
import { addLines } from '#server/quote/lines'
import { createQuote, endOfDay } from '#server/quote/quotes'
import { sendQuote } from '#server/quote/send'
import { customer, dieselPrice, fuelTable, outbox, quote, quoteLine, quotePaper } from '#server/schema'
import { anyShipment } from './history'
import { marketPrice } from './market'
import type { Chance } from './random'
import type { World } from './settle'
import { customers } from './world'

const day = 86_400_000
const zone = 'America/Boise'
const by = { kind: 'person' as const, name: 'Ines Calloway' }
const steel = customers.findIndex(({ name }) => name === 'Quiet Anvil Steel')

/** How customers are priced, the quotes of eighteen months, last year's bid and this year's, and some that are out just now. */
export function writeQuotes(db: Db, world: World, now: number, luck: Chance): void {
  setPricing(db, world, now)
  setExchangeRates(db, now)
  for (let at = 0; at < 120; at++) writePastQuote(db, world, now - Math.round(540 * day - at * 4.4 * day), luck)
  writeLastYearsBid(db, world, now, luck)
  writeBid(db, world, now)
  writeOpenQuotes(db, world, now)
}

function setPricing(db: Db, world: World, now: number): void {
  const today = dayOf(toLocal(now, zone))
  const monday = addDays(today, -7 - ((new Date(`${today}T12:00:00Z`).getUTCDay() + 6) % 7))
  db.insert(dieselPrice).values({ area: 'US', week: monday, priceE3: 3720, receivedAt: now }).run()
  const tables = db
    .insert(fuelTable)
    .values([
      { name: 'House table, a mile', baseE3: 1250, stepE3: 60, basis: 'per_mile', addE4: 100, begunStepCounts: true },
      {
        name: 'Steel shippers, percent',
        baseE3: 2500,
        stepE3: 50,
        basis: 'percent_of_line_haul',
        addE4: 5000,
        begunStepCounts: false,
      },
    ])
    .returning({ id: fuelTable.id })
    .all()
  const set = (index: number, terms: Partial<typeof customer.$inferInsert>) =>
    db.update(customer).set(terms).where(eq(customer.id, world.customerIds[index]!)).run()
  set(0, { fuelTableId: tables[0]!.id })
  set(2, { marginPercentE2: 1600, marginFloorMinor: 100_00 })
  set(steel, {
    fuelTableId: tables[1]!.id,
    marginPercentE2: 1200,
    marginFloorMinor: 150_00,
    marginCapMinor: 600_00,
    showMiles: true,
  })
}

/** A fortnight of exchange rates, until the feed of the day brings its own. */
function setExchangeRates(db: Db, now: number): void {
  const today = dayOf(toLocal(now, zone))
  keepRates(
    db,
    Array.from({ length: 14 }, (_, back) => ({
      day: addDays(today, -back),
      from: 'CAD' as const,
      to: 'USD' as const,
      rateE6: 731_200 - back * 300,
    })),
    'the demo',
    now,
  )
}

/** The odds a customer of the demo takes a price: dearer than the market by a tenth, about even. */
const takes = (ratio: number, customerIndex: number, luck: Chance): boolean =>
  luck.next() < 1 / (1 + Math.exp(-(1.9 + (customerIndex % 3) * 0.3 - 17 * Math.log(ratio))))

function writePastQuote(db: Db, world: World, at: number, luck: Chance): void {
  const first = anyShipment(world, luck)
  const validUntil = addDays(dayOf(toLocal(at, zone)), 7)
  const customerId = world.customerIds[first.customerIndex]!
  const { id } = db
    .insert(quote)
    .values({
      customerId,
      repId: 1 + luck.whole(0, 1),
      validUntil,
      validUntilAt: endOfDay(validUntil),
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
function writeLastYearsBid(db: Db, world: World, now: number, luck: Chance): void {
  const at = now - 345 * day
  const validUntil = addDays(dayOf(toLocal(at, zone)), 365)
  const { id } = db
    .insert(quote)
    .values({
      customerId: world.customerIds[steel]!,
      repId: 1,
      title: 'Lanes of last year',
      validUntil,
      validUntilAt: endOfDay(validUntil),
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

/** Where else the steel works ask to be hauled this year. */
const bidRows = `Spartanburg SC|Columbus OH|flatbed|46000|120
Spartanburg SC|Joplin MO|flatbed|46000|40
Spartanburg SC|Dallas TX|flatbed|46500|85
Spartanburg SC|Des Moines IA|flatbed|45000|30
Charlotte NC|Columbus OH|flatbed|46000|64
Charlotte NC|Dallas TX|flatbed|46000|44
Charlotte NC|Joplin MO|flatbed|45500|18
Charlotte NC|Des Moines IA|step deck|30000|22
Spartanburg SC|Columbus OH|step deck|28000|36
Spartanburg SC|Dallas TX|step deck|31000|24
Charlotte NC|Columbus OH|step deck|26000|52
Charlotte NC|Joplin MO|step deck|33000|12
Spartanburg SC|Nashville TN|flatbed|46000|60
Spartanburg SC|Birmingham AL|flatbed|46500|75
Spartanburg SC|Springfeild MO|flatbed|45000|20
Charlotte NC|Indianapolis IN|flatbed|46000|48
Charlotte NC|Louisville KY|flatbed|46000|33
Charlotte NC|Springfield|flatbed|46000|10
Spartanburg SC|Savannah GA|flatbed|47000|110
Spartanburg SC|Norfolk VA|flatbed|46000|54
Charlotte NC|Jacksonville FL|flatbed|46000|41
Charlotte NC|Pittsburgh PA|flatbed|-46000|27
Spartanburg SC|Chattanooga TN|flatbed|46500|66
Spartanburg SC|Houston TX|flatbed|46000|29`

function writeBid(db: Db, world: World, now: number): void {
  const made = createQuote(
    db,
    { customerId: world.customerIds[steel]!, title: 'Lanes of the coming year' },
    { now: now - 5 * 3_600_000, by, repId: 1 },
  )
  if (!('quoteId' in made)) throw new Error(made.refusal.message)
  const validUntil = addDays(dayOf(toLocal(now, zone)), 365)
  db.update(quote)
    .set({ validUntil, validUntilAt: endOfDay(validUntil) })
    .where(eq(quote.id, made.quoteId))
    .run()
  const rows = bidRows.split('\n').map((row) => {
    const [origin = '', dest = '', equipment = '', weight = '', loads = ''] = row.split('|')
    return { cells: { origin, dest, equipment, weight, loads } }
  })
  addLines(db, made.quoteId, rows, { now: now - 4 * 3_600_000, by })
}

/** One quote that is out, one begun for a prospect, one for a mill that pays in Canadian dollars. */
function writeOpenQuotes(db: Db, world: World, now: number): void {
  const begin = (customerId: number, at: number, rows: Record<string, string>[]) => {
    const made = createQuote(db, { customerId }, { now: at, by, repId: 1 })
    if (!('quoteId' in made)) throw new Error(made.refusal.message)
    addLines(
      db,
      made.quoteId,
      rows.map((cells) => ({ cells })),
      { now: at, by },
    )
    return made.quoteId
  }
  const out = begin(world.customerIds[1]!, now - 26 * 3_600_000, [
    { origin: 'Spokane WA', dest: 'Denver CO', equipment: 'van', weight: '41000', theirs: '2900' },
    { origin: 'Boise ID', dest: 'Casper WY', equipment: 'van', weight: '38000' },
    { origin: 'Yakima WA', dest: 'Reno NV', equipment: 'van', weight: '40000' },
  ])
  sendQuote(
    db,
    out,
    { to: 'traffic@paperheronpackaging.example', message: 'Denver is the one we can start on Monday.' },
    { now: now - 25 * 3_600_000, by },
  )
  // It was taken by the mail server then: nothing of it waits to be sent.
  db.delete(outbox).where(eq(outbox.kind, 'quote_mail')).run()
  db.update(quotePaper)
    .set({ deliveredAt: now - 25 * 3_600_000 })
    .run()
  const prospect = createProspect(db, { name: 'Gravel & Wren Ceramics', quoteMail: 'dispatch@gravelandwren.example' })
  if ('id' in prospect)
    begin(prospect.id, now - 2 * 3_600_000, [
      { origin: 'McAllen TX', dest: 'Nashville TN', equipment: 'van', weight: '43000', theirs: '2,450' },
      { origin: 'McAllen TX', dest: 'Amarillo TX', equipment: 'van', weight: '43000' },
    ])
  const mill = createProspect(db, {
    name: 'Loon & Larch Mills',
    quoteMail: 'freight@loonandlarch.example',
    currency: 'CAD',
  })
  if ('id' in mill)
    begin(mill.id, now - 3_600_000, [
      { origin: 'Calgary AB', dest: 'Denver CO', equipment: 'van', weight: '42000', theirs: '3,900' },
      { origin: 'Spokane WA', dest: 'Reno NV', equipment: 'flatbed', weight: '46000', extras: 'tarp 100' },
      { origin: 'Calgary AB', dest: 'Boise ID', equipment: 'flatbed', weight: '45000' },
    ])
}
