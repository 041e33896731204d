import { afterEach, beforeEach, expect, test } from 'vitest'
import { person, system } from '#core/access/actor'
import { lastEventId, recordEvent } from '#server/event/event'
import { now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { markSeen, newsFor, unreadNews } from './news'

let world: TestWorld
let loadId: number
beforeEach(() => {
  world = testWorld()
  loadId = openLoad(world.db)
})
afterEach(() => world.end())

const carrier = { kind: 'carrier', id: 1, name: 'Carrier 1' } as const
const [ines, ruth] = [1, 2]
const asked = (mine = true, at = now + 1000) => ({ mine, now: at })
const accepted = { kind: 'confirmation_accepted', confirmationId: 1, version: 1, name: 'Bo', title: 'Owner' } as const

test('what a carrier did is news to the load’s rep, and to others who want everybody’s; what a person did is not', () => {
  recordEvent(world.db, 'load', loadId, accepted, { now, by: carrier })
  recordEvent(world.db, 'load', loadId, accepted, { now, by: person({ id: 2, name: 'Ruth' }) })
  recordEvent(world.db, 'load', loadId, { kind: 'posting_up', board: 'x', attempts: 1 }, { now, by: system('x') })
  const [item, ...more] = newsFor(world.db, ines!, asked())
  expect(more).toEqual([])
  expect(item).toMatchObject({
    words: 'Rate confirmation version 1 accepted by Bo, Owner',
    about: expect.stringMatching(/^PR-\d+, Twin Falls to Phoenix$/),
    to: `/loads/${loadId}`,
    isUnread: true,
    isPressing: false,
  })
  expect(newsFor(world.db, ruth!, asked())).toEqual([])
  expect(newsFor(world.db, ruth!, asked(false))).toHaveLength(1)
})

test('what was seen is read, for that person alone; what came long ago is no news', () => {
  recordEvent(world.db, 'load', loadId, accepted, { now, by: carrier })
  expect(unreadNews(world.db, ines!, asked())).toBe(1)
  markSeen(world.db, ines!, lastEventId(world.db))
  expect(unreadNews(world.db, ines!, asked())).toBe(0)
  expect(newsFor(world.db, ines!, asked())[0]).toMatchObject({ isUnread: false })
  expect(unreadNews(world.db, ruth!, asked(false))).toBe(1)
  expect(newsFor(world.db, ines!, asked(true, now + 4 * 86_400_000))).toEqual([])
})

test('the newest are found by the index of kinds', () => {
  const plan = world.db.$client
    .prepare(
      "explain query plan select event.* from json_each('[]') wanted cross join event on event.kind = wanted.value and event.at > 1 where event.id > 1",
    )
    .all() as { detail: string }[]
  expect(plan.map(({ detail }) => detail).join()).toContain('event_kind')
})
