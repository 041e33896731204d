import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { bidSheet } from '#core/bid/sheet'
import { day, hour } from '#core/time/local'
import type { Viewer } from '#server/access/viewer'
import { readPastPrices } from '#server/rates/past-prices'
import { bidInvite, bidLane, bidProject, customer, laneBid, outbox } from '#server/schema'
import { signId } from '#server/secrets/keys'
import { openProject, terms } from '#server/testing/bids'
import { ines, now, type TestWorld, testWorld } from '#server/testing/world'
import { actOnProject, bidActSchema } from './act'
import { bidByLink, declineByLink, lanesForSheet, readInvite } from './link'
import { addLanes, changeTerms, createProject, keepProjects, listProjects, onProject } from './projects'
import { readProject } from './read'

let world: TestWorld
let project: ReturnType<typeof openProject>
beforeEach(() => {
  world = testWorld()
  project = openProject(world.db)
})
afterEach(() => world.end())

const later = (at: number) => ({ ...ines, now: at })
const typed = (price: string, weekly = '', laneId = project.laneIds[0]!) =>
  new Map([[laneId, { price, weekly, note: '' }]])
const bid = (at: number, price: string, when = now + hour) =>
  bidByLink(world.db, project.tokens[at]!, typed(price), ['Twelve'], when)
const mails = () =>
  world.db
    .select({ payload: outbox.payload })
    .from(outbox)
    .all()
    .flatMap(({ payload }) => (payload.bid as { what: string } | undefined)?.what ?? [])
const manager: Viewer = { id: 2, name: 'Ruth Amsel', role: 'manager', teamId: null } as Viewer
const act = (body: object, viewer = manager, at = now) =>
  actOnProject(world.db, project.projectId, bidActSchema.parse(body), viewer, at)

describe('putting a project out', () => {
  test('lanes are driven; each carrier has an email with a link of its own', () => {
    const page = readProject(world.db, project.projectId)!
    expect(page.lanes.map(({ origin, dest }) => `${origin} to ${dest}`)).toEqual([
      'Twin Falls, ID to Phoenix, AZ',
      'Twin Falls, ID to Denver, CO',
    ])
    expect(Math.abs(page.lanes[0]!.miles! - 787)).toBeLessThan(15)
    // 93 days are 13.3 weeks: 130 loads are 9.8 a week.
    expect(page.lanes[0]!.weekly).toBe(10)
    expect(new Set(project.tokens).size).toBe(3)
    expect(mails()).toEqual(['invite', 'invite', 'invite'])
    expect(listProjects(world.db)[0]).toMatchObject({ lanes: 2, invited: 3, answered: 0, state: 'open' })
  })
  test('a lane that cannot be read is kept with the reason, and holds the invitations', () => {
    const made = createProject(world.db, terms(), { ...ines, repId: 1 }) as { projectId: number }
    addLanes(world.db, made.projectId, [{ origin: 'Springfield', dest: 'Phoenix, AZ' }], ines)
    const [lane] = world.db.select().from(bidLane).where(eq(bidLane.projectId, made.projectId)).all()
    expect(lane!.cells.origin).toBe('Springfield')
    expect(lane!.problems).toMatchObject([{ cell: 'origin' }])
    const invited = actOnProject(world.db, made.projectId, { intent: 'invite', carrierIds: [1] }, manager, now)
    expect(invited).toMatchObject({ refusal: { code: 'broken_lanes', message: expect.stringContaining('Lane 1') } })
  })
  test('what carriers bid on does not change, but the deadline may move later', () => {
    expect(addLanes(world.db, project.projectId, [{ origin: 'Boise, ID', dest: 'Reno, NV' }], ines)).toMatchObject({
      refusal: { code: 'not_a_draft' },
    })
    const change = (over: object) => changeTerms(world.db, project.projectId, terms(over), ines)
    expect(change({ title: 'Other' })).toMatchObject({ refusal: { code: 'not_a_draft' } })
    expect(change({ deadlineAt: now + day })).toMatchObject({ refusal: { code: 'deadline_earlier' } })
    expect(change({ deadlineAt: now + 3 * day })).toEqual({ done: true })
  })
  test('two thousand lanes fit, one more does not', () => {
    const made = createProject(world.db, terms(), { ...ines, repId: 1 }) as { projectId: number }
    const rows = (count: number) => Array.from({ length: count }, () => ({ origin: 'Twin Falls, ID', dest: 'Nowhere' }))
    for (let part = 0; part < 8; part++) addLanes(world.db, made.projectId, rows(250), ines)
    expect(addLanes(world.db, made.projectId, rows(1), ines)).toMatchObject({ refusal: { code: 'too_many_lanes' } })
  })
})

