import { and, eq } from 'drizzle-orm'
import { type Refusal, refusalWords, refused } from '#core/decision/refusal'
import { decideTender, type NoticeToDecide, type TenderCommand } from '#core/tender/decide'
import type { TenderEvent } from '#core/tender/events'
import { type TenderRefusalCode, tenderRefusals } from '#core/tender/refusals'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { applyBy, type Context, type Subject } from '#server/kernel/run'
import { codesOf } from '#server/partner/codes'
import { findPartner, type Partner } from '#server/partner/partners'
import { carrier, load, tender, tenderNotice } from '#server/schema'
import { appliers } from './apply'
import { findMisplacedCodes } from './misplaced-codes'
import type { Notice, TenderRow } from './rows'

/** What was decided upon, with the rows it was read from. */
export interface ServerFacts extends NoticeToDecide {
  rows: { notice: Notice; tender: TenderRow; partner: Partner }
}

/** `repId`: who a load that is made of it belongs to. */
export type ServerCommand = TenderCommand & { repId?: number }
export type TenderContext = Context<ServerFacts, ServerCommand>

/** What answering made: the load, and what is to be said of it. */
export interface Answered {
  loadId: number | null
  remark: string | null
}

/** Decisions about a tender; each is about one of its notices. */
export const tenderSubject: Subject<'tender', ServerFacts, ServerCommand, TenderEvent, Answered> = {
  aggregate: 'tender',
  read: readTenderFacts,
  decide: decideTender,
  apply: applyBy(appliers, { loadId: null, remark: null }),
  words: (refusal) => refusalWords(tenderRefusals, refusal as Refusal<TenderRefusalCode>),
  missing: refused(tenderRefusals, 'no_such_tender').refusal,
}

function readTenderFacts(db: Db, tenderId: number, _: Act, command: ServerCommand | null): ServerFacts | null {
  const found = db
    .select({ notice: tenderNotice, tender })
    .from(tenderNotice)
    .innerJoin(tender, eq(tender.id, tenderNotice.tenderId))
    .where(and(eq(tenderNotice.id, command?.noticeId ?? -1), eq(tender.id, tenderId)))
    .get()
  if (!found) return null
  const { notice } = found
  const partner = findPartner(db, notice.partnerId)!
  const asksForStrays = command?.kind === 'accept' && command.amongMany
  return {
    rows: { ...found, partner },
    notice: {
      id: notice.id,
      state: notice.state,
      purpose: notice.purpose,
      shipmentId: notice.tender.shipmentId ?? '',
      answeredBy: notice.answeredBy,
    },
    tender: { state: found.tender.state, loadId: found.tender.loadId },
    onExpiry: partner.onExpiry,
    load: notice.purpose === 'cancel' ? loadFacts(db, found.tender.loadId) : null,
    misplaced: asksForStrays ? (findMisplacedCodes(db, notice.tender, codesOf(db, notice.id))[0] ?? null) : null,
  }
}

const loadFacts = (db: Db, loadId: number | null): NoticeToDecide['load'] =>
  loadId === null
    ? null
    : (db
        .select({ state: load.state, carrierName: carrier.name })
        .from(load)
        .leftJoin(carrier, eq(carrier.id, load.carrierId))
        .where(eq(load.id, loadId))
        .get() ?? null)
