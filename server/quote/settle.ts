import type { LostReason } from '#core/quote/quote'
import type { Db } from '#server/db.server'
import type { Act } from '#server/event/event'
import { outcome, type Refused, run } from '#server/kernel/run'
import type { LoadPlan } from './loads'
import { quoteSubject } from './subject'

/** Marks lines won and, with a plan, makes their loads; a prospect that has won freight is a customer from then on. */
export function winLines(
  db: Db,
  quoteId: number,
  {
    lineIds,
    loads: plan,
    madeBefore = null,
  }: { lineIds: number[]; loads: LoadPlan | null; madeBefore?: number | null },
  act: Act & { repId: number },
): { loadIds: number[] } | Refused {
  const command = { kind: 'win' as const, lineIds, loads: plan?.count ?? null, madeBefore, plan, repId: act.repId }
  const ran = run(db, quoteSubject, quoteId, command, act)
  return 'refusal' in ran ? ran : { loadIds: ran.results.flatMap(({ loadIds = [] }) => loadIds) }
}

/** Marks lines lost, with the reason and, where it is known, the price they went for. */
export const loseLines = (
  db: Db,
  quoteId: number,
  lost: { lineIds: number[]; why: LostReason; toMinor: number | null },
  act: Act,
): { done: true } | Refused => outcome(run(db, quoteSubject, quoteId, { kind: 'lose', ...lost }, act))

/** Opens settled or lapsed lines again, as drafts. */
export const reopenLines = (db: Db, quoteId: number, lineIds: number[], act: Act): { done: true } | Refused =>
  outcome(run(db, quoteSubject, quoteId, { kind: 'reopen', lineIds }, act))
