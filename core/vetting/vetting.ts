import { z } from 'zod'
import { deskRoleOf, type Role } from '../access/access'
import type { VetFacts } from './facts'
import { findingsOf, type Rule, rulesFor, type VettingPolicy } from './policy'
import { type Sign, signsOf } from './signs'

export type Severity = 'caution' | 'stop'

/** One reason of a verdict: what, how bad, what would fix it, and by which rule. */
export interface Reason {
  code: string
  severity: Severity
  message: string
  fix: string
  rule: string
}

/** A reason as it is kept with a carrier: what and how severe. */
export const keptReasonSchema = z.object({
  code: z.string(),
  severity: z.enum(['caution', 'stop']),
  message: z.string(),
})

export interface Verdict {
  verdict: 'clear' | Severity
  /** Stops first, then in the policy's order. */
  reasons: Reason[]
  /** Signs seen, also those that are too light for any rule. */
  signs: Sign[]
  policyVersion: number
}

/**
 * Whether a carrier may be used: for one load, or by itself where `load` is null. Pure and in a fixed order, so that the same
 * facts, day and policy always give the same words. Of several rules that find the same thing the strictest speaks.
 */
export function vet(facts: VetFacts, policy: VettingPolicy): Verdict {
  const signs = signsOf(facts, policy.signWeights, policy.signLimits)
  const reasons = new Map<string, Reason>()
  for (const rule of rulesFor(policy.rules, facts.load)) {
    for (const finding of findingsOf(rule, facts, signs)) {
      const key = finding.code
      const before = reasons.get(key)
      if (!before || (before.severity === 'caution' && rule.severity === 'stop') || stricter(rule, before, policy))
        reasons.set(key, { ...finding, severity: rule.severity, rule: rule.id })
    }
  }
  const sorted = [...reasons.values()].sort(
    (one, other) => Number(other.severity === 'stop') - Number(one.severity === 'stop'),
  )
  return { verdict: verdictOf(sorted), reasons: sorted, signs, policyVersion: policy.version }
}

/** Of two stops for one thing, the one that fewer may go past counts. */
function stricter(rule: Rule, before: Reason, policy: VettingPolicy): boolean {
  if (rule.severity !== 'stop' || before.severity !== 'stop') return false
  const other = policy.rules.find((each) => each.id === before.rule)
  return other !== undefined && rule.overridableBy.length < other.overridableBy.length
}

/** The worst of some reasons; clear where there are none. */
export function verdictOf(reasons: readonly { severity: Severity }[]): Verdict['verdict'] {
  if (reasons.some((reason) => reason.severity === 'stop')) return 'stop'
  return reasons.length > 0 ? 'caution' : 'clear'
}

/** A verdict for somebody nothing is known against; what is not vetted by any rule. */
export const clearVerdict = (policyVersion: number): Verdict => ({
  verdict: 'clear',
  reasons: [],
  signs: [],
  policyVersion,
})

/** The first stop that a role may not go past; null where it may go past all of them. */
export function barFor(role: Role, verdict: Verdict, policy: VettingPolicy): Reason | null {
  return (
    verdict.reasons.find(
      (reason) =>
        reason.severity === 'stop' &&
        !policy.rules.find((rule) => rule.id === reason.rule)?.overridableBy.includes(deskRoleOf(role)),
    ) ?? null
  )
}
