import { eq, inArray } from 'drizzle-orm'
import { dayOf, toLocal } from '#core/time/local'
import { vet, type Verdict } from '#core/vetting/vetting'
import type { Db } from '#server/db.server'
import { carrier, policy } from '#server/schema'
import { brokerage } from '#server/settings.server'

/** What of a load the gate looks at. */
export interface LoadForGate {
  deliverBy: number
  destZone: string
  freightValueMinor: number | null
}

/** The gate's verdict on each of these carriers for one load, in two queries. */
export function vetCarriers(db: Db, carrierIds: number[], load: LoadForGate, now: number): Map<number, Verdict> {
  if (carrierIds.length === 0) return new Map()
  const carriers = db.select().from(carrier).where(inArray(carrier.id, carrierIds)).all()
  const policies = db.select().from(policy).where(inArray(policy.carrierId, carrierIds)).all()
  const today = dayOf(toLocal(now, brokerage.zone))
  const toVet = { lastDeliveryOn: dayOf(toLocal(load.deliverBy, load.destZone)), freightValueMinor: load.freightValueMinor }
  return new Map(carriers.map((row) => [row.id, vet({ ...row, policies: policies.filter((each) => each.carrierId === row.id) }, toVet, today)]))
}

/** The policies of one carrier, for the gate's time line. */
export const policiesOf = (db: Db, carrierId: number) => db.select().from(policy).where(eq(policy.carrierId, carrierId)).all()
