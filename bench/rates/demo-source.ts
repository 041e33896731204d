import { rmSync } from 'node:fs'
import { type PastPrice, prefixOf } from '#core/rates/past-price'
import { databasePath, openDatabase } from '#server/db.server'
import { readPastPrices } from '#server/rates/past-prices'
import { makeWorld } from '../../bin/world'
import type { Source } from './source'

const folder = '.tmp/bench-rates'

/** The demo's own brokerage: the last tenth of its loads is asked for, the truth unknown. */
export async function demoSource(pastLoads: number): Promise<Source> {
  rmSync(folder, { recursive: true, force: true })
  Object.assign(process.env, { OX_SECRET: 'a secret for the bench', OX_DATA: folder })
  await makeWorld(folder, { seed: 17, pastLoads })
  const db = openDatabase(databasePath(folder))
  const all: PastPrice[] = readPastPrices(db)
    .filter(({ source }) => source === 'buy')
    .map((price) => ({ ...price, originPostal: prefixOf(price.originPostal), destPostal: prefixOf(price.destPostal) }))
  db.$client.close()
  const history = all.slice(0, Math.floor(all.length * 0.9))
  const lanes = new Map<string, number>()
  const lane = (price: PastPrice) => `${price.originPostal.slice(0, 3)}>${price.destPostal.slice(0, 3)}`
  for (const price of history) lanes.set(lane(price), (lanes.get(lane(price)) ?? 0) + 1)
  const questions = all.slice(history.length).map((price) => ({
    ...price,
    asOf: price.bookedAt,
    paidMinor: price.buyMinor,
    truth: null,
    thin: (lanes.get(lane(price)) ?? 0) < 3,
    moved: false,
  }))
  return { name: 'demo', history: all, questions }
}
