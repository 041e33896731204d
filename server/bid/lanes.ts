import { deskCurrency } from '#core/money/exchange'
import type { Place } from '#core/place/place'
import type { Cells } from '#core/quote/quote'
import { readLine } from '#core/quote/read-line'
import { dayOf, toLocal } from '#core/time/local'
import type { Db } from '#server/db.server'
import { legBetween } from '#server/miles/route'
import { officeOf } from '#server/office/office'
import { placeResolver } from '#server/place/resolver'
import { bandColumns, findRateBand } from '#server/rates/band'
import type { bidLane } from '#server/schema'

export type LaneColumns = Omit<typeof bidLane.$inferInsert, 'id' | 'projectId' | 'position'>

/** What makes a lane's columns of its cells: read as a quote's are, driven, with what it is likely to cost. What cannot be read stays in its cells with the reason. */
export function laneColumns(db: Db, now: number): (cells: Cells) => LaneColumns {
  const place = placeResolver()
  const today = dayOf(toLocal(now, officeOf(db).zone))
  return (cells) => {
    const { fields, problems } = readLine(cells, { place, today, currency: deskCurrency })
    const { origin, dest, equipment, weightLb, loads } = fields
    const read = { cells, problems, equipment, weightLb, loads, ...endColumns(origin, dest), ...bandColumns(null) }
    if (!origin || !dest || !equipment) return { ...read, miles: null }
    const leg = legBetween(origin, dest)
    if (!leg.byRoad) {
      const message = `No road leads from ${origin.city} to ${dest.city}`
      return { ...read, miles: null, problems: [...problems, { cell: 'dest', message, candidates: [] }] }
    }
    const band = findRateBand(
      db,
      {
        ...{ equipment, weightLb, miles: leg.miles, originPostal: origin.postal, destPostal: dest.postal },
        ...{ originLat: origin.lat, originLon: origin.lon, destLat: dest.lat, destLon: dest.lon },
      },
      now,
    )
    return { ...read, miles: leg.miles, ...bandColumns(band) }
  }
}

const endColumns = (origin: Place | null, dest: Place | null) => ({
  originCity: origin?.city ?? '',
  originRegion: origin?.region ?? '',
  originPostal: origin?.postal ?? '',
  destCity: dest?.city ?? '',
  destRegion: dest?.region ?? '',
  destPostal: dest?.postal ?? '',
})
