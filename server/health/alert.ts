import { and, desc, eq, gte, inArray, isNull, lt, ne, or, sql } from 'drizzle-orm'
import { may } from '#core/access/access'
import { system } from '#core/access/actor'
import { hour } from '#core/time/local'
import { type Db, inTransaction } from '#server/db.server'
import { recordEvent } from '#server/event/event'
import { enqueue } from '#server/outbox/outbox'
import { event, outbox, ownRole, user } from '#server/schema'
import { settings } from '#server/settings.server'

/** What has waited for so long is worth an email. */
export const alertAfterMs = hour
/** Who was told is left alone for so long. */
const quietMs = 24 * hour

/** So many tries take as long as an alert waits: the delay between them doubles, and what is tried again is always due soon. */
const lateAttempts = (): number => Math.ceil(Math.log2(alertAfterMs / settings().OX_OUTBOX_DELAY_MS + 1))

/** How much has waited in the outbox for too long, besides emails to ourselves. */
const lateCount = (db: Db, now: number): number =>
  db
    .select({ count: sql<number>`count(*)` })
    .from(outbox)
    .where(
      and(
        inArray(outbox.state, ['waiting', 'held']),
        ne(outbox.kind, 'person_mail'),
        or(lt(outbox.nextAt, now - alertAfterMs), gte(outbox.attempts, lateAttempts())),
      ),
    )
    .get()!.count

const lastAlert = (db: Db): number =>
  db.select({ at: event.at }).from(event).where(eq(event.kind, 'alert_raised')).orderBy(desc(event.at)).limit(1).get()
    ?.at ?? 0

/** Writes to everybody who may see the status that something has not been sent for over an hour, once a day while it lasts. Returns to how many. */
export function alertIfLate(db: Db, now: number): number {
  const late = lateCount(db, now)
  if (late === 0 || now - lastAlert(db) < quietMs) return 0
  return inTransaction(db, () => {
    const watchers = db
      .select({ id: user.id, role: user.role, own: ownRole })
      .from(user)
      .leftJoin(ownRole, eq(ownRole.id, user.ownRoleId))
      .where(and(isNull(user.deactivatedAt), ne(user.passwordHash, '')))
      .all()
      .filter(({ role, own }) => may(own ?? role, 'see_health'))
    recordEvent(db, 'office', 1, { kind: 'alert_raised', late }, { now, by: system('the watch') })
    for (const { id } of watchers)
      enqueue(db, { kind: 'person_mail', stream: `person-${id}`, loadId: null, payload: { alertTo: id, late } }, now)
    return watchers.length
  })
}
