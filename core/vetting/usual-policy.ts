import type { Rule, RuleKindCode, VettingPolicy } from './policy'
import { usualSignLimits, usualSignWeights } from './signs'

const rule = (
  kind: RuleKindCode,
  severity: Rule['severity'],
  ask: Record<string, number> = {},
  over: Partial<Rule> = {},
): Rule => ({
  id: kind,
  kind,
  severity,
  on: true,
  ask,
  when: {},
  overridableBy: severity === 'stop' ? ['manager'] : [],
  ...over,
})
const never = { overridableBy: [] as Rule['overridableBy'] }

/**
 * The policy a brokerage begins with. Liability: 49 CFR 387.9 asks 750,000 dollars for general freight, the trade a million;
 * 100,000 of cargo cover is what the trade asks where the freight's value is not given.
 */
export const usualPolicy: VettingPolicy = {
  version: 0,
  rules: [
    rule('do_not_use', 'stop'),
    rule('not_in_register', 'stop', {}, never),
    rule('register_old', 'caution', { hours: 36 }),
    rule('register_old', 'stop', { hours: 168 }, { id: 'register_very_old' }),
    rule('authority_not_active', 'stop', {}, never),
    rule('authority_young', 'caution', { days: 180 }),
    rule('authority_young', 'stop', { days: 30 }, { id: 'authority_very_young' }),
    rule('authority_reinstated', 'caution', { days: 90, gap: 3 }),
    rule('liability_low', 'stop', { dollars: 750_000 }, { id: 'liability_below_law', overridableBy: [] }),
    rule('liability_low', 'stop', { dollars: 1_000_000 }),
    rule('cargo_low', 'stop', { dollars: 100_000 }),
    rule('refrigeration_low', 'caution', { dollars: 0 }),
    rule('insurance_lapses', 'stop', { grace: 0 }),
    rule('insurance_close', 'caution', { days: 4 }),
    rule('insurer_not_on_file', 'caution'),
    rule('certificate_mismatch', 'caution'),
    rule('rating_unsatisfactory', 'stop', {}, never),
    rule('rating_conditional', 'caution'),
    rule('out_of_service_high', 'caution', { times: 1.5, inspections: 8 }),
    rule('never_inspected', 'caution', { units: 10 }),
    rule('crashes_high', 'caution', { rate: 30, crashes: 3 }),
    rule('too_few_units', 'caution'),
    rule('permit_missing', 'stop'),
    rule('no_w9', 'stop'),
    rule('no_agreement', 'stop'),
    rule('gone_quiet', 'caution', { months: 12 }),
    rule('equipment_not_listed', 'caution'),
    rule('signs_heavy', 'caution', { weight: 5 }),
    rule('signs_heavy', 'stop', { weight: 12 }, { id: 'signs_very_heavy' }),
  ],
  signWeights: usualSignWeights,
  signLimits: usualSignLimits,
}
