import type { LinkKind, Shared } from '../vetting/facts'
import { type LinkFact, maxTellingHolders } from './carrier-links'

/** How many may share a fact of a kind and it is still a sign: names of people repeat, bank accounts do not. */
const telling: Record<LinkKind, number> = {
  bank: 10,
  insurance_policy: 10,
  vehicle: 6,
  phone: 20,
  officer: 4,
  mail_domain: 10,
  address: maxTellingHolders,
}

/**
 * What a carrier shares with others, as vetting reads it: the facts still telling, each with who else has it. An
 * address is listed with all who have it, for many at one address is the sign.
 */
export function sharedFacts(
  facts: readonly LinkFact[],
  holdersOf: (fact: LinkFact) => { name: string; dotNumber: string; closedOn: string | null }[],
  dotNumber: string,
): Shared[] {
  return facts.flatMap((fact) => {
    const others = holdersOf(fact).filter((each) => each.dotNumber !== dotNumber)
    if (others.length === 0 || others.length + 1 > telling[fact.kind]) return []
    return [
      {
        kind: fact.kind,
        value: fact.words,
        with: others.toSorted((one, other) => (one.dotNumber < other.dotNumber ? -1 : 1)).slice(0, 20),
        count: others.length,
      },
    ]
  })
}
