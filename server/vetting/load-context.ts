import { type Db, prepared } from '#server/db.server'
import type { Moment } from './carriers-to-vet'

const offersQuery = prepared((db) =>
  db.$client.prepare<[{ loadId: number }], { carrierId: number; payMinor: number }>(
    "select carrier_id carrierId, pay_minor payMinor from offer where load_id = @loadId and state in ('open', 'awarded')",
  ),
)
const sendersQuery = prepared((db) =>
  db.$client.prepare<[{ loadId: number }], { carrierId: number; sender: string }>(
    'select carrier_id carrierId, sender from message where load_id = @loadId and carrier_id is not null order by id',
  ),
)

/** What is known around each carrier on a load just now: the price it asks, and the address its last mail about the load came from. */
export function loadContextsOf(db: Db, loadId: number): Map<number, Moment> {
  const moments = new Map<number, Moment>()
  for (const { carrierId, payMinor } of offersQuery(db).all({ loadId })) moments.set(carrierId, { payMinor })
  for (const { carrierId, sender } of sendersQuery(db).all({ loadId }))
    moments.set(carrierId, { ...moments.get(carrierId), writer: { mail: sender, phone: null } })
  return moments
}
