import { and, eq } from 'drizzle-orm'
import type { Equipment } from '#core/load/load'
import { fromDesk } from '#core/money/exchange'
import type { Currency } from '#core/money/money'
import type { LineState, LostReason } from '#core/quote/quote'
import {
  type BestPrice,
  bestPrice,
  type ChanceAtPrice,
  chanceAt,
  type DecidedLine,
  enoughDecided,
  enoughOfEach,
  fitWinChance,
} from '#core/quote/win-chance'
import type { Account } from '#core/rates/account'
import { prefixOf } from '#core/rates/past-price'
import { toInstant } from '#core/time/local'
import { type Db, prepared } from '#server/db.server'
import { fuelShare } from '#server/fuel/fuel'
import { rateNow, rateOfRow } from '#server/money/exchange'
import { officeOf } from '#server/office/office'
import { findRatePicture } from '#server/rates/band'
import { quote, quoteLine } from '#server/schema'

/** A line quoted before on the same lane. */
export interface PriorLine {
  quoteId: number
  number: string
  position: number
  customerName: string
  same: boolean
  state: LineState
  /** In the currency of its own quote, as what it was lost to. */
  sellMinor: number
  currency: Currency
  lostWhy: LostReason | null
  lostToMinor: number | null
  at: number
}

const priors = prepared((db) =>
  db.$client.prepare(`select quote.id quoteId, quote.number, quote_line.position, customer.name customerName, quote.customer_id customerId, quote_line.state, quote_line.sell_minor sellMinor, quote.currency, quote_line.lost_why lostWhy, quote_line.lost_to_minor lostToMinor, coalesce(quote.sent_at, quote.created_at) at
    from quote_line join quote on quote.id = quote_line.quote_id join customer on customer.id = quote.customer_id
    where quote_line.origin_postal >= @origin and quote_line.origin_postal < @origin || '~' and quote_line.dest_postal >= @dest and quote_line.dest_postal < @dest || '~' and quote_line.equipment = @equipment and quote_line.sell_minor is not null and quote_line.quote_id <> @quoteId
    order by (quote.customer_id = @customerId) desc, at desc limit 12`),
)

/** What the lane was quoted at before, this customer's own first. */
export function priorLines(
  db: Db,
  line: { originPostal: string; destPostal: string; equipment: string },
  quoteId: number,
  customerId: number,
): PriorLine[] {
  const rows = priors(db).all({
    origin: prefixOf(line.originPostal),
    dest: prefixOf(line.destPostal),
    equipment: line.equipment,
    quoteId,
    customerId,
  }) as (Omit<PriorLine, 'same'> & { customerId: number })[]
  return rows.map(({ customerId: of, ...row }) => ({
    ...row,
    same: of === customerId,
  }))
}

const decided = prepared((db) =>
  db.$client.prepare(`select (quote_line.line_haul_minor + quote_line.fuel_minor) * (coalesce(quote_line.rate_e6, 1000000) / 1000000.0) / quote_line.band_middle_minor ratio, quote_line.state = 'won' won, quote.customer_id = ? own
    from quote_line indexed by quote_line_decided join quote on quote.id = quote_line.quote_id
    where quote_line.decided_at is not null and quote_line.decided_at >= ? and quote_line.state in ('won', 'lost') and coalesce(quote_line.lost_why, '') <> 'no_freight' and quote_line.band_middle_minor > 0`),
)

const keptDays = 540
const day = 86_400_000

/** Lines won and lost of late; those whose freight never moved tell nothing of the price. */
export const decidedLines = (db: Db, customerId: number, now: number): DecidedLine[] =>
  (decided(db).all(customerId, now - keptDays * day) as { ratio: number; won: number; own: number }[]).map(
    ({ ratio, won, own }) => ({ ratio, won: won === 1, own: own === 1 }),
  )

/** Chances at prices in the quote's currency. */
export interface WinAnswer {
  decided: number
  won: number
  ownDecided: number
  /** Chance at the price asked now; null where none is asked. */
  now: ChanceAtPrice | null
  best: BestPrice
}

export type WinInsight = WinAnswer | { tooFew: string }

/** What a rep wants to know before a line's price is given: why the cost is what it is, what was quoted before, and the chance to win. */
export function lineInsight(db: Db, quoteId: number, lineId: number, now: number) {
  const row = db
    .select({ line: quoteLine, customerId: quote.customerId, currency: quote.currency })
    .from(quoteLine)
    .innerJoin(quote, eq(quote.id, quoteLine.quoteId))
    .where(and(eq(quoteLine.id, lineId), eq(quoteLine.quoteId, quoteId)))
    .get()
  if (!row) return null
  const { line, customerId, currency } = row
  if (
    !line.equipment ||
    line.originLat === null ||
    line.originLon === null ||
    line.destLat === null ||
    line.destLon === null ||
    line.miles === null
  )
    return {
      priors: [],
      account: null as Account | null,
      middleMinor: null as number | null,
      win: null as WinInsight | null,
    }
  const pickupAt = line.pickupFrom ? toInstant(`${line.pickupFrom}T09:00`, officeOf(db).zone) : null
  const picture = findRatePicture(
    db,
    {
      equipment: line.equipment as Equipment,
      originPostal: line.originPostal,
      destPostal: line.destPostal,
      originLat: line.originLat,
      originLon: line.originLon,
      destLat: line.destLat,
      destLon: line.destLon,
      miles: line.miles,
      weightLb: line.weightLb,
      pickupAt,
    },
    now,
    fuelShare(db, now),
  )
  return {
    priors: priorLines(db, { ...line, equipment: line.equipment }, quoteId, customerId),
    account: picture?.account ?? null,
    middleMinor: picture?.middleMinor ?? null,
    win: winInsight(db, line, { customerId, currency }, now),
  }
}

export type LineInsight = NonNullable<ReturnType<typeof lineInsight>>

function winInsight(
  db: Db,
  line: typeof quoteLine.$inferSelect,
  { customerId, currency }: { customerId: number; currency: Currency },
  now: number,
): WinInsight | null {
  if (line.bandMiddleMinor === null) return null
  const rate = line.sellMinor === null ? rateNow(db, currency, now) : { by: rateOfRow(line) }
  if ('refusal' in rate) return { tooFew: rate.refusal.message.replace(/\.$/, '') }
  const costMinor = fromDesk(line.bandMiddleMinor, rate.by)
  const lines = decidedLines(db, customerId, now)
  const model = fitWinChance(lines)
  if (!model)
    return {
      tooFew: `${lines.length} lines won or lost so far: a curve needs ${enoughDecided}, ${enoughOfEach} of each`,
    }
  const asked = line.sellMinor === null ? null : (line.lineHaulMinor ?? 0) + (line.fuelMinor ?? 0)
  return {
    decided: model.decided,
    won: model.won,
    ownDecided: model.ownDecided,
    now: asked === null ? null : chanceAt(model, asked, costMinor),
    best: bestPrice(model, costMinor),
  }
}
