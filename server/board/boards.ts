import { eq, sql } from 'drizzle-orm'
import { type BoardSettings, boardRefusals } from '#core/board/board'
import { refused } from '#core/decision/refusal'
import { type Db, inTransaction, prepared } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'
import type { Outcome } from '#server/kernel/run'
import { board } from '#server/schema'
import type { BoardAdapter, BoardLink } from './adapter'
import { adapterOf, adapters } from './adapters'
import { unpauseBoard } from './pause'

export type BoardRow = typeof board.$inferSelect

/** A board that can be asked. */
export interface ConnectedBoard {
  adapter: BoardAdapter
  link: BoardLink
  row: BoardRow
}

// By name, not all of them: their secrets are unsealed as they are read.
const rowQuery = prepared((db) =>
  db
    .select()
    .from(board)
    .where(eq(board.name, sql.placeholder('name')))
    .prepare(),
)

/** A board as the office connected it; null where it is not. */
export function connectedBoard(db: Db, name: string): ConnectedBoard | null {
  const [adapter, row] = [adapterOf(name), rowOf(db, name)]
  if (!adapter || !row?.isOn) return null
  return { adapter, row, link: linkOf(row) }
}

/** Every board that is connected, in the order of the adapters. */
export const connectedBoards = (db: Db): ConnectedBoard[] =>
  adapters.flatMap(({ name }) => connectedBoard(db, name) ?? [])

const rowOf = (db: Db, name: string): BoardRow | undefined => rowQuery(db).get({ name })

const linkOf = ({ address: url, account, secret, callbackSecret }: BoardRow): BoardLink => ({
  ...{ url, account, secret, callbackSecret },
})

/** What a form means: a secret left empty is the one on file, of the same account. */
export function settledLink(db: Db, asked: BoardSettings): BoardLink {
  const before = rowOf(db, asked.name)
  const kept = before && before.account === asked.account ? before : null
  return {
    url: asked.url,
    account: asked.account,
    secret: asked.secret || (kept?.secret ?? ''),
    callbackSecret: asked.callbackSecret || (before?.callbackSecret ?? ''),
  }
}

/** Sets how a board is reached and how often postings on it are refreshed. */
export function saveBoard(db: Db, asked: BoardSettings, act: Act): Outcome {
  return inTransaction(db, () => {
    const adapter = adapterOf(asked.name)
    if (!adapter) return refused(boardRefusals, 'no_such_board')
    const link = settledLink(db, asked)
    const missing = missingWords(adapter, link)
    if (missing) return refused(boardRefusals, 'needs', { what: missing })
    if (asked.refreshMinutes !== null && asked.refreshMinutes < adapter.leastRefreshMinutes)
      return refused(boardRefusals, 'too_often', { name: asked.name, minutes: adapter.leastRefreshMinutes })
    const { url: address, ...secrets } = link
    keep(db, asked.name, { isOn: true, address, ...secrets, refreshMinutes: asked.refreshMinutes }, act)
    unpauseBoard(asked.name)
    note(db, `${asked.name} connected to ${address}`, act)
    return { done: true }
  })
}

function missingWords({ accountWords, secretWords, callbackWords }: BoardAdapter, link: BoardLink): string | null {
  if (accountWords && !link.account) return accountWords
  if (!link.secret) return secretWords
  return callbackWords && !link.callbackSecret ? callbackWords : null
}

/** Ends a connection; its secrets are forgotten. What is up on the board is no longer looked after. */
export function disconnectBoard(db: Db, name: string, act: Act): Outcome {
  return inTransaction(db, () => {
    if (!connectedBoard(db, name)) return refused(boardRefusals, 'not_connected', { name })
    keep(db, name, { isOn: false, address: '', account: '', secret: '', callbackSecret: '', refreshMinutes: null }, act)
    note(db, `${name} disconnected`, act)
    return { done: true }
  })
}

type Kept = Pick<BoardRow, 'isOn' | 'address' | 'account' | 'secret' | 'callbackSecret' | 'refreshMinutes'>

function keep(db: Db, name: string, kept: Kept, act: Act): void {
  const columns = {
    ...kept,
    ...{ changedBy: act.by.name, changedAt: act.now, testedAt: null, testedWell: null, testWords: '' },
    ...{ comparedAt: null, problem: null },
  }
  db.insert(board)
    .values({ name, ...columns })
    .onConflictDoUpdate({ target: board.name, set: columns })
    .run()
}

const note = (db: Db, what: string, act: Act): void =>
  recordEvent(db, 'office', 1, { kind: 'connection_changed', what }, act)

/** Writes down how the last look at a board went. */
export function noteBoard(
  db: Db,
  name: string,
  columns: Partial<Pick<BoardRow, 'testedAt' | 'testedWell' | 'testWords' | 'comparedAt' | 'problem' | 'repliesRead'>>,
): void {
  db.update(board).set(columns).where(eq(board.name, name)).run()
}

/** Tries a board as it would be used, before it is saved. */
export async function testBoard(name: string, link: BoardLink): Promise<{ ok: boolean; words: string }> {
  const adapter = adapterOf(name)
  if (!adapter) return { ok: false, words: boardRefusals.no_such_board() }
  const answer = await adapter.listMine(link)
  if ('problem' in answer) return { ok: false, words: `${answer.problem.message}.` }
  const count = answer.value.length
  return { ok: true, words: `The board lets us in. It shows ${count} ${count === 1 ? 'posting' : 'postings'} of ours.` }
}

/** Every board as its settings show it, never with a secret. */
export function readBoards(db: Db) {
  return adapters.map((adapter) => {
    const { name, accountWords, secretWords, callbackWords, leastRefreshMinutes } = adapter
    const row = rowOf(db, name)
    const current = row?.isOn
      ? { address: row.address, account: row.account, refreshMinutes: row.refreshMinutes }
      : null
    return {
      ...{ name, accountWords, secretWords, callbackWords, leastRefreshMinutes, current },
      hasSecret: current !== null,
      changed: row ? { by: row.changedBy, at: row.changedAt } : null,
      test: row?.testedAt ? { at: row.testedAt, ok: row.testedWell ?? false, words: row.testWords } : null,
      comparedAt: row?.comparedAt ?? null,
      problem: row?.problem ?? null,
    }
  })
}
export type ListedBoard = ReturnType<typeof readBoards>[number]
