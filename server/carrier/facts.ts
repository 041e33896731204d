import { and, eq, isNull } from 'drizzle-orm'
import type { FactSource } from '#core/carrier/carrier'
import type { Db } from '#server/db.server'
import { fact } from '#server/schema'

export interface FactChange {
  field: string
  from: string | null
  to: string | null
}

/**
 * Writes what a source says now of a carrier: a changed fact ends and its new value begins, a fact no longer told ends. What
 * did not change keeps the day it was first seen. Answers the changes.
 */
export function recordFacts(db: Db, carrierId: number, told: Readonly<Record<string, string>>, by: { source: FactSource; byName?: string; whole: boolean }, now: number): FactChange[] {
  const current = db.select({ id: fact.id, field: fact.field, value: fact.value }).from(fact).where(and(eq(fact.carrierId, carrierId), eq(fact.source, by.source), isNull(fact.endedAt))).all()
  const before = new Map(current.map((row) => [row.field, row]))
  const changes: FactChange[] = []
  const end = (row: { id: number }) => db.update(fact).set({ endedAt: now }).where(eq(fact.id, row.id)).run()
  for (const [field, value] of Object.entries(told)) {
    const row = before.get(field)
    if (row?.value === value) continue
    if (row) end(row)
    db.insert(fact).values({ carrierId, field, value, source: by.source, byName: by.byName ?? null, seenAt: now }).run()
    changes.push({ field, from: row?.value ?? null, to: value })
  }
  if (!by.whole) return changes
  for (const row of current) {
    if (row.field in told) continue
    end(row)
    changes.push({ field: row.field, from: row.value, to: null })
  }
  return changes
}
