import { expect, test } from 'vitest'
import { saysYes } from './read-yes'

test.each([
  ['Ok', true],
  ['Deal. Send the rate con', true],
  ['Hi Ines, that works for us', true],
  ["We'll take it, driver is Ray", true],
  ['Thanks, confirmed!', true],
  ['Put us on it', true],
  ['Agreed\n\nOn Mon, 23 Nov 2026 desk wrote:\n> could you do $1,700 instead?', true],
  ['ok but we need 2400', false],
  ['Ok?', false],
  ['Sure, if you load before noon', false],
  ['Yes we are still interested, could you do more', false],
  ['no deal', false],
  ['We can not do it', false],
  ['Which lane is this', false],
  ['okra is loaded', false],
  ['', false],
  [`Ok ${'x '.repeat(150)}`, false],
])('%j: %s', (text, isYes) => expect(saysYes(text)).toBe(isYes))
