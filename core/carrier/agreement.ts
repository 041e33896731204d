import { z } from 'zod'

/** The broker-carrier agreement as it is signed now. A changed text gets another name; what was signed stays as it was. */
export const agreement = {
  version: '2026-1',
  title: 'Broker-carrier agreement',
  articles: [
    [
      'Authority',
      'The carrier holds authority to carry goods for hire and says at once when it is suspended, revoked or changed. It keeps a safety rating other than unsatisfactory.',
    ],
    [
      'Own trucks',
      'Every load is moved by the carrier’s own drivers under its own authority. Handing a load to another carrier or broker without our written consent ends this agreement, and the pay for the load.',
    ],
    [
      'Insurance',
      'The carrier keeps liability insurance of at least $1,000,000 and cargo insurance of at least $100,000 in force, with refrigeration breakdown where it carries chilled freight, and has its insurer send us certificates.',
    ],
    [
      'Loads',
      'Each load is agreed in a rate confirmation. What it says goes before this agreement where the two differ.',
    ],
    [
      'Pay',
      'We pay within thirty days of the signed proof of delivery and the carrier’s invoice. The carrier looks to us alone for its pay, not to the shipper or consignee.',
    ],
    [
      'Loss and damage',
      'The carrier answers for loss, damage and delay as 49 U.S.C. 14706 has it, up to the full value of the goods.',
    ],
    [
      'Our customers',
      'For twelve months after a load the carrier does not take freight straight from a customer it met through us.',
    ],
    [
      'Ending',
      'Either side ends this agreement with thirty days’ notice in writing. Loads under way are finished under it.',
    ],
  ] as const,
}

export const signatureSchema = z.object({
  name: z.string().trim().min(2, 'Give your name').max(120),
  title: z.string().trim().min(2, 'Give your title').max(120),
  agreed: z.literal('yes', 'Say that you may sign for the carrier'),
})
export type Signature = z.infer<typeof signatureSchema>
