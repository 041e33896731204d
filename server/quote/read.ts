import { and, asc, desc, eq, inArray, ne, sql } from 'drizzle-orm'
import { type DatedRate, toDesk } from '#core/money/exchange'
import { type Currency, percentOf } from '#core/money/money'
import { earlierPrices } from '#core/quote/compare'
import { quoteNumber } from '#core/quote/quote'
import type { RateBand } from '#core/rates/rates'
import { dayOf, toLocal } from '#core/time/local'
import { type Db, prepared } from '#server/db.server'
import { rateOfRow } from '#server/money/exchange'
import { bandOfRow } from '#server/rates/band'
import { rateModelState } from '#server/rates/model'
import { customer, load, quote, quoteLine, quotePaper, user } from '#server/schema'
import { brokerage } from '#server/settings.server'
import type { LineRow } from './lines'
import { readQuoteLog } from './log'
import { extrasOf, pricingOf } from './price'

/** A line as the grid shows it. */
export interface GridLine
  extends Pick<
    LineRow,
    | 'id'
    | 'position'
    | 'state'
    | 'cells'
    | 'problems'
    | 'originCity'
    | 'originRegion'
    | 'destCity'
    | 'destRegion'
    | 'equipment'
    | 'weightLb'
    | 'pickupFrom'
    | 'pickupTo'
    | 'loads'
    | 'comment'
    | 'theirsMinor'
    | 'lostWhy'
    | 'lostToMinor'
    | 'sellMinor'
    | 'lineHaulMinor'
    | 'fuelMinor'
    | 'pricedAt'
  > {
  miles: number | null
  band: RateBand | null
  /** A person's own price in place of the rule's. */
  own: boolean
  extrasMinor: number
  extras: number
  /** The dated rate by which it was priced; null in the desk's own currency. */
  by: DatedRate | null
  /** The price in the desk's currency, whole and without the extras: what the likely cost is held against. */
  deskSellMinor: number | null
  deskAskedMinor: number | null
  /** In the desk's currency. */
  marginMinor: number | null
  marginPercent: number | null
  /** What the lane was asked in the quote it is held against, extras in it. */
  thenMinor: number | null
  loadsMade: number
}

type EarlierLine = Pick<LineRow, 'originPostal' | 'destPostal' | 'sellMinor'> & { equipment: string; miles: number }

function toGrid(line: LineRow, thenMinor: number | null, loadsMade: number): GridLine {
  const band = bandOfRow(line)
  const ours = line.sellMinor === null ? null : (line.lineHaulMinor ?? 0) + (line.fuelMinor ?? 0)
  const by = rateOfRow(line)
  const deskAskedMinor = ours === null ? null : toDesk(ours, by)
  const marginMinor = deskAskedMinor !== null && band ? deskAskedMinor - band.middleMinor : null
  return {
    id: line.id,
    position: line.position,
    state: line.state,
    cells: line.cells,
    problems: line.problems,
    originCity: line.originCity,
    originRegion: line.originRegion,
    destCity: line.destCity,
    destRegion: line.destRegion,
    equipment: line.equipment,
    weightLb: line.weightLb,
    pickupFrom: line.pickupFrom,
    pickupTo: line.pickupTo,
    loads: line.loads,
    comment: line.comment,
    theirsMinor: line.theirsMinor,
    lostWhy: line.lostWhy,
    lostToMinor: line.lostToMinor,
    sellMinor: line.sellMinor,
    lineHaulMinor: line.lineHaulMinor,
    fuelMinor: line.fuelMinor,
    pricedAt: line.pricedAt,
    miles: line.miles === null ? null : Math.round(line.miles),
    band,
    own: line.ownPriceMinor !== null,
    extrasMinor: ours === null ? 0 : line.sellMinor! - ours,
    extras: extrasOf(line.charges).length,
    by,
    deskSellMinor: line.sellMinor === null ? null : toDesk(line.sellMinor, by),
    deskAskedMinor,
    marginMinor,
    marginPercent: marginMinor === null || deskAskedMinor === null ? null : percentOf(marginMinor, deskAskedMinor),
    thenMinor,
    loadsMade,
  }
}

/** Lines as the grid shows them, all of a quote or some. */
export function gridLines(db: Db, quoteId: number, lineIds?: number[]): GridLine[] {
  const own = db.select({ comparedId: quote.comparedId }).from(quote).where(eq(quote.id, quoteId)).get()
  const some = lineIds && inArray(quoteLine.id, lineIds)
  const lines = db
    .select()
    .from(quoteLine)
    .where(and(eq(quoteLine.quoteId, quoteId), some))
    .orderBy(asc(quoteLine.position))
    .all()
  const earlier = own?.comparedId ? earlierLines(db, own.comparedId) : []
  const then = earlierPrices(
    lines.map((line) => ({ ...line, equipment: line.equipment ?? '', miles: line.miles ?? 0 })),
    earlier,
  )
  const made = new Map(
    db
      .select({ lineId: load.quoteLineId, count: sql<number>`count(*)` })
      .from(load)
      .innerJoin(quoteLine, eq(quoteLine.id, load.quoteLineId))
      .where(and(eq(quoteLine.quoteId, quoteId), ne(load.state, 'cancelled')))
      .groupBy(load.quoteLineId)
      .all()
      .map(({ lineId, count }) => [lineId, count]),
  )
  return lines.map((line, at) => toGrid(line, then[at]?.sellMinor ?? null, made.get(line.id) ?? 0))
}

