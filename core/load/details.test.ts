import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { checkAboard, onAndOff } from './aboard'
import { freightDetailWords, plainFreight, readPieceSize, readUnNumber } from './freight'
import { linkSchema, loadNumberSchema } from './load'
import { plainStop } from './stop'
import { stopDetailWords } from './stop-words'

const stop = (kind: 'pickup' | 'delivery', pieces: number | null, weightLb: number | null = null) => ({
  kind,
  pieces,
  weightLb,
})
const whole = { pieces: 24, weightLb: 40_000, pieceUnit: 'crate' as const }

describe('what goes on and off at each stop', () => {
  test('one pickup and one delivery have all of it', () =>
    expect(onAndOff([stop('pickup', null), stop('delivery', null)], whole)).toEqual([
      { pieces: 24, weightLb: 40_000 },
      { pieces: 24, weightLb: 40_000 },
    ]))
  test('the last delivery that says nothing has the rest', () =>
    expect(
      onAndOff([stop('pickup', null), stop('delivery', 9, 15_000), stop('delivery', null)], whole).map(
        ({ pieces }) => pieces,
      ),
    ).toEqual([24, 9, 15]))
  test('two that say nothing are not guessed', () =>
    expect(onAndOff([stop('pickup', null), stop('delivery', null), stop('delivery', null)], whole)[2]).toEqual({
      pieces: null,
      weightLb: null,
    }))
  test('however it is split, what is known of the deliveries comes to the whole where all is known', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 50 }), { minLength: 1, maxLength: 6 }), (parts) => {
        const pieces = parts.reduce((sum, part) => sum + part, 0)
        const stops = [stop('pickup', null), ...parts.map((part, at) => stop('delivery', at === 0 ? null : part))]
        const off = onAndOff(stops, { pieces, weightLb: null }).slice(1)
        expect(off.map((each) => each.pieces)).toEqual(parts)
      }),
    ))

  test.each([
    ['nothing is said', [stop('pickup', null), stop('delivery', null)], []],
    ['it adds up', [stop('pickup', 24), stop('delivery', 10), stop('delivery', 14)], []],
    ['a part is said, the rest follows', [stop('pickup', null), stop('delivery', 10), stop('delivery', null)], []],
    [
      'too much comes off',
      [stop('pickup', 24), stop('delivery', 20), stop('delivery', 14)],
      ['Unloaded: 34 crates of 24 crates'],
    ],
    [
      'some stays on',
      [stop('pickup', 24), stop('delivery', 10), stop('delivery', 4)],
      ['Unloaded: 14 crates of 24 crates'],
    ],
    ['less is loaded', [stop('pickup', null, 30_000), stop('delivery', null)], ['Loaded: 30,000 lb of 40,000 lb']],
  ])('where %s', (_, stops, messages) =>
    expect(checkAboard(stops, whole).map(({ message }) => message)).toEqual(messages),
  )
})

describe('read as typed', () => {
  test.each([
    ['48x40x60', '48x40x60'],
    ['48 x 40 x 60 in', '48x40x60'],
    ['48×40×60"', '48x40x60'],
    ['', null],
    ['about four feet', 'about four feet'],
  ])('size %j is %j', (typed, size) => expect(readPieceSize(typed)).toBe(size))
  test.each([
    ['1263', 'UN1263'],
    ['un 1263', 'UN1263'],
    ['NA-1993', 'NA1993'],
    [' ', null],
    ['paint', 'PAINT'],
  ])('UN number %j is %j', (typed, number) => expect(readUnNumber(typed)).toBe(number))
  test('a number of its own is letters, digits and dashes', () => {
    expect(loadNumberSchema.safeParse('SNOW-7').success).toBe(true)
    expect(loadNumberSchema.safeParse('snow 7').success).toBe(false)
  })
  test('a link leads to the web, and to nothing that runs', () => {
    expect(linkSchema.safeParse({ label: '', url: 'https://dock.example/7' }).success).toBe(true)
    expect(linkSchema.safeParse({ label: '', url: 'javascript:alert(1)' }).success).toBe(false)
  })
})

describe('in words', () => {
  test('freight says what is known of it', () => {
    expect(freightDetailWords(plainFreight)).toBe('')
    expect(
      freightDetailWords({ ...plainFreight, pieces: 24, pieceUnit: 'box', pieceSizeIn: '48x40x60', stackable: true }),
    ).toBe('24 boxes, 48 x 40 x 60 in each, stackable')
    expect(freightDetailWords({ ...plainFreight, pieces: 1, pieceUnit: 'drum', unNumber: 'UN1263' })).toBe(
      '1 drum, UN1263',
    )
  })
  test('a stop says what a driver has to know', () => {
    expect(stopDetailWords({ ...plainStop, kind: 'pickup' })).toBe('')
    expect(
      stopDetailWords(
        {
          ...plainStop,
          kind: 'delivery',
          access: 'liftgate',
          contactName: 'Dee Marsh',
          contactPhone: '208-555-0140',
          pieces: 9,
          references: [{ kind: 'other', name: 'Gate code', value: '4471', showOn: [] }],
          driverNote: 'Back in from the alley',
        },
        'crate',
      ),
    ).toBe(
      'No dock: liftgate; Ask for Dee Marsh, 208-555-0140; unloads 9 crates; Gate code 4471; Back in from the alley',
    )
  })
})
