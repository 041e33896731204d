import { and, desc, eq, gte, inArray, ne, sql } from 'drizzle-orm'
import { onTheWay } from '#core/load/states'
import { milesWords } from '#core/miles/words'
import { compareTenders, type TenderChange } from '#core/tender/changes'
import { tenderMargins } from '#core/tender/facts'
import { day } from '#core/time/local'
import type { Db } from '#server/db.server'
import { codesOf, isMapped, type PartnerCode } from '#server/partner/codes'
import { carrier, confirmation, load, partner, tender, tenderNotice } from '#server/schema'
import { tenderBand } from '#server/tender-facts/assess'
import { findMisplacedCodes } from './misplaced-codes'
import { carriersFor, proposalsFor, trucksFor } from './proposals'
import type { Notice } from './rows'

const recordDays = 90

/** Everything about one notice that its row does not tell; null where there is no such notice. */
export function readTenderDetail(db: Db, noticeId: number, now: number) {
  const row = db
    .select({ notice: tenderNotice, thread: tender, partner })
    .from(tenderNotice)
    .innerJoin(tender, eq(tender.id, tenderNotice.tenderId))
    .innerJoin(partner, eq(partner.id, tenderNotice.partnerId))
    .where(eq(tenderNotice.id, noticeId))
    .get()
  if (!row) return null
  const { notice, thread } = row
  const codes = codesOf(db, notice.id)
  const band = tenderBand(db, notice.facts, now) ?? notice.facts.band
  return {
    id: notice.id,
    state: notice.state,
    remark: notice.remark,
    answeredBy: notice.answeredBy,
    answeredAt: notice.answeredAt,
    receivedAt: notice.receivedAt,
    respondBy: notice.respondBy,
    purpose: notice.purpose,
    documentId: notice.documentId,
    practice: notice.practice,
    tender: notice.tender,
    facts: notice.facts,
    band,
    margins: tenderMargins({ ...notice.facts, band }),
    partner: {
      id: row.partner.id,
      name: row.partner.name,
      takesNotes: row.partner.takesNotes,
      onExpiry: row.partner.onExpiry,
      contactName: row.partner.contactName,
      contactPhone: row.partner.contactPhone,
      answers: row.partner.transport === 'site' ? 'the site’s form' : '990',
    },
    codes: codesToMap(db, notice, codes),
    misplacedCodes: findMisplacedCodes(db, notice.tender, codes),
    carriers: carriersFor(db, notice, now),
    trucks: trucksFor(db, notice, now),
    record: recordOf(db, notice.customerId, now),
    change:
      thread.state === 'accepted' && thread.loadId !== null
        ? changeOf(db, notice, thread.loadId, thread.standingNoticeId)
        : null,
  }
}

export type TenderDetail = NonNullable<ReturnType<typeof readTenderDetail>>

/** The codes of a notice that nobody has mapped yet, each with what it may be. */
function codesToMap(db: Db, notice: Notice, codes: readonly PartnerCode[]) {
  return codes
    .filter((code) => !isMapped(code))
    .map((code) => ({
      id: code.id,
      kind: code.kind,
      code: code.code,
      said: code.said,
      proposals: proposalsFor(db, code, notice.tender),
      equipment: notice.tender.equipment.kind,
    }))
}

export type CodeToMap = ReturnType<typeof codesToMap>[number]

