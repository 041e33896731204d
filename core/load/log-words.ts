import { rateWords } from '../money/exchange'
import { formatMoney } from '../money/money'
import { dayWords } from '../time/words'
import type { AgreedPrice, Change, LoadEvent } from './command'
import type { LoadState } from './load'
import { loadStateWords } from './words'

/** What the log keeps besides decisions: what the outside world did afterwards. */
export type OutsideEvent =
  | { kind: 'load_created'; copiedFrom: string | null; practice: boolean; quote?: string }
  | { kind: 'posting_up'; board: string; attempts: number }
  | { kind: 'posting_updated'; board: string; attempts: number }
  | { kind: 'posting_down'; board: string; attempts: number }
  | { kind: 'posting_refused'; board: string; problem: string }
  | { kind: 'mail_delivered'; version: number; to: string; attempts: number }
  | { kind: 'mail_failed'; version: number; to: string; problem: string }
  | { kind: 'kept_in_the_building'; what: string }
  | { kind: 'gate_alert'; carrierName: string; reasons: string[]; policyVersion: number }
  | { kind: 'gate_mended'; reasons: string[] }
  | { kind: 'tender_accepted'; shipmentId: string; partner: string; change: boolean }
  | { kind: 'tender_change_declined'; shipmentId: string; partner: string; reason: string }
  | { kind: 'exchange_failed'; document: string; partner: string; problem: string }
  | { kind: 'truck_not_used'; payMinor: number; sellMinor: number }
  | { kind: 'carrier_told'; to: string; what: string }
  | { kind: 'status_noted'; words: string; sent: boolean }
  | { kind: 'partner_joined'; partner: string; shipmentId: string }
  | { kind: 'invoice_sent'; partner: string; totalMinor: number; byMail?: boolean }
  | { kind: 'message_left'; sender: string; subject: string }
  | { kind: 'offer_proposed'; sender: string; carrierName: string | null; readings: number[] }
  | { kind: 'proposal_dismissed'; sender: string }

export type LogEvent = LoadEvent | OutsideEvent

