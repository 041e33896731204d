import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { outcome, run } from '#server/kernel/run'
import { deliver } from '#server/outbox/deliver'
import { enqueue, nextDue } from '#server/outbox/outbox'
import { carrierLink, event, outbox } from '#server/schema'
import { settings } from '#server/settings.server'
import { type TestMailServer, testMailServer } from '#server/testing/mail-server'
import { ines, now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { requestDocumentsSchema, sendCarrierMail } from './ask'
import { carrierSubject, type ServerCommand } from './subject'

let world: TestWorld
let server: TestMailServer
beforeEach(async () => {
  world = testWorld()
  server = await testMailServer()
})
afterEach(async () => {
  await server.close()
  world.end()
})

const to = 'dispatch@carrier1.example'
const send = (at = now) => deliver(world.db, nextDue(world.db, 'carrier_mail', at)!, sendCarrierMail, () => at)
const ask = (carrierId: number, command: ServerCommand) =>
  outcome(run(world.db, carrierSubject, carrierId, command, ines))
const kinds = () =>
  world.db
    .select({ kind: event.kind })
    .from(event)
    .all()
    .map((row) => row.kind)
const refuse = (code: number) => Object.assign(new Error('no'), { responseCode: code })

describe('documents asked for', () => {
  test('by a mail with a link of its own, which names each and asks for no password', async () => {
    expect(ask(1, { kind: 'request_documents', to, kinds: ['w9', 'certificate'] })).toEqual({ done: true })
    expect(kinds()).toContain('documents_requested')
    expect(await send()).toBe(true)
    const [mail] = server.received
    expect(mail!.to![0]!.address).toBe(to)
    expect(mail!.subject).toContain('Carrier 1')
    expect(mail!.text).toContain('W-9, Certificate of insurance')
    expect(mail!.text).toMatch(new RegExp(`${settings().OX_ORIGIN}/p/\\S+`))
    expect(mail!.text).toContain('Ines Calloway')
    expect(world.db.select().from(outbox).get()).toMatchObject({ state: 'sent' })
  })
  test('of nobody are refused, and nothing waits to be sent', () => {
    expect(ask(99, { kind: 'request_documents', to, kinds: ['w9'] })).toMatchObject({
      refusal: { code: 'no_such_carrier' },
    })
    expect(world.db.select().from(outbox).all()).toEqual([])
    expect(world.db.select().from(carrierLink).all()).toEqual([])
  })
  test('need an address and at least one document', () => {
    expect(requestDocumentsSchema.safeParse({ to: 'dispatch', kinds: ['w9'] }).success).toBe(false)
    expect(requestDocumentsSchema.safeParse({ to, kinds: [] }).success).toBe(false)
    expect(requestDocumentsSchema.safeParse({ to: ` ${to} `, kinds: ['w9'] }).data).toEqual({ to, kinds: ['w9'] })
  })
  test('again is another link: the first one stays what it was', () => {
    ask(1, { kind: 'request_documents', to, kinds: ['w9'] })
    ask(1, { kind: 'request_documents', to, kinds: ['letter'] })
    expect(
      world.db
        .select()
        .from(carrierLink)
        .all()
        .map((row) => row.kinds),
    ).toEqual([['w9'], ['letter']])
  })
})

describe('the agreement', () => {
  test('goes out to be signed', async () => {
    ask(2, { kind: 'send_agreement', to: 'dispatch@carrier2.example' })
    expect(await send()).toBe(true)
    expect(server.received[0]!.subject).toBe('Agreement between Plover & Rook Freight and Carrier 2')
    expect(server.received[0]!.html).toContain('/p/')
    expect(kinds()).toContain('agreement_sent')
  })
})

describe('a mail that does not arrive', () => {
  beforeEach(() => ask(1, { kind: 'request_documents', to, kinds: ['w9'] }))
  test('because the server is busy is tried again with the same link', async () => {
    server.answer = refuse(451)
    expect(await send()).toBe(false)
    expect(nextDue(world.db, 'carrier_mail', now)).toBeUndefined()
    const later = world.db.select().from(outbox).get()!
    expect(later).toMatchObject({ state: 'waiting', attempts: 1 })
    server.answer = null
    expect(await send(later.nextAt)).toBe(true)
    const [first, second] = server.received.map((mail) => /\/p\/(\S+)/.exec(mail.text!)![1])
    expect(second).toBe(first)
    expect(kinds()).not.toContain('mail_failed')
  })
  test('because there is no such mailbox is given up at once, and reported in the carrier’s log', async () => {
    server.answer = refuse(550)
    expect(await send()).toBe(false)
    expect(world.db.select().from(outbox).get()).toMatchObject({ state: 'failed' })
    expect(kinds()).toContain('mail_failed')
  })
})

describe('a carrier is told that a load is cancelled', () => {
  const cancelled = (payMinor: number | null) => {
    const loadId = openLoad(world.db)
    enqueue(
      world.db,
      {
        kind: 'carrier_mail',
        stream: `load-${loadId}`,
        loadId,
        payload: { cancelled: { loadId, carrierId: 1, payMinor } },
      },
      now,
    )
    return loadId
  }
  test('with what it is paid for the truck, and nothing of the customer', async () => {
    cancelled(15_000)
    expect(await send()).toBe(true)
    const [mail] = server.received
    expect(mail!.to![0]!.address).toBe(to)
    expect(mail!.text).toContain('Twin Falls to Phoenix, is cancelled')
    expect(mail!.text).toContain('For the truck that was ordered and not used we pay $150.')
    expect(`${mail!.subject}${mail!.text}${mail!.html}`).not.toMatch(/Snowmelt|2,880|Thin margin|potato/i)
  })
  test('or that nothing is paid', async () => {
    cancelled(null)
    await send()
    expect(server.received[0]!.text).not.toContain('we pay')
    expect(server.received[0]!.text).toContain('The rate confirmation is void.')
  })
  test('and where the mail cannot go, the load’s log says so', async () => {
    const loadId = cancelled(null)
    server.answer = refuse(550)
    expect(await send()).toBe(false)
    expect(
      world.db
        .select()
        .from(event)
        .all()
        .filter((line) => line.aggregate === 'load' && line.aggregateId === loadId)
        .map((line) => line.kind),
    ).toContain('mail_failed')
  })
  test('a load or carrier that is not there is a fault of ours, told with its key', async () => {
    enqueue(
      world.db,
      {
        kind: 'carrier_mail',
        stream: 'x',
        loadId: null,
        payload: { cancelled: { loadId: 1, carrierId: 77, payMinor: null } },
      },
      now,
    )
    expect(await send()).toBe(false)
    expect(world.db.select().from(outbox).get()!.lastError).toMatch(/names load 1 or carrier 77/)
  })
})
