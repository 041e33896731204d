import { and, eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { usualTerms } from '#core/posting/terms'
import { connectedBoard } from '#server/board/boards'
import { replySignature } from '#server/board/saltlick'
import { carryOut } from '#server/load/commands'
import { actOnLoad } from '#server/load-page/act'
import { receiveMail } from '#server/message/receive'
import { recordOffer } from '#server/offer/offers'
import { waitingProposals } from '#server/offer/proposals'
import { confirmProposal, dismissProposal } from '#server/offer/settle-proposal'
import { deliver } from '#server/outbox/deliver'
import { heldEntries, nextDue, releaseHeld } from '#server/outbox/outbox'
import { receiveCallback } from '#server/outside/board-replies'
import { event, message, note, offer, outbox, posting } from '#server/schema'
import { settings } from '#server/settings.server'
import { connectBoard, callbackSecret as secret, testBoardServer } from '#server/testing/boards'
import { ines, now, openLoad, openOffers, type TestWorld, testWorld } from '#server/testing/world'
import { sendToBoard } from './send'

let world: TestWorld
let loadId: number
let reference: string
beforeEach(() => {
  world = testWorld()
  connectBoard(world.db, 'Saltlick')
  loadId = openLoad(world.db)
  carryOut(world.db, loadId, { kind: 'post', board: 'Saltlick' }, ines)
  reference = world.db.select().from(posting).get()!.reference
})
afterEach(() => world.end())

describe('a carrier’s answer by call-back', () => {
  const reply = (over: object = {}) =>
    JSON.stringify({
      answer_no: 'A1',
      shipper_ref: reference,
      mc: '100001',
      usd: 2480,
      good_minutes: 30,
      words: 'near',
      ...over,
    })
  const receive = (body: string, signature = replySignature(body, secret, now)) =>
    receiveCallback(
      world.db,
      connectedBoard(world.db, 'Saltlick')!,
      body,
      new Headers({ 'x-saltlick-signature': signature }),
      now,
    )

  test('becomes an offer, once, however often it comes', () => {
    expect(receive(reply())).toEqual({ status: 200, answer: { taken: true } })
    expect(receive(reply())).toEqual({ status: 200, answer: { taken: true } })
    expect(world.db.select().from(offer).all()).toMatchObject([
      { payMinor: 248_000, source: 'board', goodUntil: now + 1_800_000, carrierId: 1 },
    ])
  })
  test.each([
    [
      'an altered body',
      (body: string) => receive(body.replace('2480', '1480'), replySignature(body, secret, now)),
      401,
    ],
    ['one signed an hour ago', (body: string) => receive(body, replySignature(body, secret, now - 3_600_000)), 401],
    ['one signed for the future', (body: string) => receive(body, replySignature(body, secret, now + 3_600_000)), 401],
    [
      'an old signature with a new time',
      (body: string) => receive(body, replySignature(body, secret, now - 3_600_000).replace(/t=\d+/, `t=${now}`)),
      401,
    ],
    ['no signature', (body: string) => receive(body, ''), 401],
    ['no JSON', () => receive('{'), 422],
    ['a price of nothing', () => receive(reply({ usd: 0 })), 422],
    ['a listing that is not ours', () => receive(reply({ shipper_ref: 'ffffffffff' })), 404],
  ])('%s is answered and nothing is written', (_, send, status) => {
    expect(send(reply()).status).toBe(status)
    expect(world.db.select().from(offer).all()).toEqual([])
  })
  test('an unknown carrier, or a load that is gone, is told so', () => {
    expect(receive(reply({ mc: '999999' })).answer).toEqual({ taken: false, why: 'we do not know this carrier yet' })
    carryOut(world.db, loadId, { kind: 'cancel', reason: 'customer' }, ines)
    expect(receive(reply()).answer).toMatchObject({ taken: false, why: expect.stringContaining('cancelled') })
  })
})

describe('a carrier’s answer by mail', () => {
  const mail = (text: string, over: { from?: string; id?: string; proof?: string } = {}) =>
    receiveMail(
      world.db,
      `${over.proof ? `Authentication-Results: ${over.proof}\r\n` : ''}From: Carrier 2 <${over.from ?? 'dispatch@carrier2.example'}>\r\nTo: offers+${reference}@ploverrook.example\r\nSubject: Twin Falls\r\nMessage-ID: <${over.id ?? 'm1'}@carrier2.example>\r\n\r\n${text}`,
      [`offers+${reference}@ploverrook.example`],
      now,
    )

  test('with one price from a known carrier is an offer, once', async () => {
    expect(await mail('We can do $2,390 all in.')).toBe('offer')
    expect(await mail('We can do $2,390 all in.')).toBe('known')
    expect(world.db.select().from(offer).all()).toMatchObject([{ carrierId: 2, payMinor: 239_000, source: 'mail' }])
  })
  test('without a price is left for a person, on the load, as text', async () => {
    expect(await mail('<script>alert(1)</script> What does it pay?')).toBe('left')
    expect(world.db.select().from(offer).all()).toEqual([])
    expect(world.db.select().from(message).get()).toMatchObject({
      loadId,
      reading: 'left',
      text: expect.stringContaining('<script>'),
    })
    expect(
      world.db
        .select()
        .from(event)
        .where(and(eq(event.aggregate, 'load'), eq(event.kind, 'message_left')))
        .all(),
    ).toHaveLength(1)
  })
  test('with two prices is a question, and the answer makes it an offer under the name of who gave it', async () => {
    expect(await mail('$500 advance. Can do 2400')).toBe('proposal')
    expect(world.db.select().from(offer).all()).toEqual([])
    const [asked] = waitingProposals(world.db, loadId)
    expect(asked).toMatchObject({
      carrierName: 'Carrier 2',
      readings: [240_000, 50_000],
      signs: expect.arrayContaining([{ speaks: 'against', words: 'the text has more than one amount' }]),
    })
    expect(confirmProposal(world.db, loadId, { proposalId: asked!.id, payMinor: 240_000 }, ines)).toEqual({
      done: true,
    })
    expect(confirmProposal(world.db, loadId, { proposalId: asked!.id, payMinor: 50_000 }, ines)).toMatchObject({
      refusal: { code: 'proposal_settled' },
    })
    expect(world.db.select().from(offer).all()).toMatchObject([
      { carrierId: 2, payMinor: 240_000, source: 'mail', state: 'open' },
    ])
    expect(
      world.db
        .select()
        .from(event)
        .where(and(eq(event.aggregate, 'load'), eq(event.kind, 'offer_recorded')))
        .get(),
    ).toMatchObject({
      actorName: 'Ines Calloway',
    })
  })
  test('from a stranger who names a carrier’s MC number ends and replaces nothing', async () => {
    recordOffer(world.db, loadId, { carrierId: 1, payMinor: 240_000, source: 'phone', goodUntil: null, note: '' }, ines)
    expect(await mail('We now need $9,900. MC 100001', { from: 'dispatch@carrler1.example' })).toBe('proposal')
    expect(world.db.select().from(offer).all()).toMatchObject([{ carrierId: 1, payMinor: 240_000, state: 'open' }])
    const [asked] = waitingProposals(world.db, loadId)
    expect(asked).toMatchObject({ carrierName: 'Carrier 1', readings: [990_000] })
    expect(asked!.signs.filter(({ speaks }) => speaks === 'against').map(({ words }) => words)).toEqual([
      'dispatch@carrler1.example is not on file for Carrier 1',
      'carrler1.example looks like carrier1.example and is not',
    ])
    expect(dismissProposal(world.db, loadId, asked!.id, ines)).toEqual({ done: true })
    expect(waitingProposals(world.db, loadId)).toEqual([])
  })
  test('from a known address replaces its own open offer only where the receiving server vouches for it', async () => {
    expect(await mail('$2,390')).toBe('offer')
    expect(await mail('$2,600', { id: 'm2' })).toBe('proposal')
    expect(await mail('$2,590', { id: 'm3', proof: 'mx.elsewhere.example; dkim=pass' })).toBe('proposal')
    expect(await mail('$2,300', { id: 'm4', proof: 'mx.ploverrook.example; dkim=fail' })).toBe('proposal')
    expect(openOffers(world.db, loadId)).toMatchObject([{ payMinor: 239_000 }])
    expect(await mail('$2,350', { id: 'm5', proof: 'mx.ploverrook.example; spf=pass; dkim=pass' })).toBe('offer')
    expect(openOffers(world.db, loadId)).toMatchObject([{ payMinor: 235_000 }])
  })
  test('three hundred of them are a handful of lines, and end nothing', async () => {
    for (let turn = 0; turn < 300; turn++)
      await mail(`$${2000 + turn}`, {
        from: turn % 2 ? 'flood@stranger.example' : `f${turn}@stranger.example`,
        id: `f${turn}`,
      })
    const proposals = waitingProposals(world.db, loadId)
    expect(proposals.length).toBeLessThanOrEqual(12)
    expect(proposals.reduce((sum, { count }) => sum + count, 0)).toBe(300)
    expect(world.db.select().from(message).all().length).toBeLessThanOrEqual(60)
    expect(world.db.select().from(offer).all()).toEqual([])
    expect(
      world.db
        .select()
        .from(event)
        .where(and(eq(event.aggregate, 'load'), eq(event.kind, 'offer_proposed')))
        .all().length,
    ).toBeLessThanOrEqual(12)
  }, 30_000)
})

describe('the board over HTTP', () => {
  test('is tried again when busy, with the same key, and never sees what carriers must not', async () => {
    const seen: { key: string | undefined; body: string }[] = []
    const { url, server } = await testBoardServer(({ body, headers }) => {
      seen.push({ key: headers['idempotency-key'] as string, body })
      return [seen.length === 1 ? 503 : 200, { listing_no: 'SL1' }]
    })
    connectBoard(world.db, 'Saltlick', url)
    let clock = now
    expect(await deliver(world.db, nextDue(world.db, 'board', clock)!, sendToBoard, () => clock)).toBe(false)
    expect(nextDue(world.db, 'board', clock)).toBeUndefined()
    clock += settings().OX_OUTBOX_DELAY_MS
    expect(await deliver(world.db, nextDue(world.db, 'board', clock)!, sendToBoard, () => clock)).toBe(true)
    server.close()
    expect(seen.map((call) => call.key)).toEqual(['posting-1-1', 'posting-1-1'])
    expect(seen[1]!.body).not.toMatch(/Snowmelt|Thin margin|PU1|288000|2880|PR-20001|Shed 4|Canal/)
    expect(world.db.select().from(posting).get()).toMatchObject({ state: 'up', externalId: 'SL1' })
  })
  test('a text that names the customer, secret freight or our price is held back for a person', () => {
    const post = (id: number) =>
      actOnLoad(
        world.db,
        id,
        { intent: 'post', boards: ['Saltlick'], terms: usualTerms },
        { id: 1, name: 'Ines Calloway', mail: '', phone: '', role: 'rep' },
        now,
      )
    const withNote = (text: string, over = {}) =>
      openLoad(world.db, { notes: [{ audience: 'carrier', text }], ...over })
    expect(post(withNote('Check in as SNOWMELT Potato'))).toMatchObject({
      refusal: { code: 'tells_too_much', message: expect.stringContaining('it names the customer') },
    })
    expect(post(withNote('SELLS FOR 2,8 80'))).toMatchObject({
      refusal: { message: expect.stringContaining('it contains an amount of ours (2,880)') },
    })
    expect(
      post(withNote('Do not drop the batteries', { commodity: 'Batteries', commodityHidden: true })),
    ).toMatchObject({ refusal: { message: expect.stringContaining('kept secret') } })
    expect(post(withNote('Two straps'))).toEqual({ done: true })
  })
  test('what somebody writes after it was posted is held back too, and what is up stays to be taken down', async () => {
    world.db.update(posting).set({ state: 'up', externalId: 'SL1' }).run()
    world.db.insert(note).values({ loadId, audience: 'carrier', text: 'Snowmelt Potato dock' }).run()
    expect(await deliver(world.db, nextDue(world.db, 'board', now)!, sendToBoard, () => now)).toBe(false)
    expect(world.db.select().from(posting).get()).toMatchObject({
      state: 'up',
      problem: expect.stringContaining('held back'),
    })
    expect(world.db.select().from(outbox).get()).toMatchObject({ state: 'failed' })
  })
  test('a board that does not accept us holds what waits, and it goes once somebody lets it', async () => {
    const { url, server } = await testBoardServer(() => [401, 'who are you'])
    connectBoard(world.db, 'Saltlick', url)
    expect(await deliver(world.db, nextDue(world.db, 'board', now)!, sendToBoard, () => now)).toBe(false)
    server.close()
    expect(nextDue(world.db, 'board', now + 9e9)).toBeUndefined()
    expect(heldEntries(world.db)).toEqual([
      { kind: 'board', count: 1, problem: expect.stringContaining('does not accept our key') },
    ])
    expect(world.db.select().from(posting).get()).toMatchObject({ state: 'asked' })
    expect(releaseHeld(world.db, { kind: 'board' }, now)).toBe(1)
    expect(nextDue(world.db, 'board', now)).toBeDefined()
  })
  test('a removal never overtakes the posting it removes', () => {
    carryOut(world.db, loadId, { kind: 'unpost', postingId: 1 }, ines)
    world.db
      .update(outbox)
      .set({ nextAt: now + 9_000 })
      .where(eq(outbox.id, 1))
      .run()
    expect(nextDue(world.db, 'board', now + 8_000)).toBeUndefined()
    expect(nextDue(world.db, 'board', now + 9_000)!.payload).toMatchObject({ what: 'put' })
  })
})