/** One log line as a sentence, without who and when. */
export function logWords(event: LogEvent): string {
  switch (event.kind) {
    case 'load_created':
      return event.quote
        ? `Load made, won with ${event.quote}`
        : event.copiedFrom
          ? `Load made as a copy of ${event.copiedFrom}`
          : 'Load made'
    case 'state_changed':
      return stateWords(event.from, event.to)
    case 'limits_set':
      return `Target ${fromTo(event.from.targetMinor, event.to.targetMinor)}, max ${fromTo(event.from.mostMinor, event.to.mostMinor)}`
    case 'posting_asked':
      return `Posting requested from ${event.board}`
    case 'posting_update_asked':
      return `Change passed on to ${event.board}`
    case 'posting_removal_asked':
      return `${event.board} asked to take the posting down`
    case 'posting_up':
      return `On ${event.board}${afterTries(event.attempts)}`
    case 'posting_updated':
      return `${event.board} shows the change${afterTries(event.attempts)}`
    case 'posting_down':
      return `Off ${event.board}${afterTries(event.attempts)}`
    case 'posting_refused':
      return `${event.board} refused the posting: ${event.problem}`
    case 'offer_recorded':
      return `Offer ${formatMoney(event.payMinor)}${asked(event)} from ${event.carrierName} by ${event.source}`
    case 'offer_repriced':
      return `${event.carrierName} asks ${formatMoney(event.payMinor)} now${asked(event)}, ${formatMoney(event.from)} before, by ${event.source}`
    case 'offer_countered':
      return `We countered ${event.carrierName}: ${formatMoney(event.to)} against ${formatMoney(event.from)}${event.byPhone ? '. Tell them by phone' : ''}`
    case 'offer_answer_asked':
      return `${event.answer === 'declined' ? 'The no' : `Our ${formatMoney(event.amountMinor)}`} goes to ${event.carrierName} by ${event.source}`
    case 'price_passed':
      return `${event.over.join('; ')}. Because: ${event.because}`
    case 'offer_ended':
      return `Offer ${formatMoney(event.payMinor)} from ${event.carrierName} ${event.to === 'turned_down' ? 'turned down' : event.to}${event.byPhone ? '. Tell them by phone' : ''}`
    case 'load_awarded':
      return `Awarded to ${event.carrierName} at ${formatMoney(event.payMinor)}${asked({ asked: event.agreed })}${event.override ? `, vetting overridden: ${event.override}` : ''}`
    case 'gate_passed':
      return `Vetting overridden at ${event.stage}: ${event.reasons.map((reason) => reason.message).join('; ')}. Because: ${event.because}`
    case 'terms_changed':
      return `Changed: ${event.changes.map(changeWords).join('; ')}`
    case 'confirmation_issued':
      return `Rate confirmation version ${event.version} written`
    case 'confirmation_voided':
      return `Rate confirmation version ${event.version} void`
    case 'confirmation_mail_asked':
      return `Rate confirmation version ${event.version} to be mailed to ${event.to}`
    case 'mail_delivered':
      return `Rate confirmation version ${event.version} mailed to ${event.to}${afterTries(event.attempts)}`
    case 'mail_failed':
      return `Email to ${event.to} failed: ${event.problem}`
    case 'confirmation_accepted':
      return `Rate confirmation version ${event.version} accepted by ${event.name}, ${event.title}`
    case 'award_released':
      return `${event.carrierName} released: ${event.reason}`
    case 'load_cancelled':
      return `Cancelled: ${event.reason}`
    case 'gate_alert':
      return `${event.carrierName} would now be blocked by vetting: ${event.reasons.join('; ')}. Dispatch waits.`
    case 'gate_mended':
      return `Vetting is clear again: ${event.reasons.join('; ')} is fixed`
    case 'kept_in_the_building':
      return `Practice: ${event.what} not sent`
    case 'tender_accepted':
      return event.change
        ? `${event.partner}'s change of ${event.shipmentId} accepted`
        : `Tender ${event.shipmentId} of ${event.partner} accepted`
    case 'tender_change_declined':
      return `${event.partner}'s change of ${event.shipmentId} declined: ${event.reason}`
    case 'exchange_failed':
      return `${event.document} to ${event.partner} failed: ${event.problem}`
    case 'truck_not_used':
      return `Truck ordered and not used: ${formatMoney(event.payMinor)} to the carrier, ${formatMoney(event.sellMinor)} to the customer`
    case 'carrier_told':
      return `${event.to} told: ${event.what}`
    case 'status_noted':
      return `${event.words}${event.sent ? ', sent to the customer (214)' : ''}`
    case 'partner_joined':
      return `Reports to ${event.partner} as ${event.shipmentId} from now on`
    case 'invoice_sent':
      return `Invoice of ${formatMoney(event.totalMinor)} to ${event.partner} ${event.byMail ? 'by email' : '(210)'}`
    case 'offer_proposed':
      return `${event.sender} names ${event.readings.map((reading) => formatMoney(reading)).join(' or ')}${event.carrierName ? ` for ${event.carrierName}` : ''}: needs confirmation`
    case 'proposal_dismissed':
      return `Proposal from ${event.sender} dismissed`
    case 'message_left':
      return `Email from ${event.sender}: ${event.subject || 'no subject'}`
  }
}

function stateWords(from: LoadState, to: LoadState): string {
  if (from === 'draft' && to === 'uncovered') return 'Opened for cover'
  return `${loadStateWords[from]} to ${loadStateWords[to].toLowerCase()}`
}

const fromTo = (from: number | null, to: number) =>
  from === null || from === to ? formatMoney(to) : `${formatMoney(from)} to ${formatMoney(to)}`

/** What was named in another currency, and the rate it was turned by. */
const asked = ({ asked: own }: { asked?: AgreedPrice | undefined }) =>
  own?.rateE6
    ? ` (${formatMoney(own.amountMinor, own.currency)} at ${rateWords(own.rateE6)}${own.rateDay ? ` on ${dayWords(own.rateDay)}` : ''})`
    : ''

const afterTries = (attempts: number) => (attempts > 1 ? ` at try ${attempts}` : '')

const changeWords = (change: Change) => `${change.field} ${change.from} to ${change.to}`
