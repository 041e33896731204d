import { afterEach, beforeEach, expect, test } from 'vitest'
import { logWords } from '#core/load/log-words'
import { readLoadPage } from '#server/load-page/read'
import { event, load, posting } from '#server/schema'
import { connectBoard } from '#server/testing/boards'
import { ines, now, openLoad, type TestWorld, terms, testWorld } from '#server/testing/world'
import { carryOut } from './commands'
import { actOnMany, type ManyRequest } from './many'
import { createLoad } from './save'

let world: TestWorld
let ids: number[]
beforeEach(() => {
  world = testWorld()
  connectBoard(world.db, 'Saltlick')
  const draft = createLoad(
    world.db,
    { terms: terms(), open: false, acknowledged: [], copiedFrom: null },
    { ...ines, repId: 1 },
  )
  ids = [(draft as { loadId: number }).loadId, openLoad(world.db), openLoad(world.db)]
})
afterEach(() => world.end())

const act = (asked: ManyRequest['act'], isPreview = false, of = ids) =>
  actOnMany(world.db, { ids: of, act: asked, isPreview }, ines)
const refusals = (results: Awaited<ReturnType<typeof act>>) =>
  'refusal' in results ? results.refusal.code : results.map(({ refusal }) => refusal)

test('a preview says what would be done to each, and does nothing', async () => {
  const before = world.db.select().from(event).all().length
  const [draft, one, two] = refusals(await act({ intent: 'post' }, true)) as (string | null)[]
  expect([one, two]).toEqual([null, null])
  expect(draft).toMatch(/is draft/)
  expect(world.db.select().from(event).all()).toHaveLength(before)
  expect(world.db.select().from(posting).all()).toEqual([])
})

test('what is refused on one is done on the others', async () => {
  carryOut(world.db, ids[1]!, { kind: 'post', board: 'Saltlick' }, ines)
  const [draft, one, two] = refusals(await act({ intent: 'post' })) as (string | null)[]
  expect(one).toMatch(/Saltlick/)
  expect(two).toBeNull()
  expect(draft).not.toBeNull()
  expect(refusals(await act({ intent: 'unpost' }))).toEqual([expect.any(String), null, null])
  expect(
    world.db
      .select()
      .from(posting)
      .all()
      .map(({ state }) => state),
  ).toEqual(['removal_asked', 'removal_asked'])
})

test('loads are handed to another rep, and the log says so; to nobody we know is refused whole', async () => {
  expect(refusals(await act({ intent: 'give', repId: 2 }))).toEqual([null, null, null])
  expect(world.db.select({ repId: load.repId }).from(load).all()).toEqual([{ repId: 2 }, { repId: 2 }, { repId: 2 }])
  const last = readLoadPage(world.db, ids[0]!, now)!.log[0]!.event
  expect(logWords(last)).toMatch(/^Handed from Ines Calloway to Ruth/)
  // To the same rep again is nothing new.
  const before = world.db.select().from(event).all().length
  await act({ intent: 'give', repId: 2 })
  expect(world.db.select().from(event).all()).toHaveLength(before)
  expect(refusals(await act({ intent: 'give', repId: 99 }))).toBe('no_such_person')
  expect(await act({ intent: 'post' }, false, [9_999])).toEqual([])
})
