import { z } from 'zod'
import { type CarrierDocumentKind, carrierDocumentKinds } from '#core/carrier/document'
import { daySchema, policyKinds } from '#core/register/register'
import type { Db } from '#server/db.server'
import { storeDocument } from '#server/document/store'
import type { Act } from '#server/event/event'
import { outcome, type Refused, run } from '#server/kernel/run'
import { revet } from '#server/vetting/revet'
import { carrierSubject } from './subject'

/** Takes a file in for a carrier. It waits for a person's check, whoever sent it. */
export async function receiveDocument(
  db: Db,
  carrierId: number,
  file: { kind: CarrierDocumentKind; name: string; content: Buffer; linkId?: number },
  act: Act,
): Promise<{ documentId: number } | Refused> {
  const stored = await storeDocument(file.name, file.content)
  if ('refusal' in stored) return stored
  const command = {
    kind: 'receive_document' as const,
    documentKind: file.kind,
    fileName: stored.fileName,
    linkId: file.linkId ?? null,
    file: stored,
  }
  const ran = run(db, carrierSubject, carrierId, command, act)
  return 'refusal' in ran ? ran : { documentId: ran.results[0]! }
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

export const checkDocumentSchema = z.object({
  documentId: z.number().int().positive(),
  kind: z.enum(carrierDocumentKinds),
  expiresOn: daySchema.nullable().default(null),
  /** What a certificate of insurance shows, policy by policy. */
  insurance: z.array(insuranceLine).max(8).default([]),
})

export type CheckedDocument = z.output<typeof checkDocumentSchema>

/** A person has reviewed a document and accepts it: from now on it counts, and the policies it shows are on file. */
export function checkDocument(
  db: Db,
  carrierId: number,
  { documentId, kind: documentKind, expiresOn, insurance }: CheckedDocument,
  act: Act,
): { done: true } | Refused {
  const ran = run(
    db,
    carrierSubject,
    carrierId,
    { kind: 'check_document', documentId, documentKind, expiresOn, policies: insurance.length, insurance },
    act,
  )
  if ('done' in ran) revet(db, [carrierId], act.now)
  return outcome(ran)
}
