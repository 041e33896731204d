import { eq } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import { confirmation } from '#server/schema'

/** A confirmation's PDF and file name, drawn at the first call and kept; null where there is none. */
export async function confirmationPaper(
  db: Db,
  confirmationId: number,
): Promise<{ number: string; loadId: number; pdf: Buffer } | null> {
  const row = db.select().from(confirmation).where(eq(confirmation.id, confirmationId)).get()
  if (!row) return null
  const { confirmationPdf } = await import('./pdf')
  if (row.state === 'void')
    return { number: row.number, loadId: row.loadId, pdf: await confirmationPdf({ ...row, void: true }) }
  const pdf = row.pdf ?? (await confirmationPdf({ ...row, void: false }))
  if (!row.pdf) db.update(confirmation).set({ pdf }).where(eq(confirmation.id, row.id)).run()
  return { number: row.number, loadId: row.loadId, pdf }
}
