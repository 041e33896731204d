import type { Refusal, RefusalWords } from '../decision/refusal'
import type { LogEvent } from '../load/log-words'

/** Joins a load that came another way to a partner, under the partner's number of the shipment. */
export interface JoinCommand {
  kind: 'join_partner'
  partnerId: number
  shipmentId: string
}

export interface JoinFacts {
  /** The load. */
  isPractice: boolean
  customerId: number
  /** Null where there is no such partner; `customerId` is null where it sends for many customers. */
  partner: { name: string; customerId: number | null; isInProduction: boolean } | null
  /** Whether another load that is not billed yet goes by this number. */
  isTaken: boolean
}

export type JoinEvent = Extract<LogEvent, { kind: 'partner_joined' }>

export const joinRefusals = {
  no_such_partner: () => 'There is no such partner.',
  other_customer: ({ name }: { name: string }) =>
    `${name} is the system of another customer: this load's statuses and invoice may not go there.`,
  practice_stays_inside: () =>
    'A practice load reports nothing to a customer: only a partner that is being tested can be joined.',
  number_taken: ({ name, shipmentId }: { name: string; shipmentId: string }) =>
    `${name} knows another load of ours as ${shipmentId} already.`,
} satisfies RefusalWords<string>

type Code = keyof typeof joinRefusals

/** Whether a load's statuses and invoice may go to a partner from now on. */
export function decideJoin(
  { isPractice, customerId, partner, isTaken }: JoinFacts,
  { shipmentId }: JoinCommand,
): { events: JoinEvent[] } | { refusal: Refusal<Code> } {
  const refuse = (code: Code) => ({ refusal: { code, facts: { name: partner?.name, shipmentId } } })
  if (!partner) return refuse('no_such_partner')
  // A partner's system belongs to its customer: another customer's statuses and invoices would go to a stranger.
  if (partner.customerId !== null && partner.customerId !== customerId) return refuse('other_customer')
  if (isPractice && partner.isInProduction) return refuse('practice_stays_inside')
  if (isTaken) return refuse('number_taken')
  return { events: [{ kind: 'partner_joined', partner: partner.name, shipmentId }] }
}
