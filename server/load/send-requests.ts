import { randomBytes } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { system } from '#core/access/actor'
import type { LoadEvent } from '#core/load/command'
import type { Db } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import { enqueue } from '#server/outbox/outbox'
import { carrier, confirmation, posting } from '#server/schema'

/** Writes a posting and asks for it to be sent to its board. */
export function askPosting(db: Db, loadId: number, board: string, context: RecordContext): void {
  // The reference is all the board knows the load by; nobody can tell the load's number from it.
  const reference = randomBytes(5).toString('hex')
  const row = db
    .insert(posting)
    .values({
      loadId,
      board,
      reference,
      state: context.practice ? 'up' : 'asked',
      askedAt: context.now,
      upAt: context.practice ? context.now : null,
    })
    .returning({ id: posting.id })
    .get()
  sendToBoard(db, loadId, row.id, 'put', board, context)
}

/** Asks for a posting, or its removal, to be sent to its board. */
export function sendToBoard(
  db: Db,
  loadId: number,
  postingId: number,
  what: 'put' | 'remove',
  board: string,
  context: RecordContext,
): void {
  if (context.practice)
    return keepInside(db, loadId, `the ${what === 'put' ? 'posting' : 'removal'} for ${board}`, context)
  enqueue(db, { kind: 'board', stream: `posting-${postingId}`, loadId, payload: { what, postingId } }, context.now)
}

/** Marks the confirmation sent and asks for its email. */
export function askMail(
  db: Db,
  loadId: number,
  event: LoadEvent & { kind: 'confirmation_mail_asked' },
  context: RecordContext,
): void {
  db.update(confirmation)
    .set({ state: 'sent', sentAt: context.now, sentTo: event.to })
    .where(eq(confirmation.id, event.confirmationId))
    .run()
  if (context.practice) return keepInside(db, loadId, 'the mail', context)
  enqueue(
    db,
    {
      kind: 'mail',
      stream: `confirmation-${event.confirmationId}`,
      loadId,
      payload: {
        confirmationId: event.confirmationId,
        version: event.version,
        to: event.to,
        ...(event.own ? { own: event.own } : {}),
      },
    },
    context.now,
  )
}

/** Answers in writing who wrote to us: our counter, or that we go without them. */
export function askAnswer(
  db: Db,
  loadId: number,
  event: LoadEvent & { kind: 'offer_answer_asked' },
  context: RecordContext,
): void {
  if (context.practice) return keepInside(db, loadId, 'the mail', context)
  enqueue(
    db,
    {
      kind: 'carrier_mail',
      stream: `offer-${event.offerId}`,
      loadId,
      payload: { told: { offerId: event.offerId, what: event.answer, amountMinor: event.amountMinor } },
    },
    context.now,
  )
}

/** A carrier that holds a confirmation is informed that it is no longer valid. */
export function tellReleased(
  db: Db,
  loadId: number,
  event: LoadEvent & { kind: 'award_released' },
  context: RecordContext,
): void {
  if (!event.confirmationSent || event.carrierId === undefined) return
  const mail = db.select({ mail: carrier.mail }).from(carrier).where(eq(carrier.id, event.carrierId)).get()?.mail
  if (!mail) return
  if (context.practice) return keepInside(db, loadId, 'the mail', context)
  enqueue(
    db,
    {
      kind: 'carrier_mail',
      stream: `load-${loadId}-released`,
      loadId,
      payload: { released: { loadId, carrierId: event.carrierId } },
    },
    context.now,
  )
  recordEvent(db, 'load', loadId, { kind: 'carrier_notified', to: mail, what: 'the load is no longer theirs' }, context)
}

/** What an event may need beside itself. */
export interface RecordContext extends Act {
  practice: boolean
  /** The sender's own key of an offer that came over a wire. */
  externalKey?: string
}

/** Records that something of a practice load was not sent. */
export function keepInside(db: Db, loadId: number, what: string, context: RecordContext): void {
  recordEvent(
    db,
    'load',
    loadId,
    { kind: 'kept_in_the_building', what },
    { now: context.now, by: system('practice loads stay inside') },
  )
}
