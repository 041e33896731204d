import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { needsSetUp } from '#server/access/people'
import { signIn } from '#server/access/sign-in'
import { type Db, openDatabase } from '#server/db.server'
import { officeOf, officeVersions } from '#server/office/office'
import { event, user } from '#server/schema'
import { testOffice } from '#server/testing/office'
import { now } from '#server/testing/world'
import { setUpByKey, setUpKey } from './set-up'

let folder: string
let db: Db
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'oxpecker-test-'))
  db = openDatabase(join(folder, 'test.db'), { durable: false })
})
afterEach(() => {
  db.$client.close()
  rmSync(folder, { recursive: true, force: true })
})

const asked = (over = {}) => ({
  key: setUpKey(),
  office: testOffice,
  administrator: { name: 'Odile Brandt', mail: 'odile@ploverrook.example', phone: '' },
  password: 'quiet anvil otter lamp',
  ...over,
})

test('with the key of the log an empty folder gets its settings and its administrator, once', async () => {
  expect([needsSetUp(db), officeOf(db).name]).toEqual([true, ''])
  expect(await setUpByKey(db, asked(), now)).toEqual({ userId: 1 })
  expect([needsSetUp(db), officeOf(db).name]).toEqual([false, 'Plover & Rook Freight'])
  expect(officeVersions(db)).toMatchObject([{ version: 1, byName: 'Odile Brandt' }])
  expect(
    await signIn(db, { mail: 'odile@ploverrook.example', password: asked().password, caller: '' }, now),
  ).toMatchObject({ userId: 1 })
  expect(await setUpByKey(db, asked(), now)).toMatchObject({ refusal: { code: 'done_already' } })
})

test.each([
  ['a wrong key', { key: 'guess' }, 'wrong_key'],
  ['a key of the right length', { key: 'x'.repeat(setUpKey().length) }, 'wrong_key'],
  ['a weak password', { password: 'ploverrook12' }, 'weak_password'],
  ['a short one', { password: 'short' }, 'weak_password'],
])('%s sets nothing up', async (_, over, code) => {
  expect(await setUpByKey(db, asked(over), now)).toMatchObject({ refusal: { code } })
  expect([db.select().from(user).all(), db.select().from(event).all(), officeVersions(db)]).toEqual([[], [], []])
})

test('of two at the same moment one sets it up', async () => {
  const both = await Promise.all([setUpByKey(db, asked(), now), setUpByKey(db, asked(), now)])
  expect(both.filter((each) => 'userId' in each)).toHaveLength(1)
  expect(db.select().from(user).all()).toHaveLength(1)
})
