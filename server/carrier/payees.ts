import { and, eq } from 'drizzle-orm'
import { personId } from '#core/access/actor'
import { carrierRefusals } from '#core/carrier/refusals'
import { type Refusal, refusalWords, refused } from '#core/decision/refusal'
import { decidePayee, type PayeeCommand, type PayeeFacts } from '#core/payee/decide'
import type { PayeeEvent } from '#core/payee/events'
import { type PayeeRefusalCode, payeeRefusals } from '#core/payee/words'
import type { Db } from '#server/db.server'
import type { Context, Subject } from '#server/kernel/run'
import { recordOf, storeLinks } from '#server/register/store'
import { carrier, payee } from '#server/schema'
import { accountKey, seal } from '#server/secrets/keys'

/** Decisions about who is paid for a carrier's loads; they are recorded with the carrier. */
export const payeeSubject: Subject<'carrier', PayeeFacts, PayeeCommand, PayeeEvent> = {
  aggregate: 'carrier',
  read: readPayeeFacts,
  decide: (facts, command, { by }) => decidePayee(facts, command, by),
  apply: (db, carrierId, _, context) =>
    context.command.kind === 'ask_payee'
      ? askFor(db, carrierId, context.command.payee, context)
      : settle(db, carrierId, context.command, context),
  words: (refusal) => refusalWords(payeeRefusals, refusal as Refusal<PayeeRefusalCode>),
  missing: refused(carrierRefusals, 'no_such_carrier').refusal,
}

function readPayeeFacts(db: Db, carrierId: number): PayeeFacts | null {
  if (!db.select({ id: carrier.id }).from(carrier).where(eq(carrier.id, carrierId)).get()) return null
  const waiting = db
    .select({
      id: payee.id,
      name: payee.name,
      accountEnd: payee.accountEnd,
      askedBy: payee.askedBy,
      askedById: payee.askedById,
    })
    .from(payee)
    .where(and(eq(payee.carrierId, carrierId), eq(payee.state, 'waiting')))
    .get()
  return { waiting: waiting ?? null }
}

type PayeeContext = Context<PayeeFacts, PayeeCommand>

/** A newer request takes the place of one that waits. */
function askFor(
  db: Db,
  carrierId: number,
  { account, ...rest }: (PayeeCommand & { kind: 'ask_payee' })['payee'],
  { now, by }: PayeeContext,
): void {
  db.update(payee)
    .set({ state: 'replaced', decidedBy: by.name, decidedById: personId(by), decidedAt: now })
    .where(and(eq(payee.carrierId, carrierId), eq(payee.state, 'waiting')))
    .run()
  db.insert(payee)
    .values({
      carrierId,
      ...rest,
      accountEnd: account.slice(-4),
      accountSealed: seal(account),
      accountKey: accountKey(rest.routing, account),
      state: 'waiting',
      askedBy: by.name,
      askedById: personId(by),
      askedAt: now,
    })
    .run()
}

/** An approved payee takes the place of the one before it, and its account counts among what carriers may share. */
function settle(
  db: Db,
  carrierId: number,
  { kind, payeeId }: PayeeCommand & { kind: 'approve_payee' | 'refuse_payee' },
  { now, by }: PayeeContext,
): void {
  if (kind === 'approve_payee')
    db.update(payee)
      .set({ state: 'replaced' })
      .where(and(eq(payee.carrierId, carrierId), eq(payee.state, 'approved')))
      .run()
  db.update(payee)
    .set({
      state: kind === 'approve_payee' ? 'approved' : 'refused',
      decidedBy: by.name,
      decidedById: personId(by),
      decidedAt: now,
    })
    .where(eq(payee.id, payeeId))
    .run()
  const row = db.select({ dotNumber: carrier.dotNumber }).from(carrier).where(eq(carrier.id, carrierId)).get()
  const record = row && recordOf(db, row.dotNumber)?.record
  if (record) storeLinks(db, record, carrierId)
}
