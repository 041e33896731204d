import { afterEach, beforeEach, expect, test } from 'vitest'
import { now, type TestWorld, testWorld } from '#server/testing/world'
import { dropUnfinished, findUnfinished, keepUnfinished, unfinishedLoadOf, unfinishedLoads } from './unfinished'

let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

const keep = (id: number | null, title: string, by = 1, at = now) =>
  keepUnfinished(world.db, { id, title, fields: { title } }, by, at)

test('an unfinished load is put aside, gone on with by somebody else, found by any words, and taken away', () => {
  const id = keep(null, 'Snowmelt Potato Growers, Twin Falls ID to ?, van')
  expect(keep(id, 'Snowmelt Potato Growers, Twin Falls ID to Phoenix AZ, van', 2, now + 1)).toBe(id)
  const other = keep(null, 'No customer yet, Boise ID to ?, reefer')
  expect(unfinishedLoads(world.db).map((each) => [each.id, each.by])).toEqual([
    [id, 'Ruth Amsel'],
    [other, 'Ines Calloway'],
  ])
  expect(findUnfinished(world.db, 'phoe snow').map((each) => each.id)).toEqual([id])
  expect(findUnfinished(world.db, 'hoenix')).toEqual([])
  dropUnfinished(world.db, id)
  expect(unfinishedLoadOf(world.db, id)).toBeNull()
})

test('one that was finished meanwhile is put aside anew: nothing typed is lost', () => {
  const id = keep(null, 'Boise ID to ?')
  dropUnfinished(world.db, id)
  const again = keep(id, 'Boise ID to Denver CO')
  expect(unfinishedLoadOf(world.db, again)?.fields).toEqual({ title: 'Boise ID to Denver CO' })
})
