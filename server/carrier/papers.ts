import { and, eq } from 'drizzle-orm'
import { z } from 'zod'
import { type PaperKind, paperKinds } from '#core/carrier/paper'
import { daySchema, policyKinds } from '#core/register/register'
import { type Db, inTransaction } from '#server/db.server'
import { carrier, carrierLink, paper, policy } from '#server/schema'
import { settings } from '#server/settings.server'
import { vetAgain } from '#server/vetting/again'
import { type CarrierAct, writeCarrierLog } from './log'
import { storePaper } from './store'

type Outcome<T = { done: true }> = T | { refusal: { code: string; message: string } }

/** Takes a file in for a carrier. It waits for a person's check, whoever sent it. */
export function receivePaper(
  db: Db,
  carrierId: number,
  file: { kind: PaperKind; name: string; content: Buffer; linkId?: number },
  act: CarrierAct,
): Outcome<{ paperId: number }> {
  if (!db.select({ id: carrier.id }).from(carrier).where(eq(carrier.id, carrierId)).get())
    return { refusal: { code: 'no_such_carrier', message: 'There is no such carrier.' } }
  const stored = storePaper(file.name, file.content)
  if ('refusal' in stored) return stored
  return inTransaction(db, () => {
    const { id } = db
      .insert(paper)
      .values({
        carrierId,
        kind: file.kind,
        state: 'waiting',
        ...stored,
        receivedAt: act.now,
        receivedFrom: act.by.name,
      })
      .returning({ id: paper.id })
      .get()
    if (file.linkId) db.update(carrierLink).set({ usedAt: act.now }).where(eq(carrierLink.id, file.linkId)).run()
    writeCarrierLog(db, carrierId, 'paper_received', { paperKind: file.kind, fileName: stored.fileName }, act)
    return { paperId: id }
  })
}

const insuranceLine = z
  .object({
    kind: z.enum(policyKinds),
    insurer: z.string().trim().min(1, 'Which insurer?').max(120),
    number: z.string().trim().min(1, 'Which policy number?').max(60),
    insuredName: z.string().trim().max(160).nullable().default(null),
    limitMinor: z.number('Give the limit').int().min(1, 'Give the limit').max(100_000_000_00),
    effectiveOn: daySchema,
    expiresOn: daySchema,
  })
  .refine((line) => line.expiresOn >= line.effectiveOn, { path: ['expiresOn'], message: 'It ends before it begins' })

export const checkPaperSchema = z.object({
  paperId: z.number().int().positive(),
  kind: z.enum(paperKinds),
  expiresOn: daySchema.nullable().default(null),
  /** What a certificate of insurance shows, policy by policy. */
  insurance: z.array(insuranceLine).max(8).default([]),
})

/** A person has looked at a paper and it is good: from now on it counts, and the policies it shows are on file. */
export function checkPaper(
  db: Db,
  carrierId: number,
  { paperId, kind, expiresOn, insurance }: z.infer<typeof checkPaperSchema>,
  act: CarrierAct,
): Outcome {
  const outcome = inTransaction(db, (): Outcome => {
    const row = db
      .select()
      .from(paper)
      .where(and(eq(paper.id, paperId), eq(paper.carrierId, carrierId)))
      .get()
    if (!row) return { refusal: { code: 'no_such_paper', message: 'This carrier has no such document.' } }
    if (row.state !== 'waiting')
      return { refusal: { code: 'already_checked', message: 'Somebody has reviewed this document already.' } }
    if (settings().OX_SECOND_PERSON_CHECKS === 'yes' && row.receivedFrom === act.by.name)
      return {
        refusal: {
          code: 'same_person',
          message: 'You put this document on file yourself: a second person has to review it.',
        },
      }
    if (kind === 'certificate' && insurance.length === 0)
      return {
        refusal: { code: 'no_policies', message: 'Write down what the certificate shows: at least one policy.' },
      }
    db.update(paper)
      .set({ state: 'checked', kind, expiresOn, checkedAt: act.now, checkedBy: act.by.name })
      .where(eq(paper.id, paperId))
      .run()
    for (const line of insurance)
      db.insert(policy)
        .values({ carrierId, paperId, ...line })
        .run()
    writeCarrierLog(
      db,
      carrierId,
      'paper_checked',
      { paperKind: kind, fileName: row.fileName, policies: insurance.length },
      act,
    )
    return { done: true }
  })
  if ('done' in outcome) vetAgain(db, [carrierId], act.now)
  return outcome
}

/** A paper is no good: it stays on file as refused, with the reason. */
export function refusePaper(db: Db, carrierId: number, paperId: number, because: string, act: CarrierAct): Outcome {
  return inTransaction(db, () => {
    const row = db
      .select()
      .from(paper)
      .where(and(eq(paper.id, paperId), eq(paper.carrierId, carrierId)))
      .get()
    if (row?.state !== 'waiting')
      return {
        refusal: {
          code: 'already_checked',
          message: row ? 'Somebody has reviewed this document already.' : 'This carrier has no such document.',
        },
      }
    db.update(paper).set({ state: 'refused', refusedBecause: because }).where(eq(paper.id, paperId)).run()
    writeCarrierLog(db, carrierId, 'paper_refused', { paperKind: row.kind, fileName: row.fileName, because }, act)
    return { done: true as const }
  })
}