describe('a carrier by its link', () => {
  test('sees lanes and its own bid, and nothing of ours or of anybody else', () => {
    const marker = 'MARKER-41'
    world.db.update(customer).set({ name: marker }).where(eq(customer.id, 1)).run()
    world.db
      .update(bidLane)
      .set({ cells: { origin: 'x', comment: marker, theirs: marker, commodity: marker, extras: marker } })
      .run()
    bid(1, '1777')
    const read = JSON.stringify(readInvite(world.db, project.tokens[0]!))
    expect(read).toContain('Food grade trailers')
    expect(read).not.toContain(marker)
    expect(read).not.toContain('1777')
    expect(read).not.toContain('Carrier 2')
  })
  test('bids by the load or by the mile, and again: the last bid counts', () => {
    expect(bid(0, '1,850')).toEqual({ done: true })
    expect(bid(0, '2.50/mi')).toEqual({ done: true })
    const [row, ...others] = world.db.select().from(laneBid).all()
    expect(others).toEqual([])
    const lane = lanesForSheet(world.db, project.projectId)[0]!
    expect(row!.priceMinor).toBe(lane.miles! * 250)
  })
  test('a price by the mile without its sign is asked about, and nothing is kept', () => {
    expect(bid(0, '2.35')).toMatchObject({ problems: [{ message: expect.stringContaining('2.35/mi') }] })
    expect(world.db.select().from(laneBid).all()).toEqual([])
  })
  test('is too late after the deadline, and with another’s signature sees nothing', () => {
    expect(bid(0, '1850', now + 2 * day)).toMatchObject({ refusal: { code: 'bidding_over' } })
    expect(readInvite(world.db, signId(1, 'guide-link'))).toMatchObject({ refusal: { code: 'altered' } })
  })
  test('says no, and may still change its mind', () => {
    declineByLink(world.db, project.tokens[2]!, 'no reefers there', now + hour)
    expect(readProject(world.db, project.projectId)!.invites[2]).toMatchObject({
      state: 'declined',
      declineReason: 'no reefers there',
    })
    expect(bid(2, '1900', now + 2 * hour)).toEqual({ done: true })
    expect(readProject(world.db, project.projectId)!.invites[2]!.state).toBe('bid')
  })
})

describe('until the deadline', () => {
  test('sealed bids are in no answer, and are not opened early while somebody may still bid', () => {
    bid(0, '1850')
    const page = readProject(world.db, project.projectId)!
    expect(JSON.stringify(page)).not.toContain('185000')
    expect(JSON.stringify(page)).not.toContain('Twelve')
    expect(act({ intent: 'close' })).toMatchObject({ refusal: { code: 'sealed' } })
  })
  test('who has not answered is reminded once; at the deadline it closes by itself', () => {
    bid(0, '1850')
    expect(keepProjects(world.db, now + 23 * hour)).toBe(0)
    expect(keepProjects(world.db, now + 24 * hour)).toBe(1)
    expect(mails().filter((what) => what === 'reminder')).toHaveLength(2)
    expect(keepProjects(world.db, now + 25 * hour)).toBe(0)
    keepProjects(world.db, now + 2 * day)
    const page = readProject(world.db, project.projectId)!
    expect(page.state).toBe('closed')
    expect(page.lanes[0]!.bids).toMatchObject([{ carrierName: 'Carrier 1', priceMinor: 185_000 }])
    expect(page.log[0]).toMatchObject({ words: 'Bidding closed at the deadline: 1 of 3 carriers bid' })
  })
  test('a cancelled project’s links open nothing', () => {
    act({ intent: 'cancel', reason: 'customer went elsewhere' })
    expect(readInvite(world.db, project.tokens[0]!)).toMatchObject({ refusal: { code: 'revoked' } })
  })
})

