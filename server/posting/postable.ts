import { and, asc, desc, eq, sql } from 'drizzle-orm'
import { replyReference } from '#core/message/read-reply'
import { mailDomainOf } from '#core/office/office'
import { type BoardPosting, boardPosting, type PostableLoad } from '#core/posting/posting'
import { type PostingTerms, usualTerms } from '#core/posting/terms'
import { tradeAreas } from '#server/atlas.server'
import type { Db } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { facility, load, note, postingTerms, stop } from '#server/schema'
import { settings } from '#server/settings.server'

/** Where a board may call back carriers' answers to. */
export const answerUrl = (board: string): string =>
  `${settings().OX_ORIGIN}/board/${encodeURIComponent(board.toLowerCase())}/replies`

/** A load's posting as a board is to show it, under a reference of its own. */
export function postingOf(db: Db, loadId: number, reference: string, terms = termsOf(db, loadId)): BoardPosting {
  const office = officeOf(db)
  const replyTo = `offers+${reference}@${mailDomainOf(office)}`
  if (replyReference(replyTo) !== reference) throw new Error(`Reply address ${replyTo} cannot be read back`)
  return boardPosting(postableLoad(db, loadId), { reference, phone: office.phone, replyTo }, terms)
}

/** What a load's postings show: as somebody chose, or as is usual. */
export const termsOf = (db: Db, loadId: number): PostingTerms =>
  db.select({ terms: postingTerms.terms }).from(postingTerms).where(eq(postingTerms.loadId, loadId)).get()?.terms ??
  usualTerms

/** How a load is posted unless somebody says otherwise: as it was last, else as this lane's or this customer's last posting was. */
export function suggestedTerms(db: Db, loadId: number): { terms: PostingTerms; boards: string[] | null } {
  const own = db.select().from(postingTerms).where(eq(postingTerms.loadId, loadId)).get()
  if (own) return { terms: own.terms, boards: own.boards }
  const row = db.select().from(load).where(eq(load.id, loadId)).get()
  if (!row) throw new Error(`No load ${loadId} to post`)
  const last = db
    .select({ terms: postingTerms.terms, boards: postingTerms.boards, equipment: load.equipment })
    .from(load)
    .innerJoin(postingTerms, eq(postingTerms.loadId, load.id))
    .where(and(eq(load.customerId, row.customerId)))
    .orderBy(
      desc(sql`${load.originCell} = ${row.originCell} and ${load.destCell} = ${row.destCell}`),
      desc(postingTerms.changedAt),
    )
    .limit(1)
    .get()
  if (!last) return { terms: usualTerms, boards: null }
  // What was said of that one load (its price, its end, words about it) is not said of this one.
  const { payMinor: _, payKind: __, expiresAt: ___, comments: ____, alsoEquipment, ...habits } = last.terms
  const also = last.equipment === row.equipment ? alsoEquipment : []
  return { terms: { ...usualTerms, ...habits, alsoEquipment: also }, boards: last.boards }
}

function postableLoad(db: Db, loadId: number): PostableLoad {
  const row = db.select().from(load).where(eq(load.id, loadId)).get()
  if (!row) throw new Error(`No load ${loadId} to post`)
  const stops = db
    .select({
      kind: stop.kind,
      city: facility.city,
      region: facility.region,
      postal: facility.postal,
      lat: facility.lat,
      lon: facility.lon,
      access: stop.access,
      earliestLocal: stop.earliestLocal,
      latestLocal: stop.latestLocal,
    })
    .from(stop)
    .innerJoin(facility, eq(facility.id, stop.facilityId))
    .where(eq(stop.loadId, loadId))
    .orderBy(asc(stop.sequence))
    .all()
  return {
    ...row,
    stops: stops.map((each) => ({ ...each, area: tradeAreas().of(each.postal) })),
    notes: db.select({ audience: note.audience, text: note.text }).from(note).where(eq(note.loadId, loadId)).all(),
  }
}
