import { z } from 'zod'
import { cutTo } from '#core/board/board'
import type { Equipment } from '#core/load/load'
import type { BoardPosting } from '#core/posting/posting'
import { gearWords } from '#core/posting/terms'
import type { FoundPosting } from '#core/search/found'
import { type BoardAdapter, type BoardAnswer, type BoardLink, type FloorReading, viewsSchema } from './adapter'
import { type BoardCall, type BoardResponse, callBoard, isGood, problemOf, readAnswer } from './call'
import { foundPosting } from './found'

const name = 'Waterhole'
const commentLength = 60
const codes: Partial<Record<Equipment, string>> = {
  ...{ van: 'V', reefer: 'R', flatbed: 'F', step_deck: 'SD', power_only: 'PO', box_truck: 'BT', hotshot: 'HS' },
}
const equipment = Object.keys(codes) as Equipment[]

/** The board Waterhole: a pass that runs out, numbers of its own, one origin and one destination, answers to be fetched. */
export const waterhole: BoardAdapter = {
  name,
  accountWords: 'Member name',
  secretWords: 'Password',
  callbackWords: null,
  commentLength,
  equipment,
  lacks: ['stops', 'temperature', 'pieces', 'also', 'liftgate', 'minTrucks'],
  leastRefreshMinutes: 60,
  put: async (link, posting) => {
    // Asked twice, the board would show it twice: what is there of this reference already is the one.
    const mine = await waterhole.listMine(link)
    if ('problem' in mine) return mine
    const there = mine.value.find(({ reference }) => reference === posting.reference)
    if (there) return changed(link, posting, there.externalId)
    return added(await call(link, { method: 'POST', path: '/freight', body: freight(posting) }))
  },
  change: async (link, posting, { externalId, ...asked }) => {
    const answer = await changed(link, posting, externalId)
    const isGone = 'problem' in answer && answer.problem.message.includes('answered 404')
    return isGone ? waterhole.put(link, posting, asked) : answer
  },
  remove: async (link, { reference, externalId }) => {
    if (externalId !== null) return removed(link, externalId)
    const mine = await waterhole.listMine(link)
    if ('problem' in mine) return mine
    for (const each of mine.value.filter((one) => one.reference === reference)) {
      const answer = await removed(link, each.externalId)
      if ('problem' in answer) return answer
    }
    return { value: null }
  },
  listMine: async (link) => {
    const answer = await call(link, { method: 'GET', path: '/freight' })
    if ('problem' in answer) return answer
    const read = readAnswer(name, answer.value, z.array(mineSchema))
    if ('problem' in read) return read
    return {
      value: read.value.map(({ freight_id: externalId, eyes: views, ...fields }) => ({
        ...{ reference: fields.our_ref, externalId, fields, views },
      })),
    }
  },
  searchTrucks: (link, cursor) => floor(link, 'truck', cursor),
  searchLoads: (link, cursor) => floor(link, 'load', cursor),
  fieldsOf: freight,
  readReplies: async (link, after) => {
    const answer = await call(link, { method: 'GET', path: `/answers?after=${after}` })
    if ('problem' in answer) return answer
    const read = readAnswer(name, answer.value, z.array(answerSchema))
    if ('problem' in read) return read
    const last = read.value.at(-1)?.seq ?? after
    return {
      value: { last, replies: read.value.map(({ seq: _, ref: reference, ...rest }) => ({ reference, ...rest })) },
    }
  },
  readCallback: null,
}

/** Passes by address and member, each good for some minutes. */
const passes = new Map<string, string>()

/** Asks with the pass that is held, and with a new one where that has run out. */
async function call(link: BoardLink, asked: BoardCall): Promise<BoardAnswer<BoardResponse>> {
  const held = `${link.url} ${link.account} ${link.secret}`
  for (let attempt = 0; ; attempt++) {
    if (!passes.has(held)) {
      const opened = await signIn(link)
      if ('problem' in opened) return opened
      passes.set(held, opened.value)
    }
    const answer = await callBoard(link, { ...asked, headers: { 'x-pass': passes.get(held)! } })
    if ('problem' in answer || answer.value.status !== 401 || attempt > 0) return answer
    passes.delete(held)
  }
}

async function signIn(link: BoardLink): Promise<BoardAnswer<string>> {
  const body = { member: link.account, word: link.secret }
  const answer = await callBoard(link, { method: 'POST', path: '/gate', body })
  if ('problem' in answer) return answer
  if (answer.value.status === 403)
    return {
      problem: { message: `${name} does not accept our member name or password`, final: false, refusesUs: true },
    }
  const read = readAnswer(name, answer.value, z.object({ pass: z.string().min(1).max(200) }))
  return 'problem' in read ? read : { value: read.value.pass }
}

const idSchema = z.object({ freight_id: z.string().regex(/^\w{1,20}$/) })
const mineSchema = z.looseObject({ ...idSchema.shape, our_ref: z.string().min(1).max(80), eyes: viewsSchema })

async function changed(link: BoardLink, posting: BoardPosting, externalId: string) {
  return added(await call(link, { method: 'PATCH', path: `/freight/${externalId}`, body: freight(posting) }))
}

function added(answer: BoardAnswer<BoardResponse>): BoardAnswer<{ externalId: string }> {
  if ('problem' in answer) return answer
  const read = readAnswer(name, answer.value, idSchema)
  return 'problem' in read ? read : { value: { externalId: read.value.freight_id } }
}

