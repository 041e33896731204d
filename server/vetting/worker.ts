import { parentPort, workerData } from 'node:worker_threads'
import { awaitingPickup } from '#core/load/states'
import type { VettingPolicy } from '#core/vetting/policy'
import { inTransaction, openAgain } from '#server/db.server'
import { readChanges } from '#server/register/feed'
import { inSql } from '#server/schema/state-sql'
import { askAwarded, awardedTo } from './alerts'
import { type PolicyPreview, previewPolicy } from './preview'
import { keepVerdicts, vetAll } from './sweep'

/** `tookMs` is the time spent vetting alone. `feed` reads the register's changes and vets whom they touch; `night` reads them and vets everybody; `preview` tells what a policy would do. */
export type VettingOrder = { databasePath: string; now: number } & (
  | { task: 'feed' }
  | { task: 'night' }
  | { task: 'preview'; policy: VettingPolicy }
)
export type VettingNews =
  | { progress: number }
  | { done: { taken: number; vetted: number; raised: number; problem: string | null; tookMs: number } }
  | { preview: PolicyPreview }

// On a thread of its own, by a connection of its own.
const order = workerData as VettingOrder
const db = openAgain(order.databasePath)
const tell = (news: VettingNews) => parentPort?.postMessage(news)
const progress = (share: number) => tell({ progress: share })

if (order.task === 'preview') tell({ preview: await previewPolicy(db, order.policy, order.now, progress) })
else {
  const read = await readChanges(db)
  const changed = 'problem' in read ? [] : read.changed
  const started = performance.now()
  const vetted =
    order.task === 'night'
      ? await vetAll(db, Date.now(), progress)
      : inTransaction(db, () => keepVerdicts(db, changed, Date.now())).size
  const tookMs = Math.round(performance.now() - started)
  const awarded = order.task === 'night' ? allAwarded() : awardedTo(db, changed)
  const { raised } = askAwarded(db, awarded, Date.now())
  tell({
    done: {
      taken: 'problem' in read ? 0 : read.taken,
      vetted,
      raised,
      problem: 'problem' in read ? read.problem : null,
      tookMs,
    },
  })
}
db.$client.close()

/** Every load that is awarded and not yet on the road. */
function allAwarded(): number[] {
  return (
    db.$client
      .prepare(
        `select id from load where state in (${inSql(awaitingPickup)}) and carrier_id is not null and pickup_at > @since`,
      )
      .all({ since: Date.now() - 14 * 86_400_000 }) as { id: number }[]
  ).map(({ id }) => id)
}
