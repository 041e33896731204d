import { z } from 'zod'
import { type Refusal, refusalWords, refused } from '#core/decision/refusal'
import { decidePolicy, type PolicyCommand, policyRefusals } from '#core/vetting/decide-policy'
import type { PolicyEvent } from '#core/vetting/events'
import { type VettingPolicy, vettingPolicySchema } from '#core/vetting/policy'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { type Refused, run, type Subject } from '#server/kernel/run'
import { vettingPolicy } from '#server/schema'
import { currentPolicy } from './policy'

export const savePolicySchema = z.object({
  policy: vettingPolicySchema,
  note: z.string().trim().min(3, 'Say what changed and why').max(300),
  /** The version the change was made on: another's change in between is not overwritten. */
  basedOn: z.number().int().min(0),
})

type ServerCommand = PolicyCommand & { policy: VettingPolicy }

/** Decisions about the vetting policy; there is one, so its number is always 1. */
const policySubject: Subject<'policy', { version: number }, ServerCommand, PolicyEvent> = {
  aggregate: 'policy',
  read: (db) => ({ version: currentPolicy(db).version }),
  decide: decidePolicy,
  apply: (db, _, { version, note }, { command, now, by }) => {
    const policy = { ...command.policy, version }
    db.insert(vettingPolicy).values({ version, policy, note, byName: by.name, at: now }).run()
  },
  words: (refusal) => refusalWords(policyRefusals, refusal as Refusal<keyof typeof policyRefusals>),
  missing: refused(policyRefusals, 'no_such_policy').refusal,
}

/** Keeps a policy as the next version; it holds from now on. */
export function savePolicy(
  db: Db,
  { policy, note, basedOn }: z.output<typeof savePolicySchema>,
  act: Act,
): { version: number } | Refused {
  const ran = run(db, policySubject, 1, { kind: 'save', policy, note, basedOn }, act)
  return 'refusal' in ran ? ran : { version: ran.events[0]!.version }
}
