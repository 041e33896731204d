// The board Saltlick: takes listings, shows them to simulated carriers, passes on their answers.
// BOARD_PORT, BOARD_KEY, BOARD_SECRET, BOARD_MEMBERS (JSON file), BOARD_SMTP_PORT, BOARD_SEED,
// BOARD_PACE (1 is lifelike, 0 is silent), BOARD_TROUBLE (share of calls answered 503).
import { readFileSync } from 'node:fs'
import { createServer, type IncomingMessage } from 'node:http'
import { type Listing, startCarriers } from './carriers'

const port = Number(process.env.BOARD_PORT ?? 4101)
const key = needed('BOARD_KEY')
const trouble = Number(process.env.BOARD_TROUBLE ?? 0.05)
const members = process.env.BOARD_MEMBERS ? JSON.parse(readFileSync(process.env.BOARD_MEMBERS, 'utf8')) : []

/** A secret has no usual value: a board that anybody can speak for is none. */
function needed(name: string): string {
  const value = process.env[name]
  if (!value) throw new Error(`${name} is missing`)
  return value
}

const listings = new Map<string, Listing>()
/** Everything that came over the wire, for whoever wants to inspect it. */
const received: { method: string; path: string; key: string | null; body: string }[] = []
const answered = new Map<string, { status: number; body: string }>()
let nextNumber = 1

const carriers = startCarriers({
  members,
  secret: needed('BOARD_SECRET'),
  smtpPort: Number(process.env.BOARD_SMTP_PORT ?? 4102),
  seed: Number(process.env.BOARD_SEED ?? 5),
  pace: Number(process.env.BOARD_PACE ?? 1),
  isUp: (ref) => listings.has(ref),
})

const server = createServer(async (request, response) => {
  const send = (status: number, body: unknown) =>
    response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body))
  const path = new URL(request.url ?? '/', 'http://board').pathname
  if (request.method === 'GET' && path === '/healthz') return send(200, { ok: true })
  if (request.method === 'GET' && path === '/wire') return send(200, received)
  if (request.method === 'GET' && path === '/listings') return send(200, [...listings.values()])
  if (request.headers.authorization !== `Bearer ${key}`) return send(401, { error: 'who are you' })
  const body = await bodyOf(request)
  const idempotencyKey = String(request.headers['idempotency-key'] ?? '')
  received.push({ method: request.method ?? '', path, key: idempotencyKey || null, body })
  const before = answered.get(idempotencyKey)
  if (before) return response.writeHead(before.status, { 'content-type': 'application/json' }).end(before.body)
  if (Math.random() < trouble) return send(503, { error: 'too many trucks at the gate, come back in a moment' })
  const answer = handle(request.method ?? '', path, body)
  if (idempotencyKey) answered.set(idempotencyKey, { status: answer.status, body: JSON.stringify(answer.body) })
  send(answer.status, answer.body)
})

function handle(method: string, path: string, body: string): { status: number; body: unknown } {
  const ref = /^\/listings\/([\w-]{4,40})$/.exec(path)?.[1]
  if (!ref) return { status: 404, body: { error: 'no such thing' } }
  if (method === 'DELETE')
    return listings.delete(ref)
      ? { status: 200, body: { gone: ref } }
      : { status: 404, body: { error: 'no such listing' } }
  if (method !== 'PUT') return { status: 405, body: { error: 'PUT or DELETE' } }
  let listing: Listing
  try {
    listing = JSON.parse(body)
  } catch {
    return { status: 400, body: { error: 'not JSON' } }
  }
  if (
    listing.shipper_ref !== ref ||
    !Array.isArray(listing.route) ||
    listing.route.length < 2 ||
    typeof listing.truck_type !== 'string'
  )
    return { status: 422, body: { error: 'a listing needs shipper_ref, truck_type and a route' } }
  const known = listings.get(ref)
  const kept = { ...listing, listing_no: known?.listing_no ?? `SL${String(nextNumber++).padStart(6, '0')}` }
  listings.set(ref, kept)
  if (!known) carriers.see(kept)
  return { status: 200, body: { listing_no: kept.listing_no } }
}

async function bodyOf(request: IncomingMessage): Promise<string> {
  const chunks: Buffer[] = []
  for await (const chunk of request) chunks.push(chunk as Buffer)
  return Buffer.concat(chunks).toString('utf8')
}

server.listen(port, '127.0.0.1', () => console.log(JSON.stringify({ standIn: 'board', port })))
for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.on(signal, () => {
    carriers.stop()
    server.close()
    server.closeAllConnections()
  })
