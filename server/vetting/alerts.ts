import { and, eq, isNull } from 'drizzle-orm'
import isEqual from 'fast-deep-equal'
import { system } from '#core/access/actor'
import { awaitingPickup } from '#core/load/states'
import { type Db, inTransaction } from '#server/db.server'
import { recordEvent } from '#server/event/event'
import { carrier, gateAlert, load } from '#server/schema'
import { inSql } from '#server/schema/state-sql'
import { askAgain } from './gate'

const rule = system('vetting, checked again')

/**
 * Asks the gate again for awarded loads that have not been picked up. Where it stops now an alert is on the load until it is fixed, overridden or the load
 * is given to another; dispatch asks the gate itself. Answers how many alerts were raised and ended.
 */
export function askAwarded(db: Db, loadIds: number[], now: number): { raised: number; fixed: number } {
  const counts = { raised: 0, fixed: 0 }
  for (const loadId of loadIds) {
    inTransaction(db, () => {
      const row = db.select().from(load).where(eq(load.id, loadId)).get()
      if (!row?.carrierId || !awaitingPickup.has(row.state)) return
      const open = db
        .select()
        .from(gateAlert)
        .where(and(eq(gateAlert.loadId, loadId), eq(gateAlert.carrierId, row.carrierId), isNull(gateAlert.endedAt)))
        .get()
      const verdict = askAgain(db, row, now)
      const reasons = verdict.reasons
        .filter((reason) => reason.severity === 'stop')
        .map(({ code, message, fix }) => ({ code, message, fix }))
      if (reasons.length > 0 && !open) {
        db.insert(gateAlert).values({ loadId, carrierId: row.carrierId, reasons, raisedAt: now }).run()
        const name =
          db.select({ name: carrier.name }).from(carrier).where(eq(carrier.id, row.carrierId)).get()?.name ?? ''
        recordEvent(
          db,
          'load',
          loadId,
          {
            kind: 'gate_alert',
            carrierName: name,
            reasons: reasons.map(({ message }) => message),
            policyVersion: verdict.policyVersion,
          },
          { now, by: rule },
        )
        counts.raised++
      } else if (reasons.length > 0 && open && !isEqual(open.reasons, reasons)) {
        db.update(gateAlert).set({ reasons }).where(eq(gateAlert.id, open.id)).run()
      } else if (reasons.length === 0 && open) {
        db.update(gateAlert)
          .set({ endedAt: now, endedHow: 'fixed', endedBy: rule.name })
          .where(eq(gateAlert.id, open.id))
          .run()
        recordEvent(
          db,
          'load',
          loadId,
          { kind: 'gate_fixed', reasons: open.reasons.map(({ message }) => message) },
          { now, by: rule },
        )
        counts.fixed++
      }
    })
  }
  return counts
}

/** Loads of these carriers that are awarded and not yet picked up. */
export function awardedTo(db: Db, carrierIds: number[]): number[] {
  return (
    db.$client
      .prepare(
        `select load.id from json_each(@ids) join load indexed by load_carrier on load.carrier_id = value where state in (${inSql(awaitingPickup)})`,
      )
      .all({ ids: JSON.stringify(carrierIds) }) as { id: number }[]
  ).map(({ id }) => id)
}
