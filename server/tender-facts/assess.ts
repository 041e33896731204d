import { driveOf } from '#core/load/drive'
import type { Equipment } from '#core/load/load'
import { howLate } from '#core/miles/drive'
import { readAmount } from '#core/money/money'
import { noPlace, type Resolved, resolvePlace } from '#core/place/resolve'
import { isHandling } from '#core/tender/codes-used'
import type { TenderFacts, TenderPoint } from '#core/tender/facts'
import type { Tender, TenderStop } from '#core/tender/tender'
import { isLocalTime, toInstant } from '#core/time/local'
import { gazetteer } from '#server/atlas.server'
import type { Db } from '#server/db.server'
import { routeOver } from '#server/miles/route'
import { findRateBand } from '#server/rates/band'
import type { partnerCode } from '#server/schema'

/** What a tender comes to: lane, miles, whether it can be driven in time, and what a carrier is likely to be paid. */
export function assess(db: Db, tender: Tender, equipment: Equipment | null, now: number): TenderFacts {
  const stops = tender.stops.filter(isHandling)
  const found = stops.map((stop) => placeOfStop(stop))
  const unplaced = found.flatMap((each) => ('refusal' in each ? [each.refusal.message] : []))
  const points = found.map((each) => ('place' in each ? pointOf(each) : null))
  const known = points.every((point) => point !== null) && points.length > 1
  const route = known ? routeOver(points as TenderPoint[]) : null
  const [origin, dest] = [points[0] ?? null, points.length > 1 ? (points.at(-1) ?? null) : null]
  const [first, last] = [stops[0], stops.at(-1)]
  const pickupAt = instantOf(first?.earliest ?? first?.latest, origin)
  const drive = route ? driving(stops, points as TenderPoint[], route.legs) : null
  const facts: TenderFacts = {
    origin,
    dest,
    equipment,
    stops: stops.length,
    miles: route?.miles ?? null,
    hours: route?.hours ?? null,
    pickupAt,
    pickupBy: instantOf(first?.latest ?? first?.earliest, origin),
    deliverBy: instantOf(last?.latest ?? last?.earliest, dest),
    lateMs: drive?.late ?? null,
    teamMakesIt: drive?.teamMakesIt ?? false,
    chargeMinor: tender.charge ? readAmount(tender.charge.amount) : null,
    currency: tender.charge?.currency ?? null,
    weightLb: tender.weightLb,
    band: null,
    unplaced,
  }
  return { ...facts, band: tenderBand(db, facts, now) }
}

/** What a carrier is likely to be paid for a tender, as of now. */
export function tenderBand(db: Db, { origin, dest, equipment, miles, weightLb, pickupAt }: TenderFacts, now: number) {
  if (!origin || !dest || equipment === null || miles === null) return null
  return findRateBand(
    db,
    {
      originPostal: origin.postal,
      destPostal: dest.postal,
      originLat: origin.lat,
      originLon: origin.lon,
      destLat: dest.lat,
      destLon: dest.lon,
      equipment,
      miles,
      weightLb,
      pickupAt,
    },
    now,
  )
}

/** Where a stop is: by its postal code, and where that is unknown by city and region. */
export function placeOfStop({ city, region, postal }: TenderStop): Resolved {
  const byPostal = postal ? resolvePlace(gazetteer(), postal) : null
  if (byPostal && 'place' in byPostal) return byPostal
  if (city && region) return resolvePlace(gazetteer(), `${city}, ${region}`)
  return byPostal ?? noPlace
}

const pointOf = ({
  place: { city, region, postal, lat, lon, zone },
}: Resolved & { place: TenderPoint }): TenderPoint => ({ city, region, postal, lat, lon, zone })

const instantOf = (local: string | null | undefined, at: TenderPoint | null): number | null =>
  local && at && isLocalTime(local) ? toInstant(local, at.zone) : null

/** By how much the worst stop is late by the law; null where a stop names no time. */
function driving(
  stops: TenderStop[],
  points: TenderPoint[],
  legs: { miles: number; hours: number; byRoad: boolean }[],
): { late: number; teamMakesIt: boolean } | null {
  const timed = stops.flatMap((stop, at) => {
    const earliestLocal = stop.earliest ?? stop.latest
    return earliestLocal && isLocalTime(earliestLocal)
      ? [
          {
            earliestLocal,
            latestLocal: stop.latest && stop.latest >= earliestLocal ? stop.latest : null,
            zone: points[at]!.zone,
          },
        ]
      : []
  })
  if (timed.length !== stops.length || legs.some((leg) => !leg.byRoad)) return null
  const drive = driveOf(timed, legs, false)
  const late = howLate(drive)
  return { late, teamMakesIt: late > 0 && howLate({ ...drive, team: true }) === 0 }
}

type Code = Pick<typeof partnerCode.$inferSelect, 'kind' | 'equipment' | 'customerId'>

/** The equipment of a tender: what its code is mapped to, or what it says itself. */
export const equipmentOf = (codes: readonly Code[], tender: Tender): Equipment | null =>
  codes.find(({ kind }) => kind === 'equipment')?.equipment ?? tender.equipment.kind

/** Whose tender it is: what its code is mapped to, or the partner's own customer where it has no such code. */
export const customerOf = (codes: readonly Code[], partner: { customerId: number | null }): number | null => {
  const named = codes.find(({ kind }) => kind === 'customer')
  return named ? named.customerId : partner.customerId
}
