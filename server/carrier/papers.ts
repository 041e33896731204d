import { z } from 'zod'
import { type PaperKind, paperKinds } from '#core/carrier/paper'
import { daySchema, policyKinds } from '#core/register/register'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { outcome, type Refused, run } from '#server/kernel/run'
import { revet } from '#server/vetting/revet'
import { storePaper } from './store'
import { carrierSubject } from './subject'

/** Takes a file in for a carrier. It waits for a person's check, whoever sent it. */
export function receivePaper(
  db: Db,
  carrierId: number,
  file: { kind: PaperKind; name: string; content: Buffer; linkId?: number },
  act: Act,
): { paperId: number } | Refused {
  const stored = storePaper(file.name, file.content)
  if ('refusal' in stored) return stored
  const command = {
    kind: 'receive_paper' as const,
    paperKind: file.kind,
    fileName: stored.fileName,
    linkId: file.linkId ?? null,
    file: stored,
  }
  const ran = run(db, carrierSubject, carrierId, command, act)
  return 'refusal' in ran ? ran : { paperId: ran.results[0]! }
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

export type CheckedPaper = z.output<typeof checkPaperSchema>

/** A person has reviewed a document and accepts it: from now on it counts, and the policies it shows are on file. */
export function checkPaper(
  db: Db,
  carrierId: number,
  { paperId, kind: paperKind, expiresOn, insurance }: CheckedPaper,
  act: Act,
): { done: true } | Refused {
  const ran = run(
    db,
    carrierSubject,
    carrierId,
    { kind: 'check_paper', paperId, paperKind, expiresOn, policies: insurance.length, insurance },
    act,
  )
  if ('done' in ran) revet(db, [carrierId], act.now)
  return outcome(ran)
}
