import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { carryOut } from '#server/load/commands'
import { receiveMail } from '#server/message/receive'
import { nextDue } from '#server/outbox/outbox'
import { log, message, offer, outbox, posting } from '#server/schema'
import { settings } from '#server/settings.server'
import { ines, now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { sendToBoard } from './board'
import { receiveReply, replySignature } from './replies'

const secret = 'a shared secret'
let world: TestWorld
let loadId: number
let reference: string
beforeEach(() => {
  world = testWorld()
  loadId = openLoad(world.db)
  carryOut(world.db, loadId, { kind: 'post', board: 'Saltlick' }, ines)
  reference = world.db.select().from(posting).get()!.reference
})
afterEach(() => world.end())

describe('a carrier’s answer by call-back', () => {
  const reply = (over: object = {}) => JSON.stringify({ answer_no: 'A1', shipper_ref: reference, mc: '100001', usd: 2480, good_minutes: 30, words: 'near', ...over })
  const receive = (body: string, signature = replySignature(body, secret, now)) => receiveReply(world.db, body, signature, secret, now)

  test('becomes an offer, once, however often it comes', () => {
    expect(receive(reply())).toEqual({ status: 200, answer: { taken: true } })
    expect(receive(reply())).toEqual({ status: 200, answer: { taken: true } })
    expect(world.db.select().from(offer).all()).toMatchObject([{ payMinor: 248_000, source: 'board', goodUntil: now + 1_800_000, carrierId: 1 }])
  })
  test.each([
    ['an altered body', (body: string) => receive(body.replace('2480', '1480'), replySignature(body, secret, now)), 401],
    ['one signed an hour ago', (body: string) => receive(body, replySignature(body, secret, now - 3_600_000)), 401],
    ['one signed for the future', (body: string) => receive(body, replySignature(body, secret, now + 3_600_000)), 401],
    ['an old signature with a new time', (body: string) => receive(body, replySignature(body, secret, now - 3_600_000).replace(/t=\d+/, `t=${now}`)), 401],
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
  const mail = (text: string, over: { from?: string; id?: string } = {}) =>
    receiveMail(world.db, `From: Carrier 2 <${over.from ?? 'dispatch@carrier2.example'}>\r\nTo: offers+${reference}@ploverrook.example\r\nSubject: Twin Falls\r\nMessage-ID: <${over.id ?? 'm1'}@carrier2.example>\r\n\r\n${text}`, [`offers+${reference}@ploverrook.example`], now)

  test('with one price from a known carrier is an offer, once', async () => {
    expect(await mail('We can do $2,390 all in.')).toBe('offer')
    expect(await mail('We can do $2,390 all in.')).toBe('known')
    expect(world.db.select().from(offer).all()).toMatchObject([{ carrierId: 2, payMinor: 239_000, source: 'mail' }])
  })
  test('without a certain price is left for a person, on the load, as text', async () => {
    expect(await mail('<script>alert(1)</script> $2,390 or $2,200?')).toBe('left')
    expect(world.db.select().from(offer).all()).toEqual([])
    expect(world.db.select().from(message).get()).toMatchObject({ loadId, reading: 'left', text: expect.stringContaining('<script>') })
    expect(world.db.select().from(log).where(eq(log.kind, 'message_left')).all()).toHaveLength(1)
  })
  test('from somebody unknown is left too', async () => expect(await mail('$2,390', { from: 'x@elsewhere.example' })).toBe('left'))
})

describe('the board over HTTP', () => {
  test('is tried again when busy, with the same key, and never sees what carriers must not', async () => {
    const seen: { key: string | undefined; body: string }[] = []
    const server = createServer((request, response) => {
      let body = ''
      request.on('data', (chunk) => {
        body += chunk
      })
      request.on('end', () => {
        seen.push({ key: request.headers['idempotency-key'] as string, body })
        response.writeHead(seen.length === 1 ? 503 : 200).end(JSON.stringify({ listing_no: 'SL1' }))
      })
    })
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    settings().OX_BOARD_URL = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
    let clock = now
    expect(await sendToBoard(world.db, nextDue(world.db, 'board', clock)!, () => clock)).toBe(false)
    expect(nextDue(world.db, 'board', clock)).toBeUndefined()
    clock += settings().OX_OUTBOX_DELAY_MS
    expect(await sendToBoard(world.db, nextDue(world.db, 'board', clock)!, () => clock)).toBe(true)
    server.close()
    expect(seen.map((call) => call.key)).toEqual(['posting-1-1', 'posting-1-1'])
    expect(seen[1]!.body).not.toMatch(/Snowmelt|Thin margin|PU1|288000|2880|PR-20001|Shed 4|Canal/)
    expect(world.db.select().from(posting).get()).toMatchObject({ state: 'up', externalId: 'SL1' })
  })
  test('a removal never overtakes the posting it removes', () => {
    carryOut(world.db, loadId, { kind: 'unpost', postingId: 1 }, ines)
    world.db.update(outbox).set({ nextAt: now + 9_000 }).where(eq(outbox.id, 1)).run()
    expect(nextDue(world.db, 'board', now + 8_000)).toBeUndefined()
    expect(nextDue(world.db, 'board', now + 9_000)!.payload).toMatchObject({ what: 'put' })
  })
})
