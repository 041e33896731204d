import { eq } from 'drizzle-orm'
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from 'vitest'
import { day } from '#core/time/local'
import { connectedBoard } from '#server/board/boards'
import { reconcile } from '#server/board-keeping/reconcile'
import { deliver } from '#server/outbox/deliver'
import { nextDue } from '#server/outbox/outbox'
import { takeReply } from '#server/outside/board-replies'
import { bidInvite, bidLane, carrier, customer, event, lanePosting } from '#server/schema'
import { openProject } from '#server/testing/bids'
import { type BoardProcess, boardProcess, type TestBoard } from '#server/testing/board-process'
import { ines, now, type TestWorld, testWorld } from '#server/testing/world'
import { keepProjects, onProject, postLanes } from './projects'
import { readProject } from './read'
import { sendLaneToBoard } from './send-lane'

const names: TestBoard[] = ['Saltlick', 'Waterhole', 'Windpump']
let running: BoardProcess[]
let world: TestWorld
let project: ReturnType<typeof openProject>
let worlds = 0
beforeAll(async () => {
  running = await Promise.all(names.map((name) => boardProcess(name)))
}, 30_000)
afterAll(() => {
  for (const board of running) board.stop()
})
beforeEach(() => {
  world = testWorld()
  // Boards answer a key that they know as they did before: no two worlds may use the same.
  world.db.$client.prepare("insert into sqlite_sequence (name, seq) values ('lane_posting', ?)").run(++worlds * 1000)
  for (const board of running) board.connect(world.db)
  project = openProject(world.db)
})
afterEach(() => world.end())

async function sendAll(): Promise<void> {
  for (let entry = nextDue(world.db, 'board', now); entry; entry = nextDue(world.db, 'board', now))
    await deliver(world.db, entry, sendLaneToBoard, () => now)
}
const post = (boards: string[]) => postLanes(world.db, project.projectId, boards, ines)
const ours = () =>
  new Set(
    world.db
      .select()
      .from(lanePosting)
      .all()
      .map(({ reference }) => reference),
  )
async function shownOn(name: string) {
  const { adapter, link } = connectedBoard(world.db, name)!
  const answer = await adapter.listMine(link)
  if ('problem' in answer) throw new Error(answer.problem.message)
  return answer.value.filter(({ reference }) => ours().has(reference))
}
const check = (name: string) =>
  reconcile(
    world.db,
    connectedBoard(world.db, name)!,
    () => null,
    () => now,
  )
const kinds = () =>
  world.db
    .select()
    .from(event)
    .where(eq(event.aggregate, 'bid_project'))
    .all()
    .map(({ kind }) => kind)

