import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { type Correction, comparePostings, correctionWords, differingFields, type OwnPosting } from './compare'

const own = (over: Partial<OwnPosting> = {}): OwnPosting => ({
  ...{ id: 1, reference: 'a', externalId: 'X1', shouldShow: true, fields: { lbs: 40_000 } },
  ...over,
})
const listed = (over = {}) => ({ reference: 'a', externalId: 'X1', fields: { lbs: 40_000, more: 'theirs' }, ...over })

describe('what a board shows is held against what it should', () => {
  test.each<[string, OwnPosting[], ReturnType<typeof listed>[], string[] | null, Correction['kind'][]]>([
    ['as it should be', [own()], [listed()], null, []],
    ['gone', [own()], [], null, ['missing']],
    ['of nobody we know', [], [listed()], null, ['stray']],
    ['should be down', [own({ shouldShow: false })], [listed()], null, ['stray']],
    ['is down, as it should be', [own({ shouldShow: false })], [], null, []],
    ['twice', [own()], [listed(), listed({ externalId: 'X2' })], null, ['doubled']],
    ['twice, and wrong', [own()], [listed({ fields: {} }), listed({ externalId: 'X2' })], null, ['doubled', 'differs']],
    [
      'twice, and should be down',
      [own({ shouldShow: false })],
      [listed(), listed({ externalId: 'X2' })],
      null,
      ['stray', 'stray'],
    ],
    ['otherwise than sent', [own()], [listed({ fields: { lbs: 39_000 } })], null, ['differs']],
    ['to nobody else', [own()], [listed()], [], ['unseen']],
    ['to others too', [own()], [listed()], ['a'], []],
    ['on its way', [own({ shouldShow: null })], [], null, []],
    ['on its way down', [own({ shouldShow: null })], [listed()], null, []],
  ])('%s', (_, ours, theirs, seen, kinds) =>
    expect(comparePostings(ours, theirs, seen && new Set(seen)).map(({ kind }) => kind)).toEqual(kinds),
  )
  test('of two, the one that we know by its number stays', () =>
    expect(comparePostings([own({ externalId: 'X2' })], [listed(), listed({ externalId: 'X2' })], null)).toEqual([
      { kind: 'doubled', reference: 'a', externalId: 'X1', postingId: 1 },
    ]))
  test('once all is put right nothing is left to do', () => {
    const posting = fc.record({ reference: fc.constantFrom(...'abcdef'), shouldShow: fc.boolean() })
    const listing = fc.record({ reference: fc.constantFrom(...'abcdefgh'), externalId: fc.constantFrom('X1', 'X2') })
    fc.assert(
      fc.property(
        fc.uniqueArray(posting, { selector: ({ reference }) => reference }),
        fc.uniqueArray(listing, { selector: ({ reference, externalId }) => reference + externalId }),
        (some, there) => {
          const ours = some.map((each, id) => own({ id, fields: null, ...each }))
          let theirs = there.map((each) => listed(each))
          for (const correction of comparePostings(ours, theirs, null))
            if ('reference' in correction)
              theirs = theirs.filter(
                (each) => each.reference !== correction.reference || each.externalId !== correction.externalId,
              )
            else if (correction.kind === 'missing')
              theirs.push(listed({ reference: ours.find(({ id }) => id === correction.postingId)!.reference }))
          expect(comparePostings(ours, theirs, null)).toEqual([])
          const should = ours.filter(({ shouldShow }) => shouldShow).map(({ reference }) => reference)
          expect(theirs.map(({ reference }) => reference).toSorted()).toEqual(should.toSorted())
        },
      ),
    )
  })
})

test.each([
  [{ a: 1, b: null }, { a: '1' }, []],
  [{ a: [1, { b: 2, c: 3 }] }, { a: [1, { c: 3, b: 2 }] }, []],
  [{ a: '' }, {}, []],
  [{ a: 'x', b: 2 }, { a: 'y', b: 2 }, ['a']],
])('%j shown as %j differs in %j', (sent, shown, fields) => expect(differingFields(sent, shown)).toEqual(fields))

test('each reason can be read', () =>
  expect(correctionWords('Windpump', 'differs', ['Miles'])).toBe(
    'Windpump showed something else than we sent (Miles): sent again',
  ))
