import { and, asc, eq } from 'drizzle-orm'
import type { DirectoryQuery } from '#core/carrier/directory'
import { type DirectoryCounts, DirectoryIndex } from '#core/carrier/directory-index'
import type { Equipment } from '#core/load/load'
import { addMonths, dayOf, toInstant, toLocal } from '#core/time/local'
import { type Db, prepared } from '#server/db.server'
import { savedView } from '#server/schema'
import { brokerage } from '#server/settings.server'

export interface DirectoryRow {
  id: number
  name: string
  mcNumber: string | null
  dotNumber: string
  city: string
  region: string
  equipment: Equipment[]
  powerUnits: number | null
  verdict: 'clear' | 'caution' | 'stop' | null
  why: string | null
  phone: string
  lastLoadAt: number | null
}

/** Words as the full-text index asks for them: every one of them, each from its beginning. Null where nothing is left to look for. */
export function matchOf(typed: string): string | null {
  const words = typed.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []
  return words.length === 0
    ? null
    : words
        .slice(0, 8)
        .map((word) => `"${word}"*`)
        .join(' ')
}

const versionQuery = prepared((db) =>
  db.$client.prepare<[], { count: number }>('select count from carrier_change where id = 1'),
)
const factsQuery = prepared((db) =>
  db.$client.prepare<
    [],
    { id: number; verdict: DirectoryRow['verdict']; region: string; equipment: string; lastLoadAt: number | null }
  >('select id, verdict, home_region region, equipment, last_load_at lastLoadAt from carrier order by search, id'),
)
const wordsQuery = prepared((db) =>
  db.$client
    .prepare<[{ words: string }], number>('select rowid from carrier_words where carrier_words match @words')
    .pluck(),
)
const rowsQuery = prepared((db) =>
  db.$client.prepare<
    [{ ids: string }],
    Omit<DirectoryRow, 'equipment' | 'why'> & { equipment: string; reasons: string }
  >(
    `select carrier.id, name, mc_number mcNumber, dot_number dotNumber, home_city city, home_region region, equipment, power_units powerUnits, verdict, reasons, phone, last_load_at lastLoadAt
     from json_each(@ids) join carrier on carrier.id = value order by json_each.key`,
  ),
)

const indexes = new WeakMap<object, { version: number; index: DirectoryIndex }>()

/** The index of the directory as the carriers stand now: triggers count every change of what it holds, and it is made again when that count has moved. */
function indexOf(db: Db): DirectoryIndex {
  const version = versionQuery(db).get()?.count ?? 0
  const held = indexes.get(db)
  if (held?.version === version) return held.index
  const kinds = new Map<string, Equipment[]>()
  const equipmentOf = (json: string) => {
    const known = kinds.get(json) ?? (JSON.parse(json) as Equipment[])
    kinds.set(json, known)
    return known
  }
  const index = new DirectoryIndex(
    factsQuery(db)
      .all()
      .map((row) => ({ ...row, equipment: equipmentOf(row.equipment) })),
  )
  indexes.set(db, { version, index })
  return index
}

/** A stretch of the directory's rows by name, how many there are in all, and how many each choice of each filter would leave. */
export function readDirectory(
  db: Db,
  query: DirectoryQuery,
  page: { from: number; limit: number },
  now: number,
): { rows: DirectoryRow[]; total: number; counts: DirectoryCounts } {
  const words = matchOf(query.q)
  const { ids, counts } = indexOf(db).find(query, words === null ? null : wordsQuery(db).all({ words }), monthsAgo(now))
  const rows = rowsQuery(db).all({ ids: JSON.stringify(ids.slice(page.from, page.from + page.limit)) })
  return {
    rows: rows.map(({ equipment, reasons, ...row }) => ({
      ...row,
      equipment: JSON.parse(equipment),
      why: (JSON.parse(reasons) as { message: string }[])[0]?.message ?? null,
    })),
    total: ids.length,
    counts,
  }
}

function monthsAgo(now: number) {
  const today = dayOf(toLocal(now, brokerage.zone))
  const at = (months: number) => toInstant(`${addMonths(today, -months)}T00:00`, brokerage.zone)
  return { three: at(3), twelve: at(12) }
}

/** The searches that somebody keeps, by name. */
export const savedViews = (db: Db, userId: number) =>
  db
    .select({ id: savedView.id, name: savedView.name, query: savedView.query })
    .from(savedView)
    .where(eq(savedView.userId, userId))
    .orderBy(asc(savedView.name))
    .all()

export type SavedView = ReturnType<typeof savedViews>[number]

/** Keeps a query under a name; the same name again takes its place. */
export function saveView(db: Db, userId: number, view: { name: string; query: string }): void {
  db.insert(savedView)
    .values({ userId, ...view })
    .onConflictDoUpdate({ target: [savedView.userId, savedView.name], set: { query: view.query } })
    .run()
}

/** Forgets a search that somebody keeps. */
export function dropView(db: Db, userId: number, viewId: number): void {
  db.delete(savedView)
    .where(and(eq(savedView.userId, userId), eq(savedView.id, viewId)))
    .run()
}
