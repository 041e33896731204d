import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { isRoutingNumber } from '#core/carrier/carrier'
import { carrierLogWords } from '#core/carrier/log-words'
import type { Viewer } from '#server/access/viewer'
import { storeRecord } from '#server/register/store'
import { carrier, contact, event, load, payee } from '#server/schema'
import { seal, unseal } from '#server/secrets/keys'
import { settings } from '#server/settings.server'
import { recordFor } from '#server/testing/register-record'
import { now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { actOnCarrier, carrierActSchema } from './act'
import { readDossier } from './dossier'
import { readRecentChanges } from './needs'

let world: TestWorld
const ines: Viewer = { id: 1, name: 'Ines Calloway', mail: '', phone: '', role: 'rep' }
const ruth: Viewer = { ...ines, id: 2, name: 'Ruth Amsel', role: 'manager' }
const act = (input: unknown, viewer = ines, carrierId = 1) =>
  actOnCarrier(world.db, carrierId, carrierActSchema.parse(input), viewer, now)
const standing = (id = 1) =>
  world.db.select({ verdict: carrier.verdict, reasons: carrier.reasons }).from(carrier).where(eq(carrier.id, id)).get()!
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

describe('payees', () => {
  const payeeOf = (account = '55501001') => ({
    intent: 'ask_payee',
    payee: { kind: 'carrier', name: 'Carrier 1', bankName: 'Bank of the Portneuf', routing: '991000009', account },
  })
  const waiting = () => world.db.select().from(payee).all().at(-1)!.id
  test('a change waiting for a second person, and is a sign for a while', async () => {
    await act(payeeOf())
    expect(await act({ intent: 'approve_payee', payeeId: waiting() })).toMatchObject({
      refusal: { code: 'same_person' },
    })
    expect(await act({ intent: 'approve_payee', payeeId: waiting() }, ruth)).toEqual({ done: true })
    expect(standing().verdict).toBe('clear')
    await act(payeeOf('55509999'))
    await act({ intent: 'approve_payee', payeeId: waiting() }, ruth)
    expect(world.db.select({ state: payee.state, end: payee.accountEnd }).from(payee).all()).toEqual([
      { state: 'replaced', end: '1001' },
      { state: 'approved', end: '9999' },
    ])
    expect(standing()).toMatchObject({ verdict: 'caution', reasons: [{ code: 'sign_payee_changed' }] })
  })
  test('the same account under two numbers joins them', async () => {
    for (const id of [1, 2]) {
      await act(payeeOf(), ines, id)
      await act({ intent: 'approve_payee', payeeId: waiting() }, ruth, id)
    }
    expect(standing(2)).toMatchObject({
      verdict: 'caution',
      reasons: [{ code: 'sign_bank_shared', message: 'The bank account is also that of Carrier 1' }],
    })
    expect(readDossier(world.db, 1, now)!.group.members.map(({ name }) => name)).toEqual(['Carrier 1', 'Carrier 2'])
  })
  test('the account is enciphered, and the database itself keeps two people apart', async () => {
    await act(payeeOf())
    const row = world.db.select().from(payee).get()!
    expect(JSON.stringify(row)).not.toContain('55501001')
    expect(unseal(row.accountSealed)).toBe('55501001')
    const own = settings()
    const { OX_SECRET } = own
    Object.assign(own, { OX_SECRET: 'another secret of ours' })
    expect(() => unseal(row.accountSealed)).toThrow()
    Object.assign(own, { OX_SECRET })
    expect(() => unseal(seal('1').slice(0, -6))).toThrow()
    expect(() => unseal(row.accountSealed.replace('sealed:1:', ''))).toThrow('never sealed')
    expect(() => world.db.update(payee).set({ state: 'approved', decidedById: 1 }).run()).toThrow(/CHECK/)
  })
  test.each([
    ['991000009', true],
    ['991000008', false],
    ['000000000', false],
    ['12345678', false],
  ])('routing number %s: %s', (text, good) => expect(isRoutingNumber(text)).toBe(good))
})

describe('do not use, contacts, equipment', () => {
  test('stops at once, is lifted by whom it says, and both stay in the log', async () => {
    await act({ intent: 'do_not_use', reason: 'handed our load on', lift: 'manager' })
    expect(standing()).toMatchObject({ verdict: 'stop', reasons: [{ message: 'Do not use: handed our load on' }] })
    expect(await act({ intent: 'lift_do_not_use', reason: 'owner changed' })).toMatchObject({
      refusal: { code: 'may_not_lift' },
    })
    expect(await act({ intent: 'lift_do_not_use', reason: 'owner changed' }, ruth)).toEqual({ done: true })
    expect(standing().verdict).toBe('clear')
    expect(
      world.db
        .select()
        .from(event)
        .all()
        .filter(({ kind }) => kind !== 'verdict_changed')
        .map((entry) => carrierLogWords(entry.kind, entry.data)),
    ).toEqual(['Not to be used: handed our load on', 'May be used again: owner changed. It was: handed our load on'])
  })
  test('a viewer changes nothing, and another’s contact is not removed', async () => {
    await expect(act({ intent: 'do_not_use', reason: 'because' }, { ...ines, role: 'viewer' })).rejects.toMatchObject({
      status: 403,
    })
    await act({ intent: 'add_contact', contact: { name: 'Ada', role: 'dispatch', phone: '208 555 0177', mail: '' } })
    const { id } = world.db.select().from(contact).get()!
    expect(await act({ intent: 'remove_contact', contactId: id }, ines, 2)).toMatchObject({
      refusal: { code: 'no_such_contact' },
    })
    expect(await act({ intent: 'remove_contact', contactId: id })).toEqual({ done: true })
    expect(() =>
      carrierActSchema.parse({
        intent: 'add_contact',
        contact: { name: 'Ada', role: 'dispatch', phone: '', mail: '' },
      }),
    ).toThrow(/phone number or an email/)
  })
  test('equipment is a fact over time, and preferred is some of it', async () => {
    await act({ intent: 'set_equipment', equipment: ['van'], preferred: ['van', 'reefer'], trailers: { van: 4 } })
    await act({ intent: 'set_equipment', equipment: ['van', 'flatbed'], preferred: [], trailers: { van: 5 } })
    expect(readDossier(world.db, 1, now)!.facts.current.find((row) => row.field === 'equipment')).toMatchObject({
      value: 'van 5, flatbed',
      byName: 'Ines Calloway',
      former: [{ value: 'van 4' }],
    })
    expect(readDossier(world.db, 99, now)).toBeNull()
  })
  test('what is noted on a load counts in the grades, on a load of theirs only', async () => {
    const loadId = openLoad(world.db)
    expect(await act({ intent: 'mark_load', loadId, mark: 'claim' })).toMatchObject({
      refusal: { code: 'no_such_load' },
    })
    world.db.update(load).set({ carrierId: 1, payMinor: 5, state: 'delivered', deliveredOnTime: true }).run()
    await act({ intent: 'mark_load', loadId, mark: 'claim' })
    expect(readDossier(world.db, 1, now)!.grades.find(({ kind }) => kind === 'claims')).toMatchObject({
      good: 1,
      of: 1,
    })
  })
})

test('what changed since yesterday: facts with what they were, verdicts, nothing older', async () => {
  storeRecord(world.db, recordFor(1, { officers: ['Ada'] }), { changedAt: now, confirmedAt: now - 30 * 3_600_000 })
  storeRecord(world.db, recordFor(1, { officers: ['Bo'] }), { changedAt: now, confirmedAt: now - 3_600_000 })
  await act({ intent: 'do_not_use', reason: 'because' })
  await act({ intent: 'lift_do_not_use', reason: 'because' }, ruth)
  const changes = readRecentChanges(world.db, now)
  expect(changes.changes).toMatchObject([{ carrierName: 'Carrier 1', field: 'officers', value: 'Bo', before: 'Ada' }])
  expect(changes.verdicts).toMatchObject([{ from: 'stop', to: 'clear' }])
})
