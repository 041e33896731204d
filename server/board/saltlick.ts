import { createHmac, timingSafeEqual } from 'node:crypto'
import { z } from 'zod'
import { cutTo } from '#core/board/board'
import { type Equipment, equipmentKinds } from '#core/load/load'
import type { BoardPosting } from '#core/posting/posting'
import type { FoundPosting } from '#core/search/found'
import { type BoardAdapter, type BoardAnswer, type BoardLink, type FloorReading, viewsSchema } from './adapter'
import { type BoardCall, callBoard, isGood, problemOf, readAnswer } from './call'
import { foundPosting } from './found'

const name = 'Saltlick'
const commentLength = 160

/** The board Saltlick: listings as JSON under our own reference, a bearer key, answers called back with a signature. */
export const saltlick: BoardAdapter = {
  name,
  accountWords: null,
  secretWords: 'Our key at the board',
  callbackWords: 'Secret that the board signs its answers with',
  commentLength,
  equipment: 'all',
  lacks: ['minTrucks'],
  leastRefreshMinutes: 15,
  put: async (link, posting, { key, answerUrl }) => {
    const answer = await call(link, {
      method: 'PUT',
      path: `/listings/${posting.reference}`,
      headers: { 'idempotency-key': key },
      body: listing(posting, answerUrl),
    })
    if ('problem' in answer) return answer
    const read = readAnswer(name, answer.value, listedSchema)
    return 'problem' in read ? read : { value: { externalId: read.value.listing_no } }
  },
  change: (link, posting, asked) => saltlick.put(link, posting, asked),
  remove: async (link, { reference }, { key }) => {
    const path = `/listings/${reference}`
    const answer = await call(link, { method: 'DELETE', path, headers: { 'idempotency-key': key } })
    if ('problem' in answer) return answer
    // Gone already is as good as taken down.
    const isDown = isGood(answer.value) || answer.value.status === 404
    return isDown ? { value: null } : problemOf(name, answer.value)
  },
  listMine: async (link) => {
    const answer = await call(link, { method: 'GET', path: '/listings' })
    if ('problem' in answer) return answer
    const read = readAnswer(name, answer.value, z.array(mineSchema))
    if ('problem' in read) return read
    return {
      value: read.value.map(({ listing_no: externalId, shipper_ref: reference, looked_at: views, ...fields }) => ({
        ...{ reference, externalId, views },
        fields: { shipper_ref: reference, ...fields },
      })),
    }
  },
  searchTrucks: (link, cursor) => browse(link, 'truck', cursor),
  searchLoads: (link, cursor) => browse(link, 'load', cursor),
  fieldsOf: listing,
  readReplies: null,
  readCallback: (link, body, headers, now) => {
    if (!isSigned(body, headers.get('x-saltlick-signature'), link.callbackSecret, now))
      return { status: 401, error: 'signature' }
    const read = replySchema.safeParse(parseJson(body))
    if (!read.success)
      return { status: 422, error: 'shape', where: read.error.issues.map((issue) => issue.path.join('.')) }
    const { answer_no: number, shipper_ref: reference, mc, usd, good_minutes: goodMinutes, words } = read.data
    return { reply: { number, reference, mc, usd, goodMinutes, words } }
  },
}

const call = (link: BoardLink, { headers, ...rest }: BoardCall) =>
  callBoard(link, { ...rest, headers: { authorization: `Bearer ${link.secret}`, ...headers } })

const listedSchema = z.object({ listing_no: z.string().min(1).max(80) })
const mineSchema = z.looseObject({
  listing_no: z.string().min(1).max(80),
  shipper_ref: z.string().min(1).max(80),
  looked_at: viewsSchema,
})

/** Our posting in the board's own field names. */
function listing(from: BoardPosting, answerUrl: string) {
  return {
    shipper_ref: from.reference,
    truck_type: from.equipment.toUpperCase(),
    or_trucks: from.alsoEquipment.map((each) => each.toUpperCase()),
    gear: from.gear,
    feet: from.lengthFt,
    lbs: from.weightLb,
    reefer_f:
      from.tempMinF === null && from.tempMaxF === null
        ? null
        : [from.tempMinF ?? from.tempMaxF, from.tempMaxF ?? from.tempMinF],
    two_drivers: from.team,
    shares_truck: from.partial,
    dangerous: from.hazmat,
    pieces: from.pieces && `${from.pieces.count} ${from.pieces.unit} ${from.pieces.sizeIn ?? ''}`.trim(),
    may_stack: from.stackable,
    freight: from.commodity,
    distance: from.miles,
    soon: from.asap,
    right_through: from.straightThrough,
    route: from.stops.map((each) => ({
      action: each.kind === 'pickup' ? 'P' : 'D',
      town: each.city,
      st: each.region,
      zip3: each.postalArea,
      pos: [each.lat, each.lon],
      day: each.day,
      open: each.earliestLocal,
      close: each.latestLocal,
      no_dock: each.needsLiftgate,
    })),
    pays_usd: from.pay && { [from.pay.kind === 'asking' ? 'ask' : 'most']: from.pay.amountMinor / 100 },
    remark: cutTo(from.remarks, commentLength),
    call: from.phone,
    answer_mail: from.replyTo,
    answer_url: answerUrl,
    only_mc: from.onlyMc,
    loads: from.loads,
  }
}

