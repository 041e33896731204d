import { expect, test } from 'vitest'
import { vetAnswerer } from './vet'

const vetted = (carrier: object) =>
  vetAnswerer()({ as_of: '2026-11-24', carrier: { name: 'Blue Thistle Transport', ...carrier } }) as {
    verdict: string
    reasons: { code: string }[]
  }
const codes = (carrier: object) => vetted(carrier).reasons.map(({ code }) => code)

test('a carrier without documents is blocked for both, one with its W-9 only for the agreement', () => {
  expect(codes({})).toEqual(expect.arrayContaining(['no_w9', 'no_agreement']))
  expect(vetted({}).verdict).toBe('stop')
  const withW9 = codes({ documents: [{ kind: 'w9' }] })
  expect(withW9).toContain('no_agreement')
  expect(withW9).not.toContain('no_w9')
})

test('a file of an earlier version, which calls them papers, is read alike', () => {
  expect(vetted({ papers: [{ kind: 'w9' }], papersWaiting: ['agreement'] })).toEqual(
    vetted({ documents: [{ kind: 'w9' }], documentsWaiting: ['agreement'] }),
  )
})

test('an amount that is no amount is refused', () => {
  expect(vetted({ insurance: [{ kind: 'cargo', limit: 100_000 }] })).toMatchObject({ error: { code: 'bad_record' } })
})
