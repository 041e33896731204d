import { and, asc, eq, isNull, lte, sql } from 'drizzle-orm'
import { system } from '#core/access/actor'
import { minute } from '#core/time/local'
import { type Db, prepared } from '#server/db.server'
import { noteUnlogged } from '#server/event/event'
import { run } from '#server/kernel/run'
import { announceWarning } from '#server/live/live'
import { findPartner } from '#server/partner/partners'
import { tenderNotice } from '#server/schema'
import { tenderSubject } from './subject'

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
  return due.filter(({ id, tenderId, partnerId }) => {
    const act = { now, by: system(`the clock ran out, ${findPartner(db, partnerId)!.name}`) }
    const ran = run(db, tenderSubject, tenderId, { kind: 'expire', noticeId: id }, act)
    if ('refusal' in ran) throw new Error(`Notice ${id} could not expire: ${ran.refusal.message}`)
    return ran.events.length > 0
  }).length
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
  for (const each of soon.slice(0, maxReported))
    if (each.purpose !== 'cancel')
      announceWarning({
        shipmentId: each.tender.shipmentId ?? '',
        customerName: findPartner(db, each.partnerId)!.name,
        respondBy: each.respondBy,
      })
  noteUnlogged(db, 'tender', null, 'warned')
  return soon.length
}

/** Alerts at once: beyond these the count in the head tells enough. */
const maxReported = 3

/** How many tenders wait for an answer, and how many of them must have it soon. */
export const tenderCounts = (db: Db, now: number): { open: number; soon: number } =>
  countsQuery(db).get({ soon: now + warnBefore }) ?? { open: 0, soon: 0 }

const countsQuery = prepared((db) =>
  db
    .select({
      open: sql<number>`count(*)`,
      soon: sql<number>`coalesce(sum(respond_by <= ${sql.placeholder('soon')} and purpose <> 'cancel'), 0)`,
    })
    .from(tenderNotice)
    .where(eq(tenderNotice.state, 'open'))
    .prepare(),
)
