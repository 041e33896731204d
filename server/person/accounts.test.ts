import { eq } from 'drizzle-orm'
import { TOTP } from 'otpauth'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { awaitingCode, newTotpSecret, openAwaiting, recoveryCodesLeft, spendCode } from '#server/access/second-factor'
import { sessionsOf } from '#server/access/sessions'
import { hashPassword, signIn, tokenHash, viewerOf } from '#server/access/sign-in'
import { currentOffice } from '#server/office/office'
import { saveOffice } from '#server/office/save'
import { deliver } from '#server/outbox/deliver'
import { nextDue } from '#server/outbox/outbox'
import { session, user } from '#server/schema'
import { type TestMailServer, testMailServer } from '#server/testing/mail-server'
import { ines, now, type TestWorld, testWorld } from '#server/testing/world'
import { invite } from './invite'
import { invitationUrl, openPasswordLink } from './links'
import {
  alertIfNewDevice,
  changeOwnFacts,
  changePassword,
  requestReset,
  setPasswordByLink,
  turnOnSecondFactor,
} from './own-account'
import { sendPersonMail } from './send'

const good = 'quiet anvil otter lamp'
const minute = 60_000
const ruth = { now, by: { kind: 'person' as const, id: 2, name: 'Ruth Amsel' } }
let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

const bo = { name: 'Bo Lind', mail: 'bo@ploverrook.example', phone: '208-555-0190' }
function invited(): number {
  const made = invite(world.db, { person: bo, role: { ready: 'rep', ownRoleId: null }, teamId: null }, ruth)
  if ('refusal' in made) throw new Error(made.refusal.message)
  return made.id
}
const tokenOf = (url: string | null) => url!.split('/').at(-1)!
const enter = (password: string, at = now, mail = bo.mail) =>
  signIn(world.db, { mail, password, caller: 'a', userAgent: 'Mozilla/5.0 (Windows NT 10.0) Chrome/140.0' }, at)
async function give(userId: number, password = good): Promise<void> {
  world.db
    .update(user)
    .set({ passwordHash: await hashPassword(password) })
    .where(eq(user.id, userId))
    .run()
}
async function tokenFor(password = good, at = now): Promise<string> {
  const entered = await enter(password, at, 'ines@ploverrook.example')
  if ('refusal' in entered) throw new Error(entered.refusal.message)
  return entered.token
}

describe('an invitation', () => {
  test('makes an account that nobody can sign in to before a password was chosen by its link, once', async () => {
    const id = invited()
    expect(await enter('')).toMatchObject({ refusal: { code: 'wrong' } })
    const token = tokenOf(invitationUrl(world.db, id, now))
    expect(openPasswordLink(world.db, token, now)).toMatchObject({ kind: 'invitation', userId: id })
    expect(await setPasswordByLink(world.db, token, 'ploverrook12', now)).toMatchObject({
      refusal: { code: 'weak_password' },
    })
    expect(await setPasswordByLink(world.db, token, good, now)).toEqual({ userId: id })
    expect(await setPasswordByLink(world.db, token, `${good} two`, now)).toMatchObject({
      refusal: { code: 'revoked' },
    })
    expect(await enter(good)).toMatchObject({ userId: id, awaitsCode: false })
  })
  test('ends after seven days, and with a newer one', async () => {
    const id = invited()
    const first = tokenOf(invitationUrl(world.db, id, now))
    expect(openPasswordLink(world.db, first, now + 8 * 24 * 60 * minute)).toMatchObject({
      refusal: { code: 'expired' },
    })
    expect(openPasswordLink(world.db, `${first}x`, now)).toMatchObject({ refusal: { code: 'altered' } })
  })
  test.each([
    ['name', { ...bo, name: 'ines calloway', mail: 'other@ploverrook.example' }, 'name_taken'],
    ['address', { ...bo, name: 'Other', mail: 'ines@ploverrook.example' }, 'mail_taken'],
  ])('to a %s that somebody has is refused, and leaves nothing behind', (_, person, code) => {
    expect(invite(world.db, { person, role: { ready: 'rep', ownRoleId: null }, teamId: null }, ruth)).toMatchObject({
      refusal: { code },
    })
    expect(world.db.select().from(user).all()).toHaveLength(2)
    expect(nextDue(world.db, 'person_mail', now)).toBeUndefined()
  })
})

