import { system } from '#core/access/actor'
import type { Db } from '#server/db.server'
import { run } from '#server/kernel/run'
import { findLoadFacts } from '#server/load/facts'
import type { Notice, TenderRow } from './rows'
import { tenderSubject } from './subject'

/** A load that no carrier has yet is cancelled as the customer says, at once: nobody is to go on looking for a truck. */
export function cancelUncovered(db: Db, notice: Notice, row: TenderRow, now: number): void {
  const facts = row.loadId === null ? null : findLoadFacts(db, row.loadId)
  if (!facts || (facts.state !== 'draft' && facts.state !== 'uncovered')) return
  const command = { kind: 'accept' as const, noticeId: notice.id, note: '', cancel: { carrier: 'free' as const } }
  run(db, tenderSubject, row.id, command, { now, by: system('the customer cancelled before a carrier had it') })
}
