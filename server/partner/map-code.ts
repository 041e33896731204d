import { eq, sql } from 'drizzle-orm'
import { z } from 'zod'
import { refused } from '#core/decision/refusal'
import { equipmentKinds } from '#core/load/load'
import { equipmentWords } from '#core/load/words'
import type { CodeTarget } from '#core/partner/decide'
import { partnerRefusals } from '#core/partner/refusals'
import { resolvePlace } from '#core/place/resolve'
import { isHandling, locationCode } from '#core/tender/codes-used'
import { gazetteer } from '#server/atlas.server'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { outcome, type Refused, run } from '#server/kernel/run'
import { customer, facility, noticeCode, partnerCode, tenderNotice } from '#server/schema'
import { partnerSubject } from './subject'
import type { Mapping } from './write-mapping'

const id = z.number().int().positive()

/** What a code is with us: one of ours, or a facility made as the partner says. */
export const mapCodeSchema = z.object({
  codeId: id,
  to: z.discriminatedUnion('is', [
    z.object({ is: z.literal('customer'), customerId: id }),
    z.object({ is: z.literal('facility'), facilityId: id }),
    z.object({ is: z.literal('new_facility') }),
    z.object({ is: z.literal('equipment'), equipment: z.enum(equipmentKinds) }),
    z.object({ is: z.literal('nothing') }),
  ]),
})
export type MapCode = z.infer<typeof mapCodeSchema>

type Resolved = { target: CodeTarget; mapping: Mapping }
const nothing: Mapping = { is: 'nothing' }

/** Says once what a partner's code is; tenders that wait with it are recalculated. */
export function mapCode(db: Db, { codeId, to }: MapCode, act: Act): { done: true } | Refused {
  const code = db.select().from(partnerCode).where(eq(partnerCode.id, codeId)).get()
  if (!code) return refused(partnerRefusals, 'no_such_code')
  const command = { kind: 'map_code' as const, codeId, ...resolve(db, code, to) }
  return outcome(run(db, partnerSubject, code.partnerId, command, act))
}

function resolve(db: Db, code: typeof partnerCode.$inferSelect, to: MapCode['to']): Resolved {
  switch (to.is) {
    case 'customer': {
      const found = db.select({ name: customer.name }).from(customer).where(eq(customer.id, to.customerId)).get()
      return found
        ? { target: { is: 'customer', words: found.name }, mapping: ours({ customerId: to.customerId }) }
        : { target: { is: 'customer', missing: 'no_such_customer' }, mapping: nothing }
    }
    case 'facility': {
      const found = db.select({ name: facility.name }).from(facility).where(eq(facility.id, to.facilityId)).get()
      return found
        ? { target: { is: 'location', words: found.name }, mapping: ours({ facilityId: to.facilityId }) }
        : { target: { is: 'location', missing: 'no_such_facility' }, mapping: nothing }
    }
    case 'equipment': {
      const words = equipmentWords[to.equipment]
      return { target: { is: 'equipment', words }, mapping: ours({ equipment: to.equipment }) }
    }
    case 'new_facility':
      return newFacility(db, code)
    case 'nothing':
      return { target: { is: 'nothing' }, mapping: nothing }
  }
}

const ours = (columns: (Mapping & { is: 'ours' })['columns']): Mapping => ({ is: 'ours', columns })

/** A facility as the partner's newest tender describes it. */
function newFacility(db: Db, code: typeof partnerCode.$inferSelect): Resolved {
  const notice = db
    .select({ tender: tenderNotice.tender })
    .from(noticeCode)
    .innerJoin(tenderNotice, eq(tenderNotice.id, noticeCode.noticeId))
    .where(eq(noticeCode.codeId, code.id))
    .orderBy(sql`${tenderNotice.id} desc`)
    .limit(1)
    .get()
  const stop = notice?.tender.stops.find((each) => isHandling(each) && locationCode(each) === code.code)
  if (!stop) return { target: { is: 'location', missing: 'no_tender_says' }, mapping: nothing }
  const byPostal = stop.postal ? resolvePlace(gazetteer(), stop.postal) : null
  const found =
    byPostal && 'place' in byPostal ? byPostal : resolvePlace(gazetteer(), `${stop.city ?? ''}, ${stop.region ?? ''}`)
  if ('refusal' in found)
    return {
      target: { is: 'location', missing: 'unknown_place', message: found.refusal.message },
      mapping: nothing,
    }
  const { place } = found
  const name = (stop.name || code.code).slice(0, 120)
  return {
    target: { is: 'location', words: name },
    mapping: {
      is: 'new_facility',
      facility: {
        name,
        address: stop.address.join(', ').slice(0, 160) || 'Street not known yet',
        city: stop.city ?? place.city,
        region: place.region,
        country: place.country,
        postal: stop.postal ?? place.postal,
        lat: place.lat,
        lon: place.lon,
        zone: place.zone,
        booking: 'first_come',
      },
    },
  }
}
