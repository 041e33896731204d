import { formatMoney } from '../../money/money'
import type { PolicyKind } from '../../register/register'
import { addDays } from '../../time/local'
import { dayWords } from '../../time/words'
import { coveredThrough, minLimit, numberKey, stretches } from '../cover'
import type { Finding, VetFacts } from '../facts'
import { sameName } from '../names'
import { found, type RuleKind } from '../rule-kind'

/** Limits are set in whole dollars and compared in cents. */
const cents = 100
const coverWords: Record<PolicyKind, string> = {
  liability: 'Liability',
  cargo: 'Cargo cover',
  refrigeration: 'Reefer breakdown cover',
}
const fixes: Record<PolicyKind, string> = {
  liability: 'A certificate of liability from the insurer, with the days of this load in it.',
  cargo: 'A certificate of cargo cover that is enough for this freight, or a rider for this load.',
  refrigeration: 'A certificate that names refrigeration breakdown.',
}
const dollars = (label: string) => ({ label, unit: 'dollars' as const, min: 0, max: 100_000_000 })

/** Rules on what is insured, for how much, and until when. */
export const insuranceRules = {
  liability_low: {
    title: 'Liability below',
    asks: { dollars: dollars('dollars') },
    find: (facts, ask) => limitFinding(facts, 'liability', ask.dollars! * cents),
  },
  cargo_low: {
    title: 'Cargo cover below the freight’s value, or where it is unknown',
    asks: { dollars: dollars('dollars') },
    find: (facts, ask) => limitFinding(facts, 'cargo', facts.load?.freightValueMinor ?? ask.dollars! * cents),
  },
  refrigeration_low: {
    title: 'Reefer breakdown cover missing for a reefer load, or below',
    asks: { dollars: dollars('dollars') },
    needsLoad: true,
    find: (facts, ask) =>
      facts.load?.equipment === 'reefer' ? limitFinding(facts, 'refrigeration', Math.max(1, ask.dollars! * cents)) : [],
  },
  insurance_lapses: {
    title: 'Insurance lapses before the last delivery, with grace of',
    asks: { grace: { label: 'days', unit: 'days', min: 0, max: 30 } },
    find: (facts, ask) => neededKinds(facts).flatMap((kind) => lapseFinding(facts, kind, ask.grace!)),
  },
  insurance_close: {
    title: 'Insurance ends soon after the last delivery, within',
    asks: { days: { label: 'days', unit: 'days', min: 1, max: 60 } },
    find: (facts, ask) => neededKinds(facts).flatMap((kind) => closeFinding(facts, kind, ask.days!)),
  },
  insurer_not_on_file: {
    title: 'Liability insurer not on file with the register',
    asks: {},
    find: ({ carrier, today }) => {
      const filed = carrier.register?.filings.filter((filing) => filing.kind === 'liability') ?? []
      const strange = liabilityCertificates({ carrier, today }).find(
        (certificate) => filed.length > 0 && !filed.some((filing) => sameName(filing.insurer, certificate.insurer)),
      )
      return carrier.register !== null && filed.length === 0
        ? [
            {
              code: 'insurer_not_on_file',
              message: 'No liability insurer is on file with the register',
              fix: 'The insurer files its policy with the register.',
            },
          ]
        : found(
            'insurer_not_on_file',
            strange !== undefined,
            () =>
              `The certificate is by ${strange!.insurer}; the register has ${[...new Set(filed.map((filing) => filing.insurer))].join(', ')}`,
            'Call the insurer at a number found by yourself, not the one on the certificate.',
          )
    },
  },
  certificate_mismatch: {
    title: 'Certificate and register name different insured or policies',
    asks: {},
    find: ({ carrier, today }) => [...nameMismatch({ carrier, today }), ...numberMismatch({ carrier, today })],
  },
} as const satisfies Record<string, RuleKind>

/** The kinds of cover a load needs; a carrier by itself needs liability and cargo. */
const neededKinds = ({ load }: VetFacts): PolicyKind[] =>
  load?.equipment === 'reefer' ? ['liability', 'cargo', 'refrigeration'] : ['liability', 'cargo']

/** The days that must be covered: from the pickup, or today where it is past or no load is meant, through the last delivery. */
function daysOf({ load, today }: VetFacts): { from: string; to: string } {
  if (!load) return { from: today, to: today }
  const from = load.pickupOn > today ? load.pickupOn : today
  // A delivery that is overdue still has to be covered now.
  return { from, to: load.lastDeliveryOn > from ? load.lastDeliveryOn : from }
}

function limitFinding(facts: VetFacts, kind: PolicyKind, neededMinor: number): Finding[] {
  const policies = stretches(facts.carrier.insurance, kind)
  if (policies.length === 0)
    return neededMinor > 0
      ? [{ code: `no_${kind}`, message: `${coverWords[kind]}: nothing on file`, fix: fixOf(facts, kind) }]
      : []
  const { from } = daysOf(facts)
  const through = coveredThrough(policies, from)
  // Where cover ends too soon another rule says so: here the days that are covered count.
  if (through === null) return []
  const to = daysOf(facts).to < through ? daysOf(facts).to : through
  const least = minLimit(policies, from, to)
  const shown = minLimit(certified(facts, kind), from, to)
  return found(
    `${kind}_low`,
    least < neededMinor,
    () => `${coverWords[kind]} of ${formatMoney(least)} is below ${formatMoney(neededMinor)}`,
    shown >= neededMinor ? registerFix(`shows ${formatMoney(shown)}`) : fixOf(facts, kind),
  )
}

