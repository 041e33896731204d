import { expect, test } from 'vitest'
import { milesWords } from './words'

test.each([
  [0, '0 miles'],
  [0.6, '1 mile'],
  [1, '1 mile'],
  [1.4, '1 mile'],
  [1.5, '2 miles'],
  [999.5, '1,000 miles'],
  [2791.4, '2,791 miles'],
])('%f is said as %s', (miles, words) => expect(milesWords(miles)).toBe(words))
