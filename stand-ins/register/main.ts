// Plays the public register of motor carriers: looked up by number and by name (JSON), and a feed of changes (CSV) that grows by itself.
// Settings: REGISTER_PORT, REGISTER_SIZE, REGISTER_SEED, REGISTER_MEMBERS (a file with carriers that must be among them), REGISTER_FILE (where
// changes asked for by hand are kept), REGISTER_PACE (seconds between changes), REGISTER_TROUBLE (share of requests that fail: no answer, late, or nonsense).
import { appendFileSync, existsSync, readFileSync } from 'node:fs'
import { createServer } from 'node:http'
import { type Carrier, feedLine, header } from './carrier'
import { census } from './census'
import { turn } from './changes'
import { plantCrooks, tieToClosed } from './crooks'
import { tieHonestOnes } from './ties'

const port = Number(process.env.REGISTER_PORT ?? 4106)
const seed = Number(process.env.REGISTER_SEED ?? 7)
const trouble = Number(process.env.REGISTER_TROUBLE ?? 0.03)
const pace = Number(process.env.REGISTER_PACE ?? 240) * 1000

interface Members {
  madeAt: number
  carriers: Carrier[]
}
const membersFile = process.env.REGISTER_MEMBERS
const members: Members =
  membersFile && existsSync(membersFile)
    ? JSON.parse(readFileSync(membersFile, 'utf8'))
    : { madeAt: Date.now(), carriers: [] }
const today = (at: number) => new Date(at).toISOString().slice(0, 10)
const invented = census(
  seed,
  Math.max(0, Number(process.env.REGISTER_SIZE ?? 20_000) - members.carriers.length),
  today(members.madeAt),
)
tieHonestOnes(invented, seed + 2, today(members.madeAt))
plantCrooks(invented, seed + 1, today(members.madeAt))
tieToClosed(members.carriers, invented)

const carriers = [...members.carriers, ...invented]
const changes: { changedAt: number; carrier: Carrier }[] = carriers.map((carrier) => ({
  changedAt: members.madeAt,
  carrier,
}))
const at = new Map(carriers.map((carrier, index) => [carrier.dotNumber, index]))

// What was asked for by hand stands between what happens by itself, in the order of time: a restart tells the same.
const byHand: { changedAt: number; carrier: Carrier }[] =
  process.env.REGISTER_FILE && existsSync(process.env.REGISTER_FILE)
    ? readFileSync(process.env.REGISTER_FILE, 'utf8')
        .trim()
        .split('\n')
        .filter(Boolean)
        .map((line) => JSON.parse(line))
    : []
let turns = 0

function take(changedAt: number, carrier: Carrier): void {
  carriers[at.get(carrier.dotNumber) ?? carriers.length] = carrier
  if (!at.has(carrier.dotNumber)) at.set(carrier.dotNumber, carriers.length - 1)
  changes.push({ changedAt, carrier })
}

function goOn(now: number): void {
  for (;;) {
    const next = members.madeAt + (turns + 1) * pace
    if (next > now) return
    while (byHand[0] && byHand[0].changedAt <= next) {
      const { changedAt, carrier } = byHand.shift()!
      take(changedAt, carrier)
    }
    take(next, turn(carriers, turns++, seed, today(next)))
  }
}
goOn(Date.now())
for (const { changedAt, carrier } of byHand.splice(0)) take(changedAt, carrier)

const server = createServer((request, response) => {
  const url = new URL(request.url ?? '/', 'http://register')
  const json = (status: number, body: unknown) =>
    response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body))
  if (url.pathname === '/healthz') return json(200, { ok: true })
  const [, , kind, number] = url.pathname.split('/')
  if (request.method === 'PATCH' && kind === 'dot' && number) {
    // For demonstrations and tests: something happens to a carrier now.
    let body = ''
    request.on('data', (part) => (body += part))
    request.on('end', () => {
      const one = carriers[at.get(number) ?? -1]
      if (!one) return json(404, { message: 'no such carrier' })
      const change = { changedAt: Date.now(), carrier: { ...one, ...JSON.parse(body), dotNumber: one.dotNumber } }
      goOn(change.changedAt)
      take(change.changedAt, change.carrier)
      if (process.env.REGISTER_FILE) appendFileSync(process.env.REGISTER_FILE, `${JSON.stringify(change)}\n`)
      return json(200, change.carrier)
    })
    return
  }
  const luck = Math.random() / trouble
  if (luck < 0.5) return response.writeHead(503).end('the register is closed for a moment')
  if (luck < 0.7) return setTimeout(() => json(200, { error: 'too many questions' }), 4000)
  if (luck < 1)
    return response
      .writeHead(200, { 'content-type': 'text/html' })
      .end('<html><body>We are working on our pages</body></html>')
  goOn(Date.now())
  if (url.pathname === '/changes.csv') {
    const after = Number(url.searchParams.get('after') ?? 0)
    const limit = Math.min(5000, Number(url.searchParams.get('limit') ?? 1000))
    const lines = changes
      .slice(after, after + limit)
      .map(({ changedAt, carrier }, index) => feedLine(after + index + 1, changedAt, carrier))
    return response
      .writeHead(200, { 'content-type': 'text/csv; charset=utf-8' })
      .end([header, ...lines, ''].join('\r\n'))
  }
  if (url.pathname === '/carriers') {
    const words = (url.searchParams.get('name') ?? '').toLowerCase()
    const found =
      words.length < 2 ? [] : carriers.filter((each) => each.legalName.toLowerCase().includes(words)).slice(0, 20)
    return json(200, found)
  }
  const byMc = kind === 'mc' ? carriers.find((each) => each.mcNumber === number) : undefined
  const one = kind === 'dot' ? carriers[at.get(number ?? '') ?? -1] : byMc
  return one ? json(200, one) : json(404, { message: 'no such carrier' })
})

server.listen(port, '127.0.0.1', () =>
  console.log(JSON.stringify({ standIn: 'register', port, carriers: carriers.length })),
)
for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.on(signal, () => {
    server.close()
    server.closeAllConnections()
  })
