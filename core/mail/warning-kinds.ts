/** What a mail may ask that is asked by thieves first. */
export const mailWarnings = ['bank_change', 'sign_in'] as const
export type MailWarning = (typeof mailWarnings)[number]
