// Trading partners: customers' systems that tender by X12, each in its own manner, and check and acknowledge what they get.
// PARTNERS_PORT, PARTNERS_MEMBERS (JSON file), PARTNERS_FOLDER (root of the mailbox folders), PARTNERS_FILE (what they remember),
// PARTNERS_SEED, PARTNERS_ACK_MS. `POST /burst` (a form: partner, kind, count, oneFile, respondMinutes) makes them send.
import { readFileSync } from 'node:fs'
import { createServer, type IncomingMessage } from 'node:http'
import { type BurstKind, type BurstLine, burst, burstKinds } from './burst'
import type { Member } from './member'
import { partnersPage } from './page'
import { Post } from './post'

const port = Number(process.env.PARTNERS_PORT ?? 4107)
const members: Member[] = process.env.PARTNERS_MEMBERS
  ? JSON.parse(readFileSync(process.env.PARTNERS_MEMBERS, 'utf8'))
  : []
const post = new Post(
  members,
  process.env.PARTNERS_FOLDER ?? '.data/partners',
  process.env.PARTNERS_FILE ?? '.data/partners.json',
)
/** How long a partner by HTTP takes between keeping something and saying so. */
const dawdle = Number(process.env.PARTNERS_ACK_MS ?? 0)
const luck = seeded(Number(process.env.PARTNERS_SEED ?? 17) + post.received.length)

/** mulberry32 */
function seeded(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
}

function send(asked: URLSearchParams): BurstLine[] {
  const kind = burstKinds.find((each) => each === asked.get('kind')) ?? ('mixed' as BurstKind)
  const count = Math.max(1, Math.min(2000, Number(asked.get('count') ?? 3) || 3))
  const chosen = members.filter(({ key }) => !asked.get('partner') || key === asked.get('partner'))
  const lines = chosen.flatMap((member) =>
    burst(
      post,
      member,
      {
        kind,
        count,
        oneFile: asked.get('oneFile') === '1',
        respondMinutes: asked.get('respondMinutes') ? Number(asked.get('respondMinutes')) : null,
      },
      luck,
    ),
  )
  post.keep()
  return lines
}

const server = createServer(async (request, response) => {
  const url = new URL(request.url ?? '/', 'http://partners')
  const json = (body: unknown, status = 200) =>
    response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body))
  const html = (text: string) => response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' }).end(text)
  if (url.pathname === '/healthz') return json({ ok: true })
  if (url.pathname === '/received') return json(post.received)
  if (request.method === 'POST' && url.pathname === '/burst') {
    const lines = send(new URLSearchParams((await bodyOf(request)).toString('utf8')))
    if ((request.headers.accept ?? '').includes('json')) return json(lines)
    return html(
      partnersPage(
        members,
        post.received,
        lines
          .map(
            ({ partner, kind, shipments }) =>
              `${partner}: ${kind} ${shipments.slice(0, 6).join(' ')}${shipments.length > 6 ? ` and ${shipments.length - 6} more` : ''}`,
          )
          .join('. '),
      ),
    )
  }
  const to = members.find(({ key, transport }) => transport === 'http' && url.pathname === `/in/${key}`)
  if (request.method === 'POST' && to) {
    if (request.headers.authorization !== `Bearer ${to.secret}`) return json({ error: 'who are you' }, 401)
    post.take(to, (await bodyOf(request)).toString('latin1'))
    await new Promise((resolve) => setTimeout(resolve, dawdle))
    return json({ taken: true })
  }
  if (url.pathname === '/') return html(partnersPage(members, post.received, ''))
  json({ error: 'no such thing' }, 404)
})

async function bodyOf(request: IncomingMessage): Promise<Buffer> {
  const chunks: Buffer[] = []
  for await (const chunk of request) chunks.push(chunk as Buffer)
  return Buffer.concat(chunks)
}

let stopping = false
const work = (async () => {
  while (!stopping) {
    try {
      post.collect()
      await post.postWaiting()
    } catch (error) {
      console.error(error)
    }
    await new Promise((resolve) => setTimeout(resolve, 150))
  }
})()
server.listen(port, '127.0.0.1', () => console.log(JSON.stringify({ standIn: 'partners', port })))
for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.on(signal, async () => {
    stopping = true
    server.close()
    server.closeAllConnections()
    await work
    post.keep()
  })
