import { type ChildProcess, spawn } from 'node:child_process'
import { mkdirSync, rmSync } from 'node:fs'
import { Agent, get } from 'node:http'
import { createServer } from 'node:net'
import { join, resolve } from 'node:path'
import { expect, request, test } from '@playwright/test'
import Database from 'better-sqlite3'
import { takeEnvironment } from '#server/settings.server'
import { answering } from '../bin/processes'
import { type Surroundings, startApplication, surroundings } from '../bin/surroundings'
import { demoPassword } from '../demo/world'

const folder = '.tmp/process'
let around: Surroundings
let application: ChildProcess | null = null

test.beforeEach(async () => {
  rmSync(folder, { recursive: true, force: true })
  around = surroundings(folder, 4500)
})
test.afterEach(() => void application?.kill('SIGKILL'))

async function world(): Promise<void> {
  takeEnvironment(around.application)
  const { makeWorld } = await import('../bin/world')
  await makeWorld(folder, { seed: 3, pastLoads: 60 })
}
const ended = (child: ChildProcess) =>
  new Promise<{ code: number | null; afterMs: number }>((done) => {
    const started = performance.now()
    child.once('exit', (code) => done({ code, afterMs: performance.now() - started }))
  })
/** Runs the production server as somebody would by hand; what it said before it ended. */
function run(environment: Record<string, string>, cwd = process.cwd()): Promise<{ code: number | null; said: string }> {
  const child = spawn(process.execPath, [resolve('server.js')], {
    cwd,
    env: { PATH: process.env.PATH!, ...environment },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  application = child
  let said = ''
  child.stdout.on('data', (part) => (said += String(part)))
  child.stderr.on('data', (part) => (said += String(part)))
  return new Promise((done) => child.once('exit', (code) => done({ code, said })))
}

test('stopped with live streams that come back and a mail server that drips: accepted requests are answered, and it is gone in time', async () => {
  await world()
  // A mail server that says a letter now and then and never finishes its greeting.
  const dripping = createServer((socket) => {
    const drip = setInterval(() => socket.write('2'), 300)
    socket.on('close', () => clearInterval(drip)).on('error', () => clearInterval(drip))
  })
  await new Promise<void>((done) => dripping.listen(4599, '127.0.0.1', () => done()))
  const db = new Database(join(folder, 'oxpecker.db'))
  db.prepare(
    "insert into carrier_link (carrier_id, purpose, kinds, sent_to, asked_by, asked_at, expires_at) values (1, 'documents', '[\"w9\"]', 'a@b.example', 'Ines', 1, 99999999999999)",
  ).run()
  db.prepare(
    "insert into outbox (key, kind, stream, payload, state, next_at) values ('x-1', 'carrier_mail', 'x', '{\"linkId\":1}', 'waiting', 0)",
  ).run()
  db.close()
  application = startApplication(around, { OX_LOG_LEVEL: 'silent', OX_SMTP_PORT: '4599' })
  await answering(`${around.origin}/healthz`, application)
  const api = await request.newContext({ baseURL: around.origin })
  await api.post('/sign-in', { form: { mail: 'ruth@ploverrook.example', password: demoPassword }, maxRedirects: 0 })
  const cookie = (await api.storageState()).cookies.map(({ name, value }) => `${name}=${value}`).join('; ')
  // A browser's live stream, over a connection that is kept, opened again whenever it ends.
  const kept = new Agent({ keepAlive: true, maxSockets: 1 })
  let isOver = false
  const listen = () => {
    if (isOver) return
    get(`${around.origin}/live`, { agent: kept, headers: { cookie } }, (stream) =>
      stream.resume().on('end', listen).on('error', listen),
    ).on('error', () => setTimeout(listen, 50))
  }
  listen()
  await new Promise((done) => setTimeout(done, 500))
  const asked = Promise.all(
    Array.from({ length: 10 }, () =>
      api.get('/loads').then(
        (answer) => answer.status(),
        (error: Error) => error.message,
      ),
    ),
  )
  // All of them are on their way before it is told to stop.
  await new Promise((done) => setTimeout(done, 60))
  const ending = ended(application)
  application.kill('SIGTERM')
  expect(await asked).toEqual(Array.from({ length: 10 }, () => 200))
  const { code, afterMs } = await ending
  isOver = true
  dripping.close()
  expect(code).toBe(0)
  expect(afterMs).toBeLessThan(20_000)
})

test('a second signal ends it at once', async () => {
  await world()
  application = startApplication(around, { OX_LOG_LEVEL: 'silent' })
  await answering(`${around.origin}/healthz`, application)
  const ending = ended(application)
  application.kill('SIGTERM')
  application.kill('SIGTERM')
  // Well before the longest that a stop may take, however slow the machine.
  expect((await ending).afterMs).toBeLessThan(15_000)
})

test('settings that are wrong or misspelt end the start with one sentence, from whatever folder', async () => {
  mkdirSync(folder, { recursive: true })
  for (const [environment, words] of [
    [{ ...around.application, OX_METRICS_KEY: 'short' }, 'OX_METRICS_KEY'],
    [{ ...around.application, OX_SMTP_HSOT: 'mail' }, 'OX_SMTP_HSOT is not a setting (is OX_SMTP_HOST meant?)'],
    [{ ...around.application, OX_PORT: 'high' }, 'OX_PORT'],
  ] as const) {
    const { code, said } = await run({ ...environment, OX_DATA: resolve(folder) }, '/')
    expect(code).toBe(1)
    expect(said).toContain(words)
    expect(said).not.toContain('    at ')
    expect(said.trim().split('\n')).toHaveLength(1)
  }
})

test('a database that lacks a table is refused in words, reported at /healthz, and nothing else is served', async () => {
  await world()
  new Database(join(folder, 'oxpecker.db')).exec('pragma foreign_keys = off; drop table offer').close()
  application = startApplication(around, { OX_LOG_LEVEL: 'silent' })
  await expect
    .poll(
      () =>
        fetch(`${around.origin}/healthz`).then(
          (answer) => answer.status,
          () => 0,
        ),
      { timeout: 30_000 },
    )
    .toBe(503)
  expect(await (await fetch(`${around.origin}/healthz`)).json()).toEqual({
    ok: false,
    problem: expect.stringMatching(/table offer missing.*npm run restore/),
  })
  expect((await fetch(`${around.origin}/sign-in`)).status).toBe(503)
  const answer = await fetch(`${around.origin}/healthz`)
  expect(answer.headers.get('content-security-policy')).toContain("default-src 'self'")
})
