import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { loadQuerySchema } from '#core/load/load-query'
import { openSession, viewerOf } from '#server/access/sign-in'
import type { Viewer } from '#server/access/viewer'
import { loadIds } from '#server/load/list'
import { event, load, user } from '#server/schema'
import { now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { actOnPeople, type PeopleAct, peopleActSchema } from './act'
import { readPeople } from './read'

const odile: Viewer = { id: 2, name: 'Ruth Amsel', mail: '', phone: '', role: 'administrator' }
let world: TestWorld
beforeEach(() => {
  world = testWorld()
  world.db.update(user).set({ role: 'administrator' }).where(eq(user.id, 2)).run()
})
afterEach(() => world.end())

const does = (act: PeopleAct, viewer = odile) => actOnPeople(world.db, peopleActSchema.parse(act), viewer, now)
const ines = { name: 'Ines Calloway', mail: 'ines@ploverrook.example', phone: '' }
const listed = (id: number) => readPeople(world.db, now).people.find((each) => each.id === id)!
const sessionOf = (id: number) => openSession(world.db, id, { caller: '', awaitsCode: false }, now)
const night = { name: 'Night clerk', like: 'rep' as const, permissions: ['see_loads' as const] }

test('only who may manage people does', () => {
  for (const role of ['manager', 'rep', 'accounting', 'viewer'] as const)
    expect(() => does({ intent: 'add_team', name: 'East' }, { ...odile, role })).toThrow(
      expect.objectContaining({ status: 403 }),
    )
  expect(does({ intent: 'add_team', name: 'East' })).toEqual({ done: true })
})

describe('deactivating', () => {
  test('hands every open load over and ends every session, in one step', () => {
    const [one, other, done] = [openLoad(world.db), openLoad(world.db), openLoad(world.db)]
    world.db.update(load).set({ state: 'cancelled' }).where(eq(load.id, done)).run()
    const token = sessionOf(1)
    expect(does({ intent: 'deactivate', userId: 1, heirId: null })).toMatchObject({
      refusal: { code: 'no_heir', message: 'Choose who takes over the 2 open loads.' },
    })
    expect(does({ intent: 'deactivate', userId: 1, heirId: 2 })).toEqual({ done: true })
    const reps = world.db.select({ id: load.id, repId: load.repId }).from(load).orderBy(load.id).all()
    expect(reps).toEqual([
      { id: one, repId: 2 },
      { id: other, repId: 2 },
      { id: done, repId: 1 },
    ])
    expect(viewerOf(world.db, token, now)).toBeNull()
    expect(listed(1)).toMatchObject({ state: 'deactivated', openLoads: 0 })
    const kinds = world.db.select({ kind: event.kind }).from(event).all()
    expect(kinds.filter(({ kind }) => kind === 'rep_changed')).toHaveLength(2)
  })
  test.each([
    ['to nobody that is here', 1, 99, 'no_heir'],
    ['to themselves', 1, 1, 'no_heir'],
    ['of whoever asks', 2, 1, 'not_yourself'],
  ])('%s is refused and changes nothing', (_, userId, heirId, code) => {
    openLoad(world.db)
    expect(does({ intent: 'deactivate', userId, heirId })).toMatchObject({ refusal: { code } })
    expect(listed(userId).state).toBe('active')
  })
  test('can be taken back', () => {
    does({ intent: 'deactivate', userId: 1, heirId: null })
    expect(does({ intent: 'reactivate', userId: 1 })).toEqual({ done: true })
    expect(listed(1).state).toBe('active')
  })
})

describe('a role', () => {
  test('of the brokerage’s own holds from the next request, and is not removed while somebody has it', () => {
    does({ intent: 'save_role', id: null, ...night })
    const [role] = readPeople(world.db, now).roles
    const token = sessionOf(1)
    does({ intent: 'change', userId: 1, person: ines, role: `own:${role!.id}`, teamId: null })
    expect(viewerOf(world.db, token, now)).toBeNull()
    const again = sessionOf(1)
    expect(viewerOf(world.db, again, now)!.role).toEqual(night)
    does({ intent: 'save_role', id: role!.id, ...night, permissions: ['see_loads', 'award'] })
    expect(viewerOf(world.db, again, now)!.role).toMatchObject({ permissions: ['see_loads', 'award'] })
    expect(does({ intent: 'remove_role', id: role!.id })).toMatchObject({ refusal: { code: 'role_in_use' } })
  })
  test.each(['Manager', 'night CLERK'])('called %s is there already', (name) => {
    does({ intent: 'save_role', id: null, ...night })
    expect(does({ intent: 'save_role', id: null, ...night, name })).toMatchObject({ refusal: { code: 'name_taken' } })
  })
  test('of the only administrator stays, and what was asked with it is not done either', () => {
    const ruth = { name: 'Ruth A. Amsel', mail: 'ruth@ploverrook.example', phone: '' }
    expect(does({ intent: 'change', userId: 2, person: ruth, role: 'rep', teamId: null })).toMatchObject({
      refusal: { code: 'last_administrator' },
    })
    expect(listed(2)).toMatchObject({ name: 'Ruth Amsel', roleName: 'administrator' })
  })
})

test('a team has its people, and leaves them when it goes', () => {
  does({ intent: 'add_team', name: 'East' })
  const [team] = readPeople(world.db, now).teams
  does({ intent: 'change', userId: 1, person: ines, role: 'rep', teamId: team!.id })
  expect(listed(1).team).toBe('East')
  openLoad(world.db)
  const found = (asked: number) => loadIds(world.db, loadQuerySchema.parse({ team: asked })).length
  expect([found(team!.id), found(99)]).toEqual([1, 0])
  expect(readPeople(world.db, now).teams).toMatchObject([{ people: 1 }])
  does({ intent: 'remove_team', id: team!.id })
  expect(listed(1).team).toBe('')
})

test('a rep who is renamed is found by the new name', () => {
  openLoad(world.db)
  const found = (q: string) => loadIds(world.db, loadQuerySchema.parse({ q })).length
  expect([found('calloway'), found('winterbourne')]).toEqual([1, 0])
  does({ intent: 'change', userId: 1, person: { ...ines, name: 'Ines Winterbourne' }, role: 'rep', teamId: null })
  expect([found('calloway'), found('winterbourne')]).toEqual([0, 1])
})

test('signed out everywhere, somebody has to sign in again, and the log says so', () => {
  const tokens = [sessionOf(1), sessionOf(1)]
  expect(does({ intent: 'end_sessions', userId: 1 })).toEqual({ done: true })
  expect(tokens.map((token) => viewerOf(world.db, token, now))).toEqual([null, null])
  expect(world.db.select().from(event).all()).toMatchObject([{ kind: 'sessions_ended', data: { count: 2 } }])
})
