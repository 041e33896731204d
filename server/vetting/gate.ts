import { may, type Role } from '#core/access/access'
import type { GateAsked } from '#core/load/command'
import type { VettingPolicy } from '#core/vetting/policy'
import { barFor, clearVerdict, type Verdict, verdictOf } from '#core/vetting/vetting'
import type { Db } from '#server/db.server'
import type { Moment } from './carriers-to-vet'
import { loadContextsOf } from './load-context'
import type { LoadForGate } from './load-to-vet'
import { passedCodes } from './overrides'
import { currentPolicy } from './policy'
import { vetCarriers } from './vet'

/** Who asks the gate, and the reason of whoever goes past it. */
export interface GateBy {
  override: string | null
  role: Role
}

/** A verdict as it is asked for a decision: with who may go past it. */
const asked = (verdict: Verdict, { override, role }: GateBy, policy: VettingPolicy): GateAsked => ({
  verdict,
  override,
  mayOverride: may(role, 'override_gate'),
  bar: barFor(role, verdict, policy)?.message ?? null,
})

/** The full gate for one carrier on one load, asked in the transaction that decides. */
export function askGate(db: Db, load: LoadForGate, carrierId: number | null, by: GateBy, now: number): GateAsked {
  const policy = currentPolicy(db)
  const moments = load.id === null ? undefined : loadContextsOf(db, load.id)
  const verdict = carrierId === null ? undefined : vetCarriers(db, [carrierId], load, now, moments).get(carrierId)
  return asked(verdict ?? clearVerdict(policy.version), by, policy)
}

/** The gate once more for the carrier that a load is awarded to, as it is asked for a decision. */
export const askGateAgain = (db: Db, load: AwardedLoad, by: GateBy, now: number): GateAsked =>
  asked(askAgain(db, load, now), by, currentPolicy(db))

/** A load that may be awarded, with what was reported of the driver. */
export type AwardedLoad = LoadForGate & {
  id: number
  carrierId: number | null
  driverPhone?: string | null
  truckNumber?: string | null
}

/** The gate again for a load that is awarded, without what was passed on it before by somebody who may. */
export function askAgain(db: Db, load: AwardedLoad, now: number): Verdict {
  const policy = currentPolicy(db)
  if (load.carrierId === null) return clearVerdict(policy.version)
  const moment = {
    ...loadContextsOf(db, load.id).get(load.carrierId),
    ...seenElsewhere(db, {
      loadId: load.id,
      carrierId: load.carrierId,
      driverPhone: load.driverPhone ?? null,
      truckNumber: load.truckNumber ?? null,
    }),
  }
  const verdict = vetCarriers(db, [load.carrierId], load, now, new Map([[load.carrierId, moment]])).get(load.carrierId)
  if (!verdict) return clearVerdict(policy.version)
  const passed = passedCodes(db, load.id, load.carrierId)
  const reasons = verdict.reasons.filter((reason) => reason.severity !== 'stop' || !passed.has(reason.code))
  return { ...verdict, reasons, verdict: verdictOf(reasons) }
}

/** Other carriers for whom the same driver's phone or the same truck was given. */
function seenElsewhere(
  db: Db,
  {
    loadId,
    carrierId,
    driverPhone,
    truckNumber,
  }: { loadId: number; carrierId: number; driverPhone: string | null; truckNumber: string | null },
): Moment {
  const find = (column: 'driver_phone' | 'truck_number', value: string | null) =>
    value === null
      ? null
      : ((
          db.$client
            .prepare(
              `select carrier.name from load join carrier on carrier.id = load.carrier_id where load.${column} = @value and load.carrier_id <> @carrierId and load.id <> @loadId limit 1`,
            )
            .get({ value, carrierId, loadId }) as { name: string } | undefined
        )?.name ?? null)
  return { driverPhoneSeenFor: find('driver_phone', driverPhone), truckSeenFor: find('truck_number', truckNumber) }
}
