// The board Saltlick: takes listings as JSON, shows them to simulated carriers, calls back with their answers, and lets what is on it be browsed.
// SALTLICK_PORT, SALTLICK_KEY, SALTLICK_SECRET, SALTLICK_MEMBERS (JSON file), SALTLICK_SMTP_PORT, SALTLICK_SEED,
// SALTLICK_PACE (1 is lifelike, 0 is silent), SALTLICK_TROUBLE (share of calls answered 503), SALTLICK_REMARK (longest remark).
import { createHmac } from 'node:crypto'
import { createServer } from 'node:http'
import { type CarrierAnswer, type Seen, startCarriers } from '../board-floor/carriers'
import { type Change, changesAfter, type Shown } from '../board-floor/feed'
import { looksAt } from '../board-floor/looks'
import { type Kind, makeOthers } from '../board-floor/others'
import { addOther, bodyOf, membersOf, needed, sender, serve } from '../board-floor/wire'

interface Listing {
  listing_no?: string
  shipper_ref: string
  truck_type: string
  distance: number
  route: { action: string; town: string; st: string; pos?: [number, number] }[]
  remark?: string
  answer_mail: string
  only_mc?: string[] | null
  answer_url: string
}

const key = needed('SALTLICK_KEY')
const secret = needed('SALTLICK_SECRET')
const trouble = Number(process.env.SALTLICK_TROUBLE ?? 0.05)
const longestRemark = Number(process.env.SALTLICK_REMARK ?? 160)
const members = membersOf(process.env.SALTLICK_MEMBERS)
const others = makeOthers(Number(process.env.SALTLICK_SEED ?? 5), members)

const shown = new Map<string, Shown<Listing>>()
const live = (ref: string) => (shown.get(ref)?.goneAt === null ? shown.get(ref) : undefined)
/** Everything that came over the wire, for whoever wants to inspect it. */
const received: { method: string; path: string; key: string | null; body: string }[] = []
const answered = new Map<string, { status: number; body: string }>()
let nextNumber = 1

const carriers = startCarriers({
  members,
  passOn: callBack,
  smtpPort: Number(process.env.SALTLICK_SMTP_PORT ?? 4102),
  seed: Number(process.env.SALTLICK_SEED ?? 5),
  pace: Number(process.env.SALTLICK_PACE ?? 1),
  isUp: (ref) => live(ref) !== undefined,
})

async function callBack({ number, ref, mc, usd, goodMinutes, words }: CarrierAnswer): Promise<void> {
  const url = live(ref)?.listing.answer_url
  if (!url) return
  const body = JSON.stringify({ answer_no: number, shipper_ref: ref, mc, usd, good_minutes: goodMinutes, words })
  // Signed together with the moment, so that an old answer cannot be played again.
  const at = Date.now()
  const signature = `t=${at},v1=${createHmac('sha256', secret).update(`${at}.${body}`).digest('hex')}`
  const headers = { 'content-type': 'application/json', 'x-saltlick-signature': signature }
  const response = await fetch(url, { method: 'POST', headers, body })
  if (response.status >= 500) throw new Error(String(response.status))
}

const server = createServer(async (request, response) => {
  const send = sender(response)
  const url = new URL(request.url ?? '/', 'http://board')
  const method = request.method ?? ''
  if (method === 'GET' && url.pathname === '/healthz') return send(200, { ok: true })
  if (method === 'GET' && url.pathname === '/wire') return send(200, received)
  if (method === 'POST' && url.pathname === '/others') return send(200, addOther(others, await bodyOf(request)))
  if (request.headers.authorization !== `Bearer ${key}`) return send(401, { error: 'who are you' })
  if (method === 'GET') return browse(url, send)
  const body = await bodyOf(request)
  const idempotencyKey = String(request.headers['idempotency-key'] ?? '')
  received.push({ method, path: url.pathname, key: idempotencyKey || null, body })
  const before = answered.get(idempotencyKey)
  if (before) return send(before.status, before.body)
  if (Math.random() < trouble) return send(503, { error: 'too many trucks at the gate, come back in a moment' })
  const answer = handle(method, url.pathname, body)
  if (idempotencyKey) answered.set(idempotencyKey, { status: answer.status, body: JSON.stringify(answer.body) })
  send(answer.status, answer.body)
})

