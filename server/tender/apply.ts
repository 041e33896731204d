import { eq } from 'drizzle-orm'
import type { TenderEvent } from '#core/tender/events'
import { declineReasons } from '#core/tender/reasons'
import type { Db } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import type { Appliers } from '#server/kernel/run'
import { tender, tenderNotice } from '#server/schema'
import { cancelLoad } from './cancel'
import { reply } from './reply'
import type { Notice, TenderRow } from './rows'
import type { Answered, ServerCommand, ServerFacts } from './subject'
import { makeLoad, takeChange } from './take'

/** What each answer writes beside its event: the load, the reply to the customer, and how tender and notice stand then. */
export const appliers: Appliers<TenderEvent, ServerFacts, ServerCommand, Answered> = {
  tender_accepted: (db, _, { change, note }, context) => {
    const { notice, tender: row, partner } = context.facts.rows
    const taken = change
      ? takeChange(db, notice, row.loadId!, context)
      : makeLoad(db, notice, partner, { ...context, repId: context.command.repId! })
    setTender(db, row, { state: 'accepted', loadId: taken.loadId, standingNoticeId: notice.id })
    settle(db, notice, 'accepted', { note, reasonCode: null }, context)
    reply(db, { notice, partner, loadId: taken.loadId }, { accept: true, remarks: note ? [note] : [] }, context.now)
    const { shipmentId } = context.facts.notice
    recordEvent(
      db,
      'load',
      taken.loadId,
      { kind: 'tender_accepted', shipmentId, partner: partner.name, change },
      context,
    )
    return taken
  },
  tender_declined: (db, _, { change, reasonCode, note }, context) => {
    const { notice, tender: row, partner } = context.facts.rows
    const loadId = change ? row.loadId : null
    if (!change) setTender(db, row, { state: 'declined' })
    settle(db, notice, 'declined', { note, reasonCode }, context)
    const reason = declineReasons[reasonCode]
    const remarks = [`${reasonCode} ${reason}`, ...(note ? [note] : [])]
    reply(db, { notice, partner, loadId }, { accept: false, remarks }, context.now)
    if (loadId === null) return { loadId, remark: null }
    const { shipmentId } = context.facts.notice
    const declined = { kind: 'tender_change_declined' as const, shipmentId, partner: partner.name, reason }
    recordEvent(db, 'load', loadId, declined, context)
    return { loadId, remark: null }
  },
  tender_expired: (db, _, { became }, context) => {
    const { notice, tender: row, partner } = context.facts.rows
    const isDeclined = became === 'decline'
    const state = isDeclined ? ('declined' as const) : ('lapsed' as const)
    settle(db, notice, state, { note: '', reasonCode: isDeclined ? 'P1' : null }, context)
    if (isDeclined)
      reply(db, { notice, partner, loadId: null }, { accept: false, remarks: ['P1 Processing delay'] }, context.now)
    if (row.state === 'offered') setTender(db, row, { state })
  },
  tender_cancelled: (db, _, { choice }, context) => {
    const { notice, tender: row } = context.facts.rows
    cancelLoad(db, row.loadId!, context.facts.notice.shipmentId, choice, context)
    setTender(db, row, { state: 'cancelled' })
    settle(db, notice, 'accepted', { note: '', reasonCode: null }, context)
    return { loadId: row.loadId, remark: null }
  },
}

const setTender = (db: Db, { id }: TenderRow, columns: Partial<typeof tender.$inferInsert>) =>
  db.update(tender).set(columns).where(eq(tender.id, id)).run()

/** Writes down who answered what. */
function settle(
  db: Db,
  notice: Notice,
  state: Notice['state'],
  { note, reasonCode }: { note: string; reasonCode: string | null },
  { now, by }: Act,
): void {
  db.update(tenderNotice)
    .set({
      state,
      note,
      reasonCode,
      answeredAt: now,
      answeredBy: by.name,
      answeredById: by.id,
      answeredByRule: by.kind !== 'person',
    })
    .where(eq(tenderNotice.id, notice.id))
    .run()
}
