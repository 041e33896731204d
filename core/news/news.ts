import type { ActorKind } from '../access/actor'
import type { Aggregate, EventOf } from '../event/event'

/** What a rep wants to hear of though they are looking at something else: what came from outside or by the clock, and what went wrong. */
const newsKinds: { [Kind in Aggregate]?: readonly EventOf[Kind]['kind'][] } = {
  load: [
    'offer_recorded',
    'offer_repriced',
    'offer_proposed',
    'offer_ended',
    'confirmation_accepted',
    'confirmation_objected',
    'message_left',
    'posting_refused',
    'mail_failed',
    'sending_failed',
    'exchange_failed',
    'gate_alert',
    'tender_accepted',
  ],
  quote: ['lapsed', 'not_delivered'],
  tender: ['tender_received', 'tender_expired', 'tender_cancelled'],
}

/** Every kind of event that may be news, of whatever aggregate: for the index that finds them. */
export const allNewsKinds: readonly string[] = [...new Set(Object.values(newsKinds).flat())]

/** Whether an event is news: what a person of the desk did is not, they know. */
export const isNews = ({
  aggregate,
  kind,
  actorKind,
}: {
  aggregate: Aggregate
  kind: string
  actorKind: ActorKind
}): boolean => actorKind !== 'person' && mayBeNews(aggregate, kind)

/** Whether an event of this kind can be news, before it is known who caused it. */
export const mayBeNews = (aggregate: string, kind: string): boolean =>
  (newsKinds[aggregate as Aggregate] as readonly string[] | undefined)?.includes(kind) ?? false

/** News that something went wrong, or needs an answer by the clock. */
export const isPressing = (kind: string): boolean => pressing.has(kind)

const pressing = new Set([
  'posting_refused',
  'mail_failed',
  'sending_failed',
  'exchange_failed',
  'gate_alert',
  'confirmation_objected',
  'not_delivered',
  'tender_cancelled',
])
