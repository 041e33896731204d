import { eq, sql } from 'drizzle-orm'
import type { OfferSource } from '#core/offer/offer'
import type { Db } from '#server/db.server'
import { carryOut, type Outcome } from '#server/load/commands'
import type { Act } from '#server/log/act'
import { carrier, offer } from '#server/schema'

export interface IncomingOffer {
  carrierId: number
  payMinor: number
  source: OfferSource
  goodUntil: number | null
  note: string
  /** The sender's own key where it came over a wire: the same one twice is answered once. */
  externalKey?: string
}

/** Records an offer, whoever brings it: a person from the phone, a board, a mail. */
export function recordOffer(db: Db, loadId: number, incoming: IncomingOffer, act: Act): Outcome | { refusal: { code: 'no_such_carrier'; message: string } } {
  const { externalKey, ...terms } = incoming
  const found = db.select({ name: carrier.name }).from(carrier).where(eq(carrier.id, terms.carrierId)).get()
  if (!found) return { refusal: { code: 'no_such_carrier', message: 'There is no such carrier.' } }
  if (externalKey && db.select({ id: offer.id }).from(offer).where(eq(offer.externalKey, externalKey)).get()) return { done: true }
  return carryOut(db, loadId, { kind: 'record_offer', carrierName: found.name, ...terms }, { ...act, externalKey })
}

/** Ends every open offer whose time has come; how many loads were touched. */
export function lapseOffers(db: Db, now: number): number {
  const due = db.selectDistinct({ loadId: offer.loadId }).from(offer).where(sql`${offer.state} = 'open' and ${offer.goodUntil} is not null and ${offer.goodUntil} <= ${now}`).limit(200).all()
  for (const { loadId } of due) carryOut(db, loadId, { kind: 'lapse_offers' }, { now, by: { kind: 'rule', name: 'offers end at their time' } })
  return due.length
}
