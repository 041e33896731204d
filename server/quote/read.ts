import { and, asc, desc, eq, inArray, ne, sql } from 'drizzle-orm'
import { type DatedRate, toDesk } from '#core/money/exchange'
import { type Currency, percentOf } from '#core/money/money'
import { earlierPrices } from '#core/quote/compare'
import type { RateBand } from '#core/rates/rates'
import { dayOf, toLocal } from '#core/time/local'
import { recipientsOf } from '#server/customer/recipients'
import { type Db, prepared } from '#server/db.server'
import { eventsOf } from '#server/event/event'
import { rateOfRow } from '#server/money/exchange'
import { officeOf } from '#server/office/office'
import { bandOfRow } from '#server/rates/band'
import { rateModelState } from '#server/rates/model'
import { customer, load, quote, quoteLine, quoteVersion, user } from '#server/schema'
import { extrasOf, pricingOf } from './price'
import type { LineRow } from './subject'

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

/** Events a quote's page shows. */
const shownEvents = 60

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
  const versions = db
    .select({
      id: quoteVersion.id,
      version: quoteVersion.version,
      sentTo: quoteVersion.sentTo,
      sentAt: quoteVersion.sentAt,
      deliveredAt: quoteVersion.deliveredAt,
      problem: quoteVersion.problem,
    })
    .from(quoteVersion)
    .where(eq(quoteVersion.quoteId, quoteId))
    .orderBy(desc(quoteVersion.version))
    .all()
  const others = otherQuotes(db).all(row.quote.customerId, quoteId) as OtherQuote[]
  const { id, name, city, region, prospect, billingMail, quoteMail, fuelTableId } = row.customer
  return {
    quote: row.quote,
    rep: row.rep,
    customer: {
      id,
      name,
      city,
      region,
      prospect,
      mail: recipientsOf(db, id, 'quotes').join(', ') || (quoteMail ?? billingMail ?? ''),
      fuelTableId,
    },
    pricing: pricingOf(db, id),
    lines: gridLines(db, quoteId),
    versions,
    others,
    log: eventsOf(db, 'quote', quoteId, shownEvents),
    rates: rateModelState(),
    today: dayOf(toLocal(now, officeOf(db).zone)),
  }
}

/** Another quote of the customer, and what came of its lines. */
export interface OtherQuote {
  id: number
  number: string
  title: string
  createdAt: number
  currency: Currency
  lines: number
  won: number
  lost: number
}

const otherQuotes = prepared((db) =>
  db.$client.prepare(`select quote.id, quote.number, quote.title, quote.created_at createdAt, quote.currency, count(quote_line.id) lines, coalesce(sum(quote_line.state = 'won'), 0) won, coalesce(sum(quote_line.state = 'lost'), 0) lost
    from (select * from quote where customer_id = ? and id <> ? order by created_at desc limit 20) quote left join quote_line on quote_line.quote_id = quote.id group by quote.id order by quote.created_at desc`),
)

export type QuotePage = NonNullable<ReturnType<typeof readQuote>>
