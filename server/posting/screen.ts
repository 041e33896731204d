import { and, eq, ne } from 'drizzle-orm'
import { secretsIn } from '#core/posting/screen'
import type { Db } from '#server/db.server'
import { customer, load, note, stop } from '#server/schema'

/** What of our secrets is in the notes that carriers would read of a load, or in other words for them, in words; empty where nothing does. */
export function notesTell(db: Db, loadId: number, otherWords: readonly string[] = []): string[] {
  const row = db
    .select({
      customerName: customer.name,
      commodity: load.commodity,
      commodityHidden: load.commodityHidden,
      sellMinor: load.sellMinor,
      maxPayMinor: load.maxPayMinor,
    })
    .from(load)
    .innerJoin(customer, eq(customer.id, load.customerId))
    .where(eq(load.id, loadId))
    .get()
  if (!row) return []
  const notes = db
    .select({ text: note.text })
    .from(note)
    .where(and(eq(note.loadId, loadId), eq(note.audience, 'carrier')))
    .all()
  const stops = db
    .select({ text: stop.driverNote })
    .from(stop)
    .where(and(eq(stop.loadId, loadId), ne(stop.driverNote, '')))
    .all()
  const text = [...[...notes, ...stops].map((each) => each.text), ...otherWords].join('\n')
  return secretsIn(text, {
    customerName: row.customerName,
    hiddenFreight: row.commodityHidden ? row.commodity : null,
    amountsMinor: [row.sellMinor, row.maxPayMinor],
  })
}
