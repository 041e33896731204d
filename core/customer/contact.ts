import { z } from 'zod'

/** What of ours a customer's contact can receive. */
export const customerMails = ['quotes', 'confirmations', 'invoices', 'status'] as const
export type CustomerMail = (typeof customerMails)[number]

export const customerMailWords: Record<CustomerMail, string> = {
  quotes: 'Quotes',
  confirmations: 'Confirmations',
  invoices: 'Invoices',
  status: 'Status',
}

/** One or several email addresses, with commas between them. */
export const mailListSchema = z
  .string()
  .trim()
  .min(1, 'Give an email address')
  .max(400)
  .transform((list) => list.split(/[\s,;]+/).filter(Boolean))
  .pipe(z.array(z.email('Give an email address')).min(1).max(10))
  .transform((mails) => mails.join(', '))

/** Somebody at a customer, as a form gives them. One of phone and email is needed, and an email where something is to be sent. */
export const contactSchema = z
  .object({
    name: z.string().trim().min(1, 'Give the name').max(120),
    role: z.string().trim().max(80).default(''),
    phone: z.string().trim().max(40).default(''),
    mail: z.union([z.literal(''), z.email('That is not an email address')]).default(''),
    receives: z.array(z.enum(customerMails)).default([]),
  })
  .refine((contact) => contact.phone !== '' || contact.mail !== '', {
    path: ['phone'],
    message: 'Give a phone or an email address',
  })
  .refine((contact) => contact.receives.length === 0 || contact.mail !== '', {
    path: ['mail'],
    message: 'What they receive goes by email: give the address',
  })
export type CustomerContact = z.infer<typeof contactSchema>
