import { desc } from 'drizzle-orm'
import type { VettingPolicy } from '#core/vetting/policy'
import { usualPolicy } from '#core/vetting/usual-policy'
import { type Db, prepared } from '#server/db.server'
import { vettingPolicy } from '#server/schema'

const newestQuery = prepared((db) =>
  db
    .select({ version: vettingPolicy.version })
    .from(vettingPolicy)
    .orderBy(desc(vettingPolicy.version))
    .limit(1)
    .prepare(),
)
const read = new WeakMap<object, VettingPolicy>()

/** The policy in force: the newest version kept, or the usual one where nobody has set any. */
export function currentPolicy(db: Db): VettingPolicy {
  const version = newestQuery(db).get()?.version ?? 0
  const held = read.get(db)
  if (held?.version === version) return held
  const row = version === 0 ? null : db.select().from(vettingPolicy).orderBy(desc(vettingPolicy.version)).limit(1).get()
  const policy = row ? { ...row.policy, version: row.version } : usualPolicy
  read.set(db, policy)
  return policy
}

/** All versions, the newest first, without their rules. */
export const policyVersions = (db: Db) =>
  db
    .select({
      version: vettingPolicy.version,
      note: vettingPolicy.note,
      byName: vettingPolicy.byName,
      at: vettingPolicy.at,
    })
    .from(vettingPolicy)
    .orderBy(desc(vettingPolicy.version))
    .limit(50)
    .all()
