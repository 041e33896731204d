import { desc, eq } from 'drizzle-orm'
import { z } from 'zod'
import { openLink } from '#server/access/signed-link'
import type { Db } from '#server/db.server'
import type { Outcome } from '#server/kernel/run'
import { carryOut } from '#server/load/commands'
import { confirmation, load } from '#server/schema'
import { askAwarded } from '#server/vetting/alerts'

export const acceptanceSchema = z.object({
  name: z.string().trim().min(2, 'Give your name').max(80, 'At most 80 characters'),
  title: z.string().trim().min(2, 'Give your title').max(80, 'At most 80 characters'),
})

/** What a signed link shows: the frozen terms and where the confirmation stands, or why nothing is shown. */
export function readByLink(db: Db, token: string, now: number) {
  const opened = openLink(db, token, now)
  if ('refusal' in opened) return opened
  const row = db
    .select({
      id: confirmation.id,
      loadId: confirmation.loadId,
      number: confirmation.number,
      version: confirmation.version,
      state: confirmation.state,
      terms: confirmation.terms,
      acceptedAt: confirmation.acceptedAt,
      acceptedName: confirmation.acceptedName,
      acceptedTitle: confirmation.acceptedTitle,
    })
    .from(confirmation)
    .where(eq(confirmation.id, opened.confirmationId))
    .get()
  if (!row) throw new Error(`Link opens confirmation ${opened.confirmationId}, which is not there`)
  const newest = db
    .select({ version: confirmation.version })
    .from(confirmation)
    .where(eq(confirmation.loadId, row.loadId))
    .orderBy(desc(confirmation.version))
    .limit(1)
    .get()
  return { confirmation: row, newestVersion: newest?.version ?? row.version }
}

/** The carrier's yes, with name and title, from a signed link. */
export function acceptByLink(
  db: Db,
  token: string,
  acceptance: z.infer<typeof acceptanceSchema>,
  now: number,
): Outcome | { refusal: { code: string; message: string } } {
  const read = readByLink(db, token, now)
  if ('refusal' in read) return read
  const { id, loadId, terms } = read.confirmation
  const carrierId = db.select({ id: load.carrierId }).from(load).where(eq(load.id, loadId)).get()?.id ?? null
  const outcome = carryOut(
    db,
    loadId,
    { kind: 'accept_confirmation', confirmationId: id, ...acceptance },
    { now, by: { kind: 'carrier', id: carrierId, name: terms.carrier.name } },
  )
  // Their yes stands; whether we still may is asked at this moment too, and an alert holds the dispatch where not.
  if ('done' in outcome) askAwarded(db, [loadId], now)
  return outcome
}
