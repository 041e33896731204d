import { objectionWords } from '../confirmation/objection'
import { type DocumentEvent, documentLogWords } from '../document/decide'
import { rateWords } from '../money/exchange'
import { formatMoney } from '../money/money'
import { offerSourceWords } from '../offer/offer'
import { type Correction, correctionWords } from '../posting/compare'
import { dayWords } from '../time/words'
import type { AgreedPrice, Change, LoadEvent } from './command'
import { guideAnswerWords } from './guide'
import type { LoadState } from './load'
import { loadStateWords } from './words'

/** What the log keeps besides decisions: what the outside world did afterwards. */
export type OutsideEvent =
  | { kind: 'load_created'; copiedFrom: string | null; practice: boolean; quote?: string }
  | { kind: 'posting_up'; board: string; attempts: number }
  | { kind: 'posting_updated'; board: string; attempts: number }
  | { kind: 'posting_down'; board: string; attempts: number }
  | { kind: 'posting_refused'; board: string; problem: string }
  | { kind: 'posting_corrected'; board: string; why: Correction['kind']; fields?: string[] }
  | { kind: 'mail_delivered'; version: number; to: string; attempts: number }
  | { kind: 'mail_failed'; version: number; to: string; problem: string }
  | { kind: 'sending_failed'; problem: string }
  | { kind: 'kept_in_the_building'; what: string }
  | { kind: 'gate_alert'; carrierName: string; reasons: string[]; policyVersion: number }
  | { kind: 'gate_fixed'; reasons: string[] }
  | { kind: 'tender_accepted'; shipmentId: string; partner: string; change: boolean }
  | { kind: 'tender_change_declined'; shipmentId: string; partner: string; reason: string }
  | { kind: 'exchange_failed'; document: string; partner: string; problem: string }
  | { kind: 'truck_not_used'; payMinor: number; sellMinor: number }
  | { kind: 'carrier_notified'; to: string; what: string }
  | { kind: 'status_noted'; words: string; sent: boolean }
  | { kind: 'partner_joined'; partner: string; shipmentId: string }
  | { kind: 'invoice_sent'; partner: string; totalMinor: number; byMail?: boolean }
  | { kind: 'message_left'; sender: string; subject: string }
  | { kind: 'offer_proposed'; sender: string; carrierName: string | null; readings: number[] }
  | { kind: 'proposal_dismissed'; sender: string }
  | { kind: 'proposal_confirmed'; sender: string; carrierId: number; payMinor: number }
  | {
      kind: 'price_corrected'
      verdict: 'price' | 'left_out' | 'as_paid' | 'undo'
      payMinor: number
      priceMinor: number | null
    }

export type LogEvent = LoadEvent | OutsideEvent | DocumentEvent

/** One log line as a sentence, without who and when. */
export function logWords<Kind extends LogEvent['kind']>(event: LogEvent & { kind: Kind }): string {
  const words: (event: LogEvent & { kind: Kind }) => string = sentences[event.kind]
  return words(event)
}

