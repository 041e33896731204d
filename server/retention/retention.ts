import type { Office } from '#core/office/office'
import { type Db, prepared } from '#server/db.server'
import { officeOf } from '#server/office/office'

type Kept = Office['running']

/** Rows that one step removes at most: requests wait meanwhile. */
const atOnce = 500
/** Fewer of what may be large: the pages of every interchange are freed one by one. */
const filesAtOnce = 20

/**
 * Every kind of record that grows and may go, with the days that the office keeps it and the step that removes the oldest. What is removed is
 * found by an index of its own, so that a step with nothing to do costs nothing, however much is kept.
 */
const kinds: readonly { name: string; days: (kept: Kept) => number; step: string; atOnce?: number }[] = [
  {
    name: 'sent',
    days: ({ sentKeptDays }) => sentKeptDays,
    step: "delete from outbox where id in (select id from outbox where state = 'sent' and sent_at < @before limit @atOnce)",
  },
  {
    name: 'exchange files',
    days: ({ rawKeptDays }) => rawKeptDays,
    atOnce: filesAtOnce,
    // What still has to be read or sent keeps its bytes, however old.
    step: `update exchange set raw = zeroblob(0) where id in (
      select id from exchange where length(raw) > 0 and at < @before and state not in ('waiting', 'failed')
        and not exists (select 1 from exchange_document where exchange_id = exchange.id and state = 'to_read')
      order by at limit @atOnce)`,
  },
  {
    name: 'email',
    days: ({ mailKeptDays }) => mailKeptDays,
    step: `delete from message where id in (
      select id from message where load_id is null and read_at is not null and received_at < @before limit @atOnce)`,
  },
  {
    name: 'market averages',
    days: ({ marketKeptDays }) => marketKeptDays,
    step: 'delete from market_average where rowid in (select rowid from market_average where published_at < @before limit @atOnce)',
  },
  {
    name: 'password links',
    days: ({ linkKeptDays }) => linkKeptDays,
    step: 'delete from password_link where id in (select id from password_link where expires_at < @before limit @atOnce)',
  },
]

const steps = prepared((db) =>
  kinds.map((kind) => ({ ...kind, run: db.$client.prepare<{ before: number; atOnce: number }>(kind.step) })),
)

/** Removes some of what the office no longer keeps, the oldest of each kind; returns how many rows of which kind went. */
export function pruneOld(db: Db, now: number): Record<string, number> {
  const kept = officeOf(db).running
  return Object.fromEntries(
    steps(db).map(({ name, days, run, atOnce: most = atOnce }) => [
      name,
      run.run({ before: now - days(kept) * 86_400_000, atOnce: most }).changes,
    ]),
  )
}
