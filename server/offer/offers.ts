import { eq, sql } from 'drizzle-orm'
import { system } from '#core/access/actor'
import { refused } from '#core/decision/refusal'
import { saveRefusals } from '#core/load/save-refusals'
import type { Currency } from '#core/money/money'
import type { OfferSource } from '#core/offer/offer'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import type { Outcome } from '#server/kernel/run'
import { carryOut } from '#server/load/commands'
import { convertNow } from '#server/money/exchange'
import { carrier, offer } from '#server/schema'

export interface IncomingOffer {
  carrierId: number
  /** What is asked, in `currency`: the carrier's usual one where none is given. */
  payMinor: number
  currency?: Currency | null
  source: OfferSource
  goodUntil: number | null
  note: string
  person?: string
  phone?: string
  /** The sender's own key where it came over a wire: the same one twice is answered once. */
  externalKey?: string
  /** Somebody has seen that the price looks mistyped, and means it. */
  sure?: boolean
  /** Typed by a person of ours: a price that looks mistyped is reported before it counts. */
  isTyped?: boolean
}

/** Records an offer, whoever brings it: a person from the phone, a board, a mail. */
export function recordOffer(db: Db, loadId: number, incoming: IncomingOffer, act: Act): Outcome {
  const { externalKey, currency, payMinor, ...terms } = incoming
  const found = db
    .select({ name: carrier.name, currency: carrier.currency })
    .from(carrier)
    .where(eq(carrier.id, terms.carrierId))
    .get()
  if (!found) return refused(saveRefusals, 'no_such_carrier')
  if (externalKey && db.select({ id: offer.id }).from(offer).where(eq(offer.externalKey, externalKey)).get())
    return { done: true }
  const named = { amountMinor: payMinor, currency: currency ?? found.currency }
  const converted = convertNow(db, named, act.now)
  if ('refusal' in converted) return converted
  const asked = converted.by && { ...named, rateE6: converted.by.rateE6, rateDay: converted.by.day }
  return carryOut(
    db,
    loadId,
    {
      kind: 'record_offer',
      carrierName: found.name,
      payMinor: converted.amountMinor,
      ...(asked ? { asked } : {}),
      ...(externalKey ? { externalKey } : {}),
      ...terms,
    },
    act,
  )
}

/** Ends every open offer whose time has come; how many loads were touched. */
export function lapseOffers(db: Db, now: number): number {
  const due = db
    .selectDistinct({ loadId: offer.loadId })
    .from(offer)
    .where(sql`${offer.state} = 'open' and ${offer.goodUntil} is not null and ${offer.goodUntil} <= ${now}`)
    .limit(200)
    .all()
  for (const { loadId } of due)
    carryOut(db, loadId, { kind: 'lapse_offers' }, { now, by: system('offers end at their time') })
  return due.length
}
