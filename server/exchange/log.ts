import { and, desc, eq, gte, lt, or, type SQL, sql } from 'drizzle-orm'
import { z } from 'zod'
import { addDays, isDay, toInstant } from '#core/time/local'
import { tenderFields } from '#core/x12/read-sets'
import { visible } from '#core/x12/visible'
import type { Db } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { ReadProblem, readAside } from '#server/read/read'
import { exchange, exchangeDocument, load, loadPartner, partner, tenderNotice } from '#server/schema'

/** What is searched for; everything may be left out. */
export const exchangeQuerySchema = z.object({
  q: z.string().trim().max(60).catch('').default(''),
  partner: z.coerce.number().int().positive().nullable().catch(null).default(null),
  kind: z.string().trim().max(12).catch('').default(''),
  day: z.string().refine(isDay).catch('').default(''),
  trouble: z.enum(['', '1']).catch('').default(''),
  document: z.coerce.number().int().positive().nullable().catch(null).default(null),
  page: z.coerce.number().int().min(0).max(10_000).catch(0).default(0),
})
export type ExchangeQuery = z.infer<typeof exchangeQuerySchema>

export const pageSize = 100

/** Whatever somebody should look at: rejected, not sent, not readable, not taken in. */
const inTrouble = sql`(${exchangeDocument.verdict} = 'R' or ${exchangeDocument.ackVerdict} in ('R', 'P') or ${exchangeDocument.problem} is not null or ${exchange.problem} is not null)`

/** Documents in and out, newest first. */
export function listDocuments(db: Db, query: ExchangeQuery, limit = pageSize) {
  const byNumber = query.q === '' ? undefined : numberIs(db, query.q.toUpperCase())
  const from = query.day === '' ? null : toInstant(`${query.day}T00:00`, officeOf(db).zone)
  return db
    .select({
      id: exchangeDocument.id,
      exchangeId: exchangeDocument.exchangeId,
      at: exchangeDocument.at,
      direction: exchangeDocument.direction,
      kind: exchangeDocument.kind,
      number: exchangeDocument.number,
      verdict: exchangeDocument.verdict,
      state: exchangeDocument.state,
      problem: exchangeDocument.problem,
      ackVerdict: exchangeDocument.ackVerdict,
      noticeId: exchangeDocument.noticeId,
      loadId: exchangeDocument.loadId,
      loadNumber: load.number,
      partnerName: partner.name,
      control: exchange.control,
      exchangeState: exchange.state,
      exchangeProblem: exchange.problem,
      usage: exchange.usage,
    })
    .from(exchangeDocument)
    .innerJoin(exchange, eq(exchange.id, exchangeDocument.exchangeId))
    .leftJoin(partner, eq(partner.id, exchangeDocument.partnerId))
    .leftJoin(load, eq(load.id, exchangeDocument.loadId))
    .where(
      and(
        byNumber,
        query.partner === null ? undefined : eq(exchangeDocument.partnerId, query.partner),
        query.kind === '' ? undefined : eq(exchangeDocument.kind, query.kind),
        from === null
          ? undefined
          : and(
              gte(exchangeDocument.at, from),
              lt(exchangeDocument.at, toInstant(`${addDays(query.day, 1)}T00:00`, officeOf(db).zone)),
            ),
        query.trouble === '' ? undefined : inTrouble,
      ),
    )
    .orderBy(desc(exchangeDocument.id))
    .limit(limit)
    .offset(query.page * limit)
    .all()
}

/** A load's number finds all that was said of it, figures a control number, anything else the beginning of a shipment's number. */
function numberIs(db: Db, said: string): SQL | undefined {
  if (/^\d{1,9}$/.test(said)) return eq(exchange.control, Number(said))
  const own = /^PR-\d+$/.test(said)
    ? db
        .select({ id: load.id, shipmentId: loadPartner.shipmentId })
        .from(load)
        .leftJoin(loadPartner, eq(loadPartner.loadId, load.id))
        .where(eq(load.number, said))
        .get()
    : undefined
  if (own)
    return own.shipmentId === null
      ? eq(exchangeDocument.loadId, own.id)
      : or(eq(exchangeDocument.loadId, own.id), eq(exchangeDocument.number, own.shipmentId))
  return and(gte(exchangeDocument.number, said), lt(exchangeDocument.number, `${said}\uffff`))
}

export type ListedDocument = ReturnType<typeof listDocuments>[number]

/** One document, raw and read side by side; null where there is none. */
export async function readDocument(db: Db, documentId: number) {
  const row = db
    .select({
      document: exchangeDocument,
      exchange,
      partnerName: partner.name,
      noticeState: tenderNotice.state,
      answeredBy: tenderNotice.answeredBy,
    })
    .from(exchangeDocument)
    .innerJoin(exchange, eq(exchange.id, exchangeDocument.exchangeId))
    .leftJoin(partner, eq(partner.id, exchangeDocument.partnerId))
    .leftJoin(tenderNotice, eq(tenderNotice.id, exchangeDocument.noticeId))
    .where(eq(exchangeDocument.id, documentId))
    .get()
  if (!row) return null
  const { raw, ...kept } = row.exchange
  // A document of a partner's: who opens it makes nobody else wait, whatever it holds.
  const read = await readAside(
    'document',
    { raw, kind: row.document.kind, ordinal: row.document.ordinal },
    readTimeout,
  ).catch((error: unknown) => {
    if (error instanceof ReadProblem) return null
    throw error
  })
  const { segments, fields, isTraced } = read ?? { segments: [], fields: [], isTraced: true }
  const isSet = segments.length > 0
  const notice =
    row.document.noticeId === null
      ? null
      : (db
          .select({ tender: tenderNotice.tender })
          .from(tenderNotice)
          .where(eq(tenderNotice.id, row.document.noticeId))
          .get() ?? null)
  const formFields = notice ? tenderFields(notice.tender).map(([name, value]) => ({ name, value, from: [] })) : []
  return {
    document: row.document,
    exchange: kept,
    partnerName: row.partnerName,
    noticeState: row.noticeState,
    answeredBy: row.answeredBy,
    bytes: raw.length,
    /** Of a set its segments, element by element; of anything else the text as it came. */
    segments: segments.map((segment) => segment.map(visible)),
    signs: isSet ? signsOf(raw) : null,
    text: isSet ? '' : visibleText(raw),
    /** Its bytes were older than the office keeps them. */
    isRemoved: raw.length === 0,
    /** Whether it was found out which bytes each field was read from: not for sets longer than any usual one. */
    isTraced,
    fields: isSet ? fields : formFields,
  }
}

export type ReadDocument = NonNullable<Awaited<ReturnType<typeof readDocument>>>

const readTimeout = 10_000
const maxText = 60_000

const visibleText = (raw: Buffer) => raw.toString('utf8').slice(0, maxText)

/** The delimiters of the interchange, made visible. */
function signsOf(raw: Buffer): { element: string; segment: string } {
  const text = raw.toString('latin1')
  const at = text.indexOf('ISA')
  return { element: visible(text[at + 3] ?? '*'), segment: visible(text[at + 105] ?? '~') }
}
