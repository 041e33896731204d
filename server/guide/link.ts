import { eq } from 'drizzle-orm'
import { linkRefusals } from '#core/access/refusals'
import { bidRefusals } from '#core/bid/refusals'
import { flatCharge } from '#core/charge/charge'
import { refused } from '#core/decision/refusal'
import { equipmentWords } from '#core/load/words'
import { dayOf, toLocal } from '#core/time/local'
import { windowWords } from '#core/time/words'
import { type Db, inTransaction } from '#server/db.server'
import type { Outcome, Refused } from '#server/kernel/run'
import { carryOut } from '#server/load/commands'
import { stopsOf } from '#server/load/stops'
import { awardLoad } from '#server/offer/award'
import { recordOffer } from '#server/offer/offers'
import { officeOf } from '#server/office/office'
import { carrier, guideOffer, load, note, offer, user } from '#server/schema'
import { idOf, signId } from '#server/secrets/keys'
import { guideLaneOf, guideRule } from './places'

/** The signed token of one offer of the routing guide. */
export const guideToken = (guideOfferId: number): string => signId(guideOfferId, 'guide-link')

function open(db: Db, token: string) {
  const offerId = idOf(token, 'guide-link')
  const row =
    offerId === null
      ? undefined
      : db
          .select({ asked: guideOffer, load, carrierName: carrier.name, rep: user.name, repPhone: user.phone })
          .from(guideOffer)
          .innerJoin(load, eq(load.id, guideOffer.loadId))
          .innerJoin(carrier, eq(carrier.id, guideOffer.carrierId))
          .innerJoin(user, eq(user.id, load.repId))
          .where(eq(guideOffer.id, offerId))
          .get()
  return row ?? refused(linkRefusals, 'altered')
}

/** What a carrier sees of a load that the guide offers it, field by field: where, when, what truck, what it is paid. */
export function readGuideLink(db: Db, token: string, now: number) {
  const opened = open(db, token)
  if ('refusal' in opened) return opened
  const { asked, load: row, carrierName, rep, repPhone } = opened
  const office = officeOf(db)
  const isOver = asked.state === 'out' && asked.expiresAt <= now
  return {
    carrierName,
    state: isOver ? ('expired' as const) : asked.state,
    priceMinor: asked.priceMinor,
    expiresAt: asked.expiresAt,
    equipment: equipmentWords[row.equipment],
    miles: Math.round(row.miles),
    weightLb: row.weightLb,
    temperature: row.tempMinF === null ? null : { from: row.tempMinF, to: row.tempMaxF ?? row.tempMinF },
    team: row.team,
    stops: stopsOf(db, row.id).map(({ stop, facility }) => ({
      kind: stop.kind,
      place: `${facility.city}, ${facility.region}`,
      when: windowWords(stop.earliestLocal, stop.latestLocal, dayOf(toLocal(now, facility.zone))),
    })),
    notes: db
      .select({ text: note.text, audience: note.audience })
      .from(note)
      .where(eq(note.loadId, row.id))
      .all()
      .filter(({ audience }) => audience === 'carrier')
      .map(({ text }) => text),
    broker: { name: office.name, phone: repPhone || office.phone, rep },
    zone: office.zone,
  }
}

/** What a carrier's yes came to: the load is its own, or a person of ours has to look at it first. */
export type Accepted = { done: true; isAwarded: boolean } | Refused

/** A carrier's yes or no by its link. A yes awards the load at the guide's price, where vetting and the price still allow it; else it stands as an offer. */
export function answerByLink(
  db: Db,
  token: string,
  { answer, name }: { answer: 'accepted' | 'declined'; name: string },
  now: number,
): Accepted {
  const opened = open(db, token)
  if ('refusal' in opened) return opened
  const { asked, load: row, carrierName } = opened
  const act = { now, by: { kind: 'carrier' as const, id: asked.carrierId, name: `${carrierName} by link` } }
  return inTransaction(db, () => {
    const answered = carryOut(db, row.id, { kind: 'answer_guide', guideOfferId: asked.id, answer, name }, act)
    if ('refusal' in answered) return answered
    if (answer === 'declined') return { done: true, isAwarded: false }
    const taken = take(db, opened, now)
    // What a rule forbids is for a person to decide: the yes stands as an offer, and nobody else is asked meanwhile.
    if ('refusal' in taken)
      carryOut(db, row.id, { kind: 'stop_guide', reason: taken.refusal.message }, { now, by: guideRule })
    return { done: true, isAwarded: 'done' in taken }
  })
}

/** Records the yes as the carrier's offer and awards the load to it. A load that is not on the lane any more is for a person to look at. */
function take(
  db: Db,
  { asked, load: row, carrierName }: Exclude<ReturnType<typeof open>, Refused>,
  now: number,
): Outcome {
  const act = { now, by: { kind: 'carrier' as const, id: asked.carrierId, name: `${carrierName} by link` } }
  const { carrierId, priceMinor } = asked
  const offered = recordOffer(
    db,
    row.id,
    { carrierId, payMinor: priceMinor, currency: 'USD', source: 'portal', goodUntil: null, note: 'Routing guide' },
    act,
  )
  if ('refusal' in offered) return offered
  const standing = db
    .select({ id: offer.id, state: offer.state, carrierId: offer.carrierId })
    .from(offer)
    .where(eq(offer.loadId, row.id))
    .all()
    .find((each) => each.carrierId === carrierId && each.state === 'open')
  if (!standing || guideLaneOf(db, row.id, dayOf(toLocal(row.pickupAt, row.originZone))) === null)
    return refused(bidRefusals, 'load_changed')
  return awardLoad(
    db,
    row.id,
    {
      offerId: standing.id,
      buyCharges: [flatCharge('line_haul', priceMinor)],
      override: null,
      priceReason: null,
      role: 'rep',
    },
    act,
  )
}
