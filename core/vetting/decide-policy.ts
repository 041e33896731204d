import type { Refusal } from '../decision/refusal'
import type { PolicyEvent } from './events'

/** A new version of the vetting policy, made on the version that its author had open. */
export interface PolicyCommand {
  kind: 'save'
  basedOn: number
  note: string
}

/** Every way saving a policy can be refused, with its sentence. */
export const policyRefusals = {
  no_such_policy: () => 'There is no policy.',
  changed_since: ({ version }: { version: number }) =>
    `The policy was changed to version ${version} meanwhile. Your changes are still here: review the new one before you save.`,
}

/** Keeps a policy as the next version, unless another one was saved since its author began. */
export function decidePolicy(
  { version }: { version: number },
  { basedOn, note }: PolicyCommand,
): { events: PolicyEvent[] } | { refusal: Refusal<keyof typeof policyRefusals> } {
  if (version !== basedOn) return { refusal: { code: 'changed_since', facts: { version } } }
  return { events: [{ kind: 'policy_saved', version: version + 1, note }] }
}
