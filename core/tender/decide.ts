import type { Refusal } from '../decision/refusal'
import type { LoadState } from '../load/load'
import type { CancelChoice, TenderEvent } from './events'
import type { ExpiryChoice } from './partner'
import type { DeclineCode } from './reasons'
import { alreadyCode, type TenderRefusalCode } from './refusals'
import type { NoticeState, Tender, TenderState } from './tender'

/** What deciding about one notice of a tender needs to know. */
export interface NoticeToDecide {
  notice: {
    id: number
    state: NoticeState
    purpose: Tender['purpose']
    shipmentId: string
    answeredBy: string | null
  }
  tender: { state: TenderState; loadId: number | null }
  /** What becomes of a tender of this partner that nobody answered. */
  onExpiry: ExpiryChoice
  /** The load that was made of it, as far as a cancellation needs it. */
  load: { state: LoadState; carrierName: string | null } | null
  /** A place that our facility does not lie at. */
  misplaced: { words: string; milesAway: number } | null
}

export type TenderCommand =
  /** `amongMany`: accepted with others at once, so that nobody reviewed each; `cancel`: for a cancellation. */
  | { kind: 'accept'; noticeId: number; note: string; amongMany?: boolean; cancel?: CancelChoice | null }
  | { kind: 'decline'; noticeId: number; reasonCode: DeclineCode; note: string }
  | { kind: 'expire'; noticeId: number }

export type TenderDecision = { events: TenderEvent[] } | { refusal: Refusal<TenderRefusalCode> }

const refuse = (code: TenderRefusalCode, facts: Record<string, unknown> = {}): TenderDecision => ({
  refusal: { code, facts },
})
const one = (event: TenderEvent): TenderDecision => ({ events: [event] })

/** What an answer does to a tender, or why not: a notice is answered once, a cancellation is never declined. */
export function decideTender(facts: NoticeToDecide, command: TenderCommand): TenderDecision {
  const { notice, tender } = facts
  if (command.kind === 'expire') return decideExpiry(facts)
  if (notice.state !== 'open') return refuse(alreadyCode(notice.state), { ...notice })
  if (notice.purpose === 'cancel')
    return command.kind === 'accept' ? decideCancelled(facts, command.cancel ?? null) : refuse('cancel_stands')
  const change = tender.state === 'accepted' && tender.loadId !== null
  if (command.kind === 'decline') {
    const { reasonCode, note } = command
    return one({ kind: 'tender_declined', noticeId: notice.id, change, reasonCode, note })
  }
  if (command.amongMany && facts.misplaced)
    return refuse('facility_elsewhere', { shipmentId: notice.shipmentId, ...facts.misplaced })
  return one({ kind: 'tender_accepted', noticeId: notice.id, change, note: command.note })
}

/** A carrier that was dispatched may be paid for its truck: a person says so. */
function decideCancelled({ notice, tender, load }: NoticeToDecide, choice: CancelChoice | null): TenderDecision {
  if (tender.loadId === null || !load) return refuse('no_such_load')
  const isOnItsWay = load.carrierName !== null && load.state !== 'covered' && load.state !== 'cancelled'
  if (isOnItsWay && !choice) return refuse('carrier_undecided', { carrierName: load.carrierName })
  if (choice?.carrier === 'bill' && load.carrierName === null) return refuse('nobody_to_pay')
  return one({ kind: 'tender_cancelled', noticeId: notice.id, choice })
}

/** A cancellation does not run out, nor does what its partner lets us answer late. */
function decideExpiry({ notice, onExpiry }: NoticeToDecide): TenderDecision {
  if (notice.state !== 'open' || notice.purpose === 'cancel' || onExpiry === 'keep') return { events: [] }
  return one({ kind: 'tender_expired', noticeId: notice.id, became: onExpiry })
}
