import { eq } from 'drizzle-orm'
import type { CancelChoice } from '#core/tender/events'
import type { DeclineCode } from '#core/tender/reasons'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { type Refused, run } from '#server/kernel/run'
import { tenderNotice } from '#server/schema'
import { tenderSubject } from './subject'

/** `amongMany`: accepted with others at once, so that nobody reviewed each. */
export type TenderAnswer =
  | { kind: 'accept'; note: string; cancel?: CancelChoice; amongMany?: boolean }
  | { kind: 'decline'; reasonCode: DeclineCode; note: string }

/** Who answers: a person at the desk or a rule; the rep is who a load made of it belongs to. */
export type AnswerAct = Act & { repId: number }

export type AnswerOutcome = { done: true; loadId: number | null; remark: string | null } | Refused

/** Answers a notice, once: the load, the answer to the customer and the log are one transaction. */
export function answerTender(db: Db, noticeId: number, answer: TenderAnswer, act: AnswerAct): AnswerOutcome {
  const notice = db
    .select({ tenderId: tenderNotice.tenderId })
    .from(tenderNotice)
    .where(eq(tenderNotice.id, noticeId))
    .get()
  if (!notice) return { refusal: tenderSubject.missing }
  const ran = run(db, tenderSubject, notice.tenderId, { ...answer, noticeId, repId: act.repId }, act)
  return 'refusal' in ran ? ran : { done: true, ...ran.results[0]! }
}
