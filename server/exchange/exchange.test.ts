import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { inspect } from '#core/x12/inspect'
import { deliver } from '#server/outbox/deliver'
import { nextDue } from '#server/outbox/outbox'
import { carriesSecret } from '#server/partner/http'
import { exchange, exchangeDocument, load, outbox, partner, tenderNotice } from '#server/schema'
import { settings } from '#server/settings.server'
import { answerTender } from '#server/tender/answer'
import { readWaitingTenders } from '#server/tender/read-waiting'
import { addPartner, fileOf, mailboxSide, mapSampleCodes, sentTexts, tenderOf } from '#server/testing/partners'
import { ines, now, type TestWorld, testWorld } from '#server/testing/world'
import { collectAll } from './collect'
import { exchangeQuerySchema, listDocuments, readDocument } from './log'
import { receive } from './receive'
import { reread, resend } from './retry'
import { sendExchange } from './send'

let world: TestWorld
let folder: string
const before = process.env.OX_SECRET

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'oxpecker-mailbox-'))
  process.env.OX_SECRET ??= 'a secret that is long enough'
  settings().OX_DATA = folder
  world = testWorld()
})
afterEach(() => {
  world.end()
  rmSync(folder, { recursive: true, force: true })
  if (before === undefined) delete process.env.OX_SECRET
})

/** Sends everything that is due. */
async function sendAll(): Promise<void> {
  for (let entry = nextDue(world.db, 'exchange', now); entry; entry = nextDue(world.db, 'exchange', now))
    await deliver(world.db, entry, sendExchange, () => now)
}

const incoming = () =>
  world.db
    .select({ state: exchange.state, problem: exchange.problem, control: exchange.control })
    .from(exchange)
    .where(eq(exchange.direction, 'in'))
    .all()

test('a mailbox folder: whole files are read, archived, and acknowledged with a file of their own', async () => {
  const own = addPartner(world.db)
  mapSampleCodes(world.db, own.id)
  const box = mailboxSide(own)
  box.put('a.x12', fileOf(1, tenderOf('SM1')))
  expect(await collectAll(world.db, () => now)).toBe(1)
  await sendAll()
  expect(box.waiting()).toEqual([])
  expect(box.archived()).toEqual(['a.x12'])
  const [ack] = box.got()
  const [report] = inspect(ack!)
  expect(report!.groups[0]).toMatchObject({ type: 'FA', faults: [], transactions: [{ type: '997', verdict: 'A' }] })
  expect(ack).toContain('AK2*204*0001~AK5*A~AK9*A*1*1*1~')
  box.put('a.x12', fileOf(2, tenderOf('SM2')))
  await collectAll(world.db, () => now)
  expect(box.archived().sort()).toEqual(['a.x12', 'a.x12.2'])
})

test('a file that was read and not archived is read again, answered, and not acted on', async () => {
  const own = addPartner(world.db)
  mapSampleCodes(world.db, own.id)
  receive(world.db, fileOf(1, tenderOf('SM1')), { partner: own, source: 'a.x12' }, now)
  mailboxSide(own).put('a.x12', fileOf(1, tenderOf('SM1')))
  await collectAll(world.db, () => now)
  await readWaitingTenders(world.db, () => now)
  expect(incoming().map(({ state }) => state)).toEqual(['read', 'repeat'])
  expect(world.db.select().from(tenderNotice).all()).toHaveLength(1)
})

test('control numbers: gaps, late ones and numbers used twice are reported', () => {
  const own = addPartner(world.db)
  const take = (control: number, shipment: string) =>
    receive(world.db, fileOf(control, tenderOf(shipment)), { partner: own, source: 'x' }, now)
  take(4, 'A1')
  take(5, 'A2')
  take(8, 'A3')
  take(7, 'A4')
  take(7, 'A5')
  expect(incoming().map(({ problem }) => problem)).toEqual([
    null,
    null,
    'Interchanges 6 to 7 have not come',
    'Came late: 8 was here before 7',
    'Control number 7 came before, with other contents',
  ])
})