async function removed(link: BoardLink, externalId: string): Promise<BoardAnswer<null>> {
  const answer = await call(link, { method: 'DELETE', path: `/freight/${externalId}` })
  if ('problem' in answer) return answer
  const isDown = isGood(answer.value) || answer.value.status === 404
  return isDown ? { value: null } : problemOf(name, answer.value)
}

/** Our posting in the board's own field names. */
function freight(from: BoardPosting): Record<string, unknown> & { our_ref: string } {
  const [first, last] = [from.stops[0], from.stops.at(-1)]
  const place = (stop: typeof first) => stop && { c: stop.city, s: stop.region, ll: `${stop.lat},${stop.lon}` }
  const window = (stop: typeof first) => stop && [stop.earliestLocal ?? stop.day, stop.latestLocal]
  return {
    our_ref: from.reference,
    eq: codes[from.equipment] ?? 'V',
    o: place(first),
    d: place(last),
    load: window(first),
    drop: window(last),
    asap: from.asap ? 1 : 0,
    direct: from.straightThrough ? 1 : 0,
    mi: from.miles,
    ft: from.lengthFt,
    lb: from.weightLb,
    part: from.partial ? 1 : 0,
    team: from.team ? 1 : 0,
    haz: from.hazmat ? 1 : 0,
    what: from.commodity,
    gear: from.gear.map((each) => gearWords[each]).join(', '),
    pay: from.pay && Math.round(from.pay.amountMinor / 100),
    note: cutTo(from.remarks, commentLength),
    tel: from.phone,
    mail: from.replyTo ?? '',
    whom: from.onlyMc,
    n: from.loads,
  }
}

const answerSchema = z.object({
  seq: z.number(),
  number: z.string().min(1).max(80),
  ref: z.string().min(4).max(40),
  mc: z.string().regex(/^\d{4,8}$/),
  usd: z.number().positive().max(1_000_000),
  goodMinutes: z.number().int().min(1).max(20_000).nullable().default(null),
  words: z.string().max(500).default(''),
})

const placeSchema = z.object({ c: z.string(), s: z.string(), ll: z.string() })
const rowSchema = z.union([
  z.object({ id: z.string().min(1), off: z.literal(1) }),
  z.object({ id: z.string().min(1), our_ref: z.string() }),
  z.object({
    id: z.string().min(1),
    t: z.number(),
    who: z.object({ n: z.string(), mc: z.string().nullish(), tel: z.string().nullish() }),
    eq: z.string(),
    o: placeSchema,
    d: placeSchema.nullish(),
    states: z.string().default(''),
    days: z.tuple([z.string(), z.string()]),
    ft: z.number().nullish(),
    lb: z.number().nullish(),
    part: z.number().default(0),
    mi: z.number().nullish(),
    pay: z.union([z.object({ flat: z.number() }), z.object({ mile: z.number() })]).nullish(),
    dtp: z.number().nullish(),
    note: z.string().default(''),
  }),
])
const floorSchema = z.object({ rows: z.array(z.unknown()), next: z.number(), more: z.boolean() })

async function floor(link: BoardLink, kind: 'truck' | 'load', cursor: number): Promise<BoardAnswer<FloorReading>> {
  const path = `/drink/${kind === 'load' ? 'freight' : 'trucks'}?from=${cursor}`
  const answer = await call(link, { method: 'GET', path })
  if ('problem' in answer) return answer
  const read = readAnswer(name, answer.value, floorSchema)
  if ('problem' in read) return read
  const { rows, next, more } = read.value
  const reading: FloorReading = { put: [], gone: [], own: [], next, more }
  for (const raw of rows) {
    const { data: row } = rowSchema.safeParse(raw)
    if (!row) continue
    if ('off' in row) reading.gone.push(row.id)
    else if ('our_ref' in row) reading.own.push({ externalId: row.id, reference: row.our_ref })
    else reading.put.push(...foundPosting({ ...rowPosting(row), kind }))
  }
  return { value: reading }
}

type Row = Exclude<z.output<typeof rowSchema>, { off: 1 } | { our_ref: string }>

function rowPosting(row: Row): Omit<FoundPosting, 'kind' | 'ownLoadId'> {
  const place = ({ c, s, ll }: z.output<typeof placeSchema>) => {
    const [lat, lon] = ll.split(',').map(Number)
    return { city: c, region: s, lat: lat!, lon: lon! }
  }
  const { pay } = row
  const flat = pay && 'flat' in pay ? ({ amount: pay.flat, basis: 'flat' } as const) : null
  const mile = pay && 'mile' in pay ? ({ amount: pay.mile, basis: 'per_mile' } as const) : null
  return {
    id: row.id,
    board: name,
    origin: place(row.o),
    destination: row.d ? place(row.d) : null,
    toStates: row.states.split(' ').filter(Boolean),
    equipment: equipment.find((each) => codes[each] === row.eq) ?? 'van',
    full: row.part === 0,
    lengthFt: row.ft,
    weightLb: row.lb,
    miles: row.mi,
    rate: flat ?? mile,
    earliest: row.days[0],
    latest: row.days[1] === row.days[0] ? null : row.days[1],
    postedAt: new Date(row.t * 1000).toISOString(),
    company: row.who.n,
    daysToPay: row.dtp,
    comments: row.note,
    mc: row.who.mc ?? null,
    phone: row.who.tel ?? null,
  }
}
