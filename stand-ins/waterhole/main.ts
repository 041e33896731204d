// The board Waterhole: signs its members in for some minutes at a time, gives every piece of freight a number of its own (and a second one to who asks
// twice), shows one origin and one destination, takes so many calls a minute, and keeps carriers' answers to be fetched.
// WATERHOLE_PORT, WATERHOLE_MEMBER, WATERHOLE_WORD, WATERHOLE_MEMBERS (JSON file), WATERHOLE_SMTP_PORT, WATERHOLE_SEED, WATERHOLE_PACE,
// WATERHOLE_PASS_SECONDS, WATERHOLE_CALLS (a minute), WATERHOLE_MOOD (honest, forgets, doubles, lies, lags).
import { randomBytes } from 'node:crypto'
import { createServer, type IncomingMessage } from 'node:http'
import { type CarrierAnswer, startCarriers } from '../board-floor/carriers'
import { type Change, changesAfter, type Shown } from '../board-floor/feed'
import { looksAt } from '../board-floor/looks'
import { type Kind, makeOthers, type Other } from '../board-floor/others'
import { addOther, bodyOf, membersOf, needed, perMinute, sender, serve } from '../board-floor/wire'

interface Freight {
  freight_id?: string
  our_ref: string
  eq: string
  o: { c: string; s: string }
  d: { c: string; s: string }
  mi: number
  note: string
  mail: string
  whom?: string[] | null
}

const [member, word] = [needed('WATERHOLE_MEMBER'), needed('WATERHOLE_WORD')]
const passSeconds = Number(process.env.WATERHOLE_PASS_SECONDS ?? 600)
const mood = process.env.WATERHOLE_MOOD ?? 'honest'
const longestNote = 60
const members = membersOf(process.env.WATERHOLE_MEMBERS)
// The same trucks stand on several boards: the seed is the world's, not the board's.
const others = makeOthers(Number(process.env.WATERHOLE_SEED ?? 5), members)
const codes: Record<string, string> = {
  ...{ van: 'V', reefer: 'R', flatbed: 'F', step_deck: 'SD', power_only: 'PO', box_truck: 'BT', hotshot: 'HS' },
}
const equipmentOf = (code: string) => Object.keys(codes).find((each) => codes[each] === code) ?? 'van'

const passes = new Map<string, number>()
const shown = new Map<string, Shown<Freight>>()
const answers: (CarrierAnswer & { seq: number })[] = []
const wire: { method: string; path: string; body: string }[] = []
const wait = perMinute(Number(process.env.WATERHOLE_CALLS ?? 120))
let nextNumber = 7000

const isUp = (ref: string) =>
  [...shown.values()].some(({ goneAt, listing }) => goneAt === null && listing.our_ref === ref)
const carriers = startCarriers({
  members,
  passOn: async (answer) => void answers.push({ ...answer, seq: answers.length + 1 }),
  smtpPort: Number(process.env.WATERHOLE_SMTP_PORT ?? 4102),
  seed: 17,
  pace: Number(process.env.WATERHOLE_PACE ?? 0.5),
  isUp,
})

const server = createServer(async (request, response) => {
  const send = sender(response)
  const url = new URL(request.url ?? '/', 'http://board')
  const method = request.method ?? ''
  if (method === 'GET' && url.pathname === '/healthz') return send(200, { ok: true })
  if (method === 'GET' && url.pathname === '/wire') return send(200, wire)
  if (method === 'POST' && url.pathname === '/others') return send(200, addOther(others, await bodyOf(request)))
  const body = await bodyOf(request)
  if (method === 'POST' && url.pathname === '/gate') return openGate(body, send)
  if (!(Number(passes.get(String(request.headers['x-pass'] ?? ''))) > Date.now()))
    return send(401, { why: 'your pass has run out' })
  const seconds = wait()
  if (seconds !== null) return send(429, { why: 'too many at once' }, { 'retry-after': String(seconds) })
  if (method !== 'GET') wire.push({ method, path: url.pathname, body })
  const answer = handle(request, url, body)
  send(answer.status, answer.body)
})

function openGate(body: string, send: ReturnType<typeof sender>): void {
  const asked = parsed(body) as { member?: string; word?: string } | null
  if (asked?.member !== member || asked?.word !== word) return send(403, { why: 'no such member' })
  const pass = randomBytes(12).toString('hex')
  passes.set(pass, Date.now() + passSeconds * 1000)
  send(200, { pass, seconds: passSeconds })
}

function handle({ method }: IncomingMessage, url: URL, body: string): { status: number; body: unknown } {
  const id = /^\/freight\/(\w{1,20})$/.exec(url.pathname)?.[1]
  if (method === 'GET' && url.pathname === '/freight') return mine()
  if (method === 'POST' && url.pathname === '/freight') return add(body)
  if (id && method === 'PATCH') return change(id, body)
  if (id && method === 'DELETE') return remove(id)
  if (method === 'GET' && url.pathname === '/answers') {
    const after = Number(url.searchParams.get('after') ?? 0)
    return { status: 200, body: answers.filter(({ seq }) => seq > after).slice(0, 500) }
  }
  const kind = ({ '/drink/freight': 'load', '/drink/trucks': 'truck' } as Record<string, Kind>)[url.pathname]
  return method === 'GET' && kind ? floor(kind, Number(url.searchParams.get('from') ?? 0)) : notHere
}

