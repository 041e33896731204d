import { and, eq, inArray, isNotNull } from 'drizzle-orm'
import { directoryQuerySchema } from '#core/carrier/directory'
import type { Audience } from '#core/posting/terms'
import { carrierIdsFor } from '#server/carrier/directory'
import type { Db } from '#server/db.server'
import { carrier, savedView } from '#server/schema'

/** Carriers that are named to a board at most. */
const mostNamed = 1000

/**
 * Makes of an audience the MC numbers of its carriers, in their order; null where everybody sees the posting. A group is a kept search of the directory
 * and is asked anew each time, once for many postings: who joins it later sees what is posted to it.
 */
export function mcNumbersOf(db: Db, now = Date.now()): (audience: Audience | null) => string[] | null {
  const groups = new Map<number, number[]>()
  const inGroup = (groupId: number): number[] => {
    const known = groups.get(groupId)
    if (known) return known
    const found = readGroup(db, groupId, now)
    groups.set(groupId, found)
    return found
  }
  return (audience) => {
    if (audience === null) return null
    const ids = new Set([...audience.groupIds.flatMap(inGroup), ...audience.carrierIds])
    return db
      .select({ mcNumber: carrier.mcNumber })
      .from(carrier)
      .where(and(inArray(carrier.id, [...ids].slice(0, mostNamed)), isNotNull(carrier.mcNumber)))
      .all()
      .map(({ mcNumber }) => mcNumber!)
      .sort()
  }
}

function readGroup(db: Db, groupId: number, now: number): number[] {
  const view = db
    .select({ query: savedView.query })
    .from(savedView)
    .where(and(eq(savedView.id, groupId), eq(savedView.list, 'carriers')))
    .get()
  if (!view) return []
  const query = directoryQuerySchema.parse(Object.fromEntries(new URLSearchParams(view.query)))
  return carrierIdsFor(db, query, now)
}

/** The carriers of an audience that were chosen by name, for the form. */
export const namedCarriers = (db: Db, audience: Audience | null): { id: number; name: string }[] =>
  audience === null || audience.carrierIds.length === 0
    ? []
    : db
        .select({ id: carrier.id, name: carrier.name })
        .from(carrier)
        .where(inArray(carrier.id, audience.carrierIds))
        .all()