const earlierLines = (db: Db, quoteId: number): EarlierLine[] =>
  db
    .select({
      originPostal: quoteLine.originPostal,
      destPostal: quoteLine.destPostal,
      equipment: quoteLine.equipment,
      sellMinor: quoteLine.sellMinor,
      miles: quoteLine.miles,
    })
    .from(quoteLine)
    .where(eq(quoteLine.quoteId, quoteId))
    .all()
    .map((line) => ({ ...line, equipment: line.equipment ?? '', miles: line.miles ?? 0 }))

/** A quote's page: the quote, its customer and how they are priced, every line, what was sent, who did what. */
export function readQuote(db: Db, quoteId: number, now: number) {
  const row = db
    .select({ quote, customer, rep: user.name })
    .from(quote)
    .innerJoin(customer, eq(customer.id, quote.customerId))
    .innerJoin(user, eq(user.id, quote.repId))
    .where(eq(quote.id, quoteId))
    .get()
  if (!row) return null
  const papers = db
    .select({
      id: quotePaper.id,
      version: quotePaper.version,
      sentTo: quotePaper.sentTo,
      sentAt: quotePaper.sentAt,
      deliveredAt: quotePaper.deliveredAt,
      problem: quotePaper.problem,
    })
    .from(quotePaper)
    .where(eq(quotePaper.quoteId, quoteId))
    .orderBy(desc(quotePaper.version))
    .all()
  const others = otherQuotes(db).all(row.quote.customerId, quoteId) as OtherQuote[]
  const { id, name, city, region, prospect, billingMail, quoteMail, fuelTableId } = row.customer
  return {
    quote: { ...row.quote, number: quoteNumber(row.quote.id) },
    rep: row.rep,
    customer: { id, name, city, region, prospect, mail: quoteMail ?? billingMail ?? '', fuelTableId },
    pricing: pricingOf(db, id),
    lines: gridLines(db, quoteId),
    papers,
    others: others.map((other) => ({ ...other, number: quoteNumber(other.id) })),
    log: readQuoteLog(db, quoteId),
    rates: rateModelState(),
    today: dayOf(toLocal(now, brokerage.zone)),
  }
}

/** Another quote of the customer, and what came of its lines. */
export interface OtherQuote {
  id: number
  title: string
  createdAt: number
  currency: Currency
  lines: number
  won: number
  lost: number
}

const otherQuotes = prepared((db) =>
  db.$client.prepare(`select quote.id, quote.title, quote.created_at createdAt, quote.currency, count(quote_line.id) lines, coalesce(sum(quote_line.state = 'won'), 0) won, coalesce(sum(quote_line.state = 'lost'), 0) lost
    from (select * from quote where customer_id = ? and id <> ? order by created_at desc limit 20) quote left join quote_line on quote_line.quote_id = quote.id group by quote.id order by quote.created_at desc`),
)

export type QuotePage = NonNullable<ReturnType<typeof readQuote>>

const listed = prepared((db) =>
  db.$client.prepare(`select quote.id, quote.title, quote.valid_until validUntil, quote.currency, quote.version, quote.sent_at sentAt, quote.created_at createdAt, customer.name customerName, customer.prospect, user.name rep,
      count(quote_line.id) lines, sum(quote_line.state = 'draft') draft, sum(quote_line.state = 'sent') sent, sum(quote_line.state = 'won') won, sum(quote_line.state = 'lost') lost, sum(quote_line.state = 'lapsed') lapsed,
      sum(quote_line.problems <> '[]') bad, sum(coalesce(quote_line.sell_minor, 0) * coalesce(quote_line.loads, 1)) sellMinor,
      min(quote_line.position) firstPosition
    from (select * from quote where customer_id in (select id from customer where search like @words) or @words = '%' or id = @id or (@words <> '%' and title like @words) order by created_at desc limit @limit) quote
    join customer on customer.id = quote.customer_id join user on user.id = quote.rep_id left join quote_line on quote_line.quote_id = quote.id
    group by quote.id order by quote.created_at desc`),
)

const firstLanes = prepared((db) =>
  db.$client.prepare(
    "select quote_id quoteId, position, origin_city || ' ' || origin_region || ' to ' || dest_city || ' ' || dest_region lane from quote_line where sell_minor is not null and (quote_id, position) in (select quote_id, min(position) from quote_line where sell_minor is not null and quote_id in (select value from json_each(?)) group by quote_id)",
  ),
)

export interface ListedQuote {
  id: number
  number: string
  title: string
  customerName: string
  prospect: boolean
  rep: string
  validUntil: string
  sentAt: number | null
  createdAt: number
  lines: number
  draft: number
  sent: number
  won: number
  lost: number
  lapsed: number
  bad: number
  /** All loads of all lines, in the quote's currency. */
  sellMinor: number
  currency: Currency
  lane: string
}

/** Quotes, the newest first; by words of the customer, the title or the number where any are given. */
export function listQuotes(db: Db, { words, limit }: { words: string; limit: number }): ListedQuote[] {
  const plain = words.trim().toLowerCase().replace(/[%_]/g, '')
  const number = /^q?-?(\d{3,9})$/.exec(plain)?.[1]
  const rows = listed(db).all({
    words: plain === '' ? '%' : `%${plain}%`,
    id: number ? Number(number) - 1000 : -1,
    limit,
  }) as (Omit<ListedQuote, 'number' | 'lane' | 'prospect'> & { prospect: number })[]
  const lanes = new Map(
    (firstLanes(db).all(JSON.stringify(rows.map(({ id }) => id))) as { quoteId: number; lane: string }[]).map(
      ({ quoteId, lane }) => [quoteId, lane],
    ),
  )
  return rows.map((row) => ({
    ...row,
    prospect: row.prospect === 1,
    number: quoteNumber(row.id),
    lane: lanes.get(row.id) ?? '',
  }))
}
