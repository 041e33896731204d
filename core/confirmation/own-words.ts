import { z } from 'zod'

/** What a rep writes of their own on a confirmation's email: a subject in place of ours, and words above the rest. Empty where ours serve. */
export const ownWordsSchema = z.object({
  subject: z.string().trim().max(200, 'At most 200 characters').default(''),
  message: z.string().trim().max(2000, 'At most 2,000 characters').default(''),
})
export type OwnWords = z.infer<typeof ownWordsSchema>
