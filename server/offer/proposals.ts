import { and, desc, eq, gt, sql } from 'drizzle-orm'
import { system } from '#core/access/actor'
import type { OfferSource } from '#core/offer/offer'
import type { Sign } from '#core/offer/proposal'
import { type Db, inTransaction } from '#server/db.server'
import { recordEvent } from '#server/event/event'
import { carrier, proposal } from '#server/schema'

export interface IncomingProposal {
  carrierId: number | null
  carrierName: string | null
  source: OfferSource
  sender: string
  readings: number[]
  signs: Sign[]
  text: string
  /** The sender's own key: the same message twice is one proposal. */
  externalKey: string
}

const floodWindowMs = 10 * 60_000
/** Proposals of a load in the window; what comes beyond them is counted on the last. */
const maxInWindow = 12

/**
 * Keeps a price that is not known to be the carrier's own as a proposal: it changes no offer. A second one from the same sender, and all of
 * a flood, are counted on the line that exists. Returns whether a new line was made.
 */
export function proposeOffer(db: Db, loadId: number, incoming: IncomingProposal, now: number): boolean {
  const isNew = inTransaction(db, () => {
    if (db.select({ id: proposal.id }).from(proposal).where(eq(proposal.externalKey, incoming.externalKey)).get())
      return false
    const waiting = db
      .select({ id: proposal.id, sender: proposal.sender, readings: proposal.readings })
      .from(proposal)
      .where(
        and(eq(proposal.loadId, loadId), eq(proposal.state, 'waiting'), gt(proposal.receivedAt, now - floodWindowMs)),
      )
      .orderBy(desc(proposal.id))
      .limit(maxInWindow)
      .all()
    const same =
      waiting.find(({ sender }) => sender === incoming.sender) ??
      (waiting.length >= maxInWindow ? waiting[0] : undefined)
    if (same) {
      const readings = [...new Set([...incoming.readings, ...same.readings])].slice(0, maxReadings)
      db.update(proposal)
        .set({
          count: sql`${proposal.count} + 1`,
          receivedAt: now,
          ...(same.sender === incoming.sender ? { readings, text: incoming.text } : {}),
        })
        .where(eq(proposal.id, same.id))
        .run()
      return false
    }
    const { carrierId, carrierName, source, sender, readings, signs, text, externalKey } = incoming
    db.insert(proposal)
      .values({ loadId, carrierId, source, sender, readings, signs, text, externalKey, receivedAt: now })
      .run()
    recordEvent(
      db,
      'load',
      loadId,
      { kind: 'offer_proposed', sender, carrierName, readings },
      { now, by: system('strangers only propose') },
    )
    return true
  })
  return isNew
}

const maxReadings = 6

/** The proposals of a load that wait for somebody, newest first. */
export const waitingProposals = (db: Db, loadId: number) =>
  db
    .select({
      id: proposal.id,
      carrierId: proposal.carrierId,
      carrierName: carrier.name,
      source: proposal.source,
      sender: proposal.sender,
      readings: proposal.readings,
      signs: proposal.signs,
      text: proposal.text,
      count: proposal.count,
      receivedAt: proposal.receivedAt,
    })
    .from(proposal)
    .leftJoin(carrier, eq(carrier.id, proposal.carrierId))
    .where(and(eq(proposal.loadId, loadId), eq(proposal.state, 'waiting')))
    .orderBy(desc(proposal.id))
    .limit(30)
    .all()
