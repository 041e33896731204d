import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { may, type Permission } from '#core/access/access'
import { person } from '#core/access/actor'
import { bidRefusals } from '#core/bid/refusals'
import { chargeSchema } from '#core/charge/charge'
import { ownWordsSchema } from '#core/confirmation/own-words'
import { refused } from '#core/decision/refusal'
import { loadStates } from '#core/load/load'
import { saveRefusals } from '#core/load/save-refusals'
import { offerTermsSchema } from '#core/offer/offer'
import { phoneDigits } from '#core/register/phone'
import { revokeLinks } from '#server/access/signed-link'
import { requirePermission, type Viewer } from '#server/access/viewer'
import { noteStopEvent, stopEventSchema } from '#server/check-call/note'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { offerNext } from '#server/guide/offer-next'
import { billLoad } from '#server/invoice/bill'
import type { Outcome } from '#server/kernel/run'
import { carryOut } from '#server/load/commands'
import { complete } from '#server/load/complete'
import { postLoad, postSchema, takeDown } from '#server/load/post'
import { readTerms } from '#server/load/terms'
import { dispatch, sendConfirmation } from '#server/load/vetted-steps'
import { awardLoad, changePay } from '#server/offer/award'
import { recordOffer } from '#server/offer/offers'
import { confirmProposal, confirmProposalSchema, dismissProposal } from '#server/offer/settle-proposal'
import { confirmation, load } from '#server/schema'
import { joinPartner, joinSchema } from '#server/tender/join'

const id = z.number().int().positive()
const reason = z.string().trim().min(3, 'Say why, in a few words').max(300, 'At most 300 characters')
/** Who drives, as reported when the truck is dispatched. */
const driverSchema = z.object({
  name: z.string().trim().max(120),
  phone: z
    .string()
    .trim()
    .max(30)
    .refine((phone) => phone === '' || phoneDigits(phone) !== null, 'Ten digits, as 208-555-0101'),
  truck: z.string().trim().max(40),
})
const buyCharges = z.array(chargeSchema).min(1, 'Give the line haul').max(30)

/** Everything a rep does to a load from its page, as it comes over the wire. */
export const loadActSchema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('open') }),
  z.object({ intent: z.literal('withdraw'), reason }),
  z.object({
    intent: z.literal('set_limits'),
    targetPayMinor: z.number('Give the target').int().min(100, 'Give the target').max(100_000_000),
    maxPayMinor: z.number('Give the most').int().min(100, 'Give the most').max(100_000_000),
  }),
  z.object({ intent: z.literal('post'), ...postSchema.shape }),
  z.object({ intent: z.literal('take_down') }),
  z.object({ intent: z.literal('unpost'), postingId: id }),
  z.object({ intent: z.literal('record_offer'), offer: offerTermsSchema }),
  z.object({
    intent: z.literal('counter_offer'),
    offerId: id,
    counterMinor: z.number('Give the counter').int().min(100, 'Give the counter').max(100_000_000),
  }),
  z.object({ intent: z.literal('decline_offer'), offerId: id }),
  z.object({ intent: z.literal('reopen_offer'), offerId: id }),
  z.object({ intent: z.literal('guide_next') }),
  z.object({ intent: z.literal('guide_stop') }),
  z.object({ intent: z.literal('confirm_proposal'), proposal: confirmProposalSchema }),
  z.object({ intent: z.literal('dismiss_proposal'), proposalId: id }),
  z.object({
    intent: z.literal('award'),
    offerId: id,
    buyCharges,
    override: reason.nullable().default(null),
    priceReason: reason.nullable().default(null),
  }),
  z.object({ intent: z.literal('change_pay'), buyCharges, priceReason: reason.nullable().default(null) }),
  z.object({
    intent: z.literal('send_confirmation'),
    to: z.string().trim().email('Give an email address').max(200),
    again: z.boolean().default(false),
    /** Somebody has read what was held back, and it may go out. */ despite: z.boolean().default(false),
    override: reason.nullable().default(null),
    ...ownWordsSchema.shape,
  }),
  z.object({ intent: z.literal('revoke_links'), confirmationId: id }),
  z.object({ intent: z.literal('release'), reason }),
  z.object({
    intent: z.literal('advance'),
    to: z.enum(loadStates),
    override: reason.nullable().default(null),
    driver: driverSchema.optional(),
  }),
  z.object({ intent: z.literal('cancel'), reason }),
  z.object({ intent: z.literal('note_stop'), event: stopEventSchema }),
  z.object({ intent: z.literal('join_partner'), join: joinSchema }),
  z.object({ intent: z.literal('bill') }),
])
export type LoadAct = z.input<typeof loadActSchema>

const permissions: Record<LoadAct['intent'], Permission> = {
  open: 'edit_loads',
  withdraw: 'edit_loads',
  set_limits: 'edit_loads',
  post: 'edit_loads',
  take_down: 'edit_loads',
  unpost: 'edit_loads',
  record_offer: 'handle_offers',
  counter_offer: 'handle_offers',
  decline_offer: 'handle_offers',
  reopen_offer: 'handle_offers',
  guide_next: 'handle_offers',
  guide_stop: 'handle_offers',
  confirm_proposal: 'handle_offers',
  dismiss_proposal: 'handle_offers',
  award: 'award',
  change_pay: 'award',
  send_confirmation: 'award',
  revoke_links: 'award',
  release: 'award',
  advance: 'edit_loads',
  cancel: 'edit_loads',
  note_stop: 'edit_loads',
  join_partner: 'edit_loads',
  bill: 'edit_loads',
}

