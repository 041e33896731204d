import { eq } from 'drizzle-orm'
import { chargeSheet, flatCharge } from '#core/charge/charge'
import type { CancelChoice } from '#core/tender/events'
import type { Db } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import { RefusedInside } from '#server/kernel/run'
import { carryOut } from '#server/load/commands'
import { findLoadFacts } from '#server/load/facts'
import { enqueue } from '#server/outbox/outbox'
import { carrier, charge, load } from '#server/schema'

/**
 * Cancels a load as its customer asks. A carrier that was not on its way yet is set free; one that was dispatched may be paid, and the
 * customer billed, for the truck. It is informed by email either way.
 */
export function cancelLoad(db: Db, loadId: number, shipmentId: string, choice: CancelChoice | null, act: Act): void {
  const facts = findLoadFacts(db, loadId)
  if (!facts || facts.state === 'cancelled') return
  const done = carryOut(db, loadId, { kind: 'cancel', reason: `${shipmentId} cancelled by the customer` }, act)
  if ('refusal' in done) throw new RefusedInside(done)
  if (choice?.carrier === 'bill') bill(db, loadId, choice, act)
  const payMinor = choice?.carrier === 'bill' ? choice.payMinor : null
  if (facts.award) tellCarrier(db, loadId, facts.award.carrierId, payMinor, facts.practice, act)
}

/** Both sides are left with the one charge for a truck ordered and not used. */
function bill(
  db: Db,
  loadId: number,
  { payMinor, sellMinor }: { payMinor: number; sellMinor: number },
  act: Act,
): void {
  db.delete(charge).where(eq(charge.loadId, loadId)).run()
  const lines = [
    { ...flatCharge('truck_ordered_not_used', payMinor), side: 'buy' as const },
    { ...flatCharge('truck_ordered_not_used', sellMinor), side: 'sell' as const },
  ]
  db.insert(charge)
    .values(lines.map((line) => ({ ...line, loadId })))
    .run()
  db.update(load)
    .set({ payMinor, sellMinor: chargeSheet([lines[1]!], { miles: 0, weightLb: null }).totalMinor })
    .where(eq(load.id, loadId))
    .run()
  recordEvent(db, 'load', loadId, { kind: 'truck_not_used', payMinor, sellMinor }, act)
}

function tellCarrier(
  db: Db,
  loadId: number,
  carrierId: number,
  payMinor: number | null,
  practice: boolean,
  act: Act,
): void {
  const mail = db.select({ mail: carrier.mail }).from(carrier).where(eq(carrier.id, carrierId)).get()?.mail
  if (!mail) return
  recordEvent(
    db,
    'load',
    loadId,
    {
      kind: 'carrier_notified',
      to: mail,
      what: payMinor === null ? 'the load is cancelled' : 'the load is cancelled, the truck is paid',
    },
    act,
  )
  if (!practice)
    enqueue(
      db,
      {
        kind: 'carrier_mail',
        stream: `load-${loadId}-cancelled`,
        loadId,
        payload: { cancelled: { loadId, carrierId, payMinor } },
      },
      act.now,
    )
}
