import type { TenderEvent } from './events'
import { declineReasons } from './reasons'

const purposes: Record<(TenderEvent & { kind: 'tender_received' })['purpose'], string> = {
  original: 'Tender',
  change: 'Change',
  cancel: 'Cancellation',
  confirmation: 'Confirmation',
}

const sentences: { [Kind in TenderEvent['kind']]: (event: TenderEvent & { kind: Kind }) => string } = {
  tender_received: ({ purpose, remark }) => `${purposes[purpose]} received${remark ? `: ${remark}` : ''}`,
  tender_accepted: ({ change, note }) => `${change ? 'Change accepted' : 'Accepted'}${note ? `: ${note}` : ''}`,
  tender_declined: ({ change, reasonCode, note }) =>
    `${change ? 'Change declined' : 'Declined'}: ${[declineReasons[reasonCode].toLowerCase(), note].filter(Boolean).join('; ')}`,
  tender_expired: ({ became }) =>
    became === 'decline' ? 'The time to answer ran out: declined' : 'The time to answer ran out: lapsed',
  tender_cancelled: ({ choice }) =>
    `Cancellation carried out${choice?.carrier === 'bill' ? ', the truck is paid' : ''}`,
}

/** One event of a tender as people read it, without who and when. */
export const tenderLogWords = (event: TenderEvent): string =>
  (sentences[event.kind] as (event: TenderEvent) => string)(event)
