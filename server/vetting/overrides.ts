import { and, eq } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import { gateOverride } from '#server/schema'

/** The codes of the stops that were passed for one carrier on one load. */
export const passedCodes = (db: Db, loadId: number, carrierId: number): Set<string> =>
  new Set(
    db
      .select({ reasons: gateOverride.reasons })
      .from(gateOverride)
      .where(and(eq(gateOverride.loadId, loadId), eq(gateOverride.carrierId, carrierId)))
      .all()
      .flatMap(({ reasons }) => reasons.map(({ code }) => code)),
  )
