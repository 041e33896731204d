import { and, asc, eq, sql } from 'drizzle-orm'
import type { InterchangeReport } from '#core/x12/x12'
import type { Db } from '#server/db.server'
import { noteUnlogged } from '#server/event/event'
import { partner } from '#server/schema'

export type Partner = typeof partner.$inferSelect

/** A trading partner by its number; null where there is none. */
export const findPartner = (db: Db, partnerId: number): Partner | null =>
  db.select().from(partner).where(eq(partner.id, partnerId)).get() ?? null

/** All trading partners by name. */
export const listPartners = (db: Db): Partner[] => db.select().from(partner).orderBy(asc(partner.name)).all()

/** Partners by what their names hold, for a field that completes. */
export function findPartners(db: Db, typed: string): { id: number; name: string; transport: string }[] {
  const words = typed.trim().toLowerCase()
  return listPartners(db)
    .filter(({ name }) => name.toLowerCase().includes(words))
    .slice(0, 8)
    .map(({ id, name, transport }) => ({ id, name, transport }))
}

/** The partner that an interchange says it is from, and to us; null where nobody is known by these ids. */
export function partnerOf(
  db: Db,
  { sender, receiver }: Pick<InterchangeReport, 'sender' | 'receiver'>,
): Partner | null {
  return (
    db
      .select()
      .from(partner)
      .where(
        and(
          eq(partner.theirQualifier, sender.qualifier),
          eq(partner.theirId, sender.id),
          eq(partner.ourQualifier, receiver.qualifier),
          eq(partner.ourId, receiver.id),
        ),
      )
      .get() ?? null
  )
}

/** The next control number for what goes to a partner, taken in the caller's transaction: in sequence, none twice. After 999999999 comes 1. */
export function nextControl(db: Db, partnerId: number): number {
  return db
    .update(partner)
    .set({ lastControl: sql`(last_control % 999999999) + 1` })
    .where(eq(partner.id, partnerId))
    .returning({ control: partner.lastControl })
    .get()!.control
}

/** Notes whether a partner can be reached and read. */
export function notePartnerProblem(db: Db, partnerId: number, problem: string | null): void {
  const { changes } = db
    .update(partner)
    .set({ problem })
    .where(and(eq(partner.id, partnerId), sql`problem is not ${problem}`))
    .run()
  if (changes > 0) noteUnlogged(db, 'partner', partnerId, 'problem')
}
