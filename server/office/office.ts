import { desc, eq } from 'drizzle-orm'
import { type Office, plainOffice } from '#core/office/office'
import { type Db, prepared } from '#server/db.server'
import { officeVersion } from '#server/schema'

const newestQuery = prepared((db) =>
  db
    .select({ version: officeVersion.version })
    .from(officeVersion)
    .orderBy(desc(officeVersion.version))
    .limit(1)
    .prepare(),
)
interface Held {
  version: number
  office: Office
  askedAt: number
}
const held = new WeakMap<object, Held>()
/** Another thread that saved a version is heard of this much later. */
const askAgainMs = 1000

/** The settings in force with their version: the newest kept, or version 0, the plain ones, before anybody set any. */
export function currentOffice(db: Db): { version: number; office: Office } {
  const known = held.get(db)
  const now = performance.now()
  if (known && now - known.askedAt < askAgainMs) return known
  const version = newestQuery(db).get()?.version ?? 0
  const office = known?.version === version ? known.office : (officeAt(db, version) ?? plainOffice)
  const current = { version, office, askedAt: now }
  // What is written in an open transaction may still be taken back, and another version get its number.
  if (!db.$client.inTransaction) held.set(db, current)
  return current
}

/** A version was saved by this thread: it is asked for again at once. */
export const forgetOffice = (db: Db): void => void held.delete(db)

/** The brokerage's settings in force: its name, clock, terms, margins. Read anew whenever a version was saved, in every thread. */
export const officeOf = (db: Db): Office => currentOffice(db).office

/** All versions, the newest first, without the settings themselves. */
export const officeVersions = (db: Db) =>
  db
    .select({
      version: officeVersion.version,
      note: officeVersion.note,
      byName: officeVersion.byName,
      at: officeVersion.at,
    })
    .from(officeVersion)
    .orderBy(desc(officeVersion.version))
    .limit(50)
    .all()

/** The settings as a version had them; null where there is none. */
export const officeAt = (db: Db, version: number): Office | null =>
  db.select({ office: officeVersion.office }).from(officeVersion).where(eq(officeVersion.version, version)).get()
    ?.office ?? null
