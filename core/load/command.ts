import type { Charge } from '../charge/charge'
import type { Objection } from '../confirmation/objection'
import type { OwnWords } from '../confirmation/own-words'
import type { Currency } from '../money/money'
import type { OfferSource, OfferState } from '../offer/offer'
import type { PostingTerms } from '../posting/terms'
import type { Verdict } from '../vetting/vetting'
import type { GuideCommand, GuideEvent, GuideOfferFacts } from './guide'
import type { LoadState } from './load'
import type { Problem } from './problem'

/** What deciding needs to know of a load; read in the same transaction that will write. */
export interface LoadFacts {
  number: string
  state: LoadState
  practice: boolean
  offers: OfferFacts[]
  postings: { id: number; board: string; state: PostingState }[]
  guide: GuideOfferFacts | null
  confirmation: ConfirmationFacts | null
  award: { carrierId: number; carrierName: string; payMinor: number } | null
  targetPayMinor: number | null
  maxPayMinor: number | null
  /** In the desk's currency, like all that is compared here; 0 where nothing is sold yet. */
  sellMinor: number
  /** The middle of what the lane is likely to cost; null where nothing is known. */
  middleMinor: number | null
}

export interface OfferFacts {
  id: number
  carrierId: number
  carrierName: string
  payMinor: number
  counterMinor: number | null
  source: OfferSource
  state: OfferState
  goodUntil: number | null
}

export interface ConfirmationFacts {
  id: number
  version: number
  state: 'issued' | 'sent' | 'accepted' | 'void'
  /** What the carrier answered instead of a yes, and in which words. */
  objection?: Objection | null
  objectionText?: string | null
}

/** `asked` and `removal_asked` wait for the board's answer. */
export type PostingState = 'asked' | 'up' | 'removal_asked' | 'down' | 'refused'

export interface Change {
  field: string
  from: string
  to: string
}

/** Where the gate is asked about an award, and may be passed by somebody's reason. */
export const gateStages = ['award', 'confirmation', 'dispatch'] as const

export type GateStage = (typeof gateStages)[number]

/** The gate's verdict where it is asked, and the reason of whoever goes past it. */
export interface GateAsked {
  verdict: Verdict
  override: string | null
  mayOverride: boolean
  /** The stop that nobody, or not this person, may go past. */
  bar: string | null
}

/** A price with the currency it was named or agreed in, where that is not the desk's, and the dated rate it was turned by. */
export interface AgreedPrice {
  amountMinor: number
  currency: Currency
  rateE6: number | null
  rateDay: string | null
}

/** Who goes above max, below the sell price or past a price that looks mistyped, and why. */
export interface PriceLeave {
  reason: string | null
  mayExceed: boolean
}

/** Somebody of ours, as they are called. */
export interface Rep {
  id: number
  name: string
}

export type LoadCommand =
  | GuideCommand
  | { kind: 'open'; problems: Problem[] }
  /** Back to a draft, until the customer's paperwork is right, say. */
  | { kind: 'withdraw'; reason: string }
  | { kind: 'set_limits'; targetPayMinor: number; maxPayMinor: number; mayExceed?: boolean }
  /** `tells`: what of our secrets is in the texts that would go out. */
  | { kind: 'post'; board: string; tells?: string[] }
  | { kind: 'unpost'; postingId: number }
  /** What postings of the load show; those that are out follow. */
  | { kind: 'set_posting'; terms: PostingTerms; boards: string[]; tells?: string[] }
  | {
      kind: 'record_offer'
      carrierId: number
      carrierName: string
      payMinor: number
      asked?: AgreedPrice
      source: OfferSource
      goodUntil: number | null
      note: string
      /** Whom we spoke with, and where they are called back. */
      person?: string
      phone?: string
      /** Somebody has seen that the price looks mistyped, and means it. */
      sure?: boolean
      isTyped?: boolean
      /** The sender's own key where it came over a wire. */ externalKey?: string
    }
  | { kind: 'counter_offer'; offerId: number; counterMinor: number }
  | { kind: 'decline_offer'; offerId: number }
  /** An offer that has ended stands again: declined by mistake, or they said so after another fell through. */
  | { kind: 'reopen_offer'; offerId: number }
  | { kind: 'lapse_offers' }
  | {
      kind: 'award'
      offerId: number
      buyCharges: Charge[]
      payMinor: number
      agreed: AgreedPrice
      price: PriceLeave
      gate: GateAsked
    }
  | { kind: 'revise'; changes: Change[]; carrierSeesIt: boolean; pay?: { payMinor: number; price: PriceLeave } }
  | { kind: 'send_confirmation'; to: string; again: boolean; own?: OwnWords; gate?: GateAsked; tells?: string[] }
  | { kind: 'accept_confirmation'; confirmationId: number; name: string; title: string }
  | { kind: 'object_to_confirmation'; confirmationId: number; objection: Objection; name: string; text: string }
  /** Hands the load from one rep of ours to another. */
  | { kind: 'give_to'; from: Rep; to: Rep }
  | { kind: 'release'; reason: string }
  | { kind: 'advance'; to: LoadState; gate?: GateAsked }
  | { kind: 'cancel'; reason: string }

