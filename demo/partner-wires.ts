import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { eq, sql } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import { customer, load, partner, stop } from '#server/schema'
import { marketPrice } from './market'
import { broker, type Habit, habits } from './partner-habits'
import { customerCodeOf, placesOf, siteCode } from './partners'
import { streets } from './world'

/** Where the partners listen and are listened for. */
export interface PartnerWires {
  secret: string
  partners: string
  site: string
}

/** The partners as their stand-in reads them: a file, nothing of ours. */
export function writePartnerMembers(db: Db, folder: string, applicationUrl: string): void {
  const rows = habits
    .filter(({ transport }) => transport !== 'site')
    .map((habit) => {
      const row = db.select().from(partner).where(eq(partner.name, habit.customer)).get()!
      const { street, ...freight } = freightOf(db, habit, row.customerId!)
      const { lineEnd, repetition, ...delimiters } = habit.delimiters
      return {
        key: habit.key,
        name: habit.customer,
        street,
        customerCode: customerCodeOf(habit.customer),
        transport: habit.transport,
        inUrl: `${applicationUrl}/exchange/in/${row.id}`,
        secret: row.secret,
        qualifier: habit.qualifier,
        id: habit.id,
        brokerQualifier: broker.qualifier,
        brokerId: broker.id,
        scac: broker.scac,
        version: habit.version,
        ...delimiters,
        repetition: repetition ?? 'U',
        lineEnd,
        usage: habit.usage,
        zoneCode: habit.zoneCode,
        zone: habit.zone,
        respondHours: habit.respondHours,
        multiStop: habit.multiStop,
        ...freight,
      }
    })
  writeFileSync(join(folder, 'partner-members.json'), JSON.stringify(rows))
}

/** The lists of the shipper's site, in its own words. */
export function writeSiteFreight(db: Db, folder: string): void {
  const habit = habits.find(({ transport }) => transport === 'site')!
  const row = db.select().from(partner).where(eq(partner.name, habit.customer)).get()!
  writeFileSync(
    join(folder, 'site-freight.json'),
    JSON.stringify({
      name: habit.customer,
      user: 'ploverrook',
      password: row.secret,
      ...freightOf(db, habit, row.customerId!),
    }),
  )
}

/** Where a partner ships, at about what the market pays. */
function freightOf(db: Db, habit: Habit, customerId: number) {
  const owner = db.select().from(customer).where(eq(customer.id, customerId)).get()!
  const places = placesOf(db, customerId)
  const lanes = db
    .select({
      load,
      from: sql<number>`min(case when stop.kind = 'pickup' then stop.facility_id end)`,
      to: sql<number>`max(case when stop.kind = 'delivery' then stop.facility_id end)`,
    })
    .from(load)
    .innerJoin(stop, eq(stop.loadId, load.id))
    .where(eq(load.customerId, customerId))
    .groupBy(load.id)
    .orderBy(sql`load.created_at desc`)
    .limit(300)
    .all()
    .flatMap(({ load: each, from, to }) => {
      const [start, end] = [places.findIndex(({ id }) => id === from), places.findIndex(({ id }) => id === to)]
      if (start < 0 || end < 0) return []
      return [
        {
          from: start,
          to: end,
          equipment: each.equipment,
          weightLb: each.weightLb,
          temp: each.tempMinF === null ? null : [each.tempMinF, each.tempMaxF ?? each.tempMinF],
          hours: each.hours,
          usd: Math.round(marketPrice(each, Date.now()) * 1.12),
        },
      ]
    })
  return {
    street: `14 ${streets[habit.key.length % streets.length]}`,
    city: owner.city,
    region: owner.region,
    postal: places.find(({ city }) => city === owner.city)?.postal ?? places[0]!.postal,
    sites: places.map(({ name, address, city, region, postal, zone }, at) => ({
      code: siteCode(at),
      name,
      street: address,
      city,
      region,
      postal,
      zone,
    })),
    lanes,
  }
}
