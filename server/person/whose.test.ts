import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { changePreferences, preferencesOf } from '#server/access/preferences'
import { readHorizon } from '#server/horizon/read'
import { listQuotes } from '#server/quote/list'
import { load, quote, repShare, team, user } from '#server/schema'
import { newQuote } from '#server/testing/quotes'
import { now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { repsOf, shownReps } from './whose'

let world: TestWorld
/** Three loads and three quotes: of the first, the second and the third person; the first two are one team. */
let loads: number[]
beforeEach(() => {
  world = testWorld(1)
  const { db } = world
  const teamId = db.insert(team).values({ name: 'West' }).returning({ id: team.id }).get().id
  const people = [1, 2, 3].map(
    (id) =>
      db
        .insert(user)
        .values({
          mail: `${id}@x.example`,
          name: `Person ${id}`,
          role: 'rep',
          passwordHash: 'x',
          teamId: id < 3 ? teamId : null,
        })
        .returning({ id: user.id })
        .get().id,
  )
  loads = people.map((repId) => {
    const loadId = openLoad(db)
    db.update(load).set({ repId }).where(eq(load.id, loadId)).run()
    db.update(quote)
      .set({ repId })
      .where(eq(quote.id, newQuote(db)))
      .run()
    return loadId
  })
  ;[me, mate, other] = people.map((id) => ({ id, teamId: id === people[2] ? null : teamId })) as [Who, Who, Who]
})
afterEach(() => world.end())

type Who = { id: number; teamId: number | null }
let me: Who
let mate: Who
let other: Who
const seen = (reps: string | null) => [
  readHorizon(world.db, now, reps)
    .loads.map(({ id }) => loads.indexOf(id))
    .sort(),
  listQuotes(world.db, { q: '', sort: { column: 'number', direction: 'ascending' } }, { from: 0, limit: 9, reps })
    .rows.map(({ id }) => id - 1)
    .sort(),
]

test('mine, my team’s and everybody’s loads and quotes', () => {
  expect(seen(repsOf(world.db, me, 'mine'))).toEqual([[0], [0]])
  expect(seen(repsOf(world.db, me, 'team'))).toEqual([
    [0, 1],
    [0, 1],
  ])
  expect(seen(repsOf(world.db, me, 'everybody'))).toEqual([
    [0, 1, 2],
    [0, 1, 2],
  ])
  expect(seen(repsOf(world.db, other, 'team'))).toEqual([[2], [2]])
})
test('a load that I share is mine too', () => {
  world.db.insert(repShare).values({ loadId: loads[2]!, userId: mate.id, sharePercent: 30 }).run()
  expect(seen(repsOf(world.db, mate, 'mine'))[0]).toEqual([1, 2])
})
test('a change of one preference leaves the others, and is what is shown', () => {
  changePreferences(world.db, me.id, { theme: 'dark' })
  changePreferences(world.db, me.id, { whose: 'mine' })
  expect(preferencesOf(world.db, me.id)).toMatchObject({ theme: 'dark', whose: 'mine', density: 'usual' })
  expect([shownReps(world.db, me), shownReps(world.db, mate)]).toEqual([`[${me.id}]`, null])
})
