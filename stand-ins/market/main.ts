// Plays three publishers of figures: the market report (what was paid between areas, day by day), the weekly diesel index and a table of exchange rates, all as CSV over HTTP.
// Settings: MARKET_PORT, MARKET_SEED, MARKET_TROUBLE (share of requests answered with 503).
import { createServer } from 'node:http'
import { dieselWeeks, exchangeDays, reportSince } from './numbers'

const port = Number(process.env.MARKET_PORT ?? 4105)
const seed = Number(process.env.MARKET_SEED ?? 3)
const trouble = Number(process.env.MARKET_TROUBLE ?? 0.05)

const server = createServer((request, response) => {
  const url = new URL(request.url ?? '/', 'http://market')
  const csv = (lines: string[]) =>
    response.writeHead(200, { 'content-type': 'text/csv; charset=utf-8' }).end(`${lines.join('\r\n')}\r\n`)
  if (url.pathname === '/healthz')
    return response.writeHead(200, { 'content-type': 'application/json' }).end('{"ok":true}')
  if (Math.random() < trouble)
    return response.writeHead(503).end('the figures are being counted, come back in a moment')
  if (url.pathname === '/diesel.csv')
    return csv([
      'area,week,usd_per_gallon',
      ...dieselWeeks(Date.now(), seed).map(({ area, week, price }) => `${area},${week},${price}`),
    ])
  if (url.pathname === '/exchange.csv')
    return csv([
      'day,from,to,rate',
      ...exchangeDays(Date.now(), seed).map(({ day, rate }) => `${day},CAD,USD,${rate.toFixed(4)}`),
    ])
  if (url.pathname === '/averages.csv') {
    const since = Date.parse(url.searchParams.get('published_after') ?? '1970-01-01T00:00:00Z')
    if (Number.isNaN(since)) return response.writeHead(400).end('published_after is an ISO instant')
    return csv([
      'day,published_at,from,to,trailer,loads,average_usd,miles',
      ...reportSince(since, Date.now(), seed).map((row) =>
        [
          row.day,
          new Date(row.publishedAt).toISOString(),
          row.from,
          row.to,
          row.trailer,
          row.loads,
          row.averageUsd,
          row.miles,
        ].join(','),
      ),
    ])
  }
  response.writeHead(404).end('no such report')
})

server.listen(port, '127.0.0.1', () => console.log(JSON.stringify({ standIn: 'market', port })))
for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.on(signal, () => {
    server.close()
    server.closeAllConnections()
  })
