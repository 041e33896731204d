import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { record } from '../vetting/testing'
import { LinkIndex } from './carrier-link-index'
import {
  groupAround,
  groupWeight,
  type LinkFact,
  linkFactsOf,
  linksOf,
  maxTellingHolders,
  tieWeight,
} from './carrier-links'
import { sharedFacts } from './shared'

const fact = (kind: LinkFact['kind'], key: string): LinkFact => ({ kind, key, words: key })

describe('what may be shared', () => {
  test('is compared without its spelling', () => {
    const one = linkFactsOf(
      record({
        phones: ['(208) 555-0150'],
        physical: { street: '12 North Canal Road', city: 'Jerome', region: 'ID', postal: '83338', country: 'US' },
        officers: ['Ada B. Finch'],
      }),
    )
    const other = linkFactsOf(
      record({
        phones: ['1-208-555-0150'],
        physical: { street: '12 n. canal rd', city: 'JEROME', region: 'ID', postal: '83338', country: 'US' },
        officers: ['ADA B FINCH'],
      }),
    )
    expect(one.map(({ kind, key }) => `${kind} ${key}`)).toEqual(other.map(({ kind, key }) => `${kind} ${key}`))
  })
  test('a free email domain and an empty phone are nothing', () =>
    expect(
      linkFactsOf(record({ mail: 'elk@fremail.example', phones: ['12'], filings: [] })).map(({ kind }) => kind),
    ).toEqual(['address']))
  test('the same phone given twice is one fact', () =>
    expect(linkFactsOf(record(), { phones: ['208 555 0150'] }).filter(({ kind }) => kind === 'phone')).toHaveLength(1))
})

describe('ties', () => {
  test('weigh less the more share them, and nothing where too many do', () => {
    const weights = [2, 3, 10, maxTellingHolders, maxTellingHolders + 1].map((holders) => tieWeight('phone', holders))
    expect(weights[0]).toBe(2)
    expect(weights.toSorted((one, other) => other - one)).toEqual(weights)
    expect(weights.at(-1)).toBe(0)
  })
  test('two weak facts join what one does not', () => {
    const index = new LinkIndex()
    index.set('1', [fact('address', 'a'), fact('officer', 'o')])
    index.set('2', [fact('address', 'a'), fact('officer', 'o')])
    index.set('3', [fact('address', 'a')])
    expect(linksOf(index, '3').every(({ weight }) => weight < groupWeight)).toBe(true)
    expect(index.groups()).toEqual([['1', '2']])
  })
  test('a changed carrier leaves its group, and the group parts', () => {
    const index = new LinkIndex()
    index.set('1', [fact('phone', 'p')])
    index.set('2', [fact('phone', 'p'), fact('bank', 'b')])
    index.set('3', [fact('bank', 'b')])
    expect(groupAround(index, '1').members).toEqual(['1', '2', '3'])
    expect(groupAround(index, '1').links.map(({ from, to }) => from + to)).toEqual(['12', '23'])
    index.set('2', [fact('bank', 'b')])
    expect(groupAround(index, '1').members).toEqual(['1'])
    index.remove('2')
    expect(index.groups()).toEqual([])
  })
})

test('groups, against joining every pair by brute force, after any order of changes', () => {
  const facts = fc
    .array(
      fc
        .tuple(
          fc.constantFrom('phone' as const, 'address' as const, 'officer' as const, 'bank' as const),
          fc.constantFrom('a', 'b', 'c', 'd'),
        )
        .map(([kind, key]) => fact(kind, key)),
      { maxLength: 4 },
    )
    .map((list) => [...new Map(list.map((each) => [each.kind + each.key, each])).values()])
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.integer({ min: 1, max: 9 }), facts), { maxLength: 25 }), (changes) => {
      const index = new LinkIndex()
      const last = new Map<string, LinkFact[]>()
      for (const [id, list] of changes) {
        index.set(String(id), list)
        last.set(String(id), list)
      }
      const ids = [...last.keys()]
      const group = new Map(ids.map((id) => [id, id]))
      const count = (each: LinkFact) =>
        ids.filter((id) => last.get(id)!.some((other) => other.kind === each.kind && other.key === each.key)).length
      for (const one of ids)
        for (const other of ids) {
          if (one === other) continue
          const weight = last
            .get(one)!
            .filter((each) => last.get(other)!.some((match) => match.kind === each.kind && match.key === each.key))
            .reduce((sum, each) => sum + tieWeight(each.kind, count(each)), 0)
          if (weight < groupWeight) continue
          const [from, to] = [group.get(one)!, group.get(other)!]
          for (const id of ids) if (group.get(id) === from) group.set(id, to)
        }
      const naive = ids
        .map((root) => ids.filter((id) => group.get(id) === root))
        .filter((members) => members.length > 1)
        .map((members) => members.toSorted().join())
        .toSorted()
      expect(
        index
          .groups()
          .map((members) => members.toSorted().join())
          .toSorted(),
      ).toEqual(naive)
    }),
  )
})

test('shared facts: a common name says nothing, many at one address do', () => {
  const holders = (count: number) =>
    Array.from({ length: count }, (_, at) => ({ name: `Carrier ${at}`, dotNumber: String(at), closedOn: null }))
  const held = (kind: LinkFact['kind'], count: number) =>
    sharedFacts([fact(kind, 'x')], () => holders(count), '0').map((each) => each.count)
  expect([held('officer', 4), held('officer', 5), held('address', 12), held('phone', 1)]).toEqual([[3], [], [11], []])
})
