import { z } from 'zod'

/** What a document is that is kept with a load or a customer. */
export const documentKinds = [
  'bill_of_lading',
  'proof_of_delivery',
  'lumper_receipt',
  'scale_ticket',
  'customer_order',
  'customs',
  'contract',
  'photo',
  'other',
] as const
export type DocumentKind = (typeof documentKinds)[number]

export const documentKindWords: Record<DocumentKind, string> = {
  bill_of_lading: 'Bill of lading',
  proof_of_delivery: 'Proof of delivery',
  lumper_receipt: 'Lumper receipt',
  scale_ticket: 'Scale ticket',
  customer_order: 'Order from the customer',
  customs: 'Customs document',
  contract: 'Contract',
  photo: 'Photo',
  other: 'Other document',
}

/** To whom a document goes: the carrier reads it from its link, the customer gets it with the invoice. */
export const documentReaders = ['carrier', 'customer'] as const
export type DocumentReader = (typeof documentReaders)[number]

export const documentReaderWords: Record<DocumentReader, string> = {
  carrier: 'the carrier',
  customer: 'the customer',
}

/** What somebody says of a document. */
export const documentSaidSchema = z.object({
  kind: z.enum(documentKinds),
  readers: z.array(z.enum(documentReaders)).max(documentReaders.length),
})
export type DocumentSaid = z.infer<typeof documentSaidSchema>

/** By whom documents of a kind are usually wanted. */
const usualReaders: Partial<Record<DocumentKind, DocumentReader[]>> = {
  proof_of_delivery: ['customer'],
  lumper_receipt: ['customer'],
}

export const readersOf = (kind: DocumentKind): DocumentReader[] => usualReaders[kind] ?? []

const namedSo: [RegExp, DocumentKind][] = [
  [/\bpod\b|proof.?of.?delivery|signed/i, 'proof_of_delivery'],
  [/\bbol\b|bill.?of.?lading/i, 'bill_of_lading'],
  [/lumper/i, 'lumper_receipt'],
  [/scale|weigh/i, 'scale_ticket'],
  [/customs|carm|ace.?manifest|pars/i, 'customs'],
  [/\bpo\b|order|tender/i, 'customer_order'],
  [/contract|agreement/i, 'contract'],
  [/\.(jpe?g|png)$/i, 'photo'],
]

/** What a file probably is, by its name; a person sees it before it is kept. */
export const kindOfFile = (fileName: string): DocumentKind =>
  namedSo.find(([pattern]) => pattern.test(fileName.replaceAll('_', ' ')))?.[1] ?? 'other'