function award(
  db: Db,
  loadId: number,
  { offerId, buyCharges, override, priceReason }: z.output<typeof loadActSchema> & { intent: 'award' },
  { role }: Viewer,
  who: Act,
): Outcome {
  return awardLoad(db, loadId, { offerId, buyCharges, override, priceReason, role }, who)
}

/** A rep steps into the routing guide: the next carrier is asked at once, or nobody any more. */
function stepIn(db: Db, loadId: number, intent: 'guide_next' | 'guide_stop', who: Act): Outcome {
  if (intent === 'guide_stop') return carryOut(db, loadId, { kind: 'stop_guide' }, who)
  return offerNext(db, loadId, who, true) ?? refused(bidRefusals, 'no_guide')
}

/** Carries out one act for a viewer who may; the outcome is a value. */
export function actOnLoad(
  db: Db,
  loadId: number,
  act: z.output<typeof loadActSchema>,
  viewer: Viewer,
  now: number,
): Outcome {
  requirePermission(viewer, permissions[act.intent])
  const who = { now, by: person(viewer) }
  switch (act.intent) {
    case 'open':
      return openForCover(db, loadId, who)
    case 'withdraw':
      return carryOut(db, loadId, { kind: 'withdraw', reason: act.reason }, who)
    case 'set_limits': {
      const { intent: kind, ...limits } = act
      return carryOut(db, loadId, { kind, ...limits, mayExceed: may(viewer.role, 'exceed_max') }, who)
    }
    case 'post':
      return postLoad(db, loadId, act, who)
    case 'take_down':
      return takeDown(db, loadId, who)
    case 'unpost':
      return carryOut(db, loadId, { kind: 'unpost', postingId: act.postingId }, who)
    case 'record_offer':
      return recordOffer(db, loadId, { ...act.offer, isTyped: true }, who)
    case 'counter_offer':
      return carryOut(db, loadId, { kind: 'counter_offer', offerId: act.offerId, counterMinor: act.counterMinor }, who)
    case 'decline_offer':
      return carryOut(db, loadId, { kind: 'decline_offer', offerId: act.offerId }, who)
    case 'reopen_offer':
      return carryOut(db, loadId, { kind: 'reopen_offer', offerId: act.offerId }, who)
    case 'guide_next':
    case 'guide_stop':
      return stepIn(db, loadId, act.intent, who)
    case 'confirm_proposal':
      return confirmProposal(db, loadId, act.proposal, who)
    case 'dismiss_proposal':
      return dismissProposal(db, loadId, act.proposalId, who)
    case 'award':
      return award(db, loadId, act, viewer, who)
    case 'change_pay':
      return changePay(db, loadId, { buyCharges: act.buyCharges, priceReason: act.priceReason, role: viewer.role }, who)
    case 'send_confirmation':
      return sendConfirmation(db, loadId, act, viewer, who)
    case 'revoke_links':
      return revoke(db, loadId, act.confirmationId, now)
    case 'release':
      return carryOut(db, loadId, { kind: 'release', reason: act.reason }, who)
    case 'advance':
      if (act.to === 'invoiced' && isToBeBilled(db, loadId)) return billLoad(db, loadId, who)
      return act.to === 'dispatched'
        ? dispatch(db, loadId, act, viewer, who)
        : carryOut(db, loadId, { kind: 'advance', to: act.to }, who)
    case 'cancel':
      return carryOut(db, loadId, { kind: 'cancel', reason: act.reason }, who)
    case 'note_stop':
      return noteStopEvent(db, loadId, act.event, who)
    case 'join_partner':
      return joinPartner(db, loadId, act.join, who)
    case 'bill':
      return billLoad(db, loadId, who)
  }
}

/** A draft is opened by what is wrong with it now, not when it was written. */
function openForCover(db: Db, loadId: number, who: Act): Outcome {
  const terms = readTerms(db, loadId)
  const whole = terms ? complete(db, terms, who.now) : null
  return carryOut(db, loadId, { kind: 'open', problems: whole && 'problems' in whole ? whole.problems : [] }, who)
}

/** Going on to invoiced is billing; coming back to it from paid is not. */
const isToBeBilled = (db: Db, loadId: number): boolean =>
  db.select({ state: load.state }).from(load).where(eq(load.id, loadId)).get()?.state !== 'paid'

function revoke(db: Db, loadId: number, confirmationId: number, now: number): Outcome {
  const row = db
    .select({ loadId: confirmation.loadId })
    .from(confirmation)
    .where(eq(confirmation.id, confirmationId))
    .get()
  if (row?.loadId !== loadId) return refused(saveRefusals, 'no_such_confirmation')
  revokeLinks(db, confirmationId, now)
  return { done: true }
}
