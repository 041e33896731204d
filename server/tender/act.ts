import { z } from 'zod'
import { person } from '#core/access/actor'
import { declineCodes } from '#core/tender/reasons'
import { requirePermission, type Viewer } from '#server/access/viewer'
import type { Db } from '#server/db.server'
import { type AnswerOutcome, answerTender } from './answer'

const ids = z.array(z.number().int().positive()).min(1, 'Choose a tender').max(500, 'At most 500 at once')
const note = z.string().trim().max(120, 'At most 120 characters').default('')
const pay = z.number().int().min(0).max(100_000_000)

/** Answers to one or many notices, as they come over the wire. */
export const tenderActSchema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('accept'), noticeIds: ids, note }),
  z.object({ intent: z.literal('decline'), noticeIds: ids, reasonCode: z.enum(declineCodes, 'Say why'), note }),
  z.object({
    intent: z.literal('take_cancel'),
    noticeIds: ids.max(1),
    choice: z.discriminatedUnion('carrier', [
      z.object({ carrier: z.literal('free') }),
      z.object({ carrier: z.literal('bill'), payMinor: pay, sellMinor: pay }),
    ]),
  }),
])
export type TenderAct = z.input<typeof tenderActSchema>

export interface TenderActOutcome {
  outcomes: ({ noticeId: number } & AnswerOutcome)[]
}

/** Answers each notice for a viewer who may; each has its own outcome, and one that is refused keeps none of the others. */
export function actOnTenders(
  db: Db,
  act: z.output<typeof tenderActSchema>,
  viewer: Viewer,
  now: number,
): TenderActOutcome {
  requirePermission(viewer, 'answer_tenders')
  const who = { now, by: person(viewer), repId: viewer.id }
  const answer = answerOf(act)
  return { outcomes: act.noticeIds.map((noticeId) => ({ noticeId, ...answerTender(db, noticeId, answer, who) })) }
}

function answerOf(act: z.output<typeof tenderActSchema>) {
  if (act.intent === 'decline') return { kind: 'decline' as const, reasonCode: act.reasonCode, note: act.note }
  if (act.intent === 'accept') return { kind: 'accept' as const, note: act.note, amongMany: act.noticeIds.length > 1 }
  return { kind: 'accept' as const, note: '', cancel: act.choice }
}