describe('lanes on boards', () => {
  test('stand on each that was chosen, tell loads and deadline, and nothing that carriers must not know', async () => {
    world.db.update(customer).set({ name: 'MARKER-customer' }).run()
    expect(post(names)).toEqual({ done: true })
    await sendAll()
    for (const name of names) {
      const shown = await shownOn(name)
      expect(shown).toHaveLength(2)
      const text = JSON.stringify(shown)
      expect(text).toContain('Bid by Nov 25')
      expect(text).not.toMatch(/MARKER|Potatoes to Phoenix|Food grade/)
    }
    expect(readProject(world.db, project.projectId)!.boards).toEqual(names.map((board) => ({ board, lanes: 2, up: 2 })))
    expect(await Promise.all(names.map(check))).toEqual([[], [], []])
  })
  test('come down where they are no longer wanted, and everywhere once the bidding is closed', async () => {
    post(names)
    await sendAll()
    expect(post(['Waterhole'])).toEqual({ done: true })
    await sendAll()
    expect((await Promise.all(names.map(shownOn))).map(({ length }) => length)).toEqual([0, 2, 0])
    keepProjects(world.db, now + 3 * day)
    for (
      let entry = nextDue(world.db, 'board', now + 4 * day);
      entry;
      entry = nextDue(world.db, 'board', now + 4 * day)
    )
      await deliver(world.db, entry, sendLaneToBoard, () => now + 4 * day)
    expect(await shownOn('Waterhole')).toEqual([])
    expect(kinds().filter((kind) => /board/.test(kind))).toEqual(['put_on_boards', 'taken_off_boards'])
  })
  test('taken off and put on again at once, it is there once', async () => {
    post(['Saltlick'])
    await sendAll()
    post([])
    expect(post(['Saltlick'])).toEqual({ done: true })
    await sendAll()
    expect(await shownOn('Saltlick')).toHaveLength(2)
    // The board may still hold what other tests left: that is taken down, ours stays.
    await check('Saltlick')
    expect(await shownOn('Saltlick')).toHaveLength(2)
  })
  test('what a board lost is put back, what it still shows is taken down', async () => {
    post(['Saltlick'])
    await sendAll()
    const { adapter, link } = connectedBoard(world.db, 'Saltlick')!
    const [one] = await shownOn('Saltlick')
    await adapter.remove(link, one!, { key: 'behind our back', answerUrl: '' })
    await check('Saltlick')
    await sendAll()
    expect(await shownOn('Saltlick')).toHaveLength(2)
    world.db.update(lanePosting).set({ state: 'down' }).run()
    await check('Saltlick')
    expect(await shownOn('Saltlick')).toEqual([])
  })
  test('a lane that a board has no equipment for is refused before anything is posted', () => {
    world.db.update(bidLane).set({ equipment: 'hotshot' }).run()
    expect(post(['Windpump'])).toMatchObject({
      refusal: { code: 'board_cannot', message: expect.stringMatching(/^Lane 1: /) },
    })
    expect(world.db.select().from(lanePosting).all()).toEqual([])
  })
})

describe('an answer to a lane on a board', () => {
  const answer = (mc: string, reference = world.db.select().from(lanePosting).get()!.reference) =>
    takeReply(world.db, 'Saltlick', { number: '1', reference, mc, usd: 900, goodMinutes: null, words: 'ok' }, now)
  const invited = () => world.db.select().from(bidInvite).all().length

  test('of a carrier on file is noted, and it is invited once; its price is for its own page', () => {
    post(['Saltlick'])
    const added = world.db.select().from(carrier).where(eq(carrier.id, 3)).get()!
    world.db.delete(bidInvite).where(eq(bidInvite.carrierId, 3)).run()
    expect(answer(added.mcNumber!)).toMatchObject({ answer: { taken: true } })
    expect(answer(added.mcNumber!)).toMatchObject({ answer: { taken: true } })
    expect(invited()).toBe(3)
    expect(kinds().filter((kind) => kind === 'answered_on_board')).toHaveLength(2)
    expect(JSON.stringify(readProject(world.db, project.projectId))).not.toContain('90000')
  })
  test('of a carrier that vetting blocks is noted, and it is not invited', () => {
    post(['Saltlick'])
    world.db.delete(bidInvite).where(eq(bidInvite.carrierId, 3)).run()
    world.db.update(carrier).set({ verdict: 'stop' }).where(eq(carrier.id, 3)).run()
    const blocked = world.db.select().from(carrier).where(eq(carrier.id, 3)).get()!
    expect(answer(blocked.mcNumber!)).toMatchObject({ answer: { taken: true } })
    expect(invited()).toBe(2)
    expect(readProject(world.db, project.projectId)!.log[0]!.words).toMatch(/vetting blocks it/)
  })
  test('of a stranger, to nothing of ours, or too late is none', () => {
    post(['Saltlick'])
    expect(answer('77777')).toMatchObject({ answer: { taken: false } })
    expect(answer('77777', 'ffffffffff')).toMatchObject({ status: 404 })
    onProject(world.db, project.projectId, { kind: 'cancel', reason: 'Lost the customer' }, ines)
    const [first] = world.db.select().from(carrier).all()
    expect(answer(first!.mcNumber!)).toMatchObject({ answer: { taken: false } })
    expect(invited()).toBe(3)
  })
})
