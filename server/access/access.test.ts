import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { flatCharge } from '#core/charge/charge'
import { openDatabase } from '#server/db.server'
import { carryOut } from '#server/load/commands'
import { actOnLoad } from '#server/load-page/act'
import { readLoadPage } from '#server/load-page/read'
import { logger } from '#server/log/logger'
import { newsFor } from '#server/news/news'
import { awardLoad } from '#server/offer/award'
import { recordOffer } from '#server/offer/offers'
import { acceptByLink, objectByLink, readByLink } from '#server/outside/confirmation-link'
import { link, load, session, user } from '#server/schema'
import { settings } from '#server/settings.server'
import { ines, now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { hashPassword, signIn, signOut, viewerOf } from './sign-in'
import { createLink, linkToken, revokeLinks } from './signed-link'

const day = 24 * 3_600_000
let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

describe('signing in', () => {
  test('the right password opens a session that ends, and that can be ended', async () => {
    world.db
      .update(user)
      .set({ passwordHash: await hashPassword('right') })
      .where(eq(user.id, 1))
      .run()
    const result = await signIn(world.db, { mail: ' INES@ploverrook.example', password: 'right', caller: 'a' }, now)
    if (!('token' in result)) throw new Error(result.refusal.message)
    expect(viewerOf(world.db, result.token, now)).toMatchObject({ name: 'Ines Calloway', role: 'rep' })
    expect(viewerOf(world.db, `${result.token}x`, now)).toBeNull()
    expect(viewerOf(world.db, result.token, now + 15 * day)).toBeNull()
    expect(world.db.select().from(session).get()!.tokenHash).not.toContain(result.token)
    signOut(world.db, result.token)
    expect(viewerOf(world.db, result.token, now)).toBeNull()
  })
  describe('after wrong guesses', () => {
    const guess = (password: string, over: { caller?: string; mail?: string; device?: string } = {}, at = now) =>
      signIn(world.db, { mail: 'ruth@ploverrook.example', password, caller: 'b', ...over }, at)
    const codeOf = (result: Awaited<ReturnType<typeof signIn>>) => ('token' in result ? 'in' : result.refusal.code)
    beforeEach(
      async () =>
        void world.db
          .update(user)
          .set({ passwordHash: await hashPassword('right') })
          .where(eq(user.id, 2))
          .run(),
    )

    test('the next waits, longer each time, and is not even looked at before', async () => {
      for (let turn = 0; turn < 5; turn++) expect(codeOf(await guess('wrong'))).toBe('wrong')
      expect(await guess('right')).toMatchObject({
        refusal: { code: 'too_many_guesses', message: 'Too many wrong guesses from here. Try again in a second.' },
      })
      expect(codeOf(await guess('wrong', {}, now + 1000))).toBe('wrong')
      expect(await guess('right', {}, now + 1500)).toMatchObject({
        refusal: { message: expect.stringContaining('2 seconds') },
      })
      expect(codeOf(await guess('right', {}, now + 3000))).toBe('in')
      expect(codeOf(await guess('wrong', {}, now + 3000))).toBe('wrong')
    })
    test('the log has who it was by id, where it was anybody, and from where', async () => {
      const lines: object[] = []
      const spy = vi.spyOn(logger(), 'warn').mockImplementation(((line: object) => void lines.push(line)) as never)
      await guess('wrong')
      await guess('wrong', { mail: 'nobody@ploverrook.example' })
      spy.mockRestore()
      expect(lines).toEqual([
        { code: 'wrong', userId: 2, caller: 'b' },
        { code: 'wrong', account: 'nobody@ploverrook.example', caller: 'b' },
      ])
    })
    test('eighty at once are eighty: all but the free ones are turned away before a password is looked at', async () => {
      const codes = (await Promise.all(Array.from({ length: 80 }, () => guess('wrong')))).map(codeOf)
      expect(codes.filter((code) => code === 'wrong')).toHaveLength(5)
      expect(codes.filter((code) => code === 'too_many_guesses')).toHaveLength(75)
    })
    test('by somebody elsewhere, nobody is locked out: not the person named, not others', async () => {
      for (let turn = 0; turn < 40; turn++)
        await guess('wrong', { caller: `elsewhere ${turn % 3}` }, now + turn * 60_000)
      expect(codeOf(await guess('right', { caller: 'at home' }, now + 40 * 60_000))).toBe('in')
    })
    test('from one address at many names, a browser known from before still gets in; a strange one waits a minute at most', async () => {
      for (let turn = 0; turn < 200; turn++)
        await guess('wrong', { caller: 'office', mail: `nobody${turn}@x.example` }, now + turn)
      const at = now + 300
      expect(codeOf(await guess('right', { caller: 'office' }, at))).toBe('too_many_guesses')
      expect(codeOf(await guess('right', { caller: 'office', device: '2:a-browser-of-hers' }, at))).toBe('in')
      expect(codeOf(await guess('right', { caller: 'office' }, at + 60_000))).toBe('in')
    })
    test('a restart forgets nothing', async () => {
      for (let turn = 0; turn < 6; turn++) await guess('wrong')
      const again = openDatabase(world.path, { durable: false })
      expect(
        codeOf(await signIn(again, { mail: 'ruth@ploverrook.example', password: 'right', caller: 'b' }, now)),
      ).toBe('too_many_guesses')
      again.$client.close()
    })
  })
  test('a session left alone for half a day ends, one in use goes on', async () => {
    world.db
      .update(user)
      .set({ passwordHash: await hashPassword('right') })
      .where(eq(user.id, 1))
      .run()
    const result = await signIn(world.db, { mail: 'ines@ploverrook.example', password: 'right', caller: 'a' }, now)
    if (!('token' in result)) throw new Error('refused')
    const hour = 3_600_000
    for (let at = 11; at <= 44; at += 11) expect(viewerOf(world.db, result.token, now + at * hour)).not.toBeNull()
    expect(viewerOf(world.db, result.token, now + 57 * hour)).toBeNull()
  })
  test('an unknown address is answered like a wrong password', async () => {
    expect(await signIn(world.db, { mail: 'nobody@x.example', password: 'x', caller: 'c' }, now)).toMatchObject({
      refusal: { code: 'wrong', message: 'That email address or password is not right.' },
    })
  })
})

describe('what a role may', () => {
  const viewerRole = { id: 9, name: 'Pim', mail: '', phone: '', role: 'viewer' as const }
  test.each(['post', 'open', 'decline_offer', 'award', 'cancel'] as const)(
    'a viewer may not %s: 403, nothing written',
    (intent) => {
      const loadId = openLoad(world.db)
      const act = {
        intent,
        offerId: 1,
        buyCharges: [flatCharge('line_haul', 100)],
        override: null,
        reason: 'because',
      } as never
      expect(() => actOnLoad(world.db, loadId, act, viewerRole, now)).toThrow(expect.objectContaining({ status: 403 }))
      expect(world.db.select().from(load).get()!.state).toBe('uncovered')
    },
  )
})

describe('a carrier’s signed link', () => {
  const coveredLoad = () => {
    const loadId = openLoad(world.db)
    recordOffer(world.db, loadId, { carrierId: 1, payMinor: 248_000, source: 'phone', goodUntil: null, note: '' }, ines)
    awardLoad(
      world.db,
      loadId,
      { offerId: 1, buyCharges: [flatCharge('line_haul', 248_000)], override: null, role: 'rep' },
      ines,
    )
    carryOut(world.db, loadId, { kind: 'send_confirmation', to: 'a@b.example', again: false }, ines)
    return loadId
  }
  const code = (token: string, at = now) => {
    const read = readByLink(world.db, token, at)
    return 'refusal' in read ? read.refusal.code : 'opened'
  }
  test('opens its confirmation for seven days, unaltered, until withdrawn', () => {
    coveredLoad()
    const token = createLink(world.db, 1, now)
    expect(code(token)).toBe('opened')
    expect(code(token, now + 7 * day)).toBe('expired')
    expect(code(`2.${token.split('.')[1]}`)).toBe('altered')
    expect(code(`${token.slice(0, -1)}${token.endsWith('A') ? 'B' : 'A'}`)).toBe('altered')
    const own = settings()
    const { OX_SECRET } = own
    Object.assign(own, { OX_SECRET: 'another secret altogether' })
    expect(code(token)).toBe('altered')
    // The secret before the present one still opens what it signed; what is new is signed with the new one.
    Object.assign(own, { OX_SECRET_BEFORE: OX_SECRET })
    expect([code(token), code(linkToken(1))]).toEqual(['opened', 'opened'])
    Object.assign(own, { OX_SECRET, OX_SECRET_BEFORE: undefined })
    for (const token of ['', '1.', '../1', `${'9'.repeat(400)}.x`]) expect(code(token)).toBe('altered')
    revokeLinks(world.db, 1, now)
    expect(code(token)).toBe('revoked')
    expect(world.db.select().from(link).get()!.revokedAt).toBe(now)
  })
  test('takes an objection to the desk, and leaves the award to us', () => {
    const loadId = coveredLoad()
    const token = createLink(world.db, 1, now)
    carryOut(world.db, loadId, { kind: 'send_confirmation', to: 'a@b.example', again: false }, ines)
    const said = { objection: 'no' as const, name: 'Ada Finch', text: 'The truck broke down' }
    expect(objectByLink(world.db, token, said, now)).toEqual({ done: true })
    expect(readByLink(world.db, token, now)).toMatchObject({
      confirmation: { state: 'sent', objection: 'no', objectionText: 'The truck broke down' },
    })
    const { load: row, possible } = readLoadPage(world.db, loadId, now)!
    expect(row.state).toBe('covered')
    expect(possible.acts.release).toBeNull()
    expect(newsFor(world.db, 1, { now, mine: false }).map(({ words }) => words)).toContain(
      'Ada Finch says no to rate confirmation version 1: The truck broke down',
    )
    expect(objectByLink(world.db, `${token}x`, said, now)).toMatchObject({ refusal: { code: 'altered' } })
  })
  test('accepts once, and not a version that was voided', () => {
    const loadId = coveredLoad()
    const token = createLink(world.db, 1, now)
    const accept = () => acceptByLink(world.db, token, { name: 'Ada Finch', title: 'Dispatcher' }, now)
    expect(accept()).toEqual({ done: true })
    expect(accept()).toMatchObject({ refusal: { code: 'already_accepted' } })
    carryOut(world.db, loadId, { kind: 'release', reason: 'fell through' }, ines)
    expect(accept()).toMatchObject({ refusal: { code: 'confirmation_void' } })
  })
})
