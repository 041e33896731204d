import { eq } from 'drizzle-orm'
import { milesWords } from '#core/miles/words'
import { type DeclineCode, declineReasons } from '#core/tender/reasons'
import { responseSegments } from '#core/x12/write-sets'
import { type Db, inTransaction } from '#server/db.server'
import { envelopeMoment, keepOutgoing, sendSet } from '#server/exchange/send'
import { announceTenders } from '#server/live/live'
import type { Act } from '#server/log/act'
import { writeLog } from '#server/log/act'
import { codesOf } from '#server/partner/codes'
import { findPartner, type Partner } from '#server/partner/partners'
import { tender, tenderNotice } from '#server/schema'
import { type CancelChoice, cancelAccepted } from './cancel'
import type { Notice, TenderRow } from './rows'
import { findStrays } from './strays'
import { type AnswerAct, makeLoad, Refused, takeChange } from './take'

/** `amongMany`: accepted with others in one stroke, so that nobody looked at each. */
export type TenderAnswer =
  | { kind: 'accept'; note: string; cancel?: CancelChoice; amongMany?: boolean }
  | { kind: 'decline'; reasonCode: DeclineCode; note: string }

export type AnswerOutcome =
  | { done: true; loadId: number | null; remark: string | null }
  | { refusal: { code: string; message: string } }

/** Answers a notice, once: the load, the answer to the customer and the log are one transaction. */
export function answerTender(db: Db, noticeId: number, answer: TenderAnswer, act: AnswerAct): AnswerOutcome {
  try {
    const outcome = inTransaction(db, () => {
      const notice = db.select().from(tenderNotice).where(eq(tenderNotice.id, noticeId)).get()
      if (!notice) return { refusal: { code: 'no_such_tender', message: 'There is no such tender.' } }
      return answerInside(db, notice, answer, act)
    })
    announceTenders()
    return outcome
  } catch (thrown) {
    if (thrown instanceof Refused) return { refusal: thrown.refusal }
    throw thrown
  }
}

const overWords: Record<Notice['state'], string> = {
  open: '',
  accepted: 'is accepted already',
  declined: 'is declined already',
  lapsed: 'has lapsed: the time to answer is over',
  withdrawn: 'was cancelled by the customer',
  overtaken: 'was overtaken by a later one',
  noted: 'wants no answer',
}

/** The same in the caller's transaction. */
export function answerInside(db: Db, notice: Notice, answer: TenderAnswer, act: AnswerAct): AnswerOutcome {
  if (notice.state !== 'open')
    return {
      refusal: {
        code: `already_${notice.state}`,
        message: `${notice.tender.shipmentId} ${overWords[notice.state]}${notice.answeredBy ? `, by ${notice.answeredBy}` : ''}.`,
      },
    }
  const partner = findPartner(db, notice.partnerId)!
  const row = db.select().from(tender).where(eq(tender.id, notice.tenderId)).get()!
  if (notice.purpose === 'cancel')
    return answer.kind === 'accept'
      ? cancelAccepted(db, notice, row, answer.cancel ?? null, act)
      : {
          refusal: {
            code: 'cancel_stands',
            message: 'A cancellation cannot be declined: say what becomes of the carrier.',
          },
        }
  if (answer.kind === 'decline') return decline(db, { notice, row, partner }, answer, act)
  const stray = answer.amongMany ? findStrays(db, notice.tender, codesOf(db, notice.id))[0] : undefined
  if (stray)
    return {
      refusal: {
        code: 'facility_elsewhere',
        message: `${notice.tender.shipmentId}: ${stray.words}, ${milesWords(stray.milesAway)} away. Look at it, and accept it alone.`,
      },
    }
  const taken =
    row.loadId !== null && row.state === 'accepted'
      ? takeChange(db, notice, row.loadId, act)
      : makeLoad(db, notice, partner, act)
  if ('refusal' in taken) return taken
  db.update(tender)
    .set({ state: 'accepted', loadId: taken.loadId, standingNoticeId: notice.id })
    .where(eq(tender.id, row.id))
    .run()
  settle(db, notice, 'accepted', { note: answer.note, reasonCode: null }, act)
  reply(
    db,
    { notice, partner, loadId: taken.loadId },
    { accept: true, remarks: answer.note ? [answer.note] : [] },
    act.now,
  )
  writeLog(
    db,
    taken.loadId,
    'tender_accepted',
    {
      kind: 'tender_accepted',
      shipmentId: notice.tender.shipmentId,
      partner: partner.name,
      change: row.state === 'accepted',
    },
    act,
  )
  return { done: true, loadId: taken.loadId, remark: taken.remark }
}

function decline(
  db: Db,
  { notice, row, partner }: { notice: Notice; row: TenderRow; partner: Partner },
  answer: TenderAnswer & { kind: 'decline' },
  act: AnswerAct,
): AnswerOutcome {
  const loadId = row.state === 'accepted' ? row.loadId : null
  if (loadId === null) db.update(tender).set({ state: 'declined' }).where(eq(tender.id, row.id)).run()
  settle(db, notice, 'declined', answer, act)
  reply(
    db,
    { notice, partner, loadId },
    {
      accept: false,
      remarks: [`${answer.reasonCode} ${declineReasons[answer.reasonCode]}`, ...(answer.note ? [answer.note] : [])],
    },
    act.now,
  )
  if (loadId !== null)
    writeLog(
      db,
      loadId,
      'tender_change_declined',
      {
        kind: 'tender_change_declined',
        shipmentId: notice.tender.shipmentId,
        partner: partner.name,
        reason: declineReasons[answer.reasonCode],
      },
      act,
    )
  return { done: true, loadId, remark: null }
}

/** Writes down who answered what. */
export function settle(
  db: Db,
  notice: Notice,
  state: Notice['state'],
  { note, reasonCode }: { note: string; reasonCode: string | null },
  act: Act,
): void {
  db.update(tenderNotice)
    .set({
      state,
      note,
      reasonCode,
      answeredAt: act.now,
      answeredBy: act.by.name,
      answeredByRule: act.by.kind === 'rule',
    })
    .where(eq(tenderNotice.id, notice.id))
    .run()
}

/** The answer on its way to the customer: a 990, or the site's own form. */
export function reply(
  db: Db,
  { notice, partner, loadId }: { notice: Notice; partner: Partner; loadId: number | null },
  answer: { accept: boolean; remarks: string[] },
  now: number,
): void {
  const shipmentId = notice.tender.shipmentId!
  if (partner.transport === 'site') {
    const form = new URLSearchParams({
      tender: shipmentId,
      answer: answer.accept ? 'accept' : 'decline',
      remark: answer.remarks.join('; '),
    })
    keepOutgoing(
      db,
      partner,
      {
        raw: Buffer.from(form.toString(), 'latin1'),
        control: null,
        documents: [{ kind: 'form', groupType: '', number: shipmentId, loadId, noticeId: notice.id }],
      },
      now,
    )
    return
  }
  if (!partner.documents.includes('990')) return
  const remarks = answer.accept && !partner.takesNotes ? [] : answer.remarks
  const segments = responseSegments({
    scac: notice.tender.scac ?? partner.scac,
    shipmentId,
    date: envelopeMoment(now).date,
    accept: answer.accept,
    remarks,
  })
  sendSet(db, partner, { type: '990', segments, number: shipmentId, loadId, noticeId: notice.id }, now)
}
