/** What can happen to the vetting policy. */
export type PolicyEvent = { kind: 'policy_saved'; version: number; note: string }
