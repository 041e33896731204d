import type { AddressInfo } from 'node:net'
import { and, eq } from 'drizzle-orm'
import { createTransport } from 'nodemailer'
import type { SMTPServer } from 'smtp-server'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { documentsOf } from '#server/document/documents'
import { carryOut } from '#server/load/commands'
import { event, message, offer, posting, proposal } from '#server/schema'
import { ines, now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { startInboundMail } from './inbound'

let world: TestWorld
let server: SMTPServer
let loadId: number
let reference: string

beforeEach(async () => {
  vi.useFakeTimers({ toFake: ['Date'], now })
  world = testWorld()
  loadId = openLoad(world.db)
  carryOut(world.db, loadId, { kind: 'post', board: 'Saltlick' }, ines)
  reference = world.db.select({ reference: posting.reference }).from(posting).get()!.reference
  server = await startInboundMail(world.db, 0)
})
afterEach(async () => {
  await new Promise<void>((resolve) => server.close(() => resolve()))
  world.end()
  vi.useRealTimers()
})

/** Sends a mail over the wire, as a carrier's mail program would; what the server said. */
async function send(mail: {
  to?: string
  from?: string
  text?: string
  messageId?: string
  subject?: string
  attachments?: { filename: string; content: Buffer; contentDisposition?: 'inline' }[]
}): Promise<{ accepted: boolean; code?: number }> {
  const transport = createTransport({
    host: '127.0.0.1',
    port: (server.server.address() as AddressInfo).port,
    secure: false,
    ignoreTLS: true,
  })
  try {
    await transport.sendMail({
      from: 'Carrier 2 <dispatch@carrier2.example>',
      to: `offers+${reference}@ploverrook.example`,
      subject: 'Twin Falls to Phoenix',
      text: 'We can do $2,450 all in',
      ...mail,
    })
    return { accepted: true }
  } catch (error) {
    return { accepted: false, code: (error as { responseCode?: number }).responseCode! }
  } finally {
    transport.close()
  }
}
/** Sends bytes as they are. */
async function sendRaw(raw: string): Promise<{ accepted: boolean; code?: number }> {
  const transport = createTransport({
    host: '127.0.0.1',
    port: (server.server.address() as AddressInfo).port,
    secure: false,
    ignoreTLS: true,
  })
  try {
    await transport.sendMail({
      envelope: { from: 'a@b.example', to: `offers+${reference}@ploverrook.example` },
      raw: Buffer.from(raw, 'latin1'),
    })
    return { accepted: true }
  } catch (error) {
    return { accepted: false, code: (error as { responseCode?: number }).responseCode! }
  } finally {
    transport.close()
  }
}
const messages = () => world.db.select().from(message).all()
const offers = () => world.db.select().from(offer).where(eq(offer.loadId, loadId)).all()

describe('a mail over the wire', () => {
  test('with one price from a known carrier to the load’s own address is an offer', async () => {
    expect(await send({})).toEqual({ accepted: true })
    expect(offers()).toMatchObject([{ carrierId: 2, payMinor: 245_000, source: 'mail' }])
    expect(messages()).toMatchObject([{ loadId, carrierId: 2, sender: 'dispatch@carrier2.example', reading: 'offer' }])
  })
  test('sent twice, as mail programs do after a lost answer, is one offer', async () => {
    await send({ messageId: '<same@carrier2.example>' })
    await send({ messageId: '<same@carrier2.example>' })
    expect(offers()).toHaveLength(1)
    expect(messages()).toHaveLength(1)
  })
  test('with no certain price is left on the load for a person, and said in its log', async () => {
    await send({ text: 'What does it pay?' })
    expect(offers()).toEqual([])
    expect(messages()).toMatchObject([{ loadId, reading: 'left' }])
    expect(
      world.db
        .select()
        .from(event)
        .where(and(eq(event.aggregate, 'load'), eq(event.aggregateId, loadId)))
        .all()
        .map((line) => line.kind),
    ).toContain('message_left')
  })
  test('that plainly says yes to our counter names its price, for a person to confirm', async () => {
    await send({ messageId: '<first@x>' })
    await send({ text: 'Ok', messageId: '<no counter yet@x>' })
    expect(messages().at(-1)).toMatchObject({ reading: 'left' })
    carryOut(world.db, loadId, { kind: 'counter_offer', offerId: offers()[0]!.id, counterMinor: 235_000 }, ines)
    await send({ text: 'Deal, send the con', messageId: '<yes@x>' })
    expect(messages().at(-1)).toMatchObject({ reading: 'proposal' })
    const [accepted] = world.db.select().from(proposal).all()
    expect(accepted).toMatchObject({ carrierId: 2, readings: [235_000], state: 'waiting' })
    expect(accepted!.signs).toContainEqual({ speaks: 'for', words: 'the text says yes to our counter' })
    // A yes that is none, and a price of their own, are read as before.
    await send({ text: 'Ok, but we need to load by noon', messageId: '<maybe@x>' })
    expect(messages().at(-1)).toMatchObject({ reading: 'left' })
    expect(offers()).toMatchObject([{ payMinor: 245_000, counterMinor: 235_000 }])
  })
  test('from somebody we do not know is kept, and no offer of anybody', async () => {
    await send({ from: 'stranger@nowhere.example' })
    expect(offers()).toEqual([])
    expect(messages()).toMatchObject([{ carrierId: null, sender: 'stranger@nowhere.example', reading: 'proposal' }])
  })
  test('to an address without a reference is kept without a load', async () => {
    await send({ to: 'hello@ploverrook.example' })
    expect(messages()).toMatchObject([{ loadId: null, reading: 'left' }])
  })
  test('in forty thousand parts is refused for good, and nobody waits for it', async () => {
    const bomb = `From: a@b.example\r\nTo: offers+${reference}@ploverrook.example\r\nContent-Type: multipart/mixed; boundary=x\r\n\r\n${'--x\r\n\r\na\r\n'.repeat(40_000)}--x--`
    let longestWait = 0
    let last = performance.now()
    const watch = setInterval(() => {
      longestWait = Math.max(longestWait, performance.now() - last)
      last = performance.now()
    }, 5)
    expect(await sendRaw(bomb)).toMatchObject({ accepted: false, code: 554 })
    clearInterval(watch)
    expect(longestWait).toBeLessThan(500)
    expect(messages()).toEqual([])
  })
  test('keeps its “quotes”, dashes and euro signs, whatever it calls its letters', async () => {
    for (const [at, charset] of ['windows-1252', 'iso-8859-1', 'us-ascii'].entries()) {
      const head = `From: =?${charset}?Q?Ren=E9_=93Truck=94?= <dispatch@carrier2.example>\r\nTo: offers+${reference}@ploverrook.example\r\nMessage-ID: <w${at}@x>\r\nSubject: =?${charset}?Q?Can=92t_=96_=80?=\r\nContent-Type: text/plain; charset=${charset}\r\nContent-Transfer-Encoding: quoted-printable\r\n\r\n`
      expect(await sendRaw(`${head}It=92s =93tight=94 =96 maybe =80=2E`)).toEqual({ accepted: true })
    }
    for (const message of messages())
      expect(message).toMatchObject({ subject: 'Can’t – €', text: expect.stringContaining('It’s “tight” – maybe €') })
  })
  test('for another domain is not taken in: we pass nothing on', async () => {
    expect(await send({ to: 'someone@elsewhere.example' })).toMatchObject({ accepted: false, code: 550 })
    expect(messages()).toEqual([])
  })
  test('in capitals reaches us too', async () =>
    expect(await send({ to: `OFFERS+${reference}@PloverRook.EXAMPLE` })).toEqual({ accepted: true }))
  test('larger than six megabytes is turned away whole', async () => {
    expect(await send({ text: 'x'.repeat(6_300_000) })).toMatchObject({ accepted: false, code: 552 })
    expect(messages()).toEqual([])
  })
  test('that cannot be kept is not accepted: the sender’s program tries again', async () => {
    world.db.$client.exec('alter table message rename to message_away')
    expect(await send({ messageId: '<later@carrier2.example>' })).toMatchObject({ accepted: false, code: 451 })
    world.db.$client.exec('alter table message_away rename to message')
    expect(await send({ messageId: '<later@carrier2.example>' })).toEqual({ accepted: true })
    expect(offers()).toHaveLength(1)
  })
})

test('a port that is taken is reported at the start', async () => {
  await expect(startInboundMail(world.db, (server.server.address() as AddressInfo).port)).rejects.toThrow('EADDRINUSE')
})

test('files that come with an email stay with its load, for nobody outside; what is no document does not', async () => {
  const attachments = [
    { filename: 'POD signed.pdf', content: Buffer.from('%PDF-1.7 signed') },
    { filename: 'invoice.exe', content: Buffer.from('MZ') },
    {
      filename: 'logo.png',
      content: Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
      contentDisposition: 'inline' as const,
    },
  ]
  expect(await send({ text: 'Here is the signed POD', messageId: '<one@x>', attachments })).toEqual({ accepted: true })
  expect(await send({ text: 'Here is the signed POD', messageId: '<one@x>', attachments })).toEqual({ accepted: true })
  expect(documentsOf(world.db, { loadId })).toMatchObject([
    { kind: 'proof_of_delivery', fileName: 'POD signed.pdf', readers: [], receivedFrom: 'Carrier 2' },
  ])
})
