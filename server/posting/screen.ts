import { and, eq, ne, sql } from 'drizzle-orm'
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core'
import { secretsIn } from '#core/posting/screen'
import { type Db, prepared } from '#server/db.server'
import { customer, load, note, stop } from '#server/schema'

const ofLoad = (column: SQLiteColumn) => eq(column, sql.placeholder('loadId'))
const secretsQuery = prepared((db) =>
  db
    .select({
      customerName: customer.name,
      commodity: load.commodity,
      commodityHidden: load.commodityHidden,
      sellMinor: load.sellMinor,
      maxPayMinor: load.maxPayMinor,
    })
    .from(load)
    .innerJoin(customer, eq(customer.id, load.customerId))
    .where(ofLoad(load.id))
    .prepare(),
)
const notesQuery = prepared((db) =>
  db
    .select({ text: note.text })
    .from(note)
    .where(and(ofLoad(note.loadId), eq(note.audience, 'carrier')))
    .prepare(),
)
const driverNotesQuery = prepared((db) =>
  db
    .select({ text: stop.driverNote })
    .from(stop)
    .where(and(ofLoad(stop.loadId), ne(stop.driverNote, '')))
    .prepare(),
)

/** What of our secrets is in the notes that carriers would read of a load, or in other words for them, in words; empty where nothing does. */
export function notesTell(db: Db, loadId: number, otherWords: readonly string[] = []): string[] {
  const row = secretsQuery(db).get({ loadId })
  if (!row) return []
  const written = [...notesQuery(db).all({ loadId }), ...driverNotesQuery(db).all({ loadId })]
  return secretsIn([...written.map(({ text }) => text), ...otherWords].join('\n'), {
    customerName: row.customerName,
    hiddenFreight: row.commodityHidden ? row.commodity : null,
    amountsMinor: [row.sellMinor, row.maxPayMinor],
  })
}
