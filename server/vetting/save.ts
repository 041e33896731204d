import { z } from 'zod'
import { vettingPolicySchema } from '#core/vetting/policy'
import { type Db, inTransaction } from '#server/db.server'
import { vettingPolicy } from '#server/schema'
import { currentPolicy } from './policy'

export const savePolicySchema = z.object({
  policy: vettingPolicySchema,
  note: z.string().trim().min(3, 'Say what changed and why').max(300),
  /** The version the change was made on: another's change in between is not overwritten. */
  basedOn: z.number().int().min(0),
})

/** Keeps a policy as the next version; it holds from now on. */
export function savePolicy(
  db: Db,
  { policy, note, basedOn }: z.output<typeof savePolicySchema>,
  by: { name: string; now: number },
): { version: number } | { refusal: { code: string; message: string } } {
  return inTransaction(db, () => {
    const version = currentPolicy(db).version
    if (version !== basedOn)
      return {
        refusal: {
          code: 'changed_since',
          message: `The policy was changed to version ${version} meanwhile. Your changes are still here: look at the new one before you save.`,
        },
      }
    db.insert(vettingPolicy)
      .values({ version: version + 1, policy: { ...policy, version: version + 1 }, note, byName: by.name, at: by.now })
      .run()
    return { version: version + 1 }
  })
}
