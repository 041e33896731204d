import { type ChildProcess, spawn } from 'node:child_process'
import { createHmac } from 'node:crypto'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from 'vitest'

const port = 4701
const heard: { body: string; signature: string }[] = []
let board: ChildProcess
let desk: Server

beforeAll(async () => {
  desk = createServer((request, response) => {
    let body = ''
    request.on('data', (chunk) => {
      body += chunk
    })
    request.on('end', () => {
      heard.push({ body, signature: String(request.headers['x-saltlick-signature']) })
      response.end('{}')
    })
  })
  await new Promise<void>((resolve) => desk.listen(0, '127.0.0.1', resolve))
  const members = join(mkdtempSync(join(tmpdir(), 'saltlick-')), 'members.json')
  writeFileSync(
    members,
    JSON.stringify([{ mc: '123456', name: 'Night Heron Lines', mail: 'd@nightheron.example', phone: '208-555-0150' }]),
  )
  board = spawn(process.execPath, ['--import', 'tsx', 'stand-ins/saltlick/main.ts'], {
    env: {
      ...process.env,
      SALTLICK_PORT: String(port),
      SALTLICK_KEY: 'key',
      SALTLICK_SECRET: 'secret',
      SALTLICK_MEMBERS: members,
      SALTLICK_SMTP_PORT: '1',
      SALTLICK_PACE: '50',
      SALTLICK_TROUBLE: '0',
    },
    stdio: 'ignore',
  })
  while (!(await fetch(`http://127.0.0.1:${port}/healthz`).catch(() => null))?.ok)
    await new Promise((resolve) => setTimeout(resolve, 50))
}, 20_000)
afterAll(() => {
  board.kill('SIGKILL')
  desk.close()
})

const call = (method: string, ref: string, body?: object, headers: Record<string, string> = {}) =>
  fetch(`http://127.0.0.1:${port}/listings/${ref}`, {
    method,
    headers: { authorization: 'Bearer key', ...headers },
    body: body && JSON.stringify(body),
  })
const listing = () => ({
  shipper_ref: 'abcdef',
  truck_type: 'VAN',
  distance: 800,
  answer_mail: 'x@y.example',
  answer_url: `http://127.0.0.1:${(desk.address() as AddressInfo).port}/`,
  route: [
    { action: 'P', town: 'A', st: 'ID' },
    { action: 'D', town: 'B', st: 'AZ' },
  ],
})

test('a stranger lists nothing', async () =>
  expect((await call('PUT', 'abcdef', listing(), { authorization: 'Bearer guess' })).status).toBe(401))

test('the same key twice is one listing, and carriers answer it with a signature that holds', async () => {
  const first = await (await call('PUT', 'abcdef', listing(), { 'idempotency-key': 'k1' })).json()
  const again = await (await call('PUT', 'abcdef', listing(), { 'idempotency-key': 'k1' })).json()
  expect(again).toEqual(first)
  await expect.poll(() => heard.length, { timeout: 10_000 }).toBeGreaterThan(0)
  const { body, signature } = heard[0]!
  const [, at, signed] = /^t=(\d+),v1=([0-9a-f]{64})$/.exec(signature)!
  expect(Math.abs(Date.now() - Number(at))).toBeLessThan(60_000)
  expect(signed).toBe(createHmac('sha256', 'secret').update(`${at}.${body}`).digest('hex'))
  expect(JSON.parse(body)).toMatchObject({ shipper_ref: 'abcdef', mc: '123456' })
})

test('what is no listing is refused, what is gone stays gone', async () => {
  expect((await call('PUT', 'abcdef', { shipper_ref: 'other' })).status).toBe(422)
  expect((await call('DELETE', 'abcdef')).status).toBe(200)
  expect((await call('DELETE', 'abcdef')).status).toBe(404)
})
