import type { LinkFact } from '../carrier-links/carrier-links'
import type { LinkKind } from '../vetting/facts'

/** What makes two of our own carriers look like one, or like one another's. */
export interface Duplicate {
  carrierId: number
  name: string
  dotNumber: string
  /** `number` is the same carrier; all else is another number with the same phone, address or email domain. */
  because: ('number' | LinkKind)[]
  words: string[]
}

const telling: LinkKind[] = ['phone', 'address', 'mail_domain', 'bank']

/** Of the carriers we hold, those a new one may be a duplicate of: the same number first, then by how much is the same. */
export function duplicatesOf(
  fresh: { dotNumber: string; facts: readonly LinkFact[] },
  held: readonly { carrierId: number; name: string; dotNumber: string; facts: readonly LinkFact[] }[],
): Duplicate[] {
  return held
    .map((each): Duplicate => {
      const same = each.facts.filter(
        (fact) =>
          telling.includes(fact.kind) &&
          fresh.facts.some((other) => other.kind === fact.kind && other.key === fact.key),
      )
      const number = each.dotNumber === fresh.dotNumber
      return {
        carrierId: each.carrierId,
        name: each.name,
        dotNumber: each.dotNumber,
        because: [...(number ? (['number'] as const) : []), ...new Set(same.map(({ kind }) => kind))],
        words: same.map(({ words }) => words),
      }
    })
    .filter((each) => each.because.length > 0)
    .sort(
      (one, other) =>
        Number(other.because.includes('number')) - Number(one.because.includes('number')) ||
        other.because.length - one.because.length ||
        one.carrierId - other.carrierId,
    )
}
