import { milesWords } from '../miles/words'
import type { NoticeState } from './tender'

interface NoticeSaid {
  shipmentId: string
  answeredBy: string | null
}

const over =
  (words: string) =>
  ({ shipmentId, answeredBy }: NoticeSaid) =>
    `${shipmentId} ${words}${answeredBy ? `, by ${answeredBy}` : ''}.`

/** Every way a command on a tender can be refused, with its sentence. */
export const tenderRefusals = {
  already_accepted: over('is accepted already'),
  already_declined: over('is declined already'),
  already_lapsed: over('has lapsed: the time to answer is over'),
  already_withdrawn: over('was cancelled by the customer'),
  already_overtaken: over('was overtaken by a later one'),
  already_noted: over('needs no answer'),
  cancel_stands: () => 'A cancellation cannot be declined: choose what becomes of the carrier.',
  facility_elsewhere: ({ shipmentId, words, milesAway }: { shipmentId: string; words: string; milesAway: number }) =>
    `${shipmentId}: ${words}, ${milesWords(milesAway)} away. Review it, and accept it alone.`,
  no_such_load: () => 'There is no load to cancel.',
  carrier_undecided: ({ carrierName }: { carrierName: string }) =>
    `${carrierName} is on its way: choose whether it is paid for the truck.`,
  codes_not_mapped: ({ codes }: { codes: string[] }) =>
    `Say first what ${codes.join(', ')} ${codes.length === 1 ? 'is' : 'are'} with us.`,
  no_customer: () => 'It does not say who pays, and the partner has no customer of its own.',
  no_equipment: () => 'It does not say what equipment is wanted: ask the customer.',
  no_such_tender: () => 'There is no such tender.',
  nobody_to_pay: () => 'No carrier has this load: there is nobody to pay for a truck.',
}
export type TenderRefusalCode = keyof typeof tenderRefusals

/** The code that refuses an answer to a notice that is no longer open. */
export const alreadyCode = (state: Exclude<NoticeState, 'open'>): TenderRefusalCode => `already_${state}`
