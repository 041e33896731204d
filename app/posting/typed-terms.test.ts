import { expect, test } from 'vitest'
import { usualTerms } from '#core/posting/terms'
import type { LoadPage } from '#server/load-page/read'
import { termsFrom, typedFrom } from './typed-terms'

const page = {
  load: { targetPayMinor: 200_000 },
  notes: [
    { audience: 'carrier', text: `Two straps. ${'Call ahead. '.repeat(30)}` },
    { audience: 'us', text: 'Customer is flexible' },
  ],
} as unknown as LoadPage

test('comments left as the notes are follow the notes, however long; changed or cleared they are the posting’s own', () => {
  const typed = typedFrom(usualTerms, page)
  expect(typed.comments).toMatch(/^Two straps/)
  expect(typed.comments).not.toContain('flexible')
  expect(termsFrom(typed)).toEqual({ terms: usualTerms, wrong: null })
  expect(termsFrom({ ...typed, comments: 'Tarps\n\n Call first ' }).terms.comments).toEqual(['Tarps', 'Call first'])
  expect(termsFrom({ ...typed, comments: '' }).terms.comments).toEqual([])
  expect(typedFrom({ ...usualTerms, comments: [] }, page).comments).toBe('')
})

test.each([
  [{ payKind: 'asking', pay: 'x' }, 'payMinor'],
  [{ minTrucks: '2.5' }, 'minTrucks'],
  [{ expires: 'whenever', expiresAt: null }, 'expiresAt'],
] as const)('%j is wrong at its field', (over, field) =>
  expect(Object.keys(termsFrom({ ...typedFrom(usualTerms, page), ...over }).wrong ?? {})).toEqual([field]),
)
