import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { type Connection, connectionSchema } from '#core/connection/connection'
import { readFeed } from '#server/market/feeds'
import { sendMail } from '#server/outbox/send-mail'
import { readChanges } from '#server/register/feed'
import { settings } from '#server/settings.server'
import { testMailServer } from '#server/testing/mail-server'
import { ines, type TestWorld, testWorld } from '#server/testing/world'
import { connectionOf, disconnect, saveConnection } from './connections'
import { testConnection } from './test'

let world: TestWorld
beforeEach(() => {
  world = testWorld(0)
})
afterEach(() => world.end())

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
  test.each([
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
