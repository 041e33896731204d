import type { Finding, VetFacts } from './facts'

export type AskUnit = 'days' | 'months' | 'hours' | 'dollars' | 'times' | 'count' | 'weight'

/** A threshold of a rule, as a manager sets it. */
export interface Ask {
  label: string
  unit: AskUnit
  min: number
  max: number
}

/** Something vetting can look for: its name, the thresholds it asks for, and how it is found. */
export interface RuleKind {
  title: string
  /** Which thresholds the rule has; a policy gives each a value. */
  asks: Record<string, Ask>
  /** Whether it can only be judged for a load, not for the carrier by itself. */
  needsLoad?: boolean
  find: (facts: VetFacts, ask: Readonly<Record<string, number>>) => Finding[]
}

/** The one finding of a rule that looks for one thing, or none. */
export const found = (code: string, when: boolean, message: () => string, fix: string): Finding[] =>
  when ? [{ code, message: message(), fix }] : []
