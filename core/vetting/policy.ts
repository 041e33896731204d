import { z } from 'zod'
import { deskRoles } from '../access/access'
import { equipmentKinds } from '../load/load'
import type { Finding, LoadToVet, VetFacts } from './facts'
import type { RuleKind } from './rule-kind'
import { authorityRules } from './rules/authority'
import { fitnessRules } from './rules/fitness'
import { insuranceRules } from './rules/insurance'
import { safetyRules } from './rules/safety'
import { type Sign, type SignLimits, signCodes, usualSignLimits, usualSignWeights } from './signs'

/** Everything a rule may look for, by its code. Signs weigh together; what they must come to is the rule's threshold. */
export const ruleKinds = {
  ...authorityRules,
  ...insuranceRules,
  ...safetyRules,
  ...fitnessRules,
  signs_heavy: {
    title: 'Signs of impersonation or double brokering, together weighing',
    asks: { weight: { label: 'weight', unit: 'weight', min: 1, max: 100 } },
    find: () => [],
  },
} as const satisfies Record<string, RuleKind>
export type RuleKindCode = keyof typeof ruleKinds
export const ruleKindCodes = Object.keys(ruleKinds) as RuleKindCode[]

/** The loads a rule is for: every condition that is given must hold. None given: all loads, and carriers by themselves. */
export const conditionSchema = z.object({
  customers: z.array(z.string().trim().min(1).max(200)).max(50).optional(),
  commodities: z.array(z.string().trim().min(1).max(120)).max(50).optional(),
  valueOverMinor: z.number().int().min(0).optional(),
  equipment: z.array(z.enum(equipmentKinds)).max(13).optional(),
  crossBorder: z.boolean().optional(),
  hazmat: z.boolean().optional(),
})
export type Condition = z.infer<typeof conditionSchema>

export const ruleSchema = z
  .object({
    id: z.string().trim().min(1).max(60),
    kind: z.enum(ruleKindCodes as [RuleKindCode, ...RuleKindCode[]]),
    severity: z.enum(['caution', 'stop']),
    on: z.boolean().default(true),
    ask: z.record(z.string(), z.number()).default({}),
    when: conditionSchema.default({}),
    /** Who may go past the stop, with a reason; nobody where it is empty. */
    overridableBy: z.array(z.enum(deskRoles)).default(['manager']),
  })
  .superRefine((rule, context) => {
    for (const [name, ask] of Object.entries(asksOf(rule.kind))) {
      const value = rule.ask[name]
      if (value === undefined || !Number.isFinite(value) || value < ask.min || value > ask.max)
        context.addIssue({
          code: 'custom',
          path: ['ask', name],
          message: `${ask.label}: a number from ${ask.min} to ${ask.max.toLocaleString('en-US')}`,
        })
    }
  })
export type Rule = z.infer<typeof ruleSchema>

/** What a kind of rule asks for beside its severity. */
export const asksOf = (kind: RuleKindCode): RuleKind['asks'] => (ruleKinds[kind] as RuleKind).asks

export const vettingPolicySchema = z
  .object({
    version: z.number().int().min(0).default(0),
    rules: z.array(ruleSchema).max(120),
    signWeights: z.record(z.enum(signCodes), z.number().min(0).max(100)).default(usualSignWeights),
    signLimits: z
      .object({
        changedDays: z.number().int().min(0).max(365),
        awayMiles: z.number().min(0).max(3000),
        pricePercent: z.number().int().min(1).max(100),
        addressCarriers: z.number().int().min(2).max(1000),
      })
      .default(usualSignLimits) satisfies z.ZodType<SignLimits>,
  })
  .refine((policy) => new Set(policy.rules.map((rule) => rule.id)).size === policy.rules.length, {
    path: ['rules'],
    message: 'Two rules have the same name',
  })
export type VettingPolicy = z.infer<typeof vettingPolicySchema>

/** Whether a rule is for this load. A rule with conditions says nothing of a carrier by itself. */
export function appliesTo(rule: Rule, load: LoadToVet | null): boolean {
  if (!rule.on) return false
  if (!load) return !(ruleKinds[rule.kind] as RuleKind).needsLoad && !hasConditions(rule.when)
  const { customers, commodities, valueOverMinor, equipment, crossBorder, hazmat } = rule.when
  const among = (words: string[] | undefined, word: string | null) =>
    words === undefined || (word !== null && words.some((each) => word.toLowerCase().includes(each.toLowerCase())))
  return (
    among(customers, load.customer) &&
    among(commodities, load.commodity) &&
    (valueOverMinor === undefined || (load.freightValueMinor ?? 0) > valueOverMinor) &&
    (equipment === undefined || equipment.includes(load.equipment)) &&
    (crossBorder === undefined || crossBorder === new Set(load.countries).size > 1) &&
    (hazmat === undefined || hazmat === load.hazmat)
  )
}

function hasConditions(when: Condition): boolean {
  for (const name in when) if (when[name as keyof Condition] !== undefined) return true
  return false
}

const alone = new WeakMap<readonly Rule[], Rule[]>()

/** The rules of a policy that speak of this load, or of a carrier by itself; those of the latter are picked once for each policy. */
export function rulesFor(rules: readonly Rule[], load: LoadToVet | null): Rule[] {
  if (load) return rules.filter((rule) => appliesTo(rule, load))
  const known = alone.get(rules) ?? rules.filter((rule) => appliesTo(rule, null))
  alone.set(rules, known)
  return known
}

/** What one rule finds; the signs are those seen on these facts. */
export function findingsOf(rule: Rule, facts: VetFacts, signs: readonly Sign[]): Finding[] {
  if (rule.kind !== 'signs_heavy') return (ruleKinds[rule.kind] as RuleKind).find(facts, rule.ask)
  const total = signs.reduce((sum, sign) => sum + sign.weight, 0)
  if (total < rule.ask.weight!) return []
  return signs.map((sign) => ({
    code: `sign_${sign.code}`,
    message: sign.message,
    fix: 'Call the carrier at the phone in the register, not at the one they gave, and ask.',
  }))
}
