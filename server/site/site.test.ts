import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, expect, test } from 'vitest'
import type { Partner } from '#server/partner/partners'
import { answerAtSite } from '#server/partner/site-session'
import { exchange, site, siteRow, tender, tenderNotice } from '#server/schema'
import { addPartner } from '#server/testing/partners'
import { now, type TestWorld, testWorld } from '#server/testing/world'
import { siteDescription } from '../../demo/partner-site'
import { readSite } from './read-sites'

let world: TestWorld
let server: Server
let partner: Partner
/** What the site shows: rows of its cold list, page by page, and how it behaves. */
let shown: {
  pages: string[][][]
  total: number
  letsIn: boolean
  down: boolean
  heads: string[]
  nextLeadsTo: string | null
  answered: URLSearchParams[]
}

const row = (id: string, change: Record<number, string> = {}) =>
  [
    id,
    'open',
    '11/24/2026 14:30',
    'Cold trailer',
    '38,500',
    '$3,046',
    'Shed 4 | Twin Falls, ID 83301',
    '11/25/2026 06:00 to 11/25/2026 09:00',
    'Harrow DC | Phoenix, AZ 85001',
    '11/27/2026 08:00 to 11/27/2026 11:00',
    '38 to 45',
    '',
    'answer',
  ].map((cell, at) => change[at] ?? cell)

const page = (rows: string[][], next: string | null) =>
  `<a href="/logout">out</a><p class="count">${shown.total} tenders</p><table class="tenders"><thead><tr>${shown.heads.map((head) => `<th>${head}</th>`).join('')}</tr></thead><tbody>${rows.map((cells) => `<tr>${cells.map((cell) => `<td>${cell}</td>`).join('')}</tr>`).join('')}</tbody></table>${next ? `<a class="next" href="${next}">Next</a>` : ''}`

