import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { type Connection, connectionSchema } from '#core/connection/connection'
import { reseal } from '#server/access/reseal'
import { readFeed } from '#server/market/feeds'
import { sendMail } from '#server/outbox/send-mail'
import { readChanges } from '#server/register/feed'
import { settings } from '#server/settings.server'
import { testMailServer } from '#server/testing/mail-server'
import { ines, type TestWorld, testWorld } from '#server/testing/world'
import { connectionOf, disconnect, readConnections, saveConnection } from './connections'
import { testConnection } from './test'

let world: TestWorld
beforeEach(() => {
  world = testWorld(0)
})
afterEach(() => world.end())

const board = (over = {}): Connection => ({
  kind: 'board',
  url: 'http://board.example',
  secret: 'our key',
  callbackSecret: 'their secret',
  ...over,
})
const mail = (over = {}): Connection => ({
  kind: 'mail_out',
  host: '127.0.0.1',
  port: 2525,
  tls: 'offered',
  user: '',
  secret: '',
  ...over,
})

describe('a connection', () => {
  test('set by the office goes before the environment’s, and ended it is not replaced by it', () => {
    Object.assign(settings(), { OX_REGISTER_URL: 'http://register.example' })
    expect(connectionOf(world.db, 'register')).toEqual({ kind: 'register', url: 'http://register.example' })
    saveConnection(world.db, { kind: 'register', url: 'http://other.example' }, ines)
    expect(connectionOf(world.db, 'register')).toEqual({ kind: 'register', url: 'http://other.example' })
    expect(disconnect(world.db, 'register', ines)).toEqual({ done: true })
    expect(connectionOf(world.db, 'register')).toBeNull()
    expect(disconnect(world.db, 'register', ines)).toMatchObject({ refusal: { code: 'not_connected' } })
  })
  test('keeps its secrets sealed, and shows none on its page', () => {
    saveConnection(world.db, board(), ines)
    const row = world.db.$client.prepare("select * from connection where kind = 'board'").get() as object
    expect(JSON.stringify(row)).not.toMatch(/our key|their secret/)
    expect(JSON.stringify(readConnections(world.db))).not.toMatch(/our key|their secret/)
    expect(connectionOf(world.db, 'board')).toEqual(board())
    const own = settings()
    Object.assign(own, { OX_SECRET: 'another secret altogether', OX_SECRET_BEFORE: own.OX_SECRET })
    expect(reseal(world.db)).toBe(2)
    const before = own.OX_SECRET_BEFORE
    Object.assign(own, { OX_SECRET_BEFORE: undefined })
    expect(connectionOf(world.db, 'board')).toEqual(board())
    Object.assign(own, { OX_SECRET: before })
  })
  test.each([
    ['a secret left empty keeps the one on file', board(), board({ secret: '', callbackSecret: '' }), board()],
    [
      'a password is not kept for another user',
      mail({ user: 'a', secret: 'pass' }),
      mail({ user: 'b' }),
      mail({ user: 'b' }),
    ],
    [
      'but it is for the same',
      mail({ user: 'a', secret: 'pass' }),
      mail({ user: 'a' }),
      mail({ user: 'a', secret: 'pass' }),
    ],
  ])('%s', (_, first, second, kept) => {
    saveConnection(world.db, first, ines)
    saveConnection(world.db, second, ines)
    expect(connectionOf(world.db, second.kind)).toEqual(kept)
  })
  test('to a board wants both secrets', () => {
    Object.assign(settings(), { OX_BOARD_URL: undefined })
    expect(saveConnection(world.db, board({ callbackSecret: '' }), ines)).toMatchObject({
      refusal: { code: 'no_secret' },
    })
  })
  test.each([
    [{ kind: 'register', url: 'ftp://register.example' }, 'url'],
    [{ kind: 'market', url: 'market' }, 'url'],
    [mail({ host: 'mail server' }), 'host'],
    [mail({ port: 0 }), 'port'],
  ])('%j is refused at its field', (asked, path) =>
    expect(connectionSchema.safeParse(asked).error?.issues[0]?.path).toEqual([path]),
  )
})

describe('where nothing is connected', () => {
  beforeEach(() => {
    for (const kind of ['mail_out', 'register', 'market'] as const) disconnect(world.db, kind, ines)
  })
  test('email waits, and what is read from outside says so', async () => {
    Object.assign(settings(), { OX_SMTP_HOST: undefined, OX_REGISTER_URL: undefined, OX_MARKET_URL: undefined })
    expect(await sendMail(world.db, 'k', { to: '', replyTo: '', subject: '', text: '', html: '' })).toEqual({
      message: 'Email out is not connected.',
      final: false,
      refusesUs: true,
    })
    expect(await readChanges(world.db)).toEqual({ problem: 'Carrier register is not connected.' })
    expect(await readFeed(world.db, 'diesel')).toEqual({ problem: 'Market feed is not connected.' })
  })
})

describe('tried by its button', () => {
  async function answering(answer: (path: string, key: string) => [number, string]): Promise<[string, () => void]> {
    const server = createServer((request, response) => {
      const [status, body] = answer(request.url ?? '', request.headers.authorization ?? '')
      response.writeHead(status).end(body)
    })
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', () => done()))
    return [`http://127.0.0.1:${(server.address() as AddressInfo).port}`, () => server.close()]
  }
  test('email reaches whoever asks', async () => {
    const server = await testMailServer()
    const port = settings().OX_SMTP_PORT
    expect(await testConnection(world.db, mail({ port }), 'ines@ploverrook.example')).toMatchObject({ ok: true })
    expect(server.received[0]).toMatchObject({
      subject: 'Test from Plover & Rook Freight',
      to: [{ address: 'ines@ploverrook.example' }],
    })
    await server.close()
    expect(await testConnection(world.db, mail({ port }), 'a@b.example')).toMatchObject({
      ok: false,
      words: expect.stringContaining('ECONNREFUSED'),
    })
  })
  test.each([
    ['right', 404, true, 'The board accepts the key.'],
    ['wrong', 401, false, 'The board does not accept the key (401).'],
    ['broken', 500, false, 'The board answered 500.'],
  ])('a board whose answer is %s', async (key, status, ok, words) => {
    const [url, close] = await answering((_, given) => [given === `Bearer ${key}` ? status : 418, ''])
    expect(await testConnection(world.db, board({ url, secret: key }), '')).toEqual({ ok, words })
    close()
  })
  test.each([
    ['market', 'area,week,price\nUS,2026-11-23,3.61\n', true, 'The publisher answers with 1 diesel price.'],
    ['market', 'area,week,price\n', false, 'It answers without any diesel price.'],
    ['register', 'sequence,dot\n', true, 'The register answers.'],
    ['register', '<p>hello</p>', false, 'Something answers there, but not a carrier register.'],
  ] as const)('%s with %j', async (kind, body, ok, words) => {
    const [url, close] = await answering(() => [200, body])
    expect(await testConnection(world.db, { kind, url }, '')).toEqual({ ok, words })
    close()
  })
})
