import type { DirectoryQuery } from '#core/carrier/directory'
import type { Equipment } from '#core/load/load'
import { addMonths, dayOf, toInstant, toLocal } from '#core/time/local'
import type { Db } from '#server/db.server'
import { savedView } from '#server/schema'
import { brokerage } from '#server/settings.server'
import { and, asc, eq } from 'drizzle-orm'

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

type Part = keyof DirectoryQuery

/** The conditions of a query as SQL, one for each part; a part left out lets its own choices be counted. */
function conditions(query: DirectoryQuery, now: number, without?: Part): { where: string; values: Record<string, unknown> } {
  const today = dayOf(toLocal(now, brokerage.zone))
  const monthsAgo = (months: number) => toInstant(`${addMonths(today, -months)}T00:00`, brokerage.zone)
  const parts: [Part, string | null, Record<string, unknown>][] = [
    ['q', matchOf(query.q) && 'carrier.id in (select rowid from carrier_words where carrier_words match @words)', { words: matchOf(query.q) }],
    ['verdict', query.verdict && 'carrier.verdict = @verdict', { verdict: query.verdict }],
    ['equipment', query.equipment && "exists (select 1 from json_each(carrier.equipment) where value = @equipment)", { equipment: query.equipment }],
    ['region', query.region && 'carrier.home_region = @region', { region: query.region }],
    ['used', query.used && (query.used === 'never' ? 'carrier.last_load_at is null' : 'carrier.last_load_at >= @since'), query.used && query.used !== 'never' ? { since: monthsAgo(Number(query.used)) } : {}],
  ]
  const asked = parts.filter(([part, sql]) => sql && part !== without)
  return { where: asked.length === 0 ? '1' : asked.map(([, sql]) => sql).join(' and '), values: Object.assign({}, ...asked.map(([, , values]) => values)) }
}

/** Words as the full-text index asks for them: every one of them, each from its beginning. Null where nothing is left to look for. */
export function matchOf(typed: string): string | null {
  const words = typed.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []
  return words.length === 0 ? null : words.slice(0, 8).map((word) => `"${word}"*`).join(' ')
}

const columns = 'carrier.id, name, mc_number mcNumber, dot_number dotNumber, home_city city, home_region region, equipment, power_units powerUnits, verdict, reasons, phone, last_load_at lastLoadAt'

/** Rows of the directory from one on, in the order of their names, with how many there are in all. */
export function readDirectory(db: Db, query: DirectoryQuery, page: { from: number; limit: number }, now: number): { rows: DirectoryRow[]; total: number } {
  const { where, values } = conditions(query, now)
  const rows = db.$client.prepare(`select ${columns} from carrier where ${where} order by search limit @limit offset @from`).all({ ...values, ...page }) as (Omit<DirectoryRow, 'equipment' | 'why'> & { equipment: string; reasons: string })[]
  const total = (db.$client.prepare(`select count(*) total from carrier where ${where}`).get(values) as { total: number }).total
  return { rows: rows.map(({ equipment, reasons, ...row }) => ({ ...row, equipment: JSON.parse(equipment), why: (JSON.parse(reasons) as { message: string }[])[0]?.message ?? null })), total }
}

export interface DirectoryCounts {
  verdict: Record<string, number>
  equipment: Record<string, number>
  region: Record<string, number>
  used: Record<string, number>
}

/** How many each choice of each filter would leave, the other filters as they are. */
export function countDirectory(db: Db, query: DirectoryQuery, now: number): DirectoryCounts {
  const count = (part: Part, sql: (where: string) => string) => {
    const { where, values } = conditions(query, now, part)
    const rows = db.$client.prepare(sql(where)).all(part === 'used' ? { ...values, ...usedSince(now) } : values) as { choice: string | null; count: number }[]
    return Object.fromEntries(rows.filter((row) => row.choice !== null).map((row) => [row.choice, row.count]))
  }
  return {
    verdict: count('verdict', (where) => `select verdict choice, count(*) count from carrier where ${where} group by verdict`),
    equipment: count('equipment', (where) => `select value choice, count(*) count from carrier, json_each(carrier.equipment) where ${where} group by value`),
    region: count('region', (where) => `select home_region choice, count(*) count from carrier where ${where} group by home_region`),
    used: withinYear(count('used', (where) => `select choice, count(*) count from (select case when last_load_at >= @since3 then '3' when last_load_at >= @since12 then '12' when last_load_at is null then 'never' end choice from carrier where ${where}) group by choice`)),
  }
}

/** Who hauled in the last three months hauled in the last twelve. */
const withinYear = (counts: Record<string, number>) => ({ ...counts, '12': (counts['12'] ?? 0) + (counts['3'] ?? 0) })

function usedSince(now: number) {
  const today = dayOf(toLocal(now, brokerage.zone))
  return { since3: toInstant(`${addMonths(today, -3)}T00:00`, brokerage.zone), since12: toInstant(`${addMonths(today, -12)}T00:00`, brokerage.zone) }
}

export const savedViews = (db: Db, userId: number) => db.select({ id: savedView.id, name: savedView.name, query: savedView.query }).from(savedView).where(eq(savedView.userId, userId)).orderBy(asc(savedView.name)).all()

/** Keeps a query under a name; the same name again takes its place. */
export function saveView(db: Db, userId: number, view: { name: string; query: string }): void {
  db.insert(savedView).values({ userId, ...view }).onConflictDoUpdate({ target: [savedView.userId, savedView.name], set: { query: view.query } }).run()
}

export function dropView(db: Db, userId: number, viewId: number): void {
  db.delete(savedView).where(and(eq(savedView.userId, userId), eq(savedView.id, viewId))).run()
}
