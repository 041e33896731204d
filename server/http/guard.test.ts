import { request as ask, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { Readable } from 'node:stream'
import express from 'express'
import { afterAll, afterEach, beforeAll, describe, expect, test, vi } from 'vitest'
import { logger } from '#server/log/logger'
import { settings } from '#server/settings.server'
import { largestBody } from './body'
import { bodyLimit, guardRequests, secureAnswer } from './guard'

let server: Server
let port = 0
const reached: string[] = []

beforeAll(async () => {
  const app = express()
  app.use(secureAnswer)
  app.use(guardRequests)
  app.post('/swallow', async (request, response) => {
    const read = Readable.toWeb(request) as ReadableStream
    response.send(String((await new Response(read).arrayBuffer()).byteLength))
  })
  app.use((request, response) => {
    reached.push(`${request.method} ${request.path}`)
    response.send(String(response.locals.nonce))
  })
  await new Promise<void>((resolve) => {
    server = app.listen(0, '127.0.0.1', () => resolve())
  })
  port = (server.address() as AddressInfo).port
})
afterAll(() => new Promise((resolve) => server.close(resolve)))
afterEach(() => {
  reached.length = 0
  vi.unstubAllEnvs()
})

/** A request with just these headers: `fetch` would add and forbid some of them. */
function send(
  method: string,
  path: string,
  headers: Record<string, string> = {},
): Promise<{ status: number; headers: Record<string, string | string[] | undefined>; body: string }> {
  return new Promise((resolve, reject) => {
    const sent = ask({ host: '127.0.0.1', port, method, path, headers, agent: false }, (answer) => {
      let body = ''
      answer.on('data', (part: Buffer) => (body += part.toString()))
      answer.on('end', () => resolve({ status: answer.statusCode!, headers: answer.headers, body }))
    })
    sent.on('error', reject)
    sent.end()
  })
}

describe('a post', () => {
  test.each([
    ['from a page of ours', { 'sec-fetch-site': 'same-origin' }, 200],
    ['typed by hand', { 'sec-fetch-site': 'none' }, 200],
    ['from a program, which says nothing of the kind', {}, 200],
    ['from another site', { 'sec-fetch-site': 'cross-site' }, 403],
    ['from a sister of our site', { 'sec-fetch-site': 'same-site' }, 403],
    ['from another origin', { origin: 'http://elsewhere.example' }, 403],
    ['from nowhere that can be named', { origin: 'null' }, 403],
    [
      'from another origin that claims to be ours',
      { 'sec-fetch-site': 'same-origin', origin: 'http://elsewhere.example' },
      403,
    ],
  ])('%s: %o is answered with %i', async (_, headers, status) => {
    const answer = await send('POST', '/loads/new', headers as Record<string, string>)
    expect(answer.status).toBe(status)
    expect(reached).toEqual(status === 200 ? ['POST /loads/new'] : [])
  })
  test('from our own origin passes, by the name in the settings and by the host asked', async () => {
    expect((await send('POST', '/', { origin: settings().OX_ORIGIN })).status).toBe(200)
    expect((await send('POST', '/', { origin: `http://127.0.0.1:${port}` })).status).toBe(200)
  })
  test.each(['PUT', 'PATCH', 'DELETE'])('%s is held to the same', async (method) =>
    expect((await send(method, '/', { 'sec-fetch-site': 'cross-site' })).status).toBe(403),
  )
  test('reading is free to all: a link from a mail opens its page', async () =>
    expect((await send('GET', '/c/1', { 'sec-fetch-site': 'cross-site' })).status).toBe(200))
  test('longer than a form can be is turned away before it is read', async () => {
    expect((await send('GET', '/', { 'content-length': String(largestBody + 1) })).status).toBe(413)
    expect((await send('GET', '/', { 'content-length': '0' })).status).toBe(200)
    expect(reached).toEqual(['GET /'])
  })
  test('a partner’s file has the limit of its own route', async () => {
    expect((await send('GET', '/exchange/in/4', { 'content-length': String(largestBody + 1) })).status).toBe(200)
    expect((await send('GET', '/exchange/in/4/more', { 'content-length': String(largestBody + 1) })).status).toBe(413)
  })
  test.each([
    ['/sign-in', 16_384],
    ['/sign-in.data', 16_384],
    ['/c/1.abc', 16_384],
    ['/p/1.abc', 10 * 1024 * 1024 + 65_536],
    ['/carriers/7/documents', 10 * 1024 * 1024 + 65_536],
    ['/carriers/import.data', 4 * 1024 * 1024 + 65_536],
    ['/exchange/in/4', 32 * 1024 * 1024],
    ['/p/1/documents', largestBody],
    ['/loads/save', largestBody],
  ])('at %s holds %s bytes', (path, bytes) => expect(bodyLimit(path)).toBe(bytes))
  test.each([
    ['/swallow', 413],
    ['/nobody-reads', 200],
  ])('in chunks, without a length, is cut off at the limit: %s', async (path, status) => {
    let sent = 0
    const answer = await new Promise<{ status: number }>((resolve, reject) => {
      const going = ask(
        { host: '127.0.0.1', port, method: 'POST', path, headers: { 'transfer-encoding': 'chunked' }, agent: false },
        (response) => {
          response.resume()
          resolve({ status: response.statusCode! })
        },
      )
      const pour = () => {
        while (sent < 64 * 1024 * 1024 && !going.destroyed) {
          sent += 65_536
          if (!going.write(Buffer.alloc(65_536))) return going.once('drain', pour)
        }
        return going.end()
      }
      going.on('error', (error) => (sent > largestBody ? resolve({ status }) : reject(error)))
      pour()
    })
    expect(answer.status).toBe(status)
    expect(sent).toBeLessThan(16 * 1024 * 1024)
  })
  test('compressed is not taken: a small body could become a large one', async () =>
    expect((await send('POST', '/', { 'content-encoding': 'gzip' })).status).toBe(415))
  test.each(['TRACE', 'PROPFIND', 'LOCK'])('%s is no method of ours', async (method) => {
    expect((await send(method, '/')).status).toBe(405)
    expect(reached).toEqual([])
  })
})

describe('every answer', () => {
  test('keeps the page to itself', async () => {
    const { headers } = await send('GET', '/')
    expect(headers).toMatchObject({
      'x-content-type-options': 'nosniff',
      'referrer-policy': 'same-origin',
      'x-frame-options': 'SAMEORIGIN',
      'cross-origin-opener-policy': 'same-origin',
    })
    expect(headers['permissions-policy']).toContain('geolocation=()')
    expect(headers['cache-control']).toBe('no-store')
    expect(headers).not.toHaveProperty('strict-transport-security')
    const own = settings()
    const { OX_ORIGIN } = own
    Object.assign(own, { OX_ORIGIN: 'https://desk.example' })
    expect((await send('GET', '/')).headers['strict-transport-security']).toContain('max-age=63072000')
    Object.assign(own, { OX_ORIGIN })
  })
  test('lets only scripts with its own nonce run, a new one each time', async () => {
    vi.stubEnv('DEV', false)
    const [one, other] = [await send('GET', '/'), await send('GET', '/')]
    expect(one.headers['content-security-policy']).toContain(`script-src 'self' 'nonce-${one.body}';`)
    expect(one.headers['content-security-policy']).not.toMatch(/script-src[^;]*unsafe/)
    expect(one.headers['content-security-policy']).toContain("frame-ancestors 'self'")
    expect(one.body).not.toBe(other.body)
    expect(Buffer.from(one.body, 'base64')).toHaveLength(16)
  })
  test('is written down, a signed link with its first letters only', async () => {
    const lines: { path: string; status: number }[] = []
    const spy = vi
      .spyOn(logger(), 'info')
      .mockImplementation(((line: { path: string; status: number }) => void lines.push(line)) as never)
    await send('GET', '/c/12.abcdefghijklmnop')
    await send('GET', '/loads/12')
    await vi.waitFor(() => expect(lines).toHaveLength(2))
    expect(lines.map(({ path, status }) => [path, status])).toEqual([
      ['/c/12.abcd…', 200],
      ['/loads/12', 200],
    ])
    spy.mockRestore()
  })
})
