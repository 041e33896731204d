import { sql } from 'drizzle-orm'
import { check, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import { creditGrades, factorings } from '#core/credit/credit'
import { enumChecks, instant } from './columns'

/** What a credit bureau reported last of companies that hire trucks; without a grade: it does not know the company. */
export const creditReport = sqliteTable(
  'credit_report',
  {
    mc: text('mc').primaryKey(),
    grade: text('grade', { enum: creditGrades }),
    daysToPay: integer('days_to_pay'),
    factoring: text('factoring', { enum: factorings }),
    reportedOn: text('reported_on'),
    askedAt: instant('asked_at').notNull(),
  },
  (table) => [
    check(
      'credit_report_whole',
      sql`(grade is null) = (factoring is null) and (grade is null) = (reported_on is null)`,
    ),
    ...enumChecks(table),
  ],
)
