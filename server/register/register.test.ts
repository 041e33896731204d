import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { addCarrier } from '#server/carrier/add'
import { readDossier } from '#server/carrier/dossier'
import { carrier, event, fact, linkFact, registerFeed } from '#server/schema'
import { recordFor } from '#server/testing/register-record'
import { type RegisterServer, startRegisterServer } from '#server/testing/register-server'
import { now, type TestWorld, testWorld } from '#server/testing/world'
import { vetCarriers } from '#server/vetting/vet'
import { feedState, readChanges } from './feed'
import { findInRegister, lookUp, readNumber, refresh } from './look-up'
import { recordOf } from './store'

let world: TestWorld
let register: RegisterServer
const clock = () => now
const act = { now, by: { kind: 'person' as const, id: 1, name: 'Ines Calloway' } }
const hours = 3_600_000

beforeEach(async () => {
  world = testWorld()
  register = await startRegisterServer()
})
afterEach(async () => {
  await register.end()
  world.end()
})

describe('the feed', () => {
  test('is taken in once, goes on from where it was, and tells whom of ours it touches', async () => {
    register.records = [
      recordFor(1),
      recordFor(900, { mail: 'a@b.example' }),
      recordFor(2, { phones: ['801-555-0199'] }),
    ]
    expect(await readChanges(world.db, clock)).toEqual({ taken: 3, refused: 0, changed: [2] })
    expect(await readChanges(world.db, clock)).toEqual({ taken: 0, refused: 0, changed: [] })
    register.records.push(recordFor(2, { phones: ['801-555-0198'] }))
    expect(await readChanges(world.db, clock)).toMatchObject({ taken: 1, changed: [2] })
    expect(feedState(world.db)).toMatchObject({ sequence: 4, currentAt: now, problem: null })
  })
  test('a changed fact keeps its former value, its source and both days', async () => {
    await readChanges(world.db, () => now - 48 * hours)
    register.records = [recordFor(2, { phones: ['801-555-0199'] })]
    await readChanges(world.db, clock)
    const phones = world.db
      .select()
      .from(fact)
      .where(eq(fact.field, 'phones'))
      .all()
      .filter((row) => row.carrierId === 2)
    expect(phones).toMatchObject([
      { value: '406-555-0102', source: 'register', endedAt: now },
      { value: '801-555-0199', source: 'register', seenAt: now, endedAt: null },
    ])
    expect(world.db.select().from(carrier).where(eq(carrier.id, 2)).get()?.contactChangedAt).toBe(now)
    expect(world.db.select().from(event).all()).toMatchObject([
      { aggregate: 'carrier', aggregateId: 2, kind: 'register_changed', actorKind: 'system' },
    ])
    expect(readDossier(world.db, 2, now)!.facts.current.find((row) => row.field === 'phones')).toMatchObject({
      value: '801-555-0199',
      former: [{ value: '406-555-0102' }],
    })
  })
  test('down, nonsense: nothing is lost, the problem is reported, and the next time it goes on', async () => {
    register.records = [recordFor(1), recordFor(901)]
    await readChanges(world.db, clock)
    for (const mood of ['down', 'nonsense'] as const) {
      register.mood = mood
      expect(await readChanges(world.db, () => now + hours)).toHaveProperty('problem')
      expect(feedState(world.db)).toMatchObject({ sequence: 2, currentAt: now, triedAt: now + hours })
      expect(feedState(world.db)!.problem).not.toBeNull()
    }
    register.mood = 'well'
    register.records.push(recordFor(902))
    expect(await readChanges(world.db, () => now + 2 * hours)).toMatchObject({ taken: 1 })
    expect(feedState(world.db)).toMatchObject({ sequence: 3, problem: null })
  })
  test('what is shared is written again with each change', async () => {
    register.records = [recordFor(903, { officers: ['Ada Finch'] })]
    await readChanges(world.db, clock)
    register.records.push(recordFor(903, { officers: ['Bo Renner'] }))
    await readChanges(world.db, clock)
    expect(
      world.db
        .select({ words: linkFact.words })
        .from(linkFact)
        .where(eq(linkFact.dotNumber, '200903'))
        .all()
        .map(({ words }) => words),
    ).toContain('Bo Renner')
    expect(
      world.db.select({ words: linkFact.words }).from(linkFact).where(eq(linkFact.kind, 'officer')).all(),
    ).toHaveLength(1)
  })
})

