/** The offer of the routing guide that a carrier has to answer just now. */
export interface GuideOfferFacts {
  id: number
  rank: number
  carrierId: number
  carrierName: string
  priceMinor: number
  expiresAt: number
}

/** A carrier of the routing guide whose turn may be next. */
export interface GuideCandidate {
  placeId: number
  rank: number
  carrierId: number
  carrierName: string
  priceMinor: number
  /** How long it has to answer. */
  minutes: number
  /** Its email address. */
  to: string
  /** Why it is not asked; null where it may be. */
  hindrance: string | null
}

/** How one offer of the guide ended. `withdrawn`: the load went to somebody else, or the desk stepped in. */
export const guideAnswers = ['accepted', 'declined', 'expired', 'withdrawn'] as const
export type GuideAnswer = (typeof guideAnswers)[number]

export const guideAnswerWords: Record<GuideAnswer, string> = {
  accepted: 'took it',
  declined: 'declined',
  expired: 'did not answer in time',
  withdrawn: 'offer withdrawn',
}

/** Where the routing guide stands with a load: `accepted` goes on if the carrier falls through. */
export const guideRunStates = ['running', 'stopped', 'exhausted', 'accepted'] as const
export type GuideRunState = (typeof guideRunStates)[number]

export type GuideCommand =
  /** Offers the load to the next carrier of the guide, once nobody is being waited for. */
  | { kind: 'offer_guide'; laneId: number; candidates: GuideCandidate[]; isHurried?: boolean }
  | { kind: 'answer_guide'; guideOfferId: number; answer: 'accepted' | 'declined'; name: string }
  | { kind: 'stop_guide'; reason?: string }

export type GuideEvent =
  | { kind: 'guide_offered'; place: GuideCandidate; expiresAt: number }
  | { kind: 'guide_skipped'; rank: number; carrierName: string; hindrance: string }
  | { kind: 'guide_answered'; guideOfferId: number; carrierName: string; answer: GuideAnswer; name?: string }
  | { kind: 'guide_ended'; how: 'exhausted' | 'stopped'; laneId?: number; reason?: string }
