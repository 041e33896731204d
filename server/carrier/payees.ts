import { and, eq } from 'drizzle-orm'
import type { Payee } from '#core/carrier/carrier'
import { accountKey, seal } from '#server/access/keys'
import { type Db, inTransaction } from '#server/db.server'
import { keepLinks, recordOf } from '#server/register/keep'
import { carrier, payee } from '#server/schema'
import { type CarrierAct, writeCarrierLog } from './log'

export type PayeeOutcome = { done: true } | { refusal: { code: string; message: string } }

/** Asks for a payee; it waits for somebody else's approval. One that waits already is taken back by a newer one. */
export function askPayee(db: Db, carrierId: number, asked: Payee, act: CarrierAct): PayeeOutcome {
  return inTransaction(db, () => {
    db.update(payee)
      .set({ state: 'replaced', decidedBy: act.by.name, decidedAt: act.now })
      .where(and(eq(payee.carrierId, carrierId), eq(payee.state, 'waiting')))
      .run()
    const { account, ...rest } = asked
    db.insert(payee)
      .values({
        carrierId,
        ...rest,
        accountEnd: account.slice(-4),
        accountSealed: seal(account),
        accountKey: accountKey(rest.routing, account),
        state: 'waiting',
        askedBy: act.by.name,
        askedAt: act.now,
      })
      .run()
    writeCarrierLog(
      db,
      carrierId,
      'payee_asked',
      { name: asked.name, kind: asked.kind, bankName: asked.bankName, accountEnd: account.slice(-4) },
      act,
    )
    return { done: true as const }
  })
}

/** Approves or refuses the payee that waits. Who asked for it may not approve it. */
export function decidePayee(
  db: Db,
  carrierId: number,
  payeeId: number,
  approve: boolean,
  act: CarrierAct,
): PayeeOutcome {
  return inTransaction(db, () => {
    const waiting = db
      .select()
      .from(payee)
      .where(and(eq(payee.id, payeeId), eq(payee.carrierId, carrierId), eq(payee.state, 'waiting')))
      .get()
    if (!waiting) return { refusal: { code: 'nothing_waits', message: 'No payee waits for approval here.' } }
    if (waiting.askedBy === act.by.name)
      return {
        refusal: {
          code: 'same_person',
          message: 'You asked for this payee yourself: a second person has to approve it.',
        },
      }
    if (approve)
      db.update(payee)
        .set({ state: 'replaced' })
        .where(and(eq(payee.carrierId, carrierId), eq(payee.state, 'approved')))
        .run()
    db.update(payee)
      .set({ state: approve ? 'approved' : 'refused', decidedBy: act.by.name, decidedAt: act.now })
      .where(eq(payee.id, payeeId))
      .run()
    writeCarrierLog(
      db,
      carrierId,
      approve ? 'payee_approved' : 'payee_refused',
      { name: waiting.name, accountEnd: waiting.accountEnd, askedBy: waiting.askedBy },
      act,
    )
    const row = db.select({ dotNumber: carrier.dotNumber }).from(carrier).where(eq(carrier.id, carrierId)).get()
    const record = row && recordOf(db, row.dotNumber)?.record
    if (record) keepLinks(db, record, carrierId)
    return { done: true as const }
  })
}