/** What the certificates say by themselves: where that is enough, the finding is the register's, and one more certificate fixes nothing. */
const certified = ({ carrier }: VetFacts, kind: PolicyKind) =>
  stretches(
    carrier.insurance.filter(({ source }) => source === 'certificate'),
    kind,
  )
const registerFix = (shows: string) =>
  `The certificate ${shows}, but the register says otherwise and counts: the insurer puts its filing right there. Another certificate does not help.`

const isWaiting = ({ carrier }: VetFacts) => carrier.documentsWaiting.includes('certificate')
const waitingFix = 'A certificate came in and is waiting for review: see their documents.'
const fixOf = (facts: VetFacts, kind: PolicyKind) => (isWaiting(facts) ? waitingFix : fixes[kind])

function lapseFinding(facts: VetFacts, kind: PolicyKind, grace: number): Finding[] {
  const policies = stretches(facts.carrier.insurance, kind)
  if (policies.length === 0) return []
  const { from, to } = daysOf(facts)
  // Grace: what ended within these days is taken as still running.
  const through = coveredThrough(
    grace === 0
      ? policies
      : policies.map((policy) => ({ ...policy, to: policy.to >= '9999' ? policy.to : addDays(policy.to, grace) })),
    from,
  )
  if (through !== null && through >= to) return []
  const truly = coveredThrough(policies, from)
  const last = policies.map((policy) => policy.to).reduce((one, other) => (one > other ? one : other))
  const until = facts.load
    ? `before the delivery on ${dayWords(facts.load.lastDeliveryOn, facts.today)}`
    : 'and is not in force today'
  const notInForce =
    last < from ? `ended ${dayWords(last, facts.today)}` : `is not in force on ${dayWords(from, facts.today)}`
  const message = `${coverWords[kind]} ${truly === null ? notInForce : `ends ${dayWords(truly, facts.today)}, ${until}`}`
  const shown = coveredThrough(certified(facts, kind), from)
  const renew = 'A renewed certificate from the insurer, or the cancellation withdrawn in the register.'
  const request = isWaiting(facts) ? waitingFix : renew
  const fix = shown !== null && shown >= to ? registerFix(`runs to ${dayWords(shown, facts.today)}`) : request
  return [{ code: `${kind}_lapses`, message, fix }]
}

function closeFinding(facts: VetFacts, kind: PolicyKind, days: number): Finding[] {
  const { from, to } = daysOf(facts)
  const through = coveredThrough(stretches(facts.carrier.insurance, kind), from)
  const close = through !== null && through >= to && through < '9999' && through < addDays(to, days)
  return found(
    `${kind}_ends_soon`,
    close,
    () => `${coverWords[kind]} ends ${dayWords(through!, facts.today)}${facts.load ? ', days after the delivery' : ''}`,
    'Ask for the renewed certificate now.',
  )
}

const liabilityCertificates = ({ carrier, today }: Pick<VetFacts, 'carrier' | 'today'>) =>
  carrier.insurance.filter(
    (policy) => policy.kind === 'liability' && policy.source === 'certificate' && (policy.expiresOn ?? today) >= today,
  )

function nameMismatch({ carrier, today }: Pick<VetFacts, 'carrier' | 'today'>): Finding[] {
  const names = [carrier.register?.legalName ?? carrier.name, carrier.register?.tradeName].filter(
    (name) => typeof name === 'string' && name !== '',
  ) as string[]
  const strange = carrier.insurance.find(
    (policy) =>
      policy.source === 'certificate' &&
      policy.insuredName !== null &&
      (policy.expiresOn ?? today) >= today &&
      !names.some((name) => sameName(name, policy.insuredName!)),
  )
  return found(
    'insured_name_differs',
    strange !== undefined,
    () => `The certificate of ${strange!.insurer} names ${strange!.insuredName}; the register has ${names[0]}`,
    'A certificate made out to the carrier itself, straight from the insurer.',
  )
}

function numberMismatch({ carrier, today }: Pick<VetFacts, 'carrier' | 'today'>): Finding[] {
  const filed =
    carrier.register?.filings.filter((filing) => filing.kind === 'liability').map((filing) => filing.number) ?? []
  const strange = liabilityCertificates({ carrier, today }).find(
    (policy) => filed.length > 0 && !filed.some((number) => numberKey(number) === numberKey(policy.number)),
  )
  return found(
    'policy_number_differs',
    strange !== undefined,
    () => `The certificate shows policy ${strange!.number}; the register has ${filed.join(', ')}`,
    'Call the insurer at a number found by yourself and ask which policy is in force.',
  )
}