test('ours go out in sequence, whatever kind they are', () => {
  const own = addPartner(world.db)
  for (const control of [1, 2, 3])
    receive(world.db, fileOf(control, tenderOf(`A${control}`)), { partner: own, source: 'x' }, now)
  expect(sentTexts(world.db).map((text) => inspect(text)[0]!.control)).toEqual(['000000001', '000000002', '000000003'])
})

test('a fault rejects its own set and no other; what is no X12 is kept for a person', async () => {
  const own = addPartner(world.db)
  mapSampleCodes(world.db, own.id)
  receive(
    world.db,
    fileOf(
      1,
      tenderOf('SM1'),
      tenderOf('SM2').filter(([id]) => id !== 'B2A'),
    ),
    { partner: own, source: 'x' },
    now,
  )
  expect(receive(world.db, Buffer.from('Dear broker'), { partner: own, source: 'letter.txt' }, now).problem).toContain(
    'No ISA was found',
  )
  await readWaitingTenders(world.db, () => now)
  expect(
    world.db
      .select()
      .from(tenderNotice)
      .all()
      .map(({ tender }) => tender.shipmentId),
  ).toEqual(['SM1'])
  expect(sentTexts(world.db)[0]).toContain('AK2*204*0002~AK3*B2A*3**3~AK5*R*5~AK9*P*2*2*1~')
  const trouble = listDocuments(world.db, exchangeQuerySchema.parse({ trouble: '1' }))
  expect(trouble.map(({ kind, state }) => [kind, state])).toEqual([
    ['unread', 'kept'],
    ['204', 'refused'],
  ])
})

test('a stranger, or somebody by another’s way, gets no answer and makes no tender', () => {
  const own = addPartner(world.db)
  const other = addPartner(world.db, { name: 'Two Otters Beverage', theirId: 'TOBV', address: 'otters' })
  receive(world.db, fileOf(1, tenderOf('SM1')), { partner: other, source: 'x' }, now)
  world.db.update(partner).set({ theirId: 'SOMEBODY' }).where(eq(partner.id, own.id)).run()
  receive(world.db, fileOf(2, tenderOf('SM1')), { partner: own, source: 'x' }, now)
  expect(incoming().map(({ state, problem }) => [state, problem])).toEqual([
    ['unreadable', 'It says it is from Snowmelt Potato Growers, but came through Two Otters Beverage'],
    ['unreadable', 'Nobody is known as ZZ SNOWMELT, writing to ZZ PLOVERROOK'],
  ])
  expect(sentTexts(world.db)).toEqual([])
  expect(world.db.select().from(exchangeDocument).where(eq(exchangeDocument.kind, '204')).all()).toEqual([])
})

test('their acknowledgement stands beside what we sent', async () => {
  const own = addPartner(world.db)
  mapSampleCodes(world.db, own.id)
  receive(world.db, fileOf(1, tenderOf('SM1')), { partner: own, source: 'x' }, now)
  const ours = world.db.select().from(exchangeDocument).where(eq(exchangeDocument.direction, 'out')).get()!
  const theirs = fileOf(2, tenderOf('X'))
    .toString('latin1')
    .replace(/GS\*SM/, 'GS*FA')
    .replace(
      /ST\*204.*SE\*\d+\*0001~/s,
      `ST*997*0001~AK1*FA*${ours.groupControl}~AK2*997*0001~AK3*AK5*4**8~AK4*1**7*X~AK5*R*5~AK9*R*1*1*0~SE*8*0001~`,
    )
  receive(world.db, Buffer.from(theirs, 'latin1'), { partner: own, source: 'x' }, now + 5)
  expect(world.db.select().from(exchangeDocument).where(eq(exchangeDocument.id, ours.id)).get()).toMatchObject({
    ackVerdict: 'R',
    ackNote: 'AK5 at 4, code 8; element 1, code 7 “X”; set code 5',
    ackAt: now + 5,
  })
  // An acknowledgement is not acknowledged.
  expect(sentTexts(world.db)).toHaveLength(1)
})

