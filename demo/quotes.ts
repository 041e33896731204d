import { eq } from 'drizzle-orm'
import { addDays, day, dayOf, toLocal } from '#core/time/local'
import { createProspect } from '#server/customer/customers'
import type { Db } from '#server/db.server'
import { keepRates } from '#server/money/exchange'
import { addLines } from '#server/quote/lines'
import { createQuote } from '#server/quote/quotes'
import { sendQuote } from '#server/quote/send'
import { endOfDay } from '#server/quote/valid-until'
import { customer, dieselPrice, fuelTable, outbox, quote, quoteVersion } from '#server/schema'
import { steel, writeLastYearsBid, writePastQuote, zone } from './past-quotes'
import type { Chance } from './random'
import type { World } from './settle'
import { inesId } from './world'

const by = { kind: 'person' as const, id: inesId, name: 'Ines Calloway' }

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
    { now: now - 5 * 3_600_000, by, repId: inesId },
  )
  if (!('quoteId' in made)) throw new Error(made.refusal.message)
  const validUntil = addDays(dayOf(toLocal(now, zone)), 365)
  db.update(quote)
    .set({ validUntil, validUntilAt: endOfDay(db, validUntil) })
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
    const made = createQuote(db, { customerId }, { now: at, by, repId: inesId })
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
  db.update(quoteVersion)
    .set({ deliveredAt: now - 25 * 3_600_000 })
    .run()
  const prospect = createProspect(
    db,
    { name: 'Gravel & Wren Ceramics', quoteMail: 'dispatch@gravelandwren.example' },
    { now, by },
  )
  if ('id' in prospect)
    begin(prospect.id, now - 2 * 3_600_000, [
      { origin: 'McAllen TX', dest: 'Nashville TN', equipment: 'van', weight: '43000', theirs: '2,450' },
      { origin: 'McAllen TX', dest: 'Amarillo TX', equipment: 'van', weight: '43000' },
    ])
  const mill = createProspect(
    db,
    {
      name: 'Loon & Larch Mills',
      quoteMail: 'freight@loonandlarch.example',
      currency: 'CAD',
    },
    { now, by },
  )
  if ('id' in mill)
    begin(mill.id, now - 3_600_000, [
      { origin: 'Calgary AB', dest: 'Denver CO', equipment: 'van', weight: '42000', theirs: '3,900' },
      { origin: 'Spokane WA', dest: 'Reno NV', equipment: 'flatbed', weight: '46000', extras: 'tarp 100' },
      { origin: 'Calgary AB', dest: 'Boise ID', equipment: 'flatbed', weight: '45000' },
    ])
}
