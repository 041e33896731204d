import { expect, test } from 'vitest'
import { withWindowsSigns } from './windows-1252'

test.each([
  [0x80, '€'],
  [0x85, '…'],
  [0x91, '‘'],
  [0x92, '’'],
  [0x93, '“'],
  [0x94, '”'],
  [0x96, '–'],
  [0x97, '—'],
  [0x99, '™'],
  [0x8a, 'Š'],
  [0x9f, 'Ÿ'],
])('byte %i is %s', (byte, sign) => expect(withWindowsSigns(`a${String.fromCharCode(byte)}b`)).toBe(`a${sign}b`))
test('everything else stays', () => expect(withWindowsSigns('naïve “quotes”\t\r\n é')).toBe('naïve “quotes”\t\r\n é'))
