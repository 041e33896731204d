import type { FactSource } from '#core/carrier/carrier'
import { type Db, prepared } from '#server/db.server'

export interface FactChange {
  field: string
  from: string | null
  to: string | null
}

const currentQuery = prepared((db) =>
  db.$client.prepare<[{ carrierId: number; source: FactSource }], { id: number; field: string; value: string }>(
    'select id, field, value from fact where carrier_id = @carrierId and source = @source and ended_at is null',
  ),
)
const beginQuery = prepared((db) =>
  db.$client.prepare(
    'insert into fact (carrier_id, field, value, source, by_name, seen_at) values (@carrierId, @field, @value, @source, @byName, @now)',
  ),
)
const endQuery = prepared((db) => db.$client.prepare('update fact set ended_at = @now where id = @id'))

/**
 * Writes what a source says now of a carrier: a changed fact ends and its new value begins, a fact no longer reported ends. What
 * did not change keeps the day it was first seen. Answers the changes.
 */
export function recordFacts(
  db: Db,
  carrierId: number,
  reported: Readonly<Record<string, string>>,
  by: { source: FactSource; byName?: string; whole: boolean },
  now: number,
): FactChange[] {
  const current = currentQuery(db).all({ carrierId, source: by.source })
  const before = new Map(current.map((row) => [row.field, row]))
  const changes: FactChange[] = []
  const end = (row: { id: number }) => endQuery(db).run({ id: row.id, now })
  for (const [field, value] of Object.entries(reported)) {
    const row = before.get(field)
    if (row?.value === value) continue
    if (row) end(row)
    beginQuery(db).run({ carrierId, field, value, source: by.source, byName: by.byName ?? null, now })
    changes.push({ field, from: row?.value ?? null, to: value })
  }
  if (!by.whole) return changes
  for (const row of current) {
    if (row.field in reported) continue
    end(row)
    changes.push({ field: row.field, from: row.value, to: null })
  }
  return changes
}
