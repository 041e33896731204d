import { expect, test } from 'vitest'
import { meaningsAt } from './meanings'

const names = (path: string) => meaningsAt(path).map(({ name }) => name)

test('a load explains its own figures, the Horizon its order, and a room without unusual figures nothing', () => {
  expect(names('/loads/12')).toContain('Expected cost if we wait')
  expect(names('/')).toContain('Order of the list')
  expect(names('/quotes/3')).toContain('Chance to win')
  expect(names('/customers/1')).toEqual(['Margin, 90 days'])
  expect(names('/exchange')).toEqual([])
})

test('a meaning is two sentences at most, and a whole one', () => {
  for (const path of ['/', '/loads/1', '/quotes', '/intake', '/customers', '/carriers'])
    for (const { words } of meaningsAt(path)) {
      expect(words).toMatch(/^[A-Z].*\.$/)
      expect(words.split(/\. [A-Z]/).length, words).toBeLessThanOrEqual(2)
    }
})
