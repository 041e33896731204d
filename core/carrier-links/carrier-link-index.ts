import type { LinkKind } from '../vetting/facts'
import { groupWeight, type LinkFact, type LinkSource, linksOf, maxTellingHolders } from './carrier-links'

/**
 * Facts of many carriers in memory, to be changed one carrier at a time. Who is joined to whom is found from the facts
 * when it is asked for, so a change costs no more than the carrier's own facts.
 */
export class LinkIndex implements LinkSource {
  private readonly facts = new Map<string, LinkFact[]>()
  private readonly byFact = new Map<string, Set<string>>()

  /** Sets all that is known of a carrier; what it had before is forgotten. */
  set(dotNumber: string, facts: LinkFact[]): void {
    this.remove(dotNumber)
    this.facts.set(dotNumber, facts)
    for (const fact of facts) {
      const key = `${fact.kind} ${fact.key}`
      const holders = this.byFact.get(key)
      if (holders) holders.add(dotNumber)
      else this.byFact.set(key, new Set([dotNumber]))
    }
  }

  remove(dotNumber: string): void {
    for (const fact of this.facts.get(dotNumber) ?? []) {
      const key = `${fact.kind} ${fact.key}`
      const holders = this.byFact.get(key)
      holders?.delete(dotNumber)
      if (holders?.size === 0) this.byFact.delete(key)
    }
    this.facts.delete(dotNumber)
  }

  get size(): number {
    return this.facts.size
  }

  factsOf(dotNumber: string): LinkFact[] {
    return this.facts.get(dotNumber) ?? []
  }

  holders(kind: LinkKind, key: string): string[] {
    const held = this.byFact.get(`${kind} ${key}`)
    if (!held) return []
    const some: string[] = []
    for (const dotNumber of held) {
      some.push(dotNumber)
      if (some.length > maxTellingHolders) break
    }
    return some
  }

  /** Every group of two and more, the largest first. */
  groups(): string[][] {
    const seen = new Set<string>()
    const groups: string[][] = []
    for (const dotNumber of this.facts.keys()) {
      if (seen.has(dotNumber)) continue
      const group = this.reach(dotNumber, seen)
      if (group.length > 1) groups.push(group)
    }
    return groups.sort((one, other) => other.length - one.length)
  }

  private reach(dotNumber: string, seen: Set<string>): string[] {
    const group = [dotNumber]
    seen.add(dotNumber)
    for (const member of group) {
      for (const { to, weight } of linksOf(this, member)) {
        if (weight < groupWeight || seen.has(to)) continue
        seen.add(to)
        group.push(to)
      }
    }
    return group
  }
}
