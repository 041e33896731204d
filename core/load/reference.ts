import { z } from 'zod'

export const referenceKinds = [
  'purchase_order',
  'customer_order',
  'pickup_number',
  'delivery_number',
  'bill_of_lading',
  'contract_number',
  'other',
] as const
export type ReferenceKind = (typeof referenceKinds)[number]

/** The loadDocuments a reference may show on. */
export const loadDocuments = ['rate_confirmation', 'invoice'] as const
export type LoadDocument = (typeof loadDocuments)[number]

export const referenceSchema = z.object({
  kind: z.enum(referenceKinds),
  /** What an `other` number is called by those who use it: `Gate code`. */
  name: z.string().trim().max(40).default(''),
  value: z.string().trim().min(1, 'Give the number').max(60),
  showOn: z.array(z.enum(loadDocuments)).default([]),
})
export type Reference = z.infer<typeof referenceSchema>