beforeEach(async () => {
  world = testWorld()
  shown = {
    pages: [[row('CH-1'), row('CH-2')], [row('CH-3')]],
    total: 3,
    letsIn: true,
    down: false,
    heads: siteDescription.heads,
    nextLeadsTo: null,
    answered: [],
  }
  server = createServer((request, response) => {
    const url = new URL(request.url ?? '/', 'http://site')
    if (shown.down) return void response.writeHead(503).end('closed')
    if (url.pathname === '/login')
      return void response.writeHead(303, { location: '/tenders/cold', 'set-cookie': 'session=1; HttpOnly' }).end()
    if (!shown.letsIn || request.headers.cookie !== 'session=1')
      return void response.writeHead(200).end('<form>Sign in</form>')
    if (request.method === 'POST') {
      let body = ''
      request.on('data', (chunk) => (body += chunk))
      request.on('end', () => {
        shown.answered.push(new URLSearchParams(body))
        response
          .writeHead(200)
          .end(
            `<a href="/logout">out</a>${url.pathname.endsWith('CH-1') ? '<p class="thanks">Thanks</p>' : '<p>No such tender</p>'}`,
          )
      })
      return
    }
    const number = Number(url.searchParams.get('page') ?? 1)
    const next = number < shown.pages.length ? `/tenders/cold?page=${number + 1}` : null
    response
      .writeHead(200)
      .end(page(shown.pages[number - 1] ?? [], number === 1 && shown.nextLeadsTo ? shown.nextLeadsTo : next))
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  partner = addPartner(world.db, {
    transport: 'site',
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    secret: 'their password',
    documents: [],
  })
  world.db
    .insert(site)
    .values({
      partnerId: partner.id,
      userName: 'ploverrook',
      description: { ...siteDescription, lists: [{ path: '/tenders/cold', equipment: 'reefer' }] },
      everyMinutes: 5,
    })
    .run()
})
afterEach(async () => {
  world.end()
  await new Promise((resolve) => server.close(resolve))
})

let minutes = 0
const read = () => readSite(world.db, partner, 5, () => now + ++minutes * 60_000)
const standing = () =>
  world.db
    .select({ id: tender.shipmentId, state: tender.state })
    .from(tender)
    .all()
    .map(({ id, state }) => `${id} ${state}`)
const purposes = () =>
  world.db
    .select({ purpose: tenderNotice.purpose })
    .from(tenderNotice)
    .all()
    .map(({ purpose }) => purpose)

test('all pages are walked, every row becomes a tender once, and the page is kept', async () => {
  expect(await read()).toEqual({ taken: 3 })
  expect(await read()).toEqual({ taken: 0 })
  expect(standing()).toEqual(['CH-1 offered', 'CH-2 offered', 'CH-3 offered'])
  expect(world.db.select().from(exchange).all()).toHaveLength(2)
  expect(world.db.select().from(tenderNotice).get()!.facts).toMatchObject({
    equipment: 'reefer',
    chargeMinor: 304_600,
    origin: { city: 'Twin Falls' },
  })
})

test('what changed, vanished or was taken back is noticed, and what came back is tendered again', async () => {
  await read()
  shown = { ...shown, pages: [[row('CH-1', { 5: '$3,200' }), row('CH-2', { 1: 'taken back' })]], total: 2 }
  expect(await read()).toEqual({ taken: 3 })
  expect(purposes()).toEqual(['original', 'original', 'original', 'change', 'cancel', 'cancel'])
  expect(standing()).toEqual(['CH-1 offered', 'CH-2 withdrawn', 'CH-3 withdrawn'])
  shown = { ...shown, pages: [[row('CH-1', { 5: '$3,200' }), row('CH-3')]], total: 2 }
  await read()
  expect(standing()).toEqual(['CH-1 offered', 'CH-2 withdrawn', 'CH-3 offered'])
})

test.each([
  [
    'a head that moved',
    () => (shown.heads = ['State', ...siteDescription.heads.slice(1)]),
    'The page has changed: Column 1',
  ],
  [
    'a value that is none',
    () => (shown.pages[1] = [row('CH-3', { 5: 'on request' })]),
    'The page does not read as it should',
  ],
  ['a page that is missing', () => (shown.total = 5), 'says it has 5 tenders, 4 were read'],
  ['a sign-in that fails', () => (shown.letsIn = false), 'does not let us in'],
  ['a site that is down', () => (shown.down = true), 'answered 503'],
  ['a link that leads elsewhere', () => (shown.nextLeadsTo = 'http://elsewhere.example/'), 'leads away from the site'],
])('%s: said, nothing taken, nothing lost', async (_, spoil, words) => {
  await read()
  const before = JSON.stringify(shown)
  shown.pages[0]!.push(row('CH-9'))
  shown.total = 4
  spoil()
  expect(await read()).toMatchObject({ problem: expect.stringContaining(words) })
  expect(standing()).toEqual(['CH-1 offered', 'CH-2 offered', 'CH-3 offered'])
  expect(world.db.select().from(site).get()).toMatchObject({ problem: expect.stringContaining(words) })
  expect(world.db.select().from(siteRow).where(eq(siteRow.shipmentId, 'CH-9')).all()).toEqual([])
  shown = JSON.parse(before)
  shown.pages[0]!.push(row('CH-9'))
  shown.total = 4
  expect(await read()).toEqual({ taken: 1 })
  expect(world.db.select().from(site).get()).toMatchObject({ problem: null, page: null })
})

test('an answer is given in the site’s form; one it does not confirm is reported', async () => {
  expect(
    await answerAtSite(world.db, partner, new URLSearchParams({ tender: 'CH-1', answer: 'accept', remark: 'gladly' })),
  ).toBeNull()
  expect(Object.fromEntries(shown.answered[0]!)).toEqual({ say: 'yes', because: 'gladly' })
  expect(
    await answerAtSite(world.db, partner, new URLSearchParams({ tender: 'CH-7', answer: 'decline' })),
  ).toMatchObject({ final: true, message: expect.stringContaining('did not say that it took the answer') })
  shown.down = true
  expect(
    await answerAtSite(world.db, partner, new URLSearchParams({ tender: 'CH-1', answer: 'accept' })),
  ).toMatchObject({ final: false })
})
