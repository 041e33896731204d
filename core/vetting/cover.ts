import type { PolicyKind } from '../register/register'
import { addDays } from '../time/local'
import type { Insurance } from './facts'

/** The last day that a kind of line of days ever needs: beyond every date that is written. */
const farAway = '9999-12-31'

/** The last calendar day a policy covers: a cancellation ends it the day before it takes effect. */
export function endOf(policy: Pick<Insurance, 'expiresOn' | 'cancelledOn'>): string {
  const expires = policy.expiresOn ?? farAway
  if (policy.cancelledOn === null) return expires
  const cancelled = addDays(policy.cancelledOn, -1)
  return cancelled < expires ? cancelled : expires
}

export interface Stretch {
  from: string
  to: string
  limitMinor: number
  insurer: string
  number: string
}

/**
 * The days each policy of a kind covers. The register's filing and the certificate of the same number are one policy,
 * and the worse word of the two counts: the later beginning, the earlier end, the lower limit.
 */
export function stretches(insurance: Insurance[], kind: PolicyKind): Stretch[] {
  const ofList = remembered.get(insurance) ?? new Map<PolicyKind, Stretch[]>()
  remembered.set(insurance, ofList)
  const found = ofList.get(kind) ?? findStretches(insurance, kind)
  ofList.set(kind, found)
  return found
}

/** Several rules ask the same of one list: it is worked out once, for as long as the list is held. */
const remembered = new WeakMap<Insurance[], Map<PolicyKind, Stretch[]>>()

function findStretches(insurance: Insurance[], kind: PolicyKind): Stretch[] {
  const byNumber = new Map<string, Stretch>()
  const terms = new Map<string, Insurance[]>()
  for (const policy of insurance) {
    if (policy.kind !== kind) continue
    // Two certificates of one number are two years of it; a filing is listed beside each of them.
    const key = `${numberKey(policy.number)}|${policy.source === 'certificate' ? policy.effectiveOn : 'filed'}`
    terms.set(key, [...(terms.get(key) ?? []), policy])
  }
  for (const [key, policies] of terms) {
    const filed = key.endsWith('|filed') ? [] : (terms.get(`${key.split('|')[0]}|filed`) ?? [])
    const certified =
      key.endsWith('|filed') &&
      [...terms.keys()].some((other) => other !== key && other.split('|')[0] === key.split('|')[0])
    if (!certified) byNumber.set(key, worst([...policies, ...filed]))
  }
  return [...byNumber.values()]
    .filter((stretch) => stretch.from <= stretch.to)
    .sort((one, other) => {
      if (one.from < other.from) return -1
      if (one.from > other.from) return 1
      return 0
    })
}

function worst(policies: Insurance[]): Stretch {
  const first = policies[0]!
  return {
    from: policies.map((each) => each.effectiveOn).reduce((one, other) => (one > other ? one : other)),
    to: policies.map(endOf).reduce((one, other) => (one < other ? one : other)),
    limitMinor: Math.min(...policies.map((each) => each.limitMinor)),
    insurer: first.insurer,
    number: first.number,
  }
}

/** A policy number as it is compared: `GL-70 001` is `gl70001`. */
export const numberKey = (number: string): string => number.toLowerCase().replace(/[^a-z0-9]/g, '')

/**
 * The last day through which cover runs without a gap from a day on; null where that day itself is not covered. Policies that
 * follow one another day on day count as one.
 */
export function coveredThrough(policies: Stretch[], from: string): string | null {
  let through: string | null = null
  for (const policy of policies) {
    const begins = through === null ? from : nextDay(through)
    if (policy.from <= begins && policy.to >= begins) through = policy.to
  }
  return through
}

const nextDay = (date: string) => (date >= farAway ? farAway : addDays(date, 1))

/** The least limit that holds on every day of a stretch of days, in minor units; zero where a day has no cover. */
export function minLimit(policies: Stretch[], from: string, to: string): number {
  // The best policy in force can change only where one begins or the day after one ends.
  const turns = [from, ...policies.map((each) => each.from), ...policies.map((each) => nextDay(each.to))].filter(
    (date) => date >= from && date <= to,
  )
  return Math.min(
    ...turns.map((date) =>
      policies
        .filter((each) => each.from <= date && each.to >= date)
        .reduce((best, each) => Math.max(best, each.limitMinor), 0),
    ),
  )
}
