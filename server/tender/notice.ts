import { and, eq, ne, sql } from 'drizzle-orm'
import isEqual from 'fast-deep-equal'
import type { Actor } from '#core/access/actor'
import { codesUsed } from '#core/tender/codes-used'
import { decideNotice, type KnownTender, type Standing } from '#core/tender/decide-notice'
import type { MessagePosition } from '#core/tender/message-order'
import { respondByInstant } from '#core/tender/respond-by'
import type { Tender } from '#core/tender/tender'
import { type Db, prepared } from '#server/db.server'
import { recordEvent } from '#server/event/event'
import { officeOf } from '#server/office/office'
import { noteCodes, seeCodes } from '#server/partner/codes'
import type { Partner } from '#server/partner/partners'
import { tender, tenderNotice } from '#server/schema'
import { assess, customerOf, equipmentOf } from '#server/tender-facts/assess'
import { answerByRules } from './by-rule'
import { cancelUncovered } from './cancel-uncovered'
import type { Notice, TenderRow } from './rows'

/** Something said of a tender, whatever way it came. */
export interface Said {
  partner: Partner
  tender: Tender
  documentId: number | null
  /** Its place among all that the partner said: what is older than the last word changes nothing. */
  position: MessagePosition
  practice: boolean
}

const at = sql.placeholder
// Thousands come in one file: what is asked for each of them is prepared once.
const insertThread = prepared((db) =>
  db
    .insert(tender)
    .values({
      partnerId: at('partnerId'),
      shipmentId: at('shipmentId'),
      state: at('state'),
      lastControl: at('lastControl'),
      lastSaidAt: at('lastSaidAt'),
    })
    .returning()
    .prepare(),
)
const insertNotice = prepared((db) =>
  db
    .insert(tenderNotice)
    .values({
      tenderId: at('tenderId'),
      partnerId: at('partnerId'),
      documentId: at('documentId'),
      customerId: at('customerId'),
      purpose: at('purpose'),
      state: at('state'),
      receivedAt: at('receivedAt'),
      respondBy: at('respondBy'),
      practice: at('practice'),
      tender: at('tender'),
      facts: at('facts'),
      remark: at('remark'),
    })
    .returning()
    .prepare(),
)
const threadQuery = prepared((db) =>
  db
    .select()
    .from(tender)
    .where(
      and(eq(tender.partnerId, sql.placeholder('partnerId')), eq(tender.shipmentId, sql.placeholder('shipmentId'))),
    )
    .prepare(),
)

/**
 * Writes down what was said of a tender: an offer waits to be answered, a change of an accepted one too, a cancellation ends what was
 * open; what comes twice or late changes nothing. Rules of the customer may answer at once. In the caller's transaction.
 */
export function takeNotice(db: Db, said: Said, now: number): number {
  const { partner, tender: incoming } = said
  const shipmentId = incoming.shipmentId ?? ''
  const before = threadQuery(db).get({ partnerId: partner.id, shipmentId }) ?? null
  const standing = decideNotice(before && known(db, before, incoming), incoming, said.position)
  const row =
    before ??
    insertThread(db).get({
      partnerId: partner.id,
      shipmentId,
      state: standing.tenderState ?? 'offered',
      lastControl: said.position.control,
      lastSaidAt: said.position.saidAt,
    })
  const codes = seeCodes(db, partner.id, codesUsed(incoming), now)
  const facts = assess(db, incoming, equipmentOf(codes, incoming), now)
  const notice = insertNotice(db).get({
    tenderId: row.id,
    partnerId: partner.id,
    documentId: said.documentId,
    customerId: customerOf(codes, partner),
    purpose: incoming.purpose,
    state: standing.state,
    receivedAt: now,
    practice: said.practice,
    tender: incoming,
    facts,
    remark: standing.remark,
    respondBy: respondByInstant(incoming, {
      receivedAt: now,
      respondMinutes: partner.respondMinutes,
      pickupZone: facts.origin?.zone ?? null,
      ourZone: officeOf(db).zone,
    }),
  })
  noteCodes(db, notice.id, codes)
  if (before && standing.state !== 'overtaken') follow(db, row, notice, standing, said)
  const received = { noticeId: notice.id, purpose: incoming.purpose, state: notice.state, remark: standing.remark }
  const by: Actor = { kind: 'partner', id: partner.id, name: partner.name }
  recordEvent(db, 'tender', row.id, { kind: 'tender_received', ...received }, { now, by })
  if (notice.state !== 'open') return notice.id
  if (incoming.purpose === 'cancel') cancelUncovered(db, notice, row, now)
  else answerByRules(db, notice, row, codes, now)
  return notice.id
}

/** The last word overtakes what was open before it. */
function follow(db: Db, row: TenderRow, notice: Notice, standing: Standing, said: Said): void {
  if (standing.state === 'open' || standing.tenderState === 'withdrawn') {
    const state = standing.tenderState === 'withdrawn' ? 'withdrawn' : 'overtaken'
    db.update(tenderNotice)
      .set({
        state,
        remark:
          state === 'withdrawn' ? 'Cancelled by the customer before it was answered' : 'A later one took its place',
      })
      .where(and(eq(tenderNotice.tenderId, row.id), eq(tenderNotice.state, 'open'), ne(tenderNotice.id, notice.id)))
      .run()
  }
  db.update(tender)
    .set({
      lastControl: said.position.control,
      lastSaidAt: said.position.saidAt,
      ...(standing.tenderState ? { state: standing.tenderState } : {}),
    })
    .where(eq(tender.id, row.id))
    .run()
}

/** What is known of a tender that was spoken of before. */
const known = (db: Db, before: TenderRow, incoming: Tender): KnownTender => ({
  state: before.state,
  last: { control: before.lastControl, saidAt: before.lastSaidAt },
  isRepeated: incoming.purpose === 'original' && isSaidAgain(db, before.id, incoming),
})

/** Whether an original says what one before it said, and that one is open or taken. */
function isSaidAgain(db: Db, tenderId: number, incoming: Tender): boolean {
  const rows = db
    .select({ state: tenderNotice.state, tender: tenderNotice.tender })
    .from(tenderNotice)
    .where(eq(tenderNotice.tenderId, tenderId))
    .all()
  return rows.some((row) => (row.state === 'open' || row.state === 'accepted') && isEqual(row.tender, incoming))
}
