import { formatMoney } from '../money/money'
import { phoneDigits, phoneWords } from '../register/phone'
import { carryingSince, mayCarry } from '../register/register'
import { addDays, daysBetween } from '../time/local'
import { dayWords } from '../time/words'
import type { LinkKind, Shared, VetFacts } from './facts'
import { domainLikeness, domainOf, isFreeDomain } from './mail-domain'

/** What may hint at somebody who is not who they say, or who will hand the load on. */
export const signCodes = [
  'mail_looks_alike',
  'mail_other_ending',
  'mail_different',
  'mail_free',
  'phone_not_on_file',
  'phone_shared',
  'contact_changed',
  'payee_changed',
  'address_shared',
  'officer_shared',
  'bank_shared',
  'vehicle_shared',
  'insurance_shared',
  'mail_domain_shared',
  'reborn',
  'truck_far_away',
  'more_offers_than_trucks',
  'price_far_under',
  'driver_seen_elsewhere',
  'truck_seen_elsewhere',
] as const
export type SignCode = (typeof signCodes)[number]

export interface Sign {
  code: SignCode
  weight: number
  message: string
}

/** From where on something counts as a sign; a policy holds its own. */
export interface SignLimits {
  /** Days a changed contact or payee stays a sign. */
  changedDays: number
  /** Miles between where the truck is said to be and where it was seen. */
  awayMiles: number
  /** Hundredths of the low end of the strip: a price below is far under. */
  pricePercent: number
  /** Carriers at one address from which on it counts as shared by many. */
  addressCarriers: number
}

export const usualSignLimits: SignLimits = { changedDays: 30, awayMiles: 150, pricePercent: 80, addressCarriers: 5 }

/** How much each sign weighs where nobody has said otherwise: ten is as good as found out. */
export const usualSignWeights: Record<SignCode, number> = {
  mail_looks_alike: 10,
  mail_other_ending: 8,
  mail_different: 5,
  mail_free: 3,
  phone_not_on_file: 3,
  phone_shared: 5,
  contact_changed: 3,
  payee_changed: 5,
  address_shared: 5,
  officer_shared: 4,
  bank_shared: 8,
  vehicle_shared: 6,
  insurance_shared: 8,
  mail_domain_shared: 3,
  reborn: 8,
  truck_far_away: 6,
  more_offers_than_trucks: 4,
  price_far_under: 4,
  driver_seen_elsewhere: 7,
  truck_seen_elsewhere: 7,
}

type Detector = (facts: VetFacts, limits: SignLimits) => string | null

/** Every sign present, with its sentence and weight, the heaviest first. A weight of zero leaves a sign out. */
export function signsOf(facts: VetFacts, weights: Record<SignCode, number>, limits: SignLimits): Sign[] {
  const signs: Sign[] = []
  for (const code of signCodes) {
    if (weights[code] <= 0) continue
    const message = detectors[code](facts, limits)
    if (message !== null) signs.push({ code, weight: weights[code], message })
  }
  return signs.sort((one, other) => other.weight - one.weight)
}

const detectors: Record<SignCode, Detector> = {
  mail_looks_alike: (facts) =>
    writerMail(
      facts,
      'looks_alike',
      (written, filed) => `They write from ${written}, which looks like ${filed} in the register and is not`,
    ),
  mail_other_ending: (facts) =>
    writerMail(facts, 'other_ending', (written, filed) => `They write from ${written}; the register has ${filed}`),
  mail_different: (facts) =>
    writerMail(facts, 'different', (written, filed) => `They write from ${written}; the register has ${filed}`),
  mail_free: ({ carrier }) => {
    if (!carrier.identity.writer?.mail) return null
    const [written, filed] = [domainOf(carrier.identity.writer?.mail ?? null), domainOf(carrier.register?.mail ?? null)]
    return written &&
      filed &&
      isFreeDomain(written) &&
      !isFreeDomain(filed) &&
      !onFile(carrier.identity.mails, carrier.identity.writer?.mail)
      ? `They write from a free address at ${written}; the register has ${filed}`
      : null
  },
  phone_not_on_file: ({ carrier }) => {
    const phone = phoneDigits(carrier.identity.writer?.phone ?? null)
    if (!phone) return null
    const known = [...(carrier.register?.phones ?? []), ...carrier.identity.phones].map(phoneDigits)
    return known.length > 0 && !known.includes(phone)
      ? `They call from ${phoneWords(phone)}, which is not on file`
      : null
  },
  phone_shared: (facts) =>
    sharedSentence(facts, 'phone', (value, others) => `The phone ${phoneWords(value)} is also that of ${others}`),
  contact_changed: ({ carrier, today }, limits) =>
    changed(carrier.identity.contactChangedOn, today, limits, 'Email or phone'),
  payee_changed: ({ carrier, today }, limits) => changed(carrier.identity.payeeChangedOn, today, limits, 'Who is paid'),
  address_shared: (facts, limits) => {
    const crowd = sharedOf(facts, 'address').find(
      (each) => (each.count ?? each.with.length) + 1 >= limits.addressCarriers,
    )
    return crowd ? `${(crowd.count ?? crowd.with.length) + 1} carriers are at ${crowd.value}` : null
  },
  officer_shared: (facts) =>
    sharedSentence(facts, 'officer', (value, others) => `${value} is also an officer of ${others}`),
  bank_shared: (facts) => sharedSentence(facts, 'bank', (_, others) => `The bank account is also that of ${others}`),
  vehicle_shared: (facts) =>
    sharedSentence(facts, 'vehicle', (value, others) => `The vehicle ${value} was also inspected as one of ${others}`),
  insurance_shared: (facts) =>
    sharedSentence(
      facts,
      'insurance_policy',
      (value, others) => `The insurance policy ${value} is also shown by ${others}`,
    ),
  mail_domain_shared: (facts) =>
    sharedSentence(facts, 'mail_domain', (value, others) => `Mail at ${value} is also that of ${others}`),
  reborn: rebornSentence,
  truck_far_away: ({ carrier }, limits) => {
    const position = carrier.identity.position
    return position && position.milesAway > limits.awayMiles
      ? `The truck was seen ${Math.round(position.milesAway)} miles from ${position.saidPlace}, where they said it was`
      : null
  },
  more_offers_than_trucks: ({ carrier }) => {
    const units = carrier.register?.powerUnits ?? null
    const asked = carrier.identity.openOffers + carrier.loadsHeld + 1
    return units !== null && carrier.identity.openOffers > 0 && asked > units
      ? `They hold or ask for ${asked} loads on these days and have ${units === 1 ? 'one truck' : `${units} trucks`}`
      : null
  },
  price_far_under: ({ carrier }, limits) => {
    const price = carrier.identity.price
    return price && price.payMinor * 100 < price.lowMinor * limits.pricePercent
      ? `They ask ${formatMoney(price.payMinor)}, far under the low end of ${formatMoney(price.lowMinor)}`
      : null
  },
  driver_seen_elsewhere: ({ carrier }) =>
    carrier.identity.driverPhoneSeenFor
      ? `The driver’s phone was seen for ${carrier.identity.driverPhoneSeenFor}`
      : null,
  truck_seen_elsewhere: ({ carrier }) =>
    carrier.identity.truckSeenFor ? `The truck was seen for ${carrier.identity.truckSeenFor}` : null,
}

