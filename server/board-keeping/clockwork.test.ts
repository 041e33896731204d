import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { usualTerms } from '#core/posting/terms'
import { connectedBoard, disconnectBoard, readBoards } from '#server/board/boards'
import { carryOut } from '#server/load/commands'
import { postAsUsual, postLoad } from '#server/load/post'
import { previewPosting, readPosting } from '#server/load-page/posting'
import { fetchReplies } from '#server/outside/board-replies'
import { load, note, offer, outbox, posting, postingTerms } from '#server/schema'
import { connectBoard, testBoardServer } from '#server/testing/boards'
import { ines, now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { refreshDue, takeDownExpired } from './clockwork'

let world: TestWorld
let loadId: number
beforeEach(() => {
  world = testWorld()
  for (const name of ['Saltlick', 'Windpump']) connectBoard(world.db, name)
  loadId = openLoad(world.db)
  postLoad(world.db, loadId, { boards: ['Saltlick'], terms: usualTerms }, ines)
  world.db.update(posting).set({ state: 'up', upAt: now, externalId: 'S1' }).run()
  world.db.update(outbox).set({ state: 'sent' }).run()
})
afterEach(() => world.end())
const minute = 60_000
const waiting = () => world.db.select().from(outbox).where(eq(outbox.state, 'waiting')).all()

describe('by the clock', () => {
  test('a posting is refreshed when its board’s time has come, once, inside the office’s hours', () => {
    expect(refreshDue(world.db, now + 119 * minute)).toBe(0)
    expect(refreshDue(world.db, now + 120 * minute)).toBe(1)
    expect(refreshDue(world.db, now + 121 * minute)).toBe(0)
    expect(waiting()[0]!.payload).toMatchObject({ what: 'refresh' })
    world.db.update(outbox).set({ state: 'sent' }).run()
    world.db
      .update(posting)
      .set({ refreshes: [now + 120 * minute] })
      .run()
    expect(refreshDue(world.db, now + 239 * minute)).toBe(0)
    // Monday, 13:12 in Pocatello: nine hours later the office is closed.
    expect(refreshDue(world.db, now + 9 * 60 * minute)).toBe(0)
    connectBoard(world.db, 'Saltlick', undefined, { refreshMinutes: null })
    expect(refreshDue(world.db, now + 240 * minute)).toBe(0)
  })
  test('a posting comes down in time for the last truck, and says by which rule', () => {
    const { pickupBy } = world.db.select().from(load).get()!
    expect(takeDownExpired(world.db, pickupBy - 91 * minute)).toBe(0)
    expect(takeDownExpired(world.db, pickupBy - 90 * minute)).toBe(1)
    expect(world.db.select().from(posting).get()!.state).toBe('removal_asked')
    expect(takeDownExpired(world.db, pickupBy)).toBe(0)
  })
})

describe('posting', () => {
  test('goes where it was asked and leaves where it was not; what is up is changed', () => {
    const terms = { ...usualTerms, payKind: 'asking' as const, payMinor: 200_000 }
    expect(postLoad(world.db, loadId, { boards: ['Windpump'], terms }, ines)).toEqual({ done: true })
    expect(
      world.db
        .select()
        .from(posting)
        .all()
        .map(({ board, state }) => [board, state]),
    ).toEqual([
      ['Saltlick', 'removal_asked'],
      ['Windpump', 'asked'],
    ])
    expect(world.db.select().from(postingTerms).get()).toMatchObject({
      boards: ['Windpump'],
      terms: { payMinor: 200_000 },
    })
  })
  test.each([
    ['an unknown board', { boards: ['Nowhere'] }, 'not_connected'],
    ['a price per mile', { terms: { ...usualTerms, payKind: 'asking', payMinor: 2_45 } }, 'bad_terms'],
    [
      'phone answers where only email is read',
      { boards: ['Windpump'], terms: { ...usualTerms, answerBy: 'phone' } },
      'board_cannot',
    ],
    [
      'words that name the customer',
      { terms: { ...usualTerms, comments: ['For Snowmelt Potato Growers'] } },
      'tells_too_much',
    ],
  ] as const)('%s is refused, and nothing is changed', (_, over, code) => {
    const asked = { boards: ['Saltlick'], terms: usualTerms, ...over }
    expect(postLoad(world.db, loadId, asked as never, ines)).toMatchObject({ refusal: { code } })
    expect(world.db.select().from(posting).all()).toMatchObject([{ board: 'Saltlick', state: 'up' }])
    expect(waiting()).toEqual([])
  })
  test('the next load of the customer is offered the same, without price, end and words', () => {
    const terms = {
      ...usualTerms,
      places: 'area' as const,
      payKind: 'asking' as const,
      payMinor: 200_000,
      comments: ['Call'],
    }
    postLoad(world.db, loadId, { boards: ['Windpump'], terms }, ines)
    const next = openLoad(world.db)
    expect(readPosting(world.db, next, now, 1)).toMatchObject({
      boards: ['Windpump'],
      terms: { places: 'area', payKind: 'none', payMinor: null, comments: null },
    })
    expect(postAsUsual(world.db, next, ines)).toEqual({ done: true })
    expect(world.db.select().from(posting).where(eq(posting.loadId, next)).all()).toMatchObject([{ board: 'Windpump' }])
  })
  test('the preview says what each board drops, and shows no more than carriers may see', () => {
    world.db.insert(note).values({ loadId, audience: 'us', text: 'MARK for us' }).run()
    const preview = previewPosting(world.db, loadId, usualTerms, now)!
    expect(preview.boards).toMatchObject([
      { name: 'Saltlick', isOut: true, lost: [], refusal: null },
      { name: 'Windpump', isOut: false, lost: expect.arrayContaining(['hours, only days', 'the phone']) },
    ])
    expect(JSON.stringify(preview.shown)).not.toMatch(/MARK|Snowmelt|Shed 4|2880|PR-2/)
    const area = previewPosting(world.db, loadId, { ...usualTerms, places: 'area', times: 'asap' }, now)!
    expect(area.shown.stops[0]).toMatchObject({ postalArea: '', earliestLocal: null })
  })
  test('a load that fell through goes back to the boards it was on', () => {
    carryOut(world.db, loadId, { kind: 'record_offer', ...offered }, ines)
    const { id } = world.db.select().from(offer).get()!
    world.db.update(offer).set({ state: 'awarded' }).where(eq(offer.id, id)).run()
    world.db.update(load).set({ state: 'covered', carrierId: 1, payMinor: 200_000 }).run()
    world.db.update(posting).set({ state: 'down' }).run()
    carryOut(world.db, loadId, { kind: 'release', reason: 'broke down' }, ines)
    expect(
      world.db
        .select()
        .from(posting)
        .all()
        .map(({ state }) => state),
    ).toEqual(['down', 'asked'])
  })
})

const offered = {
  ...{ carrierId: 1, carrierName: 'Carrier 1', payMinor: 200_000, source: 'phone' as const, goodUntil: null, note: '' },
}

describe('a board’s settings', () => {
  const asked = { name: 'Waterhole', url: 'http://w.example', account: 'us', secret: 's', callbackSecret: '' }
  test.each([
    [{ name: 'Nowhere' }, 'no such board'],
    [{ account: '' }, 'Member name'],
    [{ secret: '' }, 'Password'],
    [{ refreshMinutes: 15 }, 'every 60 minutes at most'],
  ] as [{ name?: string }, string][])('%j is refused', (over, words) =>
    expect(() => connectBoard(world.db, over.name ?? 'Waterhole', asked.url, { ...asked, ...over })).toThrow(words),
  )
  test('keep secrets sealed and unseen; one left empty is the one on file, for the same account alone', () => {
    connectBoard(world.db, 'Waterhole', asked.url, asked)
    const kept = JSON.stringify(world.db.$client.prepare('select * from board').all())
    expect(kept).not.toMatch(/"our key"|a secret of the board/)
    expect(JSON.stringify(readBoards(world.db))).not.toMatch(/our key|a secret of the board/)
    connectBoard(world.db, 'Waterhole', 'http://w2.example', { account: 'us', secret: '', callbackSecret: '' })
    expect(connectedBoard(world.db, 'Waterhole')!.link).toMatchObject({ url: 'http://w2.example', secret: 's' })
    expect(() => connectBoard(world.db, 'Waterhole', asked.url, { account: 'them', secret: '' })).toThrow('Password')
    expect(disconnectBoard(world.db, 'Waterhole', ines)).toEqual({ done: true })
    expect(connectedBoard(world.db, 'Waterhole')).toBeNull()
    expect(disconnectBoard(world.db, 'Waterhole', ines)).toMatchObject({ refusal: { code: 'not_connected' } })
  })
})

describe('answers that a board keeps for us', () => {
  const reply = (seq: number, over = {}) => ({
    ...{ seq, number: `A${seq}`, ref: world.db.select().from(posting).get()!.reference, mc: '100001', usd: 2100 },
    ...over,
  })
  test('are fetched once and are offers; nonsense is none', async () => {
    const { url, server } = await testBoardServer(({ path }) => {
      if (path === '/gate') return [200, { pass: 'p' }]
      return [200, path.endsWith('=0') ? [reply(1), reply(2, { ref: 'ffffffff' })] : []]
    })
    connectBoard(world.db, 'Waterhole', url)
    expect(await fetchReplies(world.db, connectedBoard(world.db, 'Waterhole')!, () => now)).toBe(2)
    expect(await fetchReplies(world.db, connectedBoard(world.db, 'Waterhole')!, () => now)).toBe(0)
    server.close()
    expect(world.db.select().from(offer).all()).toMatchObject([{ payMinor: 210_000, source: 'board', carrierId: 1 }])
    const odd = await testBoardServer(({ path }) => (path === '/gate' ? [200, { pass: 'p' }] : [200, '<p>hello</p>']))
    connectBoard(world.db, 'Waterhole', odd.url)
    expect(await fetchReplies(world.db, connectedBoard(world.db, 'Waterhole')!, () => now)).toBe(0)
    odd.server.close()
  })
})