const townSchema = z.object({ town: z.string(), st: z.string(), pos: z.tuple([z.number(), z.number()]) })
const itemSchema = z.union([
  z.object({ no: z.string().min(1), gone: z.literal(true) }),
  z.object({ no: z.string().min(1), ref: z.string() }),
  z.object({
    no: z.string().min(1),
    listed: z.string(),
    by: z.string(),
    mc: z.string().nullish(),
    call: z.string().nullish(),
    truck_type: z.string(),
    at: townSchema,
    to: townSchema.nullish(),
    wants: townSchema.nullish(),
    wants_states: z.array(z.string()).default([]),
    day: z.string(),
    until: z.string().nullish(),
    feet: z.number().nullish(),
    lbs: z.number().nullish(),
    shares_truck: z.boolean().default(false),
    distance: z.number().nullish(),
    usd: z.number().nullish(),
    usd_mile: z.number().nullish(),
    pays_days: z.number().nullish(),
    remark: z.string().default(''),
  }),
])
const floorSchema = z.object({ items: z.array(z.unknown()), next: z.number(), more: z.boolean() })

async function browse(link: BoardLink, kind: 'truck' | 'load', cursor: number): Promise<BoardAnswer<FloorReading>> {
  const answer = await call(link, { method: 'GET', path: `/browse/${kind}s?after=${cursor}` })
  if ('problem' in answer) return answer
  const read = readAnswer(name, answer.value, floorSchema)
  if ('problem' in read) return read
  const { items, next, more } = read.value
  const reading: FloorReading = { put: [], gone: [], own: [], next, more }
  for (const raw of items) {
    const { data: item } = itemSchema.safeParse(raw)
    if (!item) continue
    if ('gone' in item) reading.gone.push(item.no)
    else if ('ref' in item) reading.own.push({ externalId: item.no, reference: item.ref })
    else reading.put.push(...foundPosting({ ...itemPosting(item), kind }))
  }
  return { value: reading }
}

type Item = Exclude<z.output<typeof itemSchema>, { gone: true } | { ref: string }>

function itemPosting(item: Item): Omit<FoundPosting, 'kind' | 'ownLoadId'> {
  const place = ({ town, st, pos }: z.output<typeof townSchema>) => ({
    city: town,
    region: st,
    lat: pos[0],
    lon: pos[1],
  })
  const to = item.to ?? item.wants ?? null
  const code = item.truck_type.toLowerCase()
  return {
    id: item.no,
    board: name,
    origin: place(item.at),
    destination: to && place(to),
    toStates: item.wants_states,
    equipment: equipmentKinds.includes(code as Equipment) ? code : 'van',
    full: !item.shares_truck,
    lengthFt: item.feet,
    weightLb: item.lbs,
    miles: item.distance,
    rate: rateOf(item),
    earliest: item.day,
    latest: item.until ?? null,
    postedAt: item.listed,
    company: item.by,
    daysToPay: item.pays_days,
    comments: item.remark,
    mc: item.mc ?? null,
    phone: item.call ?? null,
  }
}

function rateOf({ usd, usd_mile: usdPerMile }: Item): FoundPosting['rate'] {
  if (usd) return { amount: usd, basis: 'flat' }
  return usdPerMile ? { amount: usdPerMile, basis: 'per_mile' } : null
}

/** A carrier's answer as the board calls it back. */
const replySchema = z.object({
  answer_no: z.string().min(1).max(80),
  shipper_ref: z.string().min(4).max(40),
  mc: z.string().regex(/^\d{4,8}$/),
  usd: z.number().positive().max(1_000_000),
  good_minutes: z.number().int().min(1).max(20_000).nullable().default(null),
  words: z.string().max(500).default(''),
})

/** An answer is believed for so long after it was signed, and as much before, for clocks that differ. */
const signatureLifeMs = 5 * 60_000

/** `t=…,v1=…`: the moment of signing (UTC milliseconds) and HMAC with SHA-256 over it and the raw body, keyed with the secret shared with the board. */
export function replySignature(body: string, secret: string, at: number): string {
  return `t=${at},v1=${createHmac('sha256', secret).update(`${at}.${body}`).digest('hex')}`
}

/** Whether the board signed these bytes, and lately: one that was seen on its way cannot be played again. */
function isSigned(body: string, signature: string | null, secret: string, now: number): boolean {
  const at = Number(/^t=(\d{1,15}),v1=/.exec(signature ?? '')?.[1] ?? Number.NaN)
  if (secret === '' || !(Math.abs(now - at) <= signatureLifeMs)) return false
  const expected = Buffer.from(replySignature(body, secret, at))
  const given = Buffer.from(signature ?? '')
  return given.length === expected.length && timingSafeEqual(given, expected)
}

function parseJson(body: string): unknown {
  try {
    return JSON.parse(body)
  } catch {
    return null
  }
}
