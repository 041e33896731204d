import type { Db } from '#server/db.server'
import { carrierLog } from '#server/schema'

export interface CarrierAct {
  now: number
  by: { kind: 'person' | 'carrier' | 'rule'; name: string }
}

/** Writes a line of a carrier's log, in the transaction of what it tells. */
export function writeCarrierLog(
  db: Db,
  carrierId: number,
  kind: string,
  data: Record<string, unknown>,
  act: CarrierAct,
): void {
  db.insert(carrierLog)
    .values({ at: act.now, carrierId, actorKind: act.by.kind, actorName: act.by.name, kind, data })
    .run()
}
