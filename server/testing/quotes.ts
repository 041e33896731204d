import { fitRates } from '#core/rates/fit-rates'
import { day, hour } from '#core/time/local'
import type { Db } from '#server/db.server'
import { addLines } from '#server/quote/lines'
import { createQuote } from '#server/quote/quotes'
import { locatePrefix } from '#server/rates/locate'
import { placeRateModel } from '#server/rates/model'
import { readPastPrices } from '#server/rates/past-prices'
import { load } from '#server/schema'
import { ines, now, type TestWorld, testWorld, twinFallsToPhoenix } from './world'

/** Who quotes, and when. */
export const quoteAct = { ...ines, repId: 1 }

/** The cells of a line that can be priced. */
export const goodCells = { origin: 'Twin Falls ID', dest: 'Phoenix AZ', equipment: 'reefer', weight: '42000' }

/** A world with a past and a rate model fitted to it: sixty reefers at about 2,000 dollars from Twin Falls to Phoenix. The model has to be taken away afterwards. */
export function pricedWorld(): TestWorld {
  const world = testWorld()
  for (let at = 0; at < 60; at++) {
    const coveredAt = now - (180 - at * 3) * day
    world.db
      .insert(load)
      .values({
        ...twinFallsToPhoenix,
        number: `PAST-${at}`,
        state: 'paid',
        customerId: 1,
        equipment: 'reefer',
        commodity: 'Seed potatoes',
        weightLb: 41_000,
        miles: 787,
        hours: 14,
        pickupAt: coveredAt + 2 * day,
        pickupBy: coveredAt + 2 * day,
        deliverBy: coveredAt + 4 * day,
        carrierId: 1,
        payMinor: 200_000 + ((at * 37) % 21) * 1000,
        openedAt: coveredAt - 5 * hour,
        coveredAt,
        createdAt: coveredAt,
        repId: 1,
        deliveredOnTime: true,
      })
      .run()
  }
  placeRateModel(fitRates(readPastPrices(world.db, { now }), { locate: locatePrefix }), now)
  return world
}

/** A new quote for the first customer; its id. */
export function newQuote(db: Db): number {
  const made = createQuote(db, { customerId: 1 }, quoteAct)
  if (!('quoteId' in made)) throw new Error('no quote')
  return made.quoteId
}

/** Lines of these cells added to a quote; their ids. */
export function addCells(db: Db, quoteId: number, rows: Record<string, string>[]): number[] {
  const added = addLines(
    db,
    quoteId,
    rows.map((cells) => ({ cells })),
    quoteAct,
  )
  if ('refusal' in added) throw new Error(added.refusal.message)
  return added.lineIds
}
