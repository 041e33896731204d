import { sql } from 'drizzle-orm'
import type { FoundPosting } from '#core/search/found'
import type { Verdict } from '#core/vetting/vetting'
import { type Db, prepared } from '#server/db.server'
import { carrier } from '#server/schema'
import { vetCarriers } from '#server/vetting/vet'

export interface KnownCarrier {
  id: number
  name: string
  verdict: Verdict['verdict']
  /** Why not without more ado, in words; empty where it is clear. */
  reasons: string[]
}

const byNumber = prepared((db) =>
  db
    .select({ id: carrier.id, name: carrier.name, mc: carrier.mcNumber })
    .from(carrier)
    .where(sql`${carrier.mcNumber} in (select value from json_each(${sql.placeholder('numbers')}))`)
    .prepare(),
)

/** The carriers on file among those that were found, by MC number, with their vetting by itself (a load may ask for more). */
export function knownCarriers(db: Db, postings: readonly FoundPosting[], now: number): Map<string, KnownCarrier> {
  const numbers = [...new Set(postings.flatMap(({ mc }) => (mc ? [mc] : [])))]
  const rows = byNumber(db).all({ numbers: JSON.stringify(numbers) })
  const verdicts = vetCarriers(
    db,
    rows.map(({ id }) => id),
    null,
    now,
  )
  return new Map(
    rows.flatMap(({ id, name, mc }) => {
      const verdict = verdicts.get(id)
      if (!mc || !verdict) return []
      const reasons = verdict.reasons.map(({ message }) => message)
      return [[mc, { id, name, verdict: verdict.verdict, reasons }] as const]
    }),
  )
}
