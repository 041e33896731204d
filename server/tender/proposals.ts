import { sql } from 'drizzle-orm'
import { isHandling, locationCode } from '#core/tender/codes-used'
import { proposeCustomers, proposeLocations } from '#core/tender/propose'
import type { Tender } from '#core/tender/tender'
import type { Db } from '#server/db.server'
import { findNearTrucks } from '#server/match/emptying'
import { findShortlist } from '#server/match/shortlist'
import type { PartnerCode } from '#server/partner/codes'
import { customer, facility } from '#server/schema'
import { placeOfStop } from '#server/tender-facts/assess'
import type { Notice } from './rows'

const maxCarriers = 5

/** What a partner’s code may mean with us, the likeliest first. */
export function proposalsFor(db: Db, code: PartnerCode, incoming: Tender) {
  if (code.kind === 'customer')
    return proposeCustomers(
      code.said,
      db
        .select({ id: customer.id, name: customer.name, city: customer.city, region: customer.region })
        .from(customer)
        .all(),
    )
  if (code.kind !== 'location') return []
  const stop = incoming.stops.find((each) => isHandling(each) && locationCode(each) === code.code)
  if (!stop) return []
  const known = db
    .select()
    .from(facility)
    .where(
      stop.postal
        ? sql`${facility.city} = ${stop.city} collate nocase or ${facility.postal} like ${`${stop.postal.slice(0, 3)}%`}`
        : sql`${facility.city} = ${stop.city} collate nocase`,
    )
    .limit(300)
    .all()
  const at = placeOfStop(stop)
  return proposeLocations(
    {
      ...('place' in at ? { lat: at.place.lat, lon: at.place.lon } : {}),
      name: stop.name,
      street: stop.address[0] ?? '',
      city: stop.city ?? '',
      postal: stop.postal ?? '',
    },
    known,
  )
}

/** Carriers of the lane and near its pickup, the likeliest first, with the gate's word on each. */
export function carriersFor(db: Db, notice: Notice, now: number) {
  const { facts } = notice
  const { origin, dest } = facts
  if (!origin || !dest || facts.equipment === null || notice.purpose === 'cancel') return []
  const lane = {
    id: null,
    customerId: notice.customerId ?? 0,
    equipment: facts.equipment,
    commodity: '',
    freightValueMinor: null,
    hazmat: notice.tender.hazmat,
    pickupAt: facts.pickupAt ?? now,
    originZone: origin.zone,
    deliverBy: facts.deliverBy ?? facts.pickupAt ?? now,
    destZone: dest.zone,
    bandLowMinor: facts.band?.lowMinor ?? null,
    originPostal: origin.postal,
    originLat: origin.lat,
    originLon: origin.lon,
    destPostal: dest.postal,
    destLat: dest.lat,
    destLon: dest.lon,
  }
  return findShortlist(db, lane, now)
    .slice(0, maxCarriers)
    .map(({ carrierId, name, why, paidMinor, verdict, phone }) => ({
      carrierId,
      name,
      why,
      paidMinor,
      verdict: verdict.verdict,
      phone,
    }))
}

/** Trucks on our loads that will be empty near the pickup in time for it. */
export function trucksFor(db: Db, notice: Notice, now: number) {
  const { origin, equipment, pickupAt, pickupBy } = notice.facts
  if (!origin || equipment === null || pickupAt === null || notice.purpose === 'cancel') return []
  return findNearTrucks(db, { ...origin, opens: pickupAt, closes: pickupBy ?? pickupAt }, equipment, now).map(
    ({ carrierId, carrierName, loadId, loadNumber, city, region, zone, emptyBy, milesAway }) => ({
      carrierId,
      carrierName,
      loadId,
      loadNumber,
      city,
      region,
      zone,
      emptyBy,
      milesAway: Math.round(milesAway),
    }),
  )
}