/** A sentence where the writer's domain relates to the register's in that way; an address on file or a free domain is another matter. */
function writerMail(
  { carrier }: VetFacts,
  likeness: 'looks_alike' | 'other_ending' | 'different',
  words: (written: string, filed: string) => string,
): string | null {
  const mail = carrier.identity.writer?.mail ?? null
  if (mail === null) return null
  const [written, filed] = [domainOf(mail), domainOf(carrier.register?.mail ?? null)]
  if (!written || !filed || isFreeDomain(written)) return null
  const found = isFreeDomain(filed) ? 'same' : domainLikeness(written, filed)
  // An address a person has put on file is trusted, unless it is made to be taken for the register's.
  if (found !== likeness || (found === 'different' && onFile(carrier.identity.mails, mail))) return null
  return words(written, filed)
}

const onFile = (mails: string[], mail: string | null | undefined) =>
  mails.some((each) => each.toLowerCase() === (mail ?? '').trim().toLowerCase())

function changed(on: string | null, today: string, limits: SignLimits, what: string): string | null {
  if (on === null || on <= addDays(today, -limits.changedDays)) return null
  return `${what} was changed ${dayWords(on, today)}, ${daysBetween(on, today)} days ago`
}

const sharedOf = ({ carrier }: VetFacts, kind: LinkKind): Shared[] =>
  carrier.identity.shared.filter((each) => each.kind === kind)

function sharedSentence(
  facts: VetFacts,
  kind: LinkKind,
  words: (value: string, others: string) => string,
): string | null {
  const shared = sharedOf(facts, kind)[0]
  return shared ? words(shared.value, othersWords(shared)) : null
}

function othersWords({ with: others, count }: Shared): string {
  const total = count ?? others.length
  const named = others.slice(0, 2).map(({ name }) => name)
  return total > named.length ? `${named.join(', ')} and ${total - named.length} more` : named.join(' and ')
}

/** Kinds that tie a new number to a closed one by themselves. A name or an address may be a stranger's: those two only count together. */
const tying: LinkKind[] = ['phone', 'bank', 'vehicle', 'insurance_policy', 'mail_domain']

/** A carrier whose authority began about when, or after, another that shares its people or things was closed. */
function rebornSentence({ carrier, today }: VetFacts): string | null {
  const since = carrier.register && mayCarry(carrier.register) ? carryingSince(carrier.register) : null
  if (!since) return null
  for (const shared of carrier.identity.shared) {
    const alone = tying.includes(shared.kind)
    if (!alone && shared.kind !== 'officer') continue
    const sameDoor = (dotNumber: string | null) =>
      carrier.identity.shared.some(
        (each) => each.kind === 'address' && each.with.some((other) => other.dotNumber === dotNumber),
      )
    const before = shared.with.find(
      (other) =>
        (alone || sameDoor(other.dotNumber)) &&
        other.closedOn !== null &&
        other.closedOn > addDays(since, -2 * 365) &&
        other.closedOn <= addDays(since, 180),
    )
    if (before)
      return `${before.name} was closed ${dayWords(before.closedOn!, today)} and shares the ${linkWords[shared.kind]}; this number carries since ${dayWords(since, today)}`
  }
  return null
}

export const linkWords: Record<LinkKind, string> = {
  phone: 'phone',
  mail_domain: 'email domain',
  address: 'address',
  officer: 'officer',
  bank: 'bank account',
  vehicle: 'vehicle',
  insurance_policy: 'insurance policy',
}
