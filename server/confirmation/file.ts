import { eq } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import { draw } from '#server/pdf/draw'
import { confirmation } from '#server/schema'

/** A confirmation's PDF and file name, drawn at the first call and kept; null where there is none. */
export async function confirmationFile(
  db: Db,
  confirmationId: number,
): Promise<{ number: string; loadId: number; pdf: Buffer } | null> {
  const row = db.select().from(confirmation).where(eq(confirmation.id, confirmationId)).get()
  if (!row) return null
  const { number, loadId, version, terms } = row
  const isVoid = row.state === 'void'
  const pdf = (isVoid ? null : row.pdf) ?? (await draw('confirmation', { number, version, terms, void: isVoid }))
  if (!isVoid && !row.pdf) db.update(confirmation).set({ pdf }).where(eq(confirmation.id, row.id)).run()
  return { number, loadId, pdf }
}
