import { and, eq, gte, sql } from 'drizzle-orm'
import type { TenderFacts } from '#core/tender/facts'
import type { Tender } from '#core/tender/tender'
import { day } from '#core/time/local'
import type { Db } from '#server/db.server'
import { load, tender, tenderNotice } from '#server/schema'
import { marketPrice } from './market'
import { broker } from './partner-habits'
import type { Chance } from './random'
import { people } from './world'

/** What this partner tendered in ninety days: most of it accepted and hauled, some declined, some not answered in time. */
export function writePastTenders(
  db: Db,
  partnerId: number,
  name: string,
  customerId: number,
  now: number,
  luck: Chance,
): void {
  const hauled = db
    .select()
    .from(load)
    .where(and(eq(load.customerId, customerId), gte(load.createdAt, now - 90 * day), sql`${load.payMinor} is not null`))
    .all()
    .filter(() => luck.yes(0.7))
  hauled.forEach((row, at) => {
    const declined = luck.yes(0.18)
    const lapsed = !declined && luck.yes(0.05)
    const taken = lapsed ? 'lapsed' : 'accepted'
    const answered = declined ? 'declined' : taken
    const receivedAt = (row.openedAt ?? row.createdAt) - luck.whole(5, 90) * 60_000
    const fair = marketPrice(row, receivedAt) * 100
    const charge = answered === 'accepted' ? row.sellMinor : Math.round(fair * luck.between(0.84, 1.04))
    const point = (side: 'origin' | 'dest') => ({
      city: row[`${side}City`],
      region: row[`${side}Region`],
      postal: row[`${side}Postal`],
      lat: row[`${side}Lat`],
      lon: row[`${side}Lon`],
      zone: row[`${side}Zone`],
    })
    const facts: TenderFacts = {
      origin: point('origin'),
      dest: point('dest'),
      equipment: row.equipment,
      stops: 2,
      miles: row.miles,
      hours: row.hours,
      pickupAt: row.pickupAt,
      pickupBy: row.pickupBy,
      deliverBy: row.deliverBy,
      lateMs: answered !== 'accepted' && luck.yes(0.3) ? 3_600_000 * luck.whole(1, 9) : 0,
      teamMakesIt: true,
      chargeMinor: charge,
      currency: 'USD',
      weightLb: row.weightLb,
      band: {
        lowMinor: Math.round(fair * 0.9),
        middleMinor: Math.round(fair),
        highMinor: Math.round(fair * 1.13),
        comparables: luck.whole(2, 30),
        newestAt: receivedAt - day,
        basis: 'lane',
      },
      unplaced: [],
    }
    const told: Tender = {
      purpose: 'original',
      scac: broker.scac,
      shipmentId: `H${partnerId}${String(at + 1).padStart(5, '0')}`,
      respondBy: null,
      respondByZone: null,
      equipment: { kind: row.equipment, code: null, lengthFt: row.lengthFt, tempF: null },
      billing: 'prepaid',
      charge: { amount: (charge / 100).toFixed(2), currency: 'USD' },
      weightLb: row.weightLb,
      pieces: null,
      miles: null,
      hazmat: false,
      commodity: null,
      references: [],
      notes: [],
      parties: [],
      alsoSaid: [],
      stops: [],
    }
    const thread = db
      .insert(tender)
      .values({
        partnerId,
        shipmentId: told.shipmentId!,
        state: answered,
        loadId: answered === 'accepted' ? row.id : null,
      })
      .returning({ id: tender.id })
      .get()
    db.insert(tenderNotice)
      .values({
        tenderId: thread.id,
        partnerId,
        customerId,
        purpose: 'original',
        state: answered,
        receivedAt,
        respondBy: receivedAt + 3 * 3_600_000,
        tender: told,
        facts,
        answeredAt: receivedAt + luck.whole(4, 100) * 60_000,
        answeredBy: lapsed ? `the clock ran out, ${name}` : luck.pick(people.slice(0, 2)).name,
        answeredByRule: lapsed,
        reasonCode: declined ? luck.pick(['T3', 'T7', 'BG']) : null,
      })
      .run()
  })
}