const sentences: { [Kind in LogEvent['kind']]: (event: LogEvent & { kind: Kind }) => string } = {
  ...documentLogWords,
  price_corrected: ({ verdict, payMinor, priceMinor }) => {
    const paid = `paid ${formatMoney(payMinor)}`
    const words = {
      price: `For rates, ${paid} counts as ${formatMoney(priceMinor ?? payMinor)}`,
      left_out: `Left out of rates: ${paid}`,
      as_paid: `For rates, ${paid} is right`,
      undo: `Correction for rates taken back: ${paid}`,
    }
    return words[verdict]
  },
  load_created: ({ quote, copiedFrom }) => {
    if (quote) return `Load created from ${quote}`
    return copiedFrom ? `Load created as a copy of ${copiedFrom}` : 'Load created'
  },
  state_changed: (event) => stateWords(event.from, event.to),
  limits_set: (event) =>
    `Target ${fromTo(event.from.targetPayMinor, event.to.targetPayMinor)}, max ${fromTo(event.from.maxPayMinor, event.to.maxPayMinor)}`,
  posting_asked: (event) => `Posting requested from ${event.board}`,
  posting_update_asked: (event) => `Change passed on to ${event.board}`,
  posting_removal_asked: (event) => `${event.board} asked to take the posting down`,
  posting_up: (event) => `On ${event.board}${afterTries(event.attempts)}`,
  posting_updated: (event) => `${event.board} shows the change${afterTries(event.attempts)}`,
  posting_down: (event) => `Off ${event.board}${afterTries(event.attempts)}`,
  posting_refused: (event) => `${event.board} refused the posting: ${event.problem}`,
  posting_set: ({ words }) => (words ? `Posting shows: ${words}` : 'Posting shows what is usual'),
  posting_corrected: ({ board, why, fields = [] }) => correctionWords(board, why, fields),
  offer_recorded: (event) =>
    `Offer ${formatMoney(event.payMinor)}${asked(event)} from ${event.carrierName}${spoke(event)} by ${offerSourceWords[event.source]}`,
  offer_repriced: (event) =>
    `${event.carrierName} asks ${formatMoney(event.payMinor)} now${asked(event)}, ${formatMoney(event.from)} before, by ${offerSourceWords[event.source]}`,
  offer_countered: (event) =>
    `We countered ${event.carrierName}: ${formatMoney(event.to)} against ${formatMoney(event.from)}${event.byPhone ? '. Tell them by phone' : ''}`,
  offer_answer_asked: (event) =>
    `${event.answer === 'declined' ? 'The no' : `Our ${formatMoney(event.amountMinor)}`} goes to ${event.carrierName} by ${offerSourceWords[event.source]}`,
  guide_offered: ({ place }) =>
    `Routing guide: offered to ${place.carrierName} (no. ${place.rank}) at ${formatMoney(place.priceMinor)}, ${place.minutes} minutes to answer`,
  guide_skipped: ({ rank, carrierName, hindrance }) =>
    `Routing guide: ${carrierName} (no. ${rank}) skipped: ${hindrance}`,
  guide_answered: ({ carrierName, answer, name }) =>
    `Routing guide: ${carrierName} ${guideAnswerWords[answer]}${name ? ` (${name})` : ''}`,
  guide_ended: ({ how, reason }) =>
    how === 'exhausted'
      ? 'Routing guide: nobody is left to ask'
      : `Routing guide stopped for this load${reason ? `: ${reason}` : ''}`,
  offer_reopened: (event) => `Offer ${formatMoney(event.payMinor)} from ${event.carrierName} stands again`,
  rep_changed: ({ from, to }) => `Handed from ${from.name} to ${to.name}`,
  load_withdrawn: (event) => `Back to a draft: ${event.reason}`,
  price_passed: (event) => `${event.over.join('; ')}. Because: ${event.because}`,
  offer_ended: (event) =>
    `Offer ${formatMoney(event.payMinor)} from ${event.carrierName} ${event.to === 'turned_down' ? 'turned down' : event.to}${event.byPhone ? '. Tell them by phone' : ''}`,
  load_awarded: (event) =>
    `Awarded to ${event.carrierName} at ${formatMoney(event.payMinor)}${asked({ asked: event.agreed })}${event.override ? `, vetting overridden: ${event.override}` : ''}`,
  gate_passed: (event) =>
    `Vetting overridden at ${event.stage}: ${event.reasons.map((reason) => reason.message).join('; ')}. Because: ${event.because}`,
  terms_changed: (event) => `Changed: ${event.changes.map(changeWords).join('; ')}`,
  confirmation_issued: (event) => `Rate confirmation version ${event.version} written`,
  confirmation_voided: (event) => `Rate confirmation version ${event.version} void`,
  confirmation_mail_asked: (event) => `Rate confirmation version ${event.version} to be emailed to ${event.to}`,
  mail_delivered: (event) =>
    `Rate confirmation version ${event.version} emailed to ${event.to}${afterTries(event.attempts)}`,
  mail_failed: (event) => `Email to ${event.to} failed: ${event.problem}`,
  sending_failed: (event) => `Something about this load could not be sent: ${event.problem}`,
  confirmation_accepted: (event) =>
    `Rate confirmation version ${event.version} accepted by ${event.name}, ${event.title}`,
  confirmation_objected: ({ version, objection, name, text }) =>
    `${name} ${objectionWords[objection]} rate confirmation version ${version}${text && `: ${text}`}`,
  award_released: (event) => `${event.carrierName} released: ${event.reason}`,
  load_cancelled: (event) => `Cancelled: ${event.reason}`,
  gate_alert: (event) =>
    `${event.carrierName} would now be blocked by vetting: ${event.reasons.join('; ')}. Dispatch waits.`,
  gate_fixed: (event) => `Vetting is clear again: ${event.reasons.join('; ')} is fixed`,
  kept_in_the_building: (event) => `Practice: ${event.what} not sent`,
  tender_accepted: (event) =>
    event.change
      ? `${event.partner}'s change of ${event.shipmentId} accepted`
      : `Tender ${event.shipmentId} of ${event.partner} accepted`,
  tender_change_declined: (event) => `${event.partner}'s change of ${event.shipmentId} declined: ${event.reason}`,
  exchange_failed: (event) => `${event.document} to ${event.partner} failed: ${event.problem}`,
  truck_not_used: (event) =>
    `Truck ordered and not used: ${formatMoney(event.payMinor)} to the carrier, ${formatMoney(event.sellMinor)} to the customer`,
  carrier_notified: (event) => `${event.to} notified: ${event.what}`,
  status_noted: (event) => `${event.words}${event.sent ? ', sent to the customer (214)' : ''}`,
  partner_joined: (event) => `Reports to ${event.partner} as ${event.shipmentId} from now on`,
  invoice_sent: (event) =>
    `Invoice of ${formatMoney(event.totalMinor)} to ${event.partner} ${event.byMail ? 'by email' : '(210)'}`,
  offer_proposed: (event) =>
    `${event.sender} names ${event.readings.map((reading) => formatMoney(reading)).join(' or ')}${event.carrierName ? ` for ${event.carrierName}` : ''}: needs confirmation`,
  proposal_confirmed: (event) =>
    `Proposal from ${event.sender} confirmed as an offer of ${formatMoney(event.payMinor)}`,
  proposal_dismissed: (event) => `Proposal from ${event.sender} dismissed`,
  message_left: (event) => `Email from ${event.sender}: ${event.subject || 'no subject'}`,
}

function stateWords(from: LoadState, to: LoadState): string {
  if (from === 'draft' && to === 'uncovered') return 'Opened for cover'
  return `${loadStateWords[from]} to ${loadStateWords[to].toLowerCase()}`
}

const fromTo = (from: number | null, to: number) =>
  from === null || from === to ? formatMoney(to) : `${formatMoney(from)} to ${formatMoney(to)}`

/** Whom we spoke with. */
const spoke = ({ person }: { person?: string | undefined }) => (person ? ` (${person})` : '')

/** What was named in another currency, and the rate it was turned by. */
const asked = ({ asked: own }: { asked?: AgreedPrice | undefined }) =>
  own?.rateE6
    ? ` (${formatMoney(own.amountMinor, own.currency)} at ${rateWords(own.rateE6)}${own.rateDay ? ` on ${dayWords(own.rateDay)}` : ''})`
    : ''

const afterTries = (attempts: number) => (attempts > 1 ? ` at try ${attempts}` : '')

const changeWords = (change: Change) => `${change.field} ${change.from} to ${change.to}`
