import { and, count, desc, eq, isNull, sql } from 'drizzle-orm'
import { z } from 'zod'
import { refused } from '#core/decision/refusal'
import { saveRefusals } from '#core/load/save-refusals'
import { type Db, inTransaction } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import type { Outcome } from '#server/kernel/run'
import { carrier, load, message } from '#server/schema'

/** More than these are nobody's to read at once; the rest follows when they are read. */
const shown = 100
/** As much of a text as is shown. */
const shownText = 4_000

const unread = and(isNull(message.loadId), isNull(message.readAt))

/** Emails that belong to no load and that nobody has read, the newest first. */
export const unreadMail = (db: Db) =>
  db
    .select({
      id: message.id,
      sender: message.sender,
      subject: message.subject,
      text: sql<string>`substr(${message.text}, 1, ${sql.raw(String(shownText))})`,
      receivedAt: message.receivedAt,
      carrier: { id: carrier.id, name: carrier.name },
    })
    .from(message)
    .leftJoin(carrier, eq(carrier.id, message.carrierId))
    .where(unread)
    .orderBy(desc(message.id))
    .limit(shown)
    .all()

export type UnreadMail = ReturnType<typeof unreadMail>[number]

/** How many emails of no load nobody has read. */
export const unreadMailCount = (db: Db): number =>
  db.select({ count: count() }).from(message).where(unread).get()?.count ?? 0

const id = z.number().int().positive()

/** What somebody does with an email that belongs to no load. */
export const mailActSchema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('read'), messageId: id }),
  z.object({ intent: z.literal('give'), messageId: id, loadId: id }),
])

/** Marks an email read, or gives it to a load, whose log then has it; one that is of a load already is not there any more. */
export const actOnMail = (db: Db, act: z.infer<typeof mailActSchema>, who: Act): Outcome =>
  inTransaction(db, (): Outcome => {
    const own = db
      .select({ sender: message.sender, subject: message.subject })
      .from(message)
      .where(and(eq(message.id, act.messageId), isNull(message.loadId)))
      .get()
    if (!own) return refused(saveRefusals, 'no_such_message')
    const isRead = { readAt: who.now, readBy: who.by.name }
    if (act.intent === 'give') {
      if (!db.select({ id: load.id }).from(load).where(eq(load.id, act.loadId)).get())
        return refused(saveRefusals, 'no_such_load')
      recordEvent(db, 'load', act.loadId, { kind: 'message_left', ...own }, who)
    }
    const loadId = act.intent === 'give' ? act.loadId : null
    db.update(message)
      .set({ ...isRead, loadId })
      .where(eq(message.id, act.messageId))
      .run()
    return { done: true }
  })
