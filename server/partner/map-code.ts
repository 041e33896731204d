import { and, eq, sql } from 'drizzle-orm'
import { z } from 'zod'
import { equipmentKinds } from '#core/load/load'
import { resolvePlace } from '#core/place/resolve'
import { isHandling, locationCode } from '#core/tender/codes-used'
import { gazetteer } from '#server/atlas.server'
import { type Db, inTransaction } from '#server/db.server'
import { createFacility } from '#server/facility/facilities'
import { announceTenders } from '#server/live/live'
import type { Act } from '#server/log/act'
import { customer, facility, noticeCode, partner, partnerCode, tenderNotice } from '#server/schema'
import { assess } from '#server/tender/assess'
import { customerOf, equipmentOf } from '#server/tender/notice'
import { codesOf } from './codes'

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

type Outcome = { done: true } | { refusal: { code: string; message: string } }
const refuse = (code: string, message: string): Outcome => ({ refusal: { code, message } })

/** Says once what a partner's code is; tenders that wait with it are recalculated. */
export function mapCode(db: Db, { codeId, to }: MapCode, act: Act): Outcome {
  const outcome = inTransaction(db, (): Outcome => {
    const code = db.select().from(partnerCode).where(eq(partnerCode.id, codeId)).get()
    if (!code) return refuse('no_such_code', 'There is no such code.')
    const wanted = {
      customer: 'customer',
      facility: 'location',
      new_facility: 'location',
      equipment: 'equipment',
      nothing: code.kind,
    }[to.is]
    if (wanted !== code.kind) return refuse('wrong_kind', `${code.code} is a code of another kind.`)
    const target = targetOf(db, code, to)
    if ('refusal' in target) return target
    db.update(partnerCode)
      .set({
        customerId: null,
        facilityId: null,
        equipment: null,
        ...target.columns,
        mappedBy: to.is === 'nothing' ? null : act.by.name,
        mappedAt: to.is === 'nothing' ? null : act.now,
      })
      .where(eq(partnerCode.id, codeId))
      .run()
    reckonAnew(db, codeId, act.now)
    return { done: true }
  })
  if ('done' in outcome) announceTenders()
  return outcome
}

type Columns = Partial<Pick<typeof partnerCode.$inferInsert, 'customerId' | 'facilityId' | 'equipment'>>
type Target = { columns: Columns } | { refusal: { code: string; message: string } }

function targetOf(db: Db, code: typeof partnerCode.$inferSelect, to: MapCode['to']): Target {
  switch (to.is) {
    case 'customer':
      return db.select({ id: customer.id }).from(customer).where(eq(customer.id, to.customerId)).get()
        ? { columns: { customerId: to.customerId } }
        : { refusal: { code: 'no_such_customer', message: 'There is no such customer.' } }
    case 'facility':
      return db.select({ id: facility.id }).from(facility).where(eq(facility.id, to.facilityId)).get()
        ? { columns: { facilityId: to.facilityId } }
        : { refusal: { code: 'no_such_facility', message: 'There is no such facility.' } }
    case 'equipment':
      return { columns: { equipment: to.equipment } }
    case 'new_facility':
      return makeFacility(db, code)
    case 'nothing':
      return { columns: {} }
  }
}

/** A facility as the partner's newest tender describes it. */
function makeFacility(db: Db, code: typeof partnerCode.$inferSelect): Target {
  const notices = db
    .select({ tender: tenderNotice.tender })
    .from(noticeCode)
    .innerJoin(tenderNotice, eq(tenderNotice.id, noticeCode.noticeId))
    .where(eq(noticeCode.codeId, code.id))
    .orderBy(sql`${tenderNotice.id} desc`)
    .limit(1)
    .all()
  const stop = notices[0]?.tender.stops.find((each) => isHandling(each) && locationCode(each) === code.code)
  if (!stop)
    return {
      refusal: { code: 'no_tender_says', message: 'No tender says where this is: choose one of our facilities.' },
    }
  const byPostal = stop.postal ? resolvePlace(gazetteer(), stop.postal) : null
  const found =
    byPostal && 'place' in byPostal ? byPostal : resolvePlace(gazetteer(), `${stop.city ?? ''}, ${stop.region ?? ''}`)
  if ('refusal' in found)
    return {
      refusal: {
        code: 'unknown_place',
        message: `${found.refusal.message}: choose one of our facilities, or make it by hand.`,
      },
    }
  const { place } = found
  const made = createFacility(db, {
    name: (stop.name || code.code).slice(0, 120),
    address: stop.address.join(', ').slice(0, 160) || 'Street not known yet',
    city: stop.city ?? place.city,
    region: place.region,
    country: place.country,
    postal: stop.postal ?? place.postal,
    lat: place.lat,
    lon: place.lon,
    zone: place.zone,
    booking: 'first_come',
  })
  return { columns: { facilityId: made.id } }
}

/** Open notices with the code: their customer, equipment and grounds, as they come out now. */
function reckonAnew(db: Db, codeId: number, now: number): void {
  const open = db
    .select({ notice: tenderNotice, partner })
    .from(noticeCode)
    .innerJoin(tenderNotice, eq(tenderNotice.id, noticeCode.noticeId))
    .innerJoin(partner, eq(partner.id, tenderNotice.partnerId))
    .where(and(eq(noticeCode.codeId, codeId), eq(tenderNotice.state, 'open')))
    .limit(500)
    .all()
  for (const { notice, partner: from } of open) {
    const codes = codesOf(db, notice.id)
    const equipment = equipmentOf(codes, notice.tender)
    const facts = equipment === notice.facts.equipment ? notice.facts : assess(db, notice.tender, equipment, now)
    db.update(tenderNotice)
      .set({ customerId: customerOf(codes, from), facts })
      .where(eq(tenderNotice.id, notice.id))
      .run()
  }
}