describe('a sheet that came back', () => {
  const sheet = (change: (rows: string[][]) => void) => {
    const rows = bidSheet(lanesForSheet(world.db, project.projectId), new Map())
    change(rows)
    return rows.map((row) => row.map((cell) => `"${cell}"`).join(',')).join('\n')
  }
  const price = 8
  test('is entered, with the rows that cannot be read named first', () => {
    const text = sheet((rows) => {
      rows[1]![price] = '1,900'
      rows[2]![price] = 'call me'
    })
    const enter = { intent: 'enter_sheet', carrierId: 2, text }
    expect(act(enter)).toMatchObject({
      refusal: { code: 'sheet_problems' },
      problems: [{ row: 3, message: expect.stringContaining('call me') }],
    })
    expect(world.db.select().from(laneBid).all()).toEqual([])
    expect(act({ ...enter, despite: true })).toEqual({ done: true })
    expect(world.db.select().from(laneBid).all()).toMatchObject([{ priceMinor: 190_000 }])
  })
  test('is taken from our hands also after the deadline, but not once it is awarded', () => {
    const text = sheet((rows) => (rows[1]![price] = '1900'))
    keepProjects(world.db, now + 2 * day)
    expect(act({ intent: 'enter_sheet', carrierId: 2, text }, manager, now + 3 * day)).toEqual({ done: true })
    world.db.update(bidProject).set({ state: 'awarded' }).run()
    expect(act({ intent: 'enter_sheet', carrierId: 2, text }, manager, now + 3 * day)).toHaveProperty('refusal')
  })
})

test('a lane that is not clear is put right, and read again', () => {
  const made = createProject(world.db, terms(), { ...ines, repId: 1 }) as { projectId: number }
  addLanes(world.db, made.projectId, [{ origin: 'Springfield', dest: 'Phoenix, AZ' }], ines)
  const lane = () => readProject(world.db, made.projectId)!.lanes[0]!
  const cells = { ...lane().cells, origin: 'Springfield, MO' }
  const change = { kind: 'change_lane', laneId: lane().id, cells } as const
  expect(onProject(world.db, made.projectId, change, ines)).toEqual({ done: true })
  expect(lane()).toMatchObject({ origin: 'Springfield, MO', problems: [] })
  expect(onProject(world.db, project.projectId, change, ines)).toMatchObject({ refusal: { code: 'not_a_draft' } })
})

test('bids enter the rate picture once they are opened', () => {
  const known = () => readPastPrices(world.db).filter(({ id }) => id.startsWith('bid '))
  bid(0, '1850')
  expect(known()).toEqual([])
  keepProjects(world.db, now + 2 * day)
  expect(known()).toMatchObject([{ buyMinor: 185_000, equipment: 'reefer', source: 'lost_offer' }])
})

describe('awarding', () => {
  beforeEach(() => {
    bid(0, '1850')
    bid(1, '1900')
    keepProjects(world.db, now + 2 * day)
  })
  const award = (carrierIds: number[], viewer = manager) =>
    act({ intent: 'award', guide: [[project.laneIds[0], carrierIds]] }, viewer, now + 2 * day)
  test('names carriers at the prices they bid, and tells every one that bid', () => {
    expect(award([2, 1])).toEqual({ done: true })
    expect(readProject(world.db, project.projectId)!.lanes[0]!.guide).toMatchObject([
      { rank: 1, carrierId: 2, priceMinor: 190_000 },
      { rank: 2, carrierId: 1, priceMinor: 185_000 },
    ])
    expect(mails().filter((what) => what === 'result')).toHaveLength(2)
  })
  test('again changes it: the old places end, the new ones hold', () => {
    award([2, 1])
    expect(award([1])).toEqual({ done: true })
    expect(readProject(world.db, project.projectId)!.lanes[0]!.guide).toMatchObject([{ rank: 1, carrierId: 1 }])
  })
  test.each([
    ['nobody', [], 'nothing_chosen'],
    ['a carrier that did not bid', [3], 'no_such_bid'],
    ['a carrier twice', [1, 1], 'named_twice'],
    ['a carrier that was not invited', [99], 'no_such_carrier'],
  ])('%s is refused', (_, carrierIds, code) => expect(award(carrierIds)).toMatchObject({ refusal: { code } }))
  test('is for those who may award', () =>
    expect(() => award([1], { ...manager, role: 'accounting' } as Viewer)).toThrow())
})

test('nothing is sent twice, whatever is asked twice', () => {
  expect(onProject(world.db, project.projectId, { kind: 'invite', carriers: [] }, later(now + 1))).toEqual({
    done: true,
  })
  act({ intent: 'invite', carrierIds: [1, 2] })
  expect(mails()).toHaveLength(3)
  expect(world.db.select().from(bidInvite).all()).toHaveLength(3)
})
