import { rmSync } from 'node:fs'
import { databasePath, openDatabase } from '#server/db.server'
import { findRateBand } from '#server/rates/band'
import { makeWorld } from '../bin/world'
import { day } from '#core/time/local'
import { load } from '#server/schema'
import { and, gte, isNotNull } from 'drizzle-orm'

const folder = '.tmp/bench-rates'

/**
 * Rolls through the last ninety days of a demo history: each load is priced from what was booked
 * before it, beside a peer that knows only the average price per mile of the equipment.
 */
export async function run(): Promise<void> {
  rmSync(folder, { recursive: true, force: true })
  await makeWorld(folder, { seed: 17, pastLoads: 6000 })
  const db = openDatabase(databasePath(folder))
  const newest = db.$client.prepare('select max(covered_at) from load').pluck().get() as number
  const asked = db.select().from(load).where(and(isNotNull(load.payMinor), gte(load.coveredAt, newest - 90 * day))).all()
  const perMile = db.$client.prepare('select sum(pay_minor) / sum(miles) from load where equipment = ? and covered_at < ? and pay_minor is not null').pluck()
  let [ours, peer, inside, priced] = [0, 0, 0, 0]
  const started = performance.now()
  for (const row of asked) {
    const band = findRateBand(db, row, row.coveredAt!)
    // A slipped digit is not a price to be hit.
    if (!band || row.payMinor! > band.middleMinor * 4 || row.payMinor! < band.middleMinor / 4) continue
    const average = (perMile.get(row.equipment, row.coveredAt!) as number) * row.miles
    ours += Math.abs(band.middleMinor - row.payMinor!)
    peer += Math.abs(average - row.payMinor!)
    inside += Number(row.payMinor! >= band.lowMinor && row.payMinor! <= band.highMinor)
    priced++
  }
  const seconds = (performance.now() - started) / 1000
  console.log(`${priced} loads: middle off by $${(ours / priced / 100).toFixed(0)} on average, the average per mile by $${(peer / priced / 100).toFixed(0)} (${(ours / peer).toFixed(2)} of it)`)
  console.log(`paid within low and high: ${((inside / priced) * 100).toFixed(0)}% (80% would be right); ${(asked.length / seconds).toFixed(0)} lanes a second, history read anew for each`)
  db.$client.close()
}
