// Plays a credit bureau: how well companies that hire trucks pay, by MC number, as JSON over HTTP behind a key.
// Settings: BUREAU_PORT, BUREAU_KEY, BUREAU_PER_MINUTE (asks), BUREAU_TROUBLE (share of asks answered with 503).
import { createServer } from 'node:http'
import { companyOf } from './companies'

const port = Number(process.env.BUREAU_PORT ?? 4111)
const key = process.env.BUREAU_KEY ?? 'key'
const perMinute = Number(process.env.BUREAU_PER_MINUTE ?? 120)
const trouble = Number(process.env.BUREAU_TROUBLE ?? 0.03)
const most = 100
let asks: number[] = []

const server = createServer((request, response) => {
  const url = new URL(request.url ?? '/', 'http://bureau')
  const answer = (status: number, body: object) =>
    response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body))
  if (url.pathname === '/healthz') return answer(200, { ok: true })
  if (request.headers['x-bureau-key'] !== key) return answer(401, { error: 'no such key' })
  if (url.pathname !== '/reports') return answer(404, { error: 'no such report' })
  const now = Date.now()
  asks = [...asks.filter((at) => now - at < 60_000), now]
  if (asks.length > perMinute) return answer(429, { error: 'too many asks in a minute' })
  if (Math.random() < trouble) return answer(503, { error: 'the day is being counted, come back in a moment' })
  const numbers = (url.searchParams.get('mc') ?? '').split(',').filter(Boolean)
  if (numbers.length > most) return answer(400, { error: `at most ${most} companies at once` })
  const known = numbers.map((mc) => [mc, companyOf(mc, now)] as const)
  answer(200, {
    reports: known.flatMap(([, report]) => report ?? []),
    unknown: known.flatMap(([mc, report]) => (report ? [] : [mc])),
  })
})

server.listen(port, '127.0.0.1', () => console.log(JSON.stringify({ standIn: 'bureau', port })))
for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.on(signal, () => {
    server.close()
    server.closeAllConnections()
  })
