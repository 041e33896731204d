// A shipper's web site: tenders behind a sign-in, in two lists of several pages, and a form to answer each.
// SITE_PORT, SITE_FREIGHT (JSON file of what it ships), SITE_FILE (its tenders), SITE_PACE (new tenders a minute), SITE_FIRST (how many
// there are at the first start), SITE_SEED. For tests, over JSON: GET /state, POST /play {add, change, remove, otherShape}.
import { randomBytes } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { createServer, type IncomingMessage } from 'node:http'
import { listPage, signInPage, tenderPage } from './pages'
import { type Freight, type Listed, Tenders } from './tenders'

const port = Number(process.env.SITE_PORT ?? 4108)
const freight: Freight = process.env.SITE_FREIGHT
  ? JSON.parse(readFileSync(process.env.SITE_FREIGHT, 'utf8'))
  : { name: 'Nobody', user: '', password: '', sites: [], lanes: [] }
const tenders = new Tenders(freight, process.env.SITE_FILE ?? '.data/site-tenders.json')
const sessions = new Set<string>()
let otherShape = false
let state = Number(process.env.SITE_SEED ?? 23) + tenders.all.length
const luck = () => {
  state = (state + 0x6d2b79f5) >>> 0
  let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
  mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
  return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
}
if (tenders.all.length === 0 && freight.lanes.length > 0)
  for (let made = 0; made < Number(process.env.SITE_FIRST ?? 3); made++) tenders.add(luck)
const pace = Number(process.env.SITE_PACE ?? 0.05)
const adding = pace > 0 && freight.lanes.length > 0 ? setInterval(() => tenders.add(luck), 60_000 / pace) : undefined

const server = createServer(async (request, response) => {
  const url = new URL(request.url ?? '/', 'http://site')
  const html = (text: string, status = 200, headers: Record<string, string> = {}) =>
    response.writeHead(status, { 'content-type': 'text/html; charset=utf-8', ...headers }).end(text)
  const json = (body: unknown) =>
    response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify(body))
  if (url.pathname === '/healthz') return json({ ok: true })
  if (url.pathname === '/state') return json(tenders.all)
  const body = request.method === 'POST' ? await bodyOf(request) : ''
  if (url.pathname === '/play' && request.method === 'POST') return json(play(JSON.parse(body)))
  if (url.pathname === '/login' && request.method === 'POST') {
    const form = new URLSearchParams(body)
    if (form.get('user') !== freight.user || form.get('pass') !== freight.password)
      return html(signInPage(freight.name, true))
    const session = randomBytes(12).toString('hex')
    sessions.add(session)
    return html('', 303, { location: '/tenders/cold', 'set-cookie': `session=${session}; HttpOnly; Path=/` })
  }
  const session = /session=(\w+)/.exec(request.headers.cookie ?? '')?.[1] ?? ''
  if (!sessions.has(session)) return html(signInPage(freight.name, false))
  const list = /^\/tenders\/(cold|dry)$/.exec(url.pathname)?.[1]
  if (list)
    return html(
      listPage(
        freight.name,
        list,
        tenders.all.filter((each) => each.list === list),
        Math.max(1, Number(url.searchParams.get('page') ?? 1) || 1),
        otherShape,
      ),
    )
  const id = /^\/tenders\/([\w-]+)$/.exec(url.pathname)?.[1]
  const form = new URLSearchParams(body)
  const listedAs = (wanted: string) =>
    request.method === 'POST'
      ? tenders.answer(wanted, form.get('say') ?? '', form.get('because') ?? '')
      : tenders.all.find((each) => each.id === wanted)
  const listed = id ? listedAs(id) : null
  if (listed) return html(tenderPage(freight.name, listed, request.method === 'POST'))
  html(url.pathname === '/' ? signInPage(freight.name, false) : 'No such page', url.pathname === '/' ? 200 : 404)
})

/** What a test wants to happen at the shipper's. */
function play(asked: {
  add?: number
  change?: { id: string } & Partial<Listed>
  remove?: string
  otherShape?: boolean
}): { made: string[] } {
  const made = Array.from({ length: asked.add ?? 0 }, () => tenders.add(luck).id)
  if (asked.change) tenders.change(asked.change.id, asked.change)
  if (asked.remove) tenders.remove(asked.remove)
  if (asked.otherShape !== undefined) otherShape = asked.otherShape
  return { made }
}

async function bodyOf(request: IncomingMessage): Promise<string> {
  const chunks: Buffer[] = []
  for await (const chunk of request) chunks.push(chunk as Buffer)
  return Buffer.concat(chunks).toString('utf8')
}

server.listen(port, '127.0.0.1', () => console.log(JSON.stringify({ standIn: 'site', port })))
for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.on(signal, () => {
    clearInterval(adding)
    server.close()
    server.closeAllConnections()
  })