function browse(url: URL, send: ReturnType<typeof sender>): void {
  if (url.pathname === '/listings')
    return send(
      200,
      [...shown.values()]
        .filter(({ goneAt }) => goneAt === null)
        .map(({ listing }) => ({ ...listing, looked_at: looksAt(listing.shipper_ref, Date.now()) })),
    )
  const kind = ({ '/browse/loads': 'load', '/browse/trucks': 'truck' } as Record<string, Kind>)[url.pathname]
  if (!kind) return send(404, { error: 'no such thing' })
  const board = { number: 0, prefix: 'S', others, shown: shown.values() }
  const { changes, next, more } = changesAfter(board, kind, Number(url.searchParams.get('after') ?? 0), Date.now())
  send(200, { items: changes.map((change) => itemOf(change, kind)), next, more })
}

/** A load or a truck in this board's own words. */
function itemOf(change: Change<Listing>, kind: Kind) {
  if ('gone' in change) return { no: change.gone, gone: true }
  if ('listing' in change) return { no: change.id, ref: change.listing.shipper_ref }
  const { other } = change
  const town = (at: typeof other.from) => ({ town: at.city, st: at.st, pos: [at.lat, at.lon] })
  return {
    no: change.id,
    listed: new Date(other.bornAt).toISOString(),
    by: other.company,
    mc: other.mc,
    call: other.phone,
    truck_type: other.equipment.toUpperCase(),
    at: town(other.from),
    [kind === 'load' ? 'to' : 'wants']: other.to && town(other.to),
    wants_states: other.toStates,
    day: other.earliest,
    until: other.latest,
    feet: other.lengthFt,
    lbs: other.weightLb,
    shares_truck: !other.full,
    distance: other.miles,
    usd: other.usd,
    usd_mile: other.usdPerMile,
    pays_days: other.daysToPay,
    remark: other.words,
  }
}

function handle(method: string, path: string, body: string): { status: number; body: unknown } {
  const ref = /^\/listings\/([\w-]{4,40})$/.exec(path)?.[1]
  if (!ref) return { status: 404, body: { error: 'no such thing' } }
  if (method === 'DELETE') return takeDown(ref)
  if (method !== 'PUT') return { status: 405, body: { error: 'PUT or DELETE' } }
  let listing: Listing
  try {
    listing = JSON.parse(body)
  } catch {
    return { status: 400, body: { error: 'not JSON' } }
  }
  if (listing.shipper_ref !== ref || !Array.isArray(listing.route) || listing.route.length < 2 || !listing.truck_type)
    return { status: 422, body: { error: 'a listing needs shipper_ref, truck_type and a route' } }
  if ((listing.remark ?? '').length > longestRemark)
    return { status: 422, body: { error: `a remark has at most ${longestRemark} characters` } }
  return list(ref, listing)
}

function takeDown(ref: string) {
  const before = live(ref)
  if (!before) return { status: 404, body: { error: 'no such listing' } }
  before.goneAt = Date.now()
  return { status: 200, body: { gone: ref } }
}

function list(ref: string, listing: Listing) {
  const before = live(ref)
  const id = before?.id ?? `SL${String(nextNumber++).padStart(6, '0')}`
  const kept = { ...listing, listing_no: id }
  looksAt(ref, Date.now())
  shown.set(ref, { id, listing: kept, changedAt: Date.now(), goneAt: null })
  // Opened to everybody it is new to all who did not see it before.
  if (!before || (before.listing.only_mc && !kept.only_mc)) carriers.see(seenOf(kept))
  return { status: 200, body: { listing_no: id } }
}

function seenOf({ shipper_ref, truck_type, distance, route, answer_mail, only_mc }: Listing): Seen {
  const [first, last] = [route[0]!, route.at(-1)!]
  return {
    ref: shipper_ref,
    equipment: truck_type.toLowerCase(),
    miles: distance,
    from: `${first.town} ${first.st}`,
    to: `${last.town} ${last.st}`,
    mail: answer_mail ?? '',
    only: only_mc,
  }
}

serve(server, 'saltlick', Number(process.env.SALTLICK_PORT ?? 4101), carriers.stop)
