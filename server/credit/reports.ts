import { sql } from 'drizzle-orm'
import type { CreditReport } from '#core/credit/credit'
import { type Db, inTransaction, prepared } from '#server/db.server'
import { creditReport } from '#server/schema'

/** A bureau counts payments by the day: what is older is asked for again. */
export const freshForMs = 24 * 3_600_000

/** Companies that somebody looked at without a fresh report; whoever asks the bureau takes them from here. */
const wanted = new Set<string>()
/** More than anybody looks at between two asks. */
const mostWanted = 2000

const byNumber = prepared((db) =>
  db
    .select()
    .from(creditReport)
    .where(sql`${creditReport.mc} in (select value from json_each(${sql.placeholder('numbers')}))`)
    .prepare(),
)

/**
 * What the bureau reported last of companies, by MC number; none of those that it does not know. What is missing or older than a day is remembered to be
 * asked for: nobody waits for a bureau, and it is never asked for what nobody looks at.
 */
export function creditOf(db: Db, numbers: readonly string[], now: number): Map<string, CreditReport> {
  const rows = byNumber(db).all({ numbers: JSON.stringify(numbers) })
  const fresh = new Set(rows.filter(({ askedAt }) => now - askedAt < freshForMs).map(({ mc }) => mc))
  for (const number of numbers) if (!fresh.has(number) && wanted.size < mostWanted) wanted.add(number)
  return new Map(
    rows.flatMap(({ mc, grade, daysToPay, factoring, reportedOn }) =>
      grade && factoring && reportedOn ? [[mc, { mc, grade, daysToPay, factoring, reportedOn }] as const] : [],
    ),
  )
}

/** Companies to ask for next, at most so many. They stay wanted until they are answered or forgotten. */
export const wantedReports = (most: number): string[] => [...wanted].slice(0, most)

/** What was asked for is not wanted any more. */
export function forgetWanted(numbers: Iterable<string>): void {
  for (const number of numbers) wanted.delete(number)
}

/** Keeps what a bureau answered about companies that were asked for; one it said nothing of is remembered as unknown to it, with what it said earlier. */
export function keepReports(db: Db, asked: readonly string[], reports: readonly CreditReport[], now: number): void {
  const byMc = new Map(reports.map((report) => [report.mc, report]))
  inTransaction(db, () => {
    for (const mc of asked) {
      const { mc: _, ...columns } = byMc.get(mc) ?? { mc }
      db.insert(creditReport)
        .values({ mc, askedAt: now, ...columns })
        .onConflictDoUpdate({ target: creditReport.mc, set: { askedAt: now, ...columns } })
        .run()
    }
  })
  forgetWanted(asked)
}