/** What this customer tendered in ninety days, and what became of it. */
function recordOf(db: Db, customerId: number | null, now: number) {
  if (customerId === null) return null
  const since = now - recordDays * day
  const answers = db
    .select({
      tendered: sql<number>`count(*)`,
      accepted: sql<number>`coalesce(sum(state = 'accepted'), 0)`,
      declined: sql<number>`coalesce(sum(state = 'declined'), 0)`,
      lapsed: sql<number>`coalesce(sum(state = 'lapsed'), 0)`,
      minutes: sql<number | null>`avg((answered_at - received_at) / 60000.0)`,
    })
    .from(tenderNotice)
    .where(
      and(
        eq(tenderNotice.customerId, customerId),
        gte(tenderNotice.receivedAt, since),
        eq(tenderNotice.purpose, 'original'),
        inArray(tenderNotice.state, ['accepted', 'declined', 'lapsed']),
      ),
    )
    .get()!
  const hauled = db
    .select({
      loads: sql<number>`count(*)`,
      sellMinor: sql<number | null>`sum(sell_minor)`,
      payMinor: sql<number | null>`sum(pay_minor)`,
      onTime: sql<number | null>`avg(delivered_on_time)`,
      cancelled: sql<number>`coalesce(sum(state = 'cancelled'), 0)`,
    })
    .from(load)
    .where(
      and(
        eq(load.customerId, customerId),
        gte(load.createdAt, since),
        eq(load.practice, false),
        sql`pay_minor is not null`,
      ),
    )
    .get()!
  return { ...answers, ...hauled }
}

/** What a change or cancellation of an accepted tender would do to its load. */
function changeOf(db: Db, notice: Notice, loadId: number, standingId: number | null) {
  const row = db
    .select({ load, carrierName: carrier.name })
    .from(load)
    .leftJoin(carrier, eq(carrier.id, load.carrierId))
    .where(eq(load.id, loadId))
    .get()!
  const standing =
    standingId === null
      ? null
      : (db
          .select()
          .from(tenderNotice)
          .where(and(eq(tenderNotice.id, standingId), ne(tenderNotice.id, notice.id)))
          .get() ?? null)
  const document =
    db
      .select({ state: confirmation.state, version: confirmation.version })
      .from(confirmation)
      .where(eq(confirmation.loadId, loadId))
      .orderBy(desc(confirmation.version))
      .limit(1)
      .get() ?? null
  const lines: TenderChange[] =
    standing && notice.purpose !== 'cancel' ? compareTenders(standing.tender, notice.tender) : []
  return {
    loadId,
    number: row.load.number,
    state: row.load.state,
    carrierName: row.carrierName,
    payMinor: row.load.payMinor,
    sellMinor: row.load.sellMinor,
    miles: row.load.miles,
    lines,
    breaks: notice.purpose === 'cancel' ? [] : breaksOf(row.load, row.carrierName, document, lines, notice),
  }
}

/** What a change would break, each in a sentence. */
function breaksOf(
  own: typeof load.$inferSelect,
  carrierName: string | null,
  document: { state: string; version: number } | null,
  lines: TenderChange[],
  notice: Notice,
): string[] {
  const { facts } = notice
  const moved = lines.filter(({ what, changed }) => changed && what.startsWith('Stop'))
  const money = (minor: number) => `$${Math.round(minor / 100).toLocaleString('en-US')}`
  const milesBy = facts.miles === null ? 0 : Math.round(facts.miles - own.miles)
  const newMargin = own.payMinor === null || facts.chargeMinor === null ? null : facts.chargeMinor - own.payMinor
  return [
    carrierName && moved.length > 0
      ? `${carrierName} has agreed to other stops or windows${document?.state === 'accepted' ? `: version ${document.version} of the rate confirmation is accepted, and a new one has to be` : ''}`
      : '',
    Math.abs(milesBy) >= 5
      ? `${milesWords(Math.abs(milesBy))} ${milesBy > 0 ? 'more' : 'less'}${own.payMinor === null ? '' : ' for the same pay'}`
      : '',
    newMargin !== null && newMargin !== own.sellMinor - own.payMinor!
      ? `Margin ${money(newMargin)} instead of ${money(own.sellMinor - own.payMinor!)}`
      : '',
    facts.lateMs !== null && facts.lateMs > 0 ? 'It can no longer be driven in time by the law' : '',
    lines.some(({ what, changed }) => what === 'Equipment' && changed) && carrierName
      ? `${carrierName} has agreed to other equipment`
      : '',
    onTheWay.has(own.state) ? 'The truck is on its way' : '',
  ].filter(Boolean)
}
