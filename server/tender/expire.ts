import { and, asc, eq, isNull, lte, sql } from 'drizzle-orm'
import { minute } from '#core/time/local'
import { type Db, inTransaction } from '#server/db.server'
import { announceTenders, announceWarning } from '#server/live/live'
import { findPartner } from '#server/partner/partners'
import { tender, tenderNotice } from '#server/schema'
import { reply, settle } from './answer'

/** An alert comes so long before the clock runs out. */
export const warnBefore = 20 * minute

const atOnce = 50

/**
 * What the clock has run out for becomes what its partner's setting says: it lapses, a no is sent, or it stays to be answered late.
 * A cancellation does not run out. Answers how many were ended.
 */
export function expireTenders(db: Db, now: number): number {
  const due = db
    .select()
    .from(tenderNotice)
    .where(and(eq(tenderNotice.state, 'open'), lte(tenderNotice.respondBy, now)))
    .orderBy(asc(tenderNotice.respondBy))
    .limit(atOnce)
    .all()
  let ended = 0
  for (const notice of due) {
    if (notice.purpose === 'cancel') continue
    const partner = findPartner(db, notice.partnerId)!
    if (partner.onExpiry === 'keep') continue
    inTransaction(db, () => {
      const standing = db.select().from(tenderNotice).where(eq(tenderNotice.id, notice.id)).get()
      if (standing?.state !== 'open') return
      const row = db.select().from(tender).where(eq(tender.id, notice.tenderId)).get()!
      const act = { now, by: { kind: 'rule' as const, name: `the clock ran out, ${partner.name}` } }
      settle(
        db,
        notice,
        partner.onExpiry === 'decline' ? 'declined' : 'lapsed',
        { note: '', reasonCode: partner.onExpiry === 'decline' ? 'P1' : null },
        act,
      )
      if (partner.onExpiry === 'decline')
        reply(db, { notice, partner, loadId: null }, { accept: false, remarks: ['P1 Processing delay'] }, now)
      if (row.state === 'offered')
        db.update(tender)
          .set({ state: partner.onExpiry === 'decline' ? 'declined' : 'lapsed' })
          .where(eq(tender.id, row.id))
          .run()
      ended++
    })
  }
  if (ended > 0) announceTenders()
  return ended
}

/** Marks what is about to run out, once, and tells everybody at the desk. */
export function warnOfTenders(db: Db, now: number): number {
  const soon = db
    .update(tenderNotice)
    .set({ warnedAt: now })
    .where(
      and(eq(tenderNotice.state, 'open'), lte(tenderNotice.respondBy, now + warnBefore), isNull(tenderNotice.warnedAt)),
    )
    .returning({
      tender: tenderNotice.tender,
      partnerId: tenderNotice.partnerId,
      respondBy: tenderNotice.respondBy,
      purpose: tenderNotice.purpose,
    })
    .all()
  if (soon.length === 0) return 0
  for (const each of soon.slice(0, mostTold))
    if (each.purpose !== 'cancel')
      announceWarning({
        shipmentId: each.tender.shipmentId ?? '',
        customerName: findPartner(db, each.partnerId)!.name,
        respondBy: each.respondBy,
      })
  announceTenders()
  return soon.length
}

/** Alerts at once: beyond these the count in the head tells enough. */
const mostTold = 3

/** How many tenders wait for an answer, and how many of them must have it soon. */
export function tenderCounts(db: Db, now: number): { open: number; soon: number } {
  const row = db
    .select({
      open: sql<number>`count(*)`,
      soon: sql<number>`coalesce(sum(respond_by <= ${now + warnBefore} and purpose <> 'cancel'), 0)`,
    })
    .from(tenderNotice)
    .where(eq(tenderNotice.state, 'open'))
    .get()
  return row ?? { open: 0, soon: 0 }
}