describe('the gate while the register is silent', () => {
  const verdictAfter = (age: number) => {
    world.db
      .update(registerFeed)
      .set({ currentAt: now - age * hours })
      .run()
    world.db.$client.prepare('update register_record set confirmed_at = ?').run(now - age * hours)
    return vetCarriers(world.db, [1], null, now).get(1)!
  }
  test('the last known facts are used and said to be old: care after 36 hours, stop after a week', () => {
    expect(verdictAfter(35).verdict).toBe('clear')
    expect(verdictAfter(37).reasons).toMatchObject([
      {
        code: 'register_old',
        severity: 'caution',
        message: 'The register has not answered for 37 hours: these are the last known facts',
      },
    ])
    expect(verdictAfter(169).reasons).toMatchObject([{ code: 'register_old', severity: 'stop' }])
  })
  test('one carrier asked for by itself is fresh again', async () => {
    verdictAfter(200)
    register.records = [recordFor(1)]
    expect(await refresh(world.db, '200001', clock)).toBe(true)
    expect(vetCarriers(world.db, [1], null, now).get(1)!.verdict).toBe('clear')
    expect(vetCarriers(world.db, [2], null, now).get(2)!.verdict).toBe('stop')
  })
})

describe('looking up', () => {
  test.each([
    ['MC 700037', { kind: 'mc', number: '700037' }],
    ['mc#0700037', { kind: 'mc', number: '700037' }],
    ['USDOT-2400053', { kind: 'dot', number: '2400053' }],
    [' 88 ', { kind: 'either', number: '88' }],
    ['night heron', null],
    ['', null],
    ['1234567890', null],
  ])('%j is %j', (typed, expected) => expect(readNumber(typed)).toEqual(expected))
  test('a carrier nobody knows yet is added with all that is told, and vetted', async () => {
    register.records = [
      recordFor(950, { legalName: 'Alder Creek LLC', phones: ['801-555-0150'], cargo: ['refrigerated food'] }),
    ]
    const added = await addCarrier(world.db, 'MC 100950', act)
    expect(added).toMatchObject({ verdict: { verdict: 'stop' }, duplicates: [], fresh: true })
    const row = world.db.select().from(carrier).where(eq(carrier.dotNumber, '200950')).get()
    expect(row).toMatchObject({
      name: 'Alder Creek LLC',
      homeCity: 'Jerome',
      equipment: ['reefer'],
      powerUnits: 300,
      verdict: 'stop',
      addedBy: 'Ines Calloway',
    })
    expect(row!.homeLat).toBeCloseTo(42.7, 0)
    expect(row!.reasons.map(({ code }) => code)).toEqual(['no_cargo', 'no_w9', 'no_agreement'])
    expect(readDossier(world.db, row!.id, now)!.contacts).toMatchObject([
      { phone: '801-555-0150', addedBy: 'the register' },
    ])
  })
  test('the same again is named, not added; one that shares a phone is added and reported', async () => {
    register.records = [recordFor(1), recordFor(951, { phones: ['(406) 555-0101'] })]
    expect(await addCarrier(world.db, 'DOT 200001', act)).toMatchObject({
      refusal: { code: 'already_held', carrierId: 1 },
    })
    expect(await addCarrier(world.db, 'DOT 200951', act)).toMatchObject({
      duplicates: [{ carrierId: 1, because: ['phone'] }],
    })
  })
  test.each(['down', 'nonsense', 'wrong_carrier'] as const)(
    '%s: what was told before is used and said to be so; what is new cannot be',
    async (mood) => {
      register.records = [recordFor(960), recordFor(999)]
      await readChanges(world.db, clock)
      register.mood = mood
      const known = await lookUp(world.db, 'DOT 200960', clock)
      expect(known).toMatchObject({ fresh: false, record: { dotNumber: '200960' } })
      expect(await lookUp(world.db, 'DOT 200961', clock)).toMatchObject({ refusal: { code: 'register_silent' } })
      expect(recordOf(world.db, '200961')).toBeNull()
    },
  )
  test('by name: the beginning first, any word after; by number its beginning', async () => {
    register.records = [
      recordFor(970, { legalName: 'Alder Creek Trucking' }),
      recordFor(971, { legalName: 'Creekside Alder Lines' }),
      recordFor(972, { legalName: 'Plain Lines' }),
    ]
    await readChanges(world.db, clock)
    expect(findInRegister(world.db, 'alder').map(({ name }) => name)).toEqual([
      'Alder Creek Trucking',
      'Creekside Alder Lines',
    ])
    expect(findInRegister(world.db, 'dot 20097').map(({ dotNumber }) => dotNumber)).toEqual([
      '200970',
      '200971',
      '200972',
    ])
    expect(findInRegister(world.db, 'a')).toEqual([])
    expect(findInRegister(world.db, '%%')).toEqual([])
  })
})
