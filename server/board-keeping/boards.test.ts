import { eq } from 'drizzle-orm'
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from 'vitest'
import { usualTerms } from '#core/posting/terms'
import { hour, minute } from '#core/time/local'
import { connectedBoard, testBoard } from '#server/board/boards'
import type { Db } from '#server/db.server'
import { savedViews, saveView } from '#server/listing/choices'
import { carryOut } from '#server/load/commands'
import { postLoad, takeDown } from '#server/load/post'
import { deliver } from '#server/outbox/deliver'
import { nextDue } from '#server/outbox/outbox'
import { termsOf } from '#server/posting/postable'
import { sendToBoard } from '#server/posting/send'
import { customer, event, load, note, posting } from '#server/schema'
import { makeFloor } from '#server/search/floor'
import { type Reading, readBoard } from '#server/search/read-boards'
import { type BoardProcess, boardProcess, type TestBoard } from '#server/testing/board-process'
import { ines, now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { countPostingsDown, openPostings } from './clockwork'
import { reconcile } from './reconcile'

const names: TestBoard[] = ['Saltlick', 'Waterhole', 'Windpump']
let running: Record<TestBoard, BoardProcess>
let world: TestWorld
beforeAll(async () => {
  const started = await Promise.all(names.map((name) => boardProcess(name)))
  running = { Saltlick: started[0]!, Waterhole: started[1]!, Windpump: started[2]! }
}, 30_000)
afterAll(() => {
  for (const name of names) running[name].stop()
})
let worlds = 0
beforeEach(() => {
  world = testWorld()
  // Boards answer a key that they know as they did before: no two worlds may use the same.
  world.db.$client.prepare("insert into sqlite_sequence (name, seq) values ('posting', ?)").run(++worlds * 1000)
  for (const name of names) running[name].connect(world.db)
})
afterEach(() => world.end())

const vanTerms = { equipment: 'van' as const, tempMinF: null, tempMaxF: null }
const terms = { ...usualTerms, payKind: 'asking' as const, payMinor: 210_000, freight: 'Dry goods' }

/** Sends all that waits for boards. */
async function sendAll(db: Db): Promise<void> {
  for (let entry = nextDue(db, 'board', now); entry; entry = nextDue(db, 'board', now))
    await deliver(db, entry, sendToBoard, () => now)
}
const listed = async (name: string) => {
  const { adapter, link } = connectedBoard(world.db, name)!
  const answer = await adapter.listMine(link)
  if ('problem' in answer) throw new Error(answer.problem.message)
  return answer.value
}
const ownListed = async (name: string) => {
  const references = new Set(
    world.db
      .select()
      .from(posting)
      .all()
      .map(({ reference }) => reference),
  )
  return (await listed(name)).filter(({ reference }) => references.has(reference))
}
const check = (name: string, seen: () => ReadonlySet<string> | null = () => null) =>
  reconcile(world.db, connectedBoard(world.db, name)!, seen, () => now)
const stateOn = (name: string) => world.db.select().from(posting).where(eq(posting.board, name)).all().at(-1)?.state

describe.each(names)('%s', (name) => {
  test('lets us in with the right key alone', async () => {
    const { link } = connectedBoard(world.db, name)!
    expect(await testBoard(name, link)).toMatchObject({ ok: true })
    expect(await testBoard(name, { ...link, secret: 'a guess' })).toMatchObject({ ok: false })
  })
  test('shows a load once, its change, and nothing after it is taken down', async () => {
    const loadId = openLoad(world.db)
    expect(postLoad(world.db, loadId, { boards: [name], terms }, ines)).toEqual({ done: true })
    await sendAll(world.db)
    expect(await ownListed(name)).toHaveLength(1)
    expect(stateOn(name)).toBe('up')
    expect(await check(name)).toEqual([])
    // Two boards tell how often it was looked at; the third does not.
    const [{ views }] = world.db.select({ views: posting.views }).from(posting).all() as [{ views: number | null }]
    expect(views).toBe(name === 'Windpump' ? null : 0)
    world.db.update(load).set({ weightLb: 31_234 }).where(eq(load.id, loadId)).run()
    expect(await check(name)).toMatchObject([{ kind: 'differs' }])
    await sendAll(world.db)
    expect(JSON.stringify((await ownListed(name))[0]!.fields)).toContain('31234')
    expect(takeDown(world.db, loadId, ines)).toEqual({ done: true })
    await sendAll(world.db)
    expect(await ownListed(name)).toEqual([])
    expect(stateOn(name)).toBe('down')
  })
  test('what is gone there is put back, what should be gone is taken down', async () => {
    const loadId = openLoad(world.db)
    postLoad(world.db, loadId, { boards: [name], terms }, ines)
    await sendAll(world.db)
    const { adapter, link } = connectedBoard(world.db, name)!
    const [there] = await ownListed(name)
    await adapter.remove(link, there!, { key: 'behind our back', answerUrl: '' })
    expect(await check(name)).toMatchObject([{ kind: 'missing' }])
    await sendAll(world.db)
    expect(await ownListed(name)).toHaveLength(1)
    world.db.update(posting).set({ state: 'down' }).run()
    expect(await check(name)).toMatchObject([{ kind: 'stray' }])
    expect(await ownListed(name)).toEqual([])
    const why = world.db.select().from(event).where(eq(event.kind, 'posting_corrected')).all()
    expect(why.map(({ data }) => data.why)).toEqual(['missing', 'stray'])
  })
  test('the floor is read whole, then what is new; ours is recognized', async () => {
    const loadId = openLoad(world.db)
    postLoad(world.db, loadId, { boards: [name], terms }, ines)
    await sendAll(world.db)
    const floor = makeFloor()
    const board = connectedBoard(world.db, name)!
    const reading: Reading = { link: '', trucks: 0, loads: 0, readAt: null, problem: null, isWhole: false }
    await readBoard(floor, board, reading, Date.now())
    expect(reading).toMatchObject({ problem: null, isWhole: true })
    expect(floor.index.truck.size).toBeGreaterThan(100)
    const { reference } = world.db.select().from(posting).get()!
    expect([...floor.own.get(name)!.values()]).toContain(reference)
    expect([...floor.shown.values()].every(({ company }) => company !== 'Snowmelt Potato Growers')).toBe(true)
    await fetch(`${running[name].url}/others`, {
      method: 'POST',
      body: JSON.stringify({
        kind: 'truck',
        city: 'Boise',
        company: `Wandering Elk of ${name}`,
        mc: null,
      }),
    })
    // Others come and go meanwhile: the new one is known by its name.
    await readBoard(floor, board, reading, Date.now() + 1)
    expect([...floor.shown.values()].map(({ company }) => company)).toContain(`Wandering Elk of ${name}`)
  })
})

test('one load on three boards, covered: down on all; nothing that carriers must not see has left', async () => {
  const loadId = openLoad(world.db)
  world.db.update(customer).set({ name: 'MARKCUSTOMER' }).run()
  world.db.insert(note).values({ loadId, audience: 'us', text: 'MARKNOTE' }).run()
  world.db.update(load).set({ customsBroker: 'MARKBROKER', sellMinor: 777_777 }).where(eq(load.id, loadId)).run()
  postLoad(world.db, loadId, { boards: names, terms }, ines)
  await sendAll(world.db)
  for (const name of names) expect(await ownListed(name)).toHaveLength(1)
  const wires = await Promise.all(names.map(async (name) => (await fetch(`${running[name].url}/wire`)).text()))
  expect(wires.join()).toContain('Dry goods')
  expect(wires.join()).not.toMatch(/MARK|7777|Shed 4|12 Canal|PR-2/)
  carryOut(world.db, loadId, { kind: 'cancel', reason: 'customer' }, ines)
  await sendAll(world.db)
  for (const name of names) expect(await ownListed(name)).toEqual([])
})

describe('a posting for some carriers only', () => {
  const only = (over: object) => ({
    ...terms,
    audience: { groupIds: [], carrierIds: [], publicAfterMinutes: null, publicAt: null, ...over },
  })
  const group = (query: string): number => {
    saveView(world.db, 1, { list: 'carriers', name: `group ${query}`, query, shared: true })
    return savedViews(world.db, 1, 'carriers').find(({ name }) => name === `group ${query}`)!.id
  }
  const whoSees = async () => ({
    saltlick: (await ownListed('Saltlick')).map(({ fields }) => fields.only_mc),
    waterhole: (await ownListed('Waterhole')).map(({ fields }) => fields.whom),
    windpump: (await ownListed('Windpump')).length,
  })
  test('goes to groups and carriers first, and is opened to everybody on every board at its time', async () => {
    const loadId = openLoad(world.db)
    const audience = { groupIds: [group('q=carrier2')], carrierIds: [1], publicAfterMinutes: 30 }
    expect(postLoad(world.db, loadId, { boards: names, terms: only(audience) }, ines)).toEqual({ done: true })
    await sendAll(world.db)
    const some = [['100001', '100002']]
    expect(await whoSees()).toEqual({ saltlick: some, waterhole: some, windpump: 0 })
    // What other tests left on the board is a stray to this world.
    expect((await check('Saltlick')).filter(({ kind }) => kind !== 'stray')).toEqual([])
    expect(openPostings(world.db, now + 29 * minute)).toBe(0)
    expect(openPostings(world.db, now + 30 * minute)).toBe(1)
    for (let entry = nextDue(world.db, 'board', now + hour); entry; entry = nextDue(world.db, 'board', now + hour))
      await deliver(world.db, entry, sendToBoard, () => now + hour)
    expect(await whoSees()).toEqual({ saltlick: [null], waterhole: [null], windpump: 1 })
    expect(openPostings(world.db, now + hour)).toBe(0)
  })
  test('stays with them where it is never opened: a board that cannot keep it so says it', () => {
    const loadId = openLoad(world.db)
    const post = (boards: string[], over: object) => postLoad(world.db, loadId, { boards, terms: only(over) }, ines)
    expect(post(['Windpump'], { carrierIds: [1] })).toMatchObject({
      refusal: { message: expect.stringContaining('Windpump shows what is posted to everybody') },
    })
    expect(post(['Saltlick'], {})).toMatchObject({ refusal: { path: 'audience' } })
    expect(post(['Saltlick'], { groupIds: [group('q=nobody+of+this+name')] })).toMatchObject({
      refusal: { code: 'nobody_sees', path: 'audience' },
    })
    expect(post(['Saltlick'], { carrierIds: [1] })).toEqual({ done: true })
    expect(openPostings(world.db, now + 100 * hour)).toBe(0)
  })
  test('changed in something else it is opened when it was said at first', () => {
    const loadId = openLoad(world.db)
    postLoad(world.db, loadId, { boards: ['Saltlick'], terms: only({ carrierIds: [1], publicAfterMinutes: 30 }) }, ines)
    const before = termsOf(world.db, loadId)
    const later = { ...ines, now: now + 10 * minute }
    postLoad(world.db, loadId, { boards: ['Saltlick'], terms: { ...before, payMinor: 215_000 } }, later)
    expect(termsOf(world.db, loadId)).toMatchObject({ payMinor: 215_000, audience: { publicAt: now + 30 * minute } })
  })
})

describe('one posting for several loads', () => {
  const counts = async () => (await ownListed('Saltlick')).map(({ fields }) => fields.loads)
  const step = async () => {
    countPostingsDown(world.db, now)
    await sendAll(world.db)
  }
  test('counts down as they are covered, is handed on with its own load, and ends with the last', async () => {
    const [first, second, third] = [openLoad(world.db), openLoad(world.db), openLoad(world.db)]
    const shared = { ...terms, likeLoadIds: [second, third] }
    expect(postLoad(world.db, first, { boards: ['Saltlick'], terms: shared }, ines)).toEqual({ done: true })
    await sendAll(world.db)
    expect(await counts()).toEqual([3])
    carryOut(world.db, second, { kind: 'cancel', reason: 'customer' }, ines)
    await step()
    expect(await counts()).toEqual([2])
    carryOut(world.db, first, { kind: 'cancel', reason: 'customer' }, ines)
    await step()
    expect(await counts()).toEqual([1])
    expect(world.db.select().from(posting).where(eq(posting.loadId, third)).all()).toMatchObject([{ state: 'up' }])
    carryOut(world.db, third, { kind: 'cancel', reason: 'customer' }, ines)
    await step()
    expect(await counts()).toEqual([])
    expect(countPostingsDown(world.db, now)).toBe(0)
  })
  test('is of loads that are alike and on no board of their own', async () => {
    const [first, other, posted] = [openLoad(world.db), openLoad(world.db, vanTerms), openLoad(world.db)]
    postLoad(world.db, posted, { boards: ['Saltlick'], terms }, ines)
    const [leader, taken] = [openLoad(world.db), openLoad(world.db)]
    postLoad(world.db, leader, { boards: ['Saltlick'], terms: { ...terms, likeLoadIds: [taken] } }, ines)
    for (const likeLoadIds of [[other], [posted], [taken], [9999]])
      expect(postLoad(world.db, first, { boards: ['Saltlick'], terms: { ...terms, likeLoadIds } }, ines)).toMatchObject(
        {
          refusal: { code: 'not_alike', path: 'likeLoadIds' },
        },
      )
  })
})

describe('a board in a bad mood', () => {
  let moody: BoardProcess
  afterEach(() => moody.stop())
  const post = async (mood: string, count: number) => {
    moody = await boardProcess('Waterhole', { WATERHOLE_MOOD: mood, WATERHOLE_PASS_SECONDS: '1' })
    moody.connect(world.db)
    for (let at = 0; at < count; at++) postLoad(world.db, openLoad(world.db), { boards: ['Waterhole'], terms }, ines)
    await sendAll(world.db)
  }
  /** Checks until nothing is to be put right, at most some times. */
  const settle = async (seen: () => ReadonlySet<string> | null = () => null) => {
    for (let round = 0; round < 6; round++) {
      const corrections = await check('Waterhole', seen)
      await sendAll(world.db)
      if (corrections.length === 0) return round
    }
    return Number.POSITIVE_INFINITY
  }
  test('that loses and doubles is as it should be after a few checks', async () => {
    await post('forgets', 7)
    expect((await ownListed('Waterhole')).length).toBeLessThan(7)
    expect(await settle()).toBeLessThan(6)
    const references = (await ownListed('Waterhole')).map(({ reference }) => reference)
    expect(references).toHaveLength(7)
    expect(new Set(references).size).toBe(7)
    moody.stop()
    await post('doubles', 3)
    expect(await settle()).toBeLessThan(6)
    const once = (await ownListed('Waterhole')).map(({ reference }) => reference)
    expect(once).toHaveLength(10)
    expect(new Set(once).size).toBe(10)
  }, 30_000)
  test('that lags and does things in another order is as it should be in the end', async () => {
    await post('lags', 6)
    const loads = world.db.select({ loadId: posting.loadId, reference: posting.reference }).from(posting).all()
    const [down, up] = [loads.slice(0, 3), loads.slice(3)]
    for (const { loadId } of down) expect(takeDown(world.db, loadId, ines)).toEqual({ done: true })
    for (const { loadId } of up) world.db.update(load).set({ weightLb: 31_234 }).where(eq(load.id, loadId)).run()
    await sendAll(world.db)
    const stands = async () => {
      const corrections = await check('Waterhole')
      await sendAll(world.db)
      const there = await ownListed('Waterhole')
      return { corrections: corrections.length, there: there.map(({ reference }) => reference).sort() }
    }
    const wanted = { corrections: 0, there: up.map(({ reference }) => reference).sort() }
    let quiet = 0
    // Right once may be chance while something is still on its way: it has to stay right.
    await expect
      .poll(async () => (quiet = JSON.stringify(await stands()) === JSON.stringify(wanted) ? quiet + 1 : 0), {
        timeout: 20_000,
        interval: 250,
      })
      .toBe(4)
    const fields = (await ownListed('Waterhole')).map((each) => JSON.stringify(each.fields))
    expect(fields.every((each) => each.includes('31234'))).toBe(true)
  }, 30_000)
  test('that lists for us what it shows to nobody is told again', async () => {
    await post('lies', 1)
    const [first] = await check('Waterhole', () => new Set())
    expect(first).toMatchObject({ kind: 'unseen' })
    await sendAll(world.db)
    expect(await ownListed('Waterhole')).toHaveLength(1)
  })
})
