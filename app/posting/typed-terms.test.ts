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

test('who alone sees it is kept, with when it is for everybody; other minutes are counted anew', () => {
  const audience = { groupIds: [4], carrierIds: [7], publicAfterMinutes: 30, publicAt: 99 }
  const typed = typedFrom({ ...usualTerms, audience }, page, [{ id: 7, name: 'Night Heron Lines' }])
  expect(termsFrom(typed).terms.audience).toEqual(audience)
  expect(termsFrom({ ...typed, toWhom: 'everybody' }).terms.audience).toBeNull()
  expect(termsFrom({ ...typed, publicAfter: '', publicAt: null }).terms.audience).toMatchObject({
    publicAfterMinutes: null,
    publicAt: null,
  })
})

test.each([
  [{ payKind: 'asking', pay: 'x' }, 'payMinor'],
  [{ minTrucks: '2.5' }, 'minTrucks'],
  [{ toWhom: 'chosen', publicAfter: 'soon' }, 'publicAfterMinutes'],
  [{ expires: 'whenever', expiresAt: null }, 'expiresAt'],
] as const)('%j is wrong at its field', (over, field) =>
  expect(Object.keys(termsFrom({ ...typedFrom(usualTerms, page), ...over }).wrong ?? {})).toEqual([field]),
)
