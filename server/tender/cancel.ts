import { eq } from 'drizzle-orm'
import { chargeSheet, flatCharge } from '#core/charge/charge'
import type { Db } from '#server/db.server'
import { carryOut } from '#server/load/commands'
import { findLoadFacts } from '#server/load/facts'
import { type Act, writeLog } from '#server/log/act'
import { enqueue } from '#server/outbox/outbox'
import { carrier, charge, load, tender, tenderNotice } from '#server/schema'
import type { Notice, TenderRow } from './rows'

/** What becomes of the carrier of a cancelled load: set free, or paid for a truck ordered and not used. */
export type CancelChoice = { carrier: 'free' } | { carrier: 'bill'; payMinor: number; sellMinor: number }

type Outcome =
  | { done: true; loadId: number | null; remark: string | null }
  | { refusal: { code: string; message: string } }

/** A load that no carrier has yet is cancelled as the customer says, at once: nobody is to go on looking for a truck. */
export function cancelUncovered(db: Db, notice: Notice, row: TenderRow, now: number): void {
  const facts = row.loadId === null ? null : findLoadFacts(db, row.loadId)
  if (!facts || (facts.state !== 'draft' && facts.state !== 'uncovered')) return
  cancelAccepted(
    db,
    notice,
    row,
    { carrier: 'free' },
    { now, by: { kind: 'rule', name: 'the customer cancelled before a carrier had it' } },
  )
}

/**
 * Carries a customer's cancellation out on the load. A carrier that was not on its way yet is set free; one that was dispatched may be
 * paid, and the customer billed, for the truck. It is told by email either way.
 */
export function cancelAccepted(db: Db, notice: Notice, row: TenderRow, choice: CancelChoice | null, act: Act): Outcome {
  const loadId = row.loadId
  const facts = loadId === null ? null : findLoadFacts(db, loadId)
  if (loadId === null || !facts) return { refusal: { code: 'no_such_load', message: 'There is no load to cancel.' } }
  if (facts.state !== 'cancelled') {
    if (facts.award && facts.state !== 'covered' && !choice)
      return {
        refusal: {
          code: 'carrier_undecided',
          message: `${facts.award.carrierName} is on its way: say whether it is paid for the truck.`,
        },
      }
    const done = carryOut(
      db,
      loadId,
      { kind: 'cancel', reason: `${notice.tender.shipmentId} cancelled by the customer` },
      act,
    )
    if ('refusal' in done) return done
    if (choice?.carrier === 'bill') bill(db, loadId, choice, act)
    if (facts.award)
      tellCarrier(
        db,
        loadId,
        facts.award.carrierId,
        choice?.carrier === 'bill' ? choice.payMinor : null,
        facts.practice,
        act,
      )
  }
  db.update(tender).set({ state: 'cancelled' }).where(eq(tender.id, row.id)).run()
  db.update(tenderNotice)
    .set({ state: 'accepted', answeredAt: act.now, answeredBy: act.by.name, answeredByRule: act.by.kind === 'rule' })
    .where(eq(tenderNotice.id, notice.id))
    .run()
  return { done: true, loadId, remark: null }
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
  writeLog(db, loadId, 'truck_not_used', { kind: 'truck_not_used', payMinor, sellMinor }, act)
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
  writeLog(
    db,
    loadId,
    'carrier_told',
    {
      kind: 'carrier_told',
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
