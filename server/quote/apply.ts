import { eq, inArray } from 'drizzle-orm'
import { isInDocument } from '#core/quote/decide'
import type { QuoteEvent } from '#core/quote/events'
import type { CellName, Cells } from '#core/quote/quote'
import type { Db } from '#server/db.server'
import { type Appliers, commandOf } from '#server/kernel/run'
import { enqueue } from '#server/outbox/outbox'
import { customer, quote, quoteLine, quoteVersion } from '#server/schema'
import { documentNow } from './file'
import { insertLines } from './insert-lines'
import { makeLoads } from './loads'
import { columnsOf, priceContext } from './price'
import type { LineRow, QuoteContext, ServerCommand, ServerFacts } from './subject'
import { endOfDay } from './valid-until'

/** What applying an event made, for whoever asked for it. */
export interface Applied {
  lineIds?: number[]
  loadIds?: number[]
}

/** What each event a command leads to writes, beside its row. */
export const appliers: Appliers<QuoteEvent, ServerFacts, ServerCommand, Applied> = {
  lines_added: (db, _, __, context) => ({
    lineIds: insertLines(db, context.facts.row, commandOf(context, 'add_lines').rows, context.now),
  }),
  lines_removed: (db, _, __, { facts }) => {
    db.delete(quoteLine)
      .where(inArray(quoteLine.id, idsOf(facts.rows)))
      .run()
  },
  line_changed: (db, _, __, context) => {
    const line = context.facts.rows[0]!
    const cells = withoutEmpty({ ...line.cells, ...commandOf(context, 'change_line').cells })
    db.update(quoteLine)
      .set({ ...columnsOf(cells, priceContext(db, context.facts.row, context.now)), state: 'draft' })
      .where(eq(quoteLine.id, line.id))
      .run()
    return { lineIds: [line.id] }
  },
  repriced: (db, _, __, { facts, now }) => {
    const prices = priceContext(db, facts.row, now)
    const drafts = facts.rows.filter(({ state }) => state === 'draft')
    for (const line of drafts)
      db.update(quoteLine).set(columnsOf(line.cells, prices)).where(eq(quoteLine.id, line.id)).run()
    return { lineIds: idsOf(drafts) }
  },
  terms_changed: (db, quoteId, { from, to }) => {
    // In another currency no line has a price until it is priced again.
    if (from.currency !== to.currency) db.update(quoteLine).set(unpriced).where(eq(quoteLine.quoteId, quoteId)).run()
    db.update(quote)
      .set({ ...to, validUntilAt: endOfDay(db, to.validUntil) })
      .where(eq(quote.id, quoteId))
      .run()
  },
  sent: (db, quoteId, { version, to }, context) => sendDocument(db, quoteId, { version, to }, context),
  won: (db, _, __, { facts, now }) => {
    const fresh = facts.rows.filter(({ state }) => state !== 'won')
    setLines(db, fresh, { state: 'won', decidedAt: now })
    // A prospect that gives us freight is a customer from then on.
    db.update(customer).set({ prospect: false }).where(eq(customer.id, facts.row.customerId)).run()
  },
  loads_made: (db, _, __, context) => {
    const { plan, repId } = commandOf(context, 'win')
    const { row, rows } = context.facts
    return { loadIds: plan ? rows.flatMap((line) => makeLoads(db, row, line, plan, { ...context, repId })) : [] }
  },
  lost: (db, _, { why, toMinor }, { facts, now }) =>
    setLines(db, facts.rows, { state: 'lost', decidedAt: now, lostWhy: why, lostToMinor: toMinor }),
  reopened: (db, _, __, { facts }) => setLines(db, facts.rows, { state: 'draft', decidedAt: null }),
  lapsed: (db, _, __, { facts }) => {
    const sent = facts.rows.filter(({ state }) => state === 'sent')
    db.update(quoteLine)
      .set({ state: 'lapsed' })
      .where(inArray(quoteLine.id, idsOf(sent)))
      .run()
  },
}

const idsOf = (rows: LineRow[]) => rows.map(({ id }) => id)

function setLines(db: Db, lines: LineRow[], set: Partial<typeof quoteLine.$inferInsert>): void {
  db.update(quoteLine)
    .set({ lostWhy: null, lostToMinor: null, ...set })
    .where(inArray(quoteLine.id, idsOf(lines)))
    .run()
}

const withoutEmpty = (cells: Cells): Cells =>
  Object.fromEntries(Object.entries(cells).filter(([, text]) => text?.trim() !== '')) as Partial<
    Record<CellName, string>
  >

const unpriced = {
  charges: [],
  lineHaulMinor: null,
  fuelMinor: null,
  sellMinor: null,
  ownPriceMinor: null,
  theirsMinor: null,
  rateE6: null,
  rateDay: null,
  pricedAt: null,
}

/** The document is frozen under its version, its drafts are sent with it, and the email is put in the outbox. */
function sendDocument(
  db: Db,
  quoteId: number,
  { version, to }: { version: number; to: string },
  context: QuoteContext,
): void {
  const { facts, now } = context
  const drafts = facts.lines.filter((line) => line.state === 'draft' && isInDocument(line)).map(({ id }) => id)
  db.update(quoteLine).set({ state: 'sent' }).where(inArray(quoteLine.id, drafts)).run()
  db.update(quote).set({ version, sentAt: now, sentTo: to }).where(eq(quote.id, quoteId)).run()
  db.update(customer).set({ quoteMail: to }).where(eq(customer.id, facts.row.customerId)).run()
  const document = documentNow(db, quoteId, version, now)!
  const { id: versionId } = db
    .insert(quoteVersion)
    .values({ quoteId, version, document, message: commandOf(context, 'send').message, sentTo: to, sentAt: now })
    .returning({ id: quoteVersion.id })
    .get()
  enqueue(db, { kind: 'quote_mail', stream: facts.row.number, loadId: null, payload: { versionId } }, now)
}
