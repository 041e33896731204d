import { phoneDigits, phoneWords } from '../register/phone'
import type { RegisterAddress, RegisterRecord } from '../register/register'
import { numberKey } from '../vetting/cover'
import type { LinkKind } from '../vetting/facts'
import { domainOf, isFreeDomain, registrable } from '../vetting/mail-domain'
import { nameKey } from '../vetting/names'

/** Something about a carrier that another may have too: how it is compared, and how it is read. */
export interface LinkFact {
  kind: LinkKind
  key: string
  words: string
}

/** Where facts are kept: in memory, or in the database. Carriers are known by their DOT number. */
export interface LinkSource {
  factsOf: (dotNumber: string) => LinkFact[]
  /** Who has a fact, at most one more than `maxTellingHolders`: beyond that it tells nothing. */
  holders: (kind: LinkKind, key: string) => string[]
}

/** What a carrier's record and contacts say that others may share. Free email domains and empty fields say nothing. */
export function linkFactsOf(
  record: RegisterRecord,
  own: { phones?: string[]; mails?: string[]; bank?: { key: string; words: string } | null } = {},
): LinkFact[] {
  const facts = [
    ...[...record.phones, ...(own.phones ?? [])].map((phone) => fact('phone', phoneDigits(phone), phoneWords(phone))),
    ...[record.mail, ...(own.mails ?? [])].map((mail) => domainFact(mail)),
    ...[record.physical, record.mailing].map((address) => addressFact(address)),
    ...record.officers.map((officer) => fact('officer', nameKey(officer), officer)),
    ...record.vehicles.map((vehicle) => fact('vehicle', numberKey(vehicle), vehicle)),
    ...record.filings.map((filing) =>
      fact(
        'insurance_policy',
        `${nameKey(filing.insurer)} ${numberKey(filing.number)}`,
        `${filing.number} of ${filing.insurer}`,
      ),
    ),
    ...(own.bank ? [fact('bank', own.bank.key, own.bank.words)] : []),
  ]
  const kept = new Map<string, LinkFact>()
  for (const each of facts) if (each) kept.set(`${each.kind} ${each.key}`, each)
  return [...kept.values()]
}

const fact = (kind: LinkKind, key: string | null, words: string): LinkFact | null => (key ? { kind, key, words } : null)

function domainFact(mail: string | null): LinkFact | null {
  const domain = domainOf(mail)
  return domain && !isFreeDomain(domain)
    ? { kind: 'mail_domain', key: registrable(domain), words: registrable(domain) }
    : null
}

const shortened: Record<string, string> = {
  street: 'st',
  avenue: 'ave',
  road: 'rd',
  drive: 'dr',
  lane: 'ln',
  court: 'ct',
  boulevard: 'blvd',
  highway: 'hwy',
  suite: 'ste',
  north: 'n',
  south: 's',
  east: 'e',
  west: 'w',
  unit: 'ste',
  apt: 'ste',
}

function addressFact(address: RegisterAddress | null): LinkFact | null {
  if (!address?.street || !address.city) return null
  const street = address.street
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, ' ')
    .trim()
    .split(' ')
    .map((word) => shortened[word] ?? word)
    .join(' ')
  return {
    kind: 'address',
    key: `${street} ${nameKey(address.city)} ${address.region.toLowerCase()}`,
    words: `${address.street}, ${address.city}`,
  }
}

/** How much two carriers are tied by a kind of fact that nobody else has. People share their names with strangers: an officer alone joins nobody. */
const ties: Record<LinkKind, number> = {
  bank: 3,
  insurance_policy: 3,
  vehicle: 2.5,
  phone: 2,
  officer: 0.9,
  mail_domain: 1.4,
  address: 1,
}

/** A fact that more carriers have than this ties nobody: an agent's office, a mail service. */
export const maxTellingHolders = 60

/** From this weight on two carriers belong to one group. */
export const groupWeight = 1

/**
 * How much a fact held by so many ties each two of them: in full where only they have it, and less the more do, as
 * a random pair of its holders is the less likely to be one firm.
 */
export const tieWeight = (kind: LinkKind, holders: number): number =>
  holders < 2 || holders > maxTellingHolders ? 0 : (ties[kind] * 2) / holders

export interface Link {
  to: string
  weight: number
  facts: (LinkFact & { holders: number })[]
}

/** Whom a carrier is tied to, and by what, the strongest first. */
export function linksOf(source: LinkSource, dotNumber: string): Link[] {
  const links = new Map<string, Link>()
  for (const shared of source.factsOf(dotNumber)) {
    const holders = source.holders(shared.kind, shared.key)
    const weight = tieWeight(shared.kind, holders.length)
    if (weight === 0) continue
    for (const to of holders) {
      if (to === dotNumber) continue
      const link = links.get(to) ?? { to, weight: 0, facts: [] }
      link.weight += weight
      link.facts.push({ ...shared, holders: holders.length })
      links.set(to, link)
    }
  }
  return [...links.values()].sort((one, other) => other.weight - one.weight || (one.to < other.to ? -1 : 1))
}

export interface Group {
  members: string[]
  links: { from: string; to: string; weight: number; facts: Link['facts'] }[]
}

/** The group a carrier belongs to: all who are joined to it, straight or through others, by links of at least `groupWeight`. Stops at `most` members. */
export function groupAround(source: LinkSource, dotNumber: string, limit = 40): Group {
  const members = new Set([dotNumber])
  const links: Group['links'] = []
  for (const member of members) {
    for (const link of linksOf(source, member)) {
      if (link.weight < groupWeight || (!members.has(link.to) && members.size >= limit)) continue
      members.add(link.to)
      if (member < link.to || !links.some((each) => each.from === link.to && each.to === member))
        links.push({ from: member, to: link.to, weight: link.weight, facts: link.facts })
    }
  }
  const seen = new Set<string>()
  return { members: [...members], links: links.filter((link) => !seen.has(pair(link)) && seen.add(pair(link))) }
}

const pair = ({ from, to }: { from: string; to: string }) => (from < to ? `${from} ${to}` : `${to} ${from}`)
