import { desc, eq } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import type { Act } from '#server/log/act'
import { quoteLog } from '#server/schema'

export type QuoteLogKind =
  | 'made'
  | 'lines_added'
  | 'lines_removed'
  | 'line_changed'
  | 'terms_changed'
  | 'repriced'
  | 'sent'
  | 'delivered'
  | 'not_delivered'
  | 'won'
  | 'lost'
  | 'reopened'
  | 'lapsed'
  | 'loads_made'

/** Adds one entry to a quote's log; always in the transaction that makes it true. */
export function writeQuoteLog(
  db: Db,
  quoteId: number,
  kind: QuoteLogKind,
  data: Record<string, unknown>,
  { now, by }: Act,
): void {
  db.insert(quoteLog).values({ at: now, quoteId, actorKind: by.kind, actorName: by.name, kind, data }).run()
}

const shownEntries = 60

export const readQuoteLog = (db: Db, quoteId: number) =>
  db
    .select({
      id: quoteLog.id,
      at: quoteLog.at,
      actorName: quoteLog.actorName,
      kind: quoteLog.kind,
      data: quoteLog.data,
    })
    .from(quoteLog)
    .where(eq(quoteLog.quoteId, quoteId))
    .orderBy(desc(quoteLog.id))
    .limit(shownEntries)
    .all()
