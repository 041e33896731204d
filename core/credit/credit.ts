import { z } from 'zod'
import { isDay } from '../time/local'
import { monthDayWords } from '../time/words'

/** How well a company pays, as a credit bureau grades it: A the best. */
export const creditGrades = ['A', 'B', 'C', 'D', 'F'] as const
export type CreditGrade = (typeof creditGrades)[number]

/** Whether factors buy its invoices: they do, they want to be asked first, or they do not. */
export const factorings = ['yes', 'ask', 'no'] as const
export type Factoring = (typeof factorings)[number]

/** What a bureau reports of a company that hires trucks. */
export interface CreditReport {
  mc: string
  grade: CreditGrade
  /** Days from an invoice to its payment, on average; null where the bureau saw too few. */
  daysToPay: number | null
  factoring: Factoring
  /** The day that the report is of, by the bureau. */
  reportedOn: string
}

/** A company as the bureau's answer has it, under the bureau's own names. */
const reportSchema = z
  .object({
    mc_number: z.string().regex(/^\d{3,8}$/),
    grade: z.enum(creditGrades),
    days_to_pay: z.number().int().min(0).max(400).nullable(),
    factoring: z.enum(['buys', 'ask', 'declines']),
    as_of: z.string().refine(isDay, 'as_of is a day'),
  })
  .transform(
    ({ mc_number: mc, grade, days_to_pay: daysToPay, factoring, as_of: reportedOn }): CreditReport => ({
      ...{ mc, grade, daysToPay, reportedOn },
      factoring: ({ buys: 'yes', ask: 'ask', declines: 'no' } as const)[factoring],
    }),
  )

/** What is read of a bureau's answer: each company by itself, so that one that makes no sense does not cost the others. */
export interface ReadReports {
  reports: CreditReport[]
  /** What could not be read, in a sentence each. */
  unread: string[]
}

/** Reads what a bureau answered; null where it is no answer of a bureau at all. */
export function readReports(answer: unknown): ReadReports | null {
  const whole = z.object({ reports: z.array(z.unknown()) }).safeParse(answer)
  if (!whole.success) return null
  const reports: CreditReport[] = []
  const unread: string[] = []
  for (const each of whole.data.reports) {
    const read = reportSchema.safeParse(each)
    if (read.success) reports.push(read.data)
    else unread.push(read.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`).join('; '))
  }
  return { reports, unread }
}

const factoringWords: Record<Factoring, string> = {
  yes: 'can be factored',
  ask: 'ask the factor',
  no: 'cannot be factored',
}

/** A report in words: `credit B (Nov 28), pays in 34 days, can be factored`. */
export const creditWords = ({ grade, daysToPay, factoring, reportedOn }: CreditReport): string =>
  [
    `credit ${grade} (${monthDayWords(reportedOn)})`,
    daysToPay === null ? '' : `pays in ${daysToPay} ${daysToPay === 1 ? 'day' : 'days'}`,
    factoringWords[factoring],
  ]
    .filter(Boolean)
    .join(', ')
