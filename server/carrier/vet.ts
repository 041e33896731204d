import { eq, sql } from 'drizzle-orm'
import { dayOf, toLocal } from '#core/time/local'
import { vet, type Verdict } from '#core/vetting/vetting'
import { type Db, prepared } from '#server/db.server'
import { carrier, policy } from '#server/schema'
import { brokerage } from '#server/settings.server'

/** What of a load the gate looks at. */
export interface LoadForGate {
  deliverBy: number
  destZone: string
  freightValueMinor: number | null
}

const carriersQuery = prepared((db) =>
  db
    .select({ id: carrier.id, authorityStatus: carrier.authorityStatus, authorityGrantedOn: carrier.authorityGrantedOn, w9OnFile: carrier.w9OnFile, agreementOnFile: carrier.agreementOnFile, doNotUse: carrier.doNotUse })
    .from(carrier)
    .where(sql`${carrier.id} in (select value from json_each(${sql.placeholder('ids')}))`)
    .prepare(),
)
const policiesQuery = prepared((db) => db.select().from(policy).where(sql`${policy.carrierId} in (select value from json_each(${sql.placeholder('ids')}))`).prepare())

/** The gate's verdict on each of these carriers for one load, in two queries. */
export function vetCarriers(db: Db, carrierIds: number[], load: LoadForGate, now: number): Map<number, Verdict> {
  if (carrierIds.length === 0) return new Map()
  const ids = JSON.stringify(carrierIds)
  const carriers = carriersQuery(db).all({ ids })
  const policies = policiesQuery(db).all({ ids })
  const today = dayOf(toLocal(now, brokerage.zone))
  const toVet = { lastDeliveryOn: dayOf(toLocal(load.deliverBy, load.destZone)), freightValueMinor: load.freightValueMinor }
  return new Map(carriers.map((row) => [row.id, vet({ ...row, policies: policies.filter((each) => each.carrierId === row.id) }, toVet, today)]))
}

/** The policies of one carrier, for the gate's time line. */
export const policiesOf = (db: Db, carrierId: number) => db.select().from(policy).where(eq(policy.carrierId, carrierId)).all()