describe('by email', () => {
  let server: TestMailServer
  beforeEach(async () => {
    server = await testMailServer()
  })
  afterEach(() => server.close())
  const send = async () => deliver(world.db, nextDue(world.db, 'person_mail', now)!, sendPersonMail, () => now)

  test('an invitation says who invites whom to what, with a link that opens', async () => {
    const id = invited()
    expect(await send()).toBe(true)
    const [mail] = server.received
    expect(mail!.subject).toBe('Ruth Amsel invites you to Plover & Rook Freight on Oxpecker')
    expect(mail!.to).toMatchObject([{ address: bo.mail }])
    expect(mail!.text).toContain(invitationUrl(world.db, id, now))
  })
  test('a reset goes to an account that there is, and nothing to one that there is not', async () => {
    await give(1)
    requestReset(world.db, 'nobody@ploverrook.example', now)
    expect(nextDue(world.db, 'person_mail', now)).toBeUndefined()
    requestReset(world.db, ' INES@ploverrook.example ', now)
    await send()
    const link = /https?:\S+/.exec(server.received[0]!.text ?? '')![0]
    const old = await tokenFor()
    expect(await setPasswordByLink(world.db, tokenOf(link), 'velvet barge nine comet', now)).toEqual({ userId: 1 })
    expect(viewerOf(world.db, old, now)).toBeNull()
    expect(await tokenFor('velvet barge nine comet', now + minute)).toBeTruthy()
  })
  test('a link used before its email left is not sent any more', async () => {
    const id = invited()
    await setPasswordByLink(world.db, tokenOf(invitationUrl(world.db, id, now)), good, now)
    expect(await send()).toBe(true)
    expect(server.received).toEqual([])
  })
  test('a sign-in from a new browser is told, the first of all and one from a known browser are not', async () => {
    await give(1)
    const from = { device: null, userAgent: 'Mozilla/5.0 (Macintosh; Intel Mac OS X 14) Firefox/140.0' }
    await tokenFor()
    alertIfNewDevice(world.db, 1, from, now)
    expect(nextDue(world.db, 'person_mail', now)).toBeUndefined()
    await tokenFor()
    alertIfNewDevice(world.db, 1, { ...from, device: '1:abcdefghijkl' }, now)
    expect(nextDue(world.db, 'person_mail', now)).toBeUndefined()
    alertIfNewDevice(world.db, 1, { ...from, device: '2:abcdefghijkl' }, now)
    await send()
    expect(server.received[0]!.subject).toBe('New sign-in to Plover & Rook Freight: Firefox on macOS')
    expect(server.received[0]!.text).toContain('Nov 23, 2026, 1:12 pm MST')
  })
})

