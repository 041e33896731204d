import { carryingSince, mayCarry, type RegisterRecord } from '../../register/register'
import { addDays, daysBetween } from '../../time/local'
import { dayWords } from '../../time/words'
import type { VetFacts } from '../facts'
import { found, type RuleKind } from '../rule-kind'

const waitFix = 'Nothing but time; a manager may override it after talking to references.'

/** Rules on what the register lets a carrier do, and since when. */
export const authorityRules = {
  not_in_register: {
    title: 'Not in the register',
    asks: {},
    find: ({ carrier }) =>
      found(
        'not_in_register',
        carrier.register === null,
        () => 'The register knows no carrier under this number',
        'Ask for the right MC or DOT number and look it up again.',
      ),
  },
  register_old: {
    title: 'Register facts older than',
    asks: { hours: { label: 'hours', unit: 'hours', min: 1, max: 24 * 90 } },
    find: ({ carrier }, ask) => {
      const age = carrier.registerAgeHours
      const old = carrier.register !== null && (age === null || age > ask.hours!)
      return found(
        'register_old',
        old,
        () =>
          age === null
            ? 'The register has never confirmed these facts'
            : `The register has not answered for ${hoursWords(age)}: these are the last known facts`,
        'Try the register again, or look the carrier up by hand.',
      )
    },
  },
  authority_not_active: {
    title: 'Authority to carry not active',
    asks: {},
    find: ({ carrier, today }) =>
      found(
        'authority_not_active',
        carrier.register !== null && !mayCarry(carrier.register),
        () => inactiveWords(carrier.register!, today),
        'The carrier has its authority reinstated by the register.',
      ),
  },
  authority_young: {
    title: 'Authority younger than',
    asks: { days: { label: 'days', unit: 'days', min: 1, max: 3650 } },
    find: (facts, ask) => {
      const since = sinceOf(facts)
      return found(
        'authority_young',
        since !== null && since > addDays(facts.today, -ask.days!),
        () =>
          `Authority granted ${dayWords(since!, facts.today)}, ${daysBetween(since!, facts.today)} days ago, less than ${ask.days}`,
        waitFix,
      )
    },
  },
  authority_reinstated: {
    title: 'Authority reinstated after a gap within',
    asks: {
      days: { label: 'days', unit: 'days', min: 1, max: 3650 },
      gap: { label: 'gap of at least, days', unit: 'days', min: 1, max: 365 },
    },
    find: ({ carrier, today }, ask) =>
      (carrier.register?.authorities ?? [])
        .filter(
          (authority) =>
            authority.kind !== 'broker' &&
            authority.status === 'active' &&
            authority.revokedOn !== null &&
            authority.reinstatedOn !== null,
        )
        .filter(
          (authority) =>
            authority.reinstatedOn! > addDays(today, -ask.days!) &&
            daysBetween(authority.revokedOn!, authority.reinstatedOn!) >= ask.gap!,
        )
        .slice(0, 1)
        .map((authority) => ({
          code: 'authority_reinstated',
          message: `Authority was revoked ${dayWords(authority.revokedOn!, today)} and reinstated ${dayWords(authority.reinstatedOn!, today)}, after ${daysBetween(authority.revokedOn!, authority.reinstatedOn!)} days`,
          fix: waitFix,
        })),
  },
} as const satisfies Record<string, RuleKind>

const sinceOf = ({ carrier }: VetFacts) =>
  carrier.register && mayCarry(carrier.register) ? carryingSince(carrier.register) : null

function inactiveWords(record: RegisterRecord, today: string): string {
  if (!record.operating) return 'The register has put this carrier out of service'
  const carrying = record.authorities.filter((authority) => authority.kind !== 'broker')
  if (carrying.length === 0)
    return record.authorities.length > 0
      ? 'It may arrange transport, not carry: its only authority is a broker’s'
      : 'The register shows no authority to carry for hire'
  const worst = carrying.find((authority) => authority.status === 'revoked') ?? carrying[0]!
  return `Authority is ${worst.status}${worst.revokedOn ? ` since ${dayWords(worst.revokedOn, today)}` : ''}`
}

/** `30 hours`, `4 days`: how old something is that is shown in whole units. */
const hoursWords = (hours: number) => (hours < 48 ? `${Math.floor(hours)} hours` : `${Math.floor(hours / 24)} days`)
