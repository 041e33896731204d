import { addDays } from '../time/local'
import { dayWords } from '../time/words'

export const policyKinds = ['liability', 'cargo'] as const
export type PolicyKind = (typeof policyKinds)[number]

export interface Policy {
  kind: PolicyKind
  insurer: string
  limitMinor: number
  /** Calendar days; the policy covers both of them. */
  effectiveOn: string
  expiresOn: string
  cancelledOn: string | null
}

export interface CarrierToVet {
  authorityStatus: 'active' | 'inactive' | 'revoked'
  authorityGrantedOn: string | null
  policies: Policy[]
  w9OnFile: boolean
  agreementOnFile: boolean
  doNotUse: string | null
}

export interface LoadToVet {
  /** The last delivery's local calendar day: insurance must be in force through it. */
  lastDeliveryOn: string
  freightValueMinor: number | null
}

export interface GateReason {
  code: 'do_not_use' | 'authority_not_active' | 'authority_young' | 'no_liability' | 'liability_low' | 'liability_lapses' | 'no_cargo' | 'cargo_low' | 'cargo_lapses' | 'no_w9' | 'no_agreement'
  severity: 'caution' | 'stop'
  message: string
}

export interface Verdict {
  verdict: 'clear' | 'caution' | 'stop'
  reasons: GateReason[]
}

/** Least liability for general freight by for-hire carriers, 49 CFR 387.9: 750,000 dollars; the trade asks for a million. */
const leastLiabilityMinor = 1_000_000_00
/** What the trade asks for where the freight's value is not given. */
const usualCargoMinor = 100_000_00
const youngAuthorityDays = 90
/** Insurance that ends within this many days of the delivery deserves a look. */
const closeToEndDays = 3

/**
 * Whether this carrier may be awarded this load as of `today` (a calendar day), with every
 * reason against, the worst first. `stop` keeps the award from happening.
 */
export function vet(carrier: CarrierToVet, load: LoadToVet, today: string): Verdict {
  const reasons = [
    ...authorityReasons(carrier, today),
    ...policyReasons(carrier.policies, 'liability', leastLiabilityMinor, load),
    ...policyReasons(carrier.policies, 'cargo', load.freightValueMinor ?? usualCargoMinor, load),
    ...paperReasons(carrier),
  ].sort((one, other) => Number(other.severity === 'stop') - Number(one.severity === 'stop'))
  const verdict = reasons.some((reason) => reason.severity === 'stop') ? 'stop' : reasons.length > 0 ? 'caution' : 'clear'
  return { verdict, reasons }
}

function authorityReasons(carrier: CarrierToVet, today: string): GateReason[] {
  const reasons: GateReason[] = []
  if (carrier.doNotUse) reasons.push({ code: 'do_not_use', severity: 'stop', message: `Do not use: ${carrier.doNotUse}` })
  if (carrier.authorityStatus !== 'active') {
    reasons.push({ code: 'authority_not_active', severity: 'stop', message: `Authority is ${carrier.authorityStatus}` })
  } else if (carrier.authorityGrantedOn && carrier.authorityGrantedOn > addDays(today, -youngAuthorityDays)) {
    reasons.push({ code: 'authority_young', severity: 'caution', message: `Authority granted only ${dayWords(carrier.authorityGrantedOn, today)}` })
  }
  return reasons
}

function policyReasons(policies: Policy[], kind: PolicyKind, neededMinor: number, load: LoadToVet): GateReason[] {
  const name = kind === 'liability' ? 'Liability' : 'Cargo cover'
  const held = policies.filter((policy) => policy.kind === kind)
  if (held.length === 0) return [{ code: `no_${kind}`, severity: 'stop', message: `${name}: no certificate on file` }]
  const longest = held.reduce((one, other) => (endOf(other) > endOf(one) ? other : one))
  const end = endOf(longest)
  const reasons: GateReason[] = []
  if (end < load.lastDeliveryOn) {
    reasons.push({ code: `${kind}_lapses`, severity: 'stop', message: `${name} ends ${dayWords(end)}, before the delivery on ${dayWords(load.lastDeliveryOn)}` })
  } else if (end <= addDays(load.lastDeliveryOn, closeToEndDays)) {
    reasons.push({ code: `${kind}_lapses`, severity: 'caution', message: `${name} ends ${dayWords(end)}, days after the delivery` })
  }
  if (longest.limitMinor < neededMinor) {
    const dollars = (minor: number) => `$${Math.round(minor / 100).toLocaleString('en-US')}`
    reasons.push({ code: `${kind}_low`, severity: 'stop', message: `${name} of ${dollars(longest.limitMinor)} is below ${dollars(neededMinor)}` })
  }
  return reasons
}

/** The last calendar day a policy covers: a cancellation ends it the day before. */
export function endOf(policy: Policy): string {
  const cancelled = policy.cancelledOn ? addDays(policy.cancelledOn, -1) : policy.expiresOn
  return cancelled < policy.expiresOn ? cancelled : policy.expiresOn
}

function paperReasons(carrier: CarrierToVet): GateReason[] {
  const reasons: GateReason[] = []
  if (!carrier.w9OnFile) reasons.push({ code: 'no_w9', severity: 'stop', message: 'W-9 is not on file' })
  if (!carrier.agreementOnFile) reasons.push({ code: 'no_agreement', severity: 'stop', message: 'Broker-carrier agreement is not on file' })
  return reasons
}