describe('an authenticator app', () => {
  const code = (secret: string, at: number) =>
    new TOTP({ secret, algorithm: 'SHA1', digits: 6, period: 30 }).generate({ timestamp: at })

  test('is on once a code of it was shown; then a password alone opens nothing', async () => {
    await give(1)
    const secret = newTotpSecret()
    expect(turnOnSecondFactor(world.db, ines.by, { secret, code: '000000' }, now)).toMatchObject({
      refusal: { code: 'wrong_code' },
    })
    const on = turnOnSecondFactor(world.db, ines.by, { secret, code: code(secret, now) }, now)
    expect(on).toHaveProperty('codes.length', 10)
    const kept = world.db.$client.prepare('select totp_secret from user where id = 1').pluck().get()
    expect(kept).not.toContain(secret)
    const token = await tokenFor()
    expect(viewerOf(world.db, token, now)).toBeNull()
    expect(awaitingCode(world.db, token, now)).toMatchObject({ userId: 1 })
    expect(awaitingCode(world.db, token, now + 11 * minute)).toBeNull()
  })
  test('the code of a step works once, also by a hair early or late, and an old one never', async () => {
    const secret = newTotpSecret()
    turnOnSecondFactor(world.db, ines.by, { secret, code: code(secret, now) }, now)
    const later = now + 5 * minute
    expect(spendCode(world.db, 1, code(secret, now), later)).toBe(false)
    expect(spendCode(world.db, 1, code(secret, later + 30_000), later)).toBe(true)
    expect(spendCode(world.db, 1, code(secret, later + 30_000), later)).toBe(false)
    expect(spendCode(world.db, 1, code(secret, later), later)).toBe(false)
    expect(spendCode(world.db, 1, code(secret, later + 5 * minute), later)).toBe(false)
  })
  test('a recovery code signs in once, however it is typed; the session then lasts', async () => {
    await give(1)
    const secret = newTotpSecret()
    const on = turnOnSecondFactor(world.db, ines.by, { secret, code: code(secret, now) }, now)
    if ('refusal' in on) throw new Error(on.refusal.message)
    const typed = on.codes[3]!.toUpperCase().replaceAll('-', ' ')
    expect(spendCode(world.db, 2, typed, now)).toBe(false)
    expect(spendCode(world.db, 1, typed, now)).toBe(true)
    expect(spendCode(world.db, 1, typed, now)).toBe(false)
    expect(recoveryCodesLeft(world.db, 1)).toBe(9)
    const token = await tokenFor()
    openAwaiting(world.db, token, now)
    expect(viewerOf(world.db, token, now + 60 * minute)).toMatchObject({ name: 'Ines Calloway' })
  })
  test('can be demanded of a role: who has none may open nothing else before', async () => {
    await give(1)
    const token = await tokenFor()
    expect(viewerOf(world.db, token, now)).toMatchObject({ owesSecondFactor: false })
    const { office, version } = currentOffice(world.db)
    const access = { ...office.access, secondFactorFor: ['rep'] }
    saveOffice(world.db, { office: { ...office, access }, note: '', basedOn: version }, ruth)
    expect(viewerOf(world.db, token, now)).toMatchObject({ owesSecondFactor: true })
  })
})

describe('a session', () => {
  test('is listed with its browser, and lasts as long as the settings say', async () => {
    await give(1)
    const token = await tokenFor()
    expect(sessionsOf(world.db, 1, tokenHash(token))).toMatchObject([{ device: 'Chrome on Windows', isThisOne: true }])
    const { office, version } = currentOffice(world.db)
    const access = { ...office.access, idleMinutes: 30 }
    saveOffice(world.db, { office: { ...office, access }, note: '', basedOn: version }, ruth)
    expect(viewerOf(world.db, token, now + 29 * minute)).not.toBeNull()
    expect(viewerOf(world.db, token, now + 29 * minute + 31 * minute)).toBeNull()
  })
  test('ends elsewhere with a new password, and stays where it was changed', async () => {
    await give(1)
    const [here, elsewhere] = [await tokenFor(), await tokenFor()]
    const who = { id: 1, name: 'Ines Calloway', mail: 'ines@ploverrook.example' }
    const asked = { present: 'wrong', password: 'velvet barge nine comet', keepSession: tokenHash(here) }
    expect(await changePassword(world.db, who, asked, now)).toMatchObject({ refusal: { code: 'wrong_password' } })
    expect(await changePassword(world.db, who, { ...asked, present: good }, now)).toEqual({ done: true })
    expect([viewerOf(world.db, here, now), viewerOf(world.db, elsewhere, now)]).toMatchObject([{ id: 1 }, null])
    expect(world.db.select().from(session).all()).toHaveLength(1)
  })
})

describe('one’s own facts', () => {
  const who = { id: 1, name: 'Ines Calloway', mail: 'ines@ploverrook.example' }
  const facts = { name: 'Ines Calloway', mail: who.mail, phone: '208-555-0199' }
  test.each([
    ['a phone, without a password', facts, '', { done: true }],
    ['another address, with the password', { ...facts, mail: 'i@x.example' }, good, { done: true }],
    ['another address, without it', { ...facts, mail: 'i@x.example' }, '', { refusal: { code: 'wrong_password' } }],
    [
      'an address of somebody else',
      { ...facts, mail: 'ruth@ploverrook.example' },
      good,
      { refusal: { code: 'mail_taken' } },
    ],
  ])('%s', async (_, person, present, expected) => {
    await give(1)
    expect(await changeOwnFacts(world.db, who, { person, present }, now)).toMatchObject(expected)
    const { mail } = world.db.select().from(user).where(eq(user.id, 1)).get()!
    expect(mail).toBe('done' in expected ? person.mail : who.mail)
  })
})