test('over HTTP: busy means later, refused means no more, and the same key goes along every time', async () => {
  const got: { key: string; secret: string; body: string }[] = []
  let status = 503
  const server = createServer((request, response) => {
    const chunks: Buffer[] = []
    request.on('data', (chunk: Buffer) => chunks.push(chunk))
    request.on('end', () => {
      got.push({
        key: String(request.headers['idempotency-key']),
        secret: String(request.headers.authorization),
        body: Buffer.concat(chunks).toString('latin1'),
      })
      response.writeHead(status).end('so it is')
    })
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const own = addPartner(world.db, {
    transport: 'http',
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}/in`,
    secret: 'between the two of us',
  })
  receive(world.db, fileOf(1, tenderOf('SM1')), { partner: own, source: 'x' }, now)
  const entry = () => world.db.select().from(outbox).get()!
  await deliver(world.db, entry(), sendExchange, () => now)
  expect(entry()).toMatchObject({ state: 'waiting', lastError: 'Snowmelt Potato Growers answered 503: so it is' })
  status = 200
  await deliver(world.db, entry(), sendExchange, () => now)
  expect(entry().state).toBe('sent')
  expect(got.map(({ key }) => key)).toEqual([entry().key, entry().key])
  expect(got[0]).toMatchObject({ secret: 'Bearer between the two of us', body: sentTexts(world.db)[0] })
  status = 403
  expect(
    resend(world.db, world.db.select().from(exchange).where(eq(exchange.direction, 'out')).get()!.id, ines),
  ).toEqual({ done: true })
  await sendAll()
  expect(world.db.select().from(exchange).where(eq(exchange.direction, 'out')).get()).toMatchObject({
    state: 'failed',
    problem: 'Snowmelt Potato Growers answered 403: so it is',
  })
  expect(carriesSecret(own, 'Bearer between the two of us')).toBe(true)
  expect(carriesSecret(own, 'Bearer between the two')).toBe(false)
  await new Promise((resolve) => server.close(resolve))
})

test('a paused partner is neither fetched from nor sent to, and nothing is lost', async () => {
  const own = addPartner(world.db, { paused: true })
  mailboxSide(own).put('a.x12', fileOf(1, tenderOf('SM1')))
  expect(await collectAll(world.db, () => now)).toBe(0)
  receive(world.db, fileOf(2, tenderOf('SM2')), { partner: own, source: 'x' }, now)
  await deliver(world.db, world.db.select().from(outbox).get()!, sendExchange, () => now)
  expect(world.db.select().from(outbox).get()!.state).toBe('waiting')
  expect(existsSync(join(folder, 'partners', 'snowmelt', 'out'))).toBe(false)
  world.db.update(partner).set({ paused: false }).run()
  expect(await collectAll(world.db, () => now)).toBe(1)
})

test('the log reads a document beside its bytes, and finds it by number', async () => {
  const own = addPartner(world.db)
  mapSampleCodes(world.db, own.id)
  receive(world.db, fileOf(1, tenderOf('SM1'), tenderOf('SM2')), { partner: own, source: 'x' }, now)
  await readWaitingTenders(world.db, () => now)
  const [found] = listDocuments(world.db, exchangeQuerySchema.parse({ q: 'sm2' }))
  const read = (await readDocument(world.db, found!.id))!
  expect(read.segments[1]!.slice(0, 5)).toEqual(['B2', '', 'PLRK', '', 'SM2'])
  const field = read.fields.find(({ name }) => name === 'shipment id')!
  expect(field).toMatchObject({ value: 'SM2', from: [{ segment: 1, element: 4 }] })
  const charge = read.fields.find(({ name }) => name === 'charge amount')!
  expect(charge.from.map(({ segment, element }) => read.segments[segment]![element])).toEqual(['288000'])
  expect(listDocuments(world.db, exchangeQuerySchema.parse({ kind: '997' }))).toHaveLength(1)
  expect(listDocuments(world.db, exchangeQuerySchema.parse({ q: '1' }))).toHaveLength(3)
  expect(reread(world.db, found!.id, ines)).toEqual({ done: true })
  const made = answerTender(world.db, found!.noticeId!, { kind: 'accept', note: '' }, { ...ines, repId: 1 })
  const { number } = world.db
    .select({ number: load.number })
    .from(load)
    .where(eq(load.id, 'loadId' in made ? made.loadId! : 0))
    .get()!
  expect(listDocuments(world.db, exchangeQuerySchema.parse({ q: number })).map(({ kind }) => kind)).toEqual([
    '990',
    '204',
  ])
})
