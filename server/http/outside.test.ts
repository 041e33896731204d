import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { askOutside, isPrivate, OutsideProblem } from './outside'

let server: Server
let address: string
let connections = 0
const paths: string[] = []

beforeEach(async () => {
  paths.length = 0
  connections = 0
  server = createServer((request, response) => {
    paths.push(request.url!)
    if (request.url === '/endless') {
      const pour = () => {
        while (response.write(Buffer.alloc(65_536)));
      }
      response.on('drain', pour)
      response.on('error', () => undefined)
      return pour()
    }
    if (request.url === '/silent') return undefined
    if (request.url === '/drip') {
      response.write('.')
      const drip = setInterval(() => response.write('.'), 20)
      return response.on('close', () => clearInterval(drip))
    }
    if (request.url === '/away') return response.writeHead(302, { location: '/inside' }).end()
    return response.end(`you asked ${request.method}`)
  })
  server.on('connection', () => {
    connections += 1
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', () => resolve()))
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
})
afterEach(() => {
  server.closeAllConnections()
  return new Promise((resolve) => server.close(resolve))
})

const ask = (path: string, over = {}) =>
  askOutside(`${address}${path}`, { timeoutMs: 500, maxBytes: 1000, allowPrivate: true, ...over })
const faultOf = (asked: Promise<unknown>) =>
  asked.then(
    () => 'answered',
    (error: unknown) => (error instanceof OutsideProblem ? error.code : error),
  )

describe('asking somebody else’s program', () => {
  test('gives its answer whole, over connections that are kept', async () => {
    expect((await ask('/a')).body.toString()).toBe('you asked GET')
    expect((await ask('/b', { method: 'POST', body: 'x' })).body.toString()).toBe('you asked POST')
    for (let turn = 0; turn < 6; turn++) await ask('/c')
    expect(connections).toBeLessThan(4)
  })
  test('reads no more than it was told to', async () =>
    expect(await faultOf(ask('/endless', { maxBytes: 200_000, timeoutMs: 5000 }))).toBe('too_large'))
  test.each(['/silent', '/drip'])('waits no longer than it was told to: %s', async (path) =>
    expect(await faultOf(ask(path, { timeoutMs: 150 }))).toBe('too_slow'),
  )
  test('follows no redirect: the answer comes back as it is', async () => {
    expect((await ask('/away')).status).toBe(302)
    expect(paths).toEqual(['/away'])
  })
  test('calls nothing inside our own network unless that was allowed', async () => {
    expect(await faultOf(ask('/a', { allowPrivate: false }))).toBe('private_address')
    expect(
      await faultOf(
        askOutside(address.replace('127.0.0.1', 'localhost'), { timeoutMs: 500, maxBytes: 10, allowPrivate: false }),
      ),
    ).toBe('private_address')
    expect(paths).toEqual([])
  })
  test('that is not there is reported', async () =>
    expect(await faultOf(askOutside('http://127.0.0.1:1/', { timeoutMs: 500, maxBytes: 10, allowPrivate: true }))).toBe(
      'unreachable',
    ))
  test('calls the web alone', async () =>
    expect(await faultOf(askOutside('file:///etc/passwd', { timeoutMs: 500, maxBytes: 10, allowPrivate: true }))).toBe(
      'unreachable',
    ))
})

// The special-purpose registries of IANA for IPv4 and IPv6.
test.each([
  ['127.0.0.1', true],
  ['10.1.2.3', true],
  ['172.31.255.255', true],
  ['172.32.0.1', false],
  ['192.168.0.9', true],
  ['169.254.169.254', true],
  ['100.64.0.1', true],
  ['0.0.0.0', true],
  ['8.8.8.8', false],
  ['::1', true],
  ['fd00::1', true],
  ['fe80::1', true],
  ['::ffff:10.0.0.1', true],
  ['::ffff:7f00:1', true],
  ['2606:4700::1111', false],
  ['localhost', true],
  ['printer.localhost', true],
  ['board.example', false],
])('%s leads inside: %s', (host, inside) => expect(isPrivate(host)).toBe(inside))