const notHere = { status: 404, body: { why: 'not here' } }

function mine() {
  const all = [...shown.values()]
    .filter(({ goneAt }) => goneAt === null)
    .map(({ listing }) => ({ ...listing, eyes: looksAt(listing.our_ref, Date.now()) }))
  return { status: 200, body: all }
}

function add(body: string) {
  const freight = parsed(body) as Freight | null
  const wrong = wrongWith(freight)
  if (wrong || !freight) return { status: 422, body: { why: wrong ?? 'no freight' } }
  const id = `W${nextNumber++}`
  const kept = { ...freight, freight_id: id }
  const isForgotten = mood === 'forgets' && nextNumber % 3 === 0
  if (!isForgotten) carryOut(() => shown.set(id, { id, listing: kept, changedAt: Date.now(), goneAt: null }))
  if (mood === 'doubles' && nextNumber % 2 === 0) {
    const twin = `W${nextNumber++}`
    shown.set(twin, { id: twin, listing: { ...freight, freight_id: twin }, changedAt: Date.now(), goneAt: null })
  }
  looksAt(freight.our_ref, Date.now())
  tellCarriers(freight)
  return { status: 201, body: { freight_id: id } }
}

function tellCarriers(freight: Freight): void {
  carriers.see({
    ref: freight.our_ref,
    equipment: equipmentOf(freight.eq),
    miles: freight.mi,
    from: `${freight.o.c} ${freight.o.s}`,
    to: `${freight.d.c} ${freight.d.s}`,
    mail: freight.mail,
    only: freight.whom,
  })
}

function wrongWith(freight: Freight | null): string | null {
  if (!freight?.our_ref || !freight.o?.c || !freight.d?.c) return 'freight needs our_ref, o and d'
  if (!Object.values(codes).includes(freight.eq)) return `eq is one of ${Object.values(codes).join(' ')}`
  return (freight.note ?? '').length > longestNote ? `note has at most ${longestNote} characters` : null
}

/** A board that lags takes everything for granted until it gets round to it. */
const isHere = (id: string) => mood === 'lags' || shown.get(id)?.goneAt === null

/** How long a board that lags takes over its writes, one after another: of three that come together the last is done first. */
const lagsMs = [450, 250, 50]
let writes = 0

/** Does what was answered already: at once, or later and in another order than it came. */
function carryOut(write: () => void): void {
  if (mood !== 'lags') return write()
  setTimeout(write, lagsMs[writes++ % lagsMs.length])
}

function change(id: string, body: string) {
  const freight = parsed(body) as Freight | null
  if (!isHere(id)) return notHere
  const wrong = wrongWith(freight)
  if (wrong || !freight) return { status: 422, body: { why: wrong ?? 'no freight' } }
  const listing = { ...freight, freight_id: id }
  if (shown.get(id)?.listing.whom && !freight.whom) tellCarriers(freight)
  carryOut(() => shown.set(id, { id, listing, changedAt: Date.now(), goneAt: null }))
  return { status: 200, body: { freight_id: id } }
}

function remove(id: string) {
  if (!isHere(id)) return notHere
  carryOut(() => {
    const kept = shown.get(id)
    if (kept) kept.goneAt = Date.now()
  })
  return { status: 200, body: { freight_id: id } }
}

function floor(kind: Kind, from: number) {
  const seen = mood === 'lies' ? [] : shown.values()
  const { changes, next, more } = changesAfter({ number: 1, prefix: 'W', others, shown: seen }, kind, from, Date.now())
  return { status: 200, body: { rows: changes.map(rowOf), next, more } }
}

/** A row of the floor in this board's own words. */
function rowOf(each: Change<Freight>) {
  if ('gone' in each) return { id: each.gone, off: 1 }
  if ('listing' in each) return { id: each.id, our_ref: each.listing.our_ref }
  const { other } = each
  const place = (at: typeof other.from) => ({ c: at.city, s: at.st, ll: `${at.lat},${at.lon}` })
  return {
    id: each.id,
    t: Math.floor(other.bornAt / 1000),
    who: { n: other.company, mc: other.mc, tel: other.phone },
    eq: codes[other.equipment] ?? 'V',
    o: place(other.from),
    d: other.to && place(other.to),
    states: other.toStates.join(' '),
    days: [other.earliest, other.latest ?? other.earliest],
    ft: other.lengthFt,
    lb: other.weightLb,
    part: other.full ? 0 : 1,
    mi: other.miles,
    pay: payOf(other),
    dtp: other.daysToPay,
    note: other.words,
  }
}

function payOf({ usd, usdPerMile }: Other) {
  if (usd !== null) return { flat: usd }
  return usdPerMile === null ? null : { mile: usdPerMile }
}

function parsed(body: string): unknown {
  try {
    return JSON.parse(body)
  } catch {
    return null
  }
}

serve(server, 'waterhole', Number(process.env.WATERHOLE_PORT ?? 4109), carriers.stop)
