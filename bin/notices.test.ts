import { readFileSync } from 'node:fs'
import { expect, test } from 'vitest'
import { notices } from './notices'

test('NOTICES.md is what the lock file says now, and names a licence for everything that ships', () => {
  expect(readFileSync('NOTICES.md', 'utf8')).toBe(notices())
  expect(notices()).toMatch(/\| react \| [\d.]+ \| MIT \|/)
  expect(notices()).not.toContain('| unknown |')
})
