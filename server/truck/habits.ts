import { and, eq, or } from 'drizzle-orm'
import { habitsFrom, type MailHabit } from '#core/mail/habits'
import type { TruckFacts } from '#core/truck/truck'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { type knownTruck, mailFacts, mailHabit, message } from '#server/schema'

/** What was learnt of a sender, or of any sender of its carrier. */
export const habitsOf = (db: Db, { sender, carrierId }: { sender: string; carrierId: number | null }): MailHabit[] =>
  db
    .select({ kind: mailHabit.kind, words: mailHabit.words, meaning: mailHabit.meaning })
    .from(mailHabit)
    .where(or(eq(mailHabit.sender, sender), carrierId === null ? undefined : eq(mailHabit.carrierId, carrierId)))
    .all()

/** Learns from a truck of an email that somebody puts right; what was learnt of the same words before is replaced. */
export function learnFrom(db: Db, row: typeof knownTruck.$inferSelect, corrected: TruckFacts, { now, by }: Act): void {
  if (row.messageId === null || row.factAt === null) return
  const kept = db
    .select({ facts: mailFacts.facts, sender: message.sender, carrierId: message.carrierId })
    .from(mailFacts)
    .innerJoin(message, eq(message.id, mailFacts.messageId))
    .where(eq(mailFacts.messageId, row.messageId))
    .get()
  const read = kept?.facts.trucks[row.factAt]
  if (!kept || !read) return
  const { sender, carrierId } = kept
  for (const habit of habitsFrom(read, kept.facts.parts, corrected)) {
    const learnt = { ...habit, sender, carrierId, learntBy: by.name, learntAt: now }
    db.insert(mailHabit)
      .values(learnt)
      .onConflictDoUpdate({ target: [mailHabit.sender, mailHabit.kind, mailHabit.words], set: learnt })
      .run()
  }
}

/** Forgets what was learnt; whether it was there. */
export const forgetHabit = (db: Db, id: number): boolean =>
  db
    .delete(mailHabit)
    .where(and(eq(mailHabit.id, id)))
    .run().changes > 0
