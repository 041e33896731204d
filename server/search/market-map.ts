import { and, eq, sql } from 'drizzle-orm'
import { z } from 'zod'
import { equipmentKinds } from '#core/load/load'
import { regionSpots } from '#core/map/region-spots'
import { regionNames } from '#core/place/regions'
import { type Balance, ratioOf } from '#core/search/balance'
import { addDays, dayOf, toLocal } from '#core/time/local'
import { tradeAreas } from '#server/atlas.server'
import type { Db } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { marketCount } from '#server/schema'
import { market } from './read-boards'
import { type Scope, scopes, type TalliedWhat, type Tally } from './tally'

/** What the map is asked to show. */
export const marketAskSchema = z.object({
  scope: z.enum(scopes).catch('state'),
  equipment: z.enum(equipmentKinds).nullable().catch(null),
})
export type MarketAsk = z.output<typeof marketAskSchema>

/** A state or a market area with what is there now, and loads for each truck a day and a week ago. */
export interface MarketArea extends Balance {
  code: string
  name: string
  lat: number
  lon: number
  dayAgo: number | null
  weekAgo: number | null
}

/** How the market stands by states or market areas, the most loads first. */
export function readMarketMap(db: Db, { scope, equipment }: MarketAsk, now: number, { floor } = market): MarketArea[] {
  const today = dayOf(toLocal(now, officeOf(db).zone))
  const [dayAgo, weekAgo] = [
    ratiosOn(db, addDays(today, -1), scope, equipment),
    ratiosOn(db, addDays(today, -7), scope, equipment),
  ]
  const spots = spotsOf(scope)
  return [...balances(floor.tally, scope, equipment)]
    .flatMap(([code, balance]) => {
      const spot = spots.get(code)
      return spot
        ? [{ code, ...spot, ...balance, dayAgo: dayAgo.get(code) ?? null, weekAgo: weekAgo.get(code) ?? null }]
        : []
    })
    .toSorted((one, other) => other.loads + other.trucks - (one.loads + one.trucks) || (one.code < other.code ? -1 : 1))
}

/** The counts of a scope by code, of one equipment or of all. */
function balances(tally: Tally, scope: Scope, equipment: string | null): Map<string, Balance> {
  const found = new Map<string, Balance>()
  for (const [key, number] of tally) {
    const [what, of, at, ...code] = key.split(' ')
    if (at !== scope || (equipment !== null && of !== equipment)) continue
    const balance = found.get(code.join(' ')) ?? { loads: 0, into: 0, trucks: 0 }
    balance[what as TalliedWhat] += number
    found.set(code.join(' '), balance)
  }
  return found
}

type Spot = Pick<MarketArea, 'name' | 'lat' | 'lon'>

/** Where each area's beam stands: a market area at its biggest city, a state in its middle. */
function spotsOf(scope: Scope): Map<string, Spot> {
  if (scope === 'area')
    return new Map(
      tradeAreas().all.map(({ code, name, region, lat, lon }) => [code, { name: `${name}, ${region}`, lat, lon }]),
    )
  return new Map(regionSpots.map(({ code, lat, lon }) => [code, { name: regionNames[code] ?? code, lat, lon }]))
}

function ratiosOn(db: Db, day: string, scope: Scope, equipment: string | null): Map<string, number | null> {
  const rows = db
    .select({
      code: marketCount.code,
      loads: sql<number>`sum(${marketCount.loads})`,
      trucks: sql<number>`sum(${marketCount.trucks})`,
    })
    .from(marketCount)
    .where(
      and(
        eq(marketCount.day, day),
        eq(marketCount.scope, scope),
        equipment === null ? undefined : eq(marketCount.equipment, equipment),
      ),
    )
    .groupBy(marketCount.code)
    .all()
  return new Map(rows.map((row) => [row.code, ratioOf(row)]))
}