export type LoadEvent =
  | GuideEvent
  | { kind: 'state_changed'; from: LoadState; to: LoadState }
  | {
      kind: 'limits_set'
      from: { targetPayMinor: number | null; maxPayMinor: number | null }
      to: { targetPayMinor: number; maxPayMinor: number }
    }
  | { kind: 'posting_asked'; board: string }
  | { kind: 'posting_removal_asked'; postingId: number; board: string }
  | { kind: 'posting_update_asked'; postingId: number; board: string }
  | { kind: 'posting_set'; words: string; terms: PostingTerms; boards: string[] }
  | {
      kind: 'offer_recorded'
      carrierId: number
      carrierName: string
      payMinor: number
      asked?: AgreedPrice
      source: OfferSource
      goodUntil: number | null
      note: string
      person?: string
      phone?: string
    }
  | {
      kind: 'offer_repriced'
      offerId: number
      carrierName: string
      from: number
      payMinor: number
      asked?: AgreedPrice
      source: OfferSource
      goodUntil: number | null
      note: string
      person?: string
      phone?: string
    }
  | { kind: 'offer_reopened'; offerId: number; carrierName: string; payMinor: number }
  | { kind: 'load_withdrawn'; reason: string }
  | { kind: 'rep_changed'; from: Rep; to: Rep }
  | { kind: 'offer_countered'; offerId: number; carrierName: string; from: number; to: number; byPhone?: boolean }
  | {
      kind: 'offer_answer_asked'
      offerId: number
      carrierName: string
      source: OfferSource
      answer: 'countered' | 'declined'
      amountMinor: number
    }
  | { kind: 'price_passed'; payMinor: number; over: string[]; because: string }
  | {
      kind: 'offer_ended'
      offerId: number
      carrierName: string
      payMinor: number
      to: 'declined' | 'lapsed' | 'turned_down'
      byPhone?: boolean
    }
  | {
      kind: 'load_awarded'
      offerId: number
      carrierId: number
      carrierName: string
      buyCharges: Charge[]
      payMinor: number
      agreed?: AgreedPrice
      override: string | null
      policyVersion: number
    }
  | {
      kind: 'gate_passed'
      carrierId: number
      stage: GateStage
      reasons: { code: string; message: string }[]
      because: string
      policyVersion: number
    }
  | { kind: 'terms_changed'; changes: Change[] }
  | { kind: 'confirmation_voided'; confirmationId: number; version: number }
  | { kind: 'confirmation_issued'; version: number }
  | { kind: 'confirmation_mail_asked'; confirmationId: number; version: number; to: string; own?: OwnWords }
  | { kind: 'confirmation_accepted'; confirmationId: number; version: number; name: string; title: string }
  | {
      kind: 'confirmation_objected'
      confirmationId: number
      version: number
      objection: Objection
      name: string
      text: string
    }
  | { kind: 'award_released'; carrierId?: number; carrierName: string; reason: string; confirmationSent?: boolean }
  | { kind: 'load_cancelled'; from: LoadState; reason: string }
