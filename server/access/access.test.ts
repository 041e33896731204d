import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { flatCharge } from '#core/charge/charge'
import { acceptByLink, readByLink } from '#server/confirmation/carrier-view'
import { actOnLoad } from '#server/load/act'
import { carryOut } from '#server/load/commands'
import { awardLoad } from '#server/offer/award'
import { recordOffer } from '#server/offer/offers'
import { link, load, session, user } from '#server/schema'
import { ines, now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { createLink, linkToken, revokeLinks } from './link'
import { hashPassword, signIn, signOut, viewerOf } from './sign-in'

const secret = 'a secret for tests only'
const day = 24 * 3_600_000
let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

describe('signing in', () => {
  test('the right password opens a session that ends, and that can be ended', async () => {
    world.db.update(user).set({ passwordHash: await hashPassword('right') }).where(eq(user.id, 1)).run()
    const result = await signIn(world.db, { mail: ' INES@ploverrook.example', password: 'right', caller: 'a' }, now)
    if (!('token' in result)) throw new Error(result.refusal.message)
    expect(viewerOf(world.db, result.token, now)).toMatchObject({ name: 'Ines Calloway', role: 'rep' })
    expect(viewerOf(world.db, `${result.token}x`, now)).toBeNull()
    expect(viewerOf(world.db, result.token, now + 15 * day)).toBeNull()
    expect(world.db.select().from(session).get()!.tokenHash).not.toContain(result.token)
    signOut(world.db, result.token)
    expect(viewerOf(world.db, result.token, now)).toBeNull()
  })
  test('the eleventh wrong guess at one address is not even looked at', async () => {
    world.db.update(user).set({ passwordHash: await hashPassword('right') }).where(eq(user.id, 2)).run()
    const guess = (password: string) => signIn(world.db, { mail: 'ruth@ploverrook.example', password, caller: 'b' }, now)
    for (let turn = 0; turn < 10; turn++) expect(await guess('wrong')).toMatchObject({ refusal: { code: 'wrong' } })
    expect(await guess('right')).toMatchObject({ refusal: { code: 'too_many_guesses' } })
  })
  test('an unknown address is answered like a wrong password', async () => {
    expect(await signIn(world.db, { mail: 'nobody@x.example', password: 'x', caller: 'c' }, now)).toMatchObject({ refusal: { code: 'wrong', message: 'Mail address or password is not right.' } })
  })
})

describe('what a role may', () => {
  const viewerRole = { id: 9, name: 'Pim', mail: '', phone: '', role: 'viewer' as const }
  test.each(['post', 'open', 'decline_offer', 'award', 'cancel'] as const)('a viewer may not %s: 403, nothing written', (intent) => {
    const loadId = openLoad(world.db)
    const act = { intent, offerId: 1, buyCharges: [flatCharge('line_haul', 100)], override: null, reason: 'because' } as never
    expect(() => actOnLoad(world.db, loadId, act, viewerRole, now)).toThrow(expect.objectContaining({ status: 403 }))
    expect(world.db.select().from(load).get()!.state).toBe('uncovered')
  })
})

describe('a carrier’s signed link', () => {
  const coveredLoad = () => {
    const loadId = openLoad(world.db)
    recordOffer(world.db, loadId, { carrierId: 1, payMinor: 248_000, source: 'phone', goodUntil: null, note: '' }, ines)
    awardLoad(world.db, loadId, { offerId: 1, buyCharges: [flatCharge('line_haul', 248_000)], override: null, role: 'rep' }, ines)
    carryOut(world.db, loadId, { kind: 'send_confirmation', to: 'a@b.example', again: false }, ines)
    return loadId
  }
  const code = (token: string, at = now) => {
    const read = readByLink(world.db, token, secret, at)
    return 'refusal' in read ? read.refusal.code : 'opened'
  }
  test('opens its confirmation for seven days, unaltered, until withdrawn', () => {
    coveredLoad()
    const token = createLink(world.db, 1, secret, now)
    expect(code(token)).toBe('opened')
    expect(code(token, now + 7 * day)).toBe('expired')
    expect(code(`2.${token.split('.')[1]}`)).toBe('altered')
    expect(code(`${token.slice(0, -1)}${token.endsWith('A') ? 'B' : 'A'}`)).toBe('altered')
    expect(code(linkToken(1, 'another secret altogether'))).toBe('altered')
    for (const token of ['', '1.', '../1', `${'9'.repeat(400)}.x`]) expect(code(token)).toBe('altered')
    revokeLinks(world.db, 1, now)
    expect(code(token)).toBe('revoked')
    expect(world.db.select().from(link).get()!.revokedAt).toBe(now)
  })
  test('accepts once, and not a version that was voided', () => {
    const loadId = coveredLoad()
    const token = createLink(world.db, 1, secret, now)
    const accept = () => acceptByLink(world.db, token, secret, { name: 'Ada Finch', title: 'Dispatcher' }, now)
    expect(accept()).toEqual({ done: true })
    expect(accept()).toMatchObject({ refusal: { code: 'already_accepted' } })
    carryOut(world.db, loadId, { kind: 'release', reason: 'fell through' }, ines)
    expect(accept()).toMatchObject({ refusal: { code: 'confirmation_void' } })
  })
})
