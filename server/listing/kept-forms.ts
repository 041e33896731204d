import { and, eq, lt } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import { keptForm } from '#server/schema'

/** A form as somebody left it, and when. */
export interface KeptForm {
  fields: Record<string, unknown>
  keptAt: number
}

/** What nobody came back to for so long is forgotten. */
const keptForMs = 30 * 86_400_000

/** What somebody typed into a form and did not save; null where there is nothing. */
export function keptFormOf(db: Db, userId: number, form: string): KeptForm | null {
  const [row] = db
    .select({ fields: keptForm.fields, keptAt: keptForm.keptAt })
    .from(keptForm)
    .where(and(eq(keptForm.userId, userId), eq(keptForm.form, form)))
    .all()
  return row ?? null
}

/** Keeps what somebody has typed into a form so far. */
export function keepForm(db: Db, userId: number, form: string, { fields, keptAt }: KeptForm): void {
  db.delete(keptForm)
    .where(lt(keptForm.keptAt, keptAt - keptForMs))
    .run()
  db.insert(keptForm)
    .values({ userId, form, fields, keptAt })
    .onConflictDoUpdate({ target: [keptForm.userId, keptForm.form], set: { fields, keptAt } })
    .run()
}

/** Forgets what was typed into a form: it is saved, or begun anew. */
export function dropForm(db: Db, userId: number, form: string): void {
  db.delete(keptForm)
    .where(and(eq(keptForm.userId, userId), eq(keptForm.form, form)))
    .run()
}
