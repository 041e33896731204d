import type { DirectoryQuery } from '#core/carrier/directory'
import { type DirectoryCounts, type DirectoryFacts, DirectoryIndex } from '#core/carrier/directory-index'
import type { Equipment } from '#core/load/load'
import { addMonths, dayOf, toInstant, toLocal } from '#core/time/local'
import { type Db, prepared } from '#server/db.server'
import { officeOf } from '#server/office/office'
import { onTimeShares } from './grades'

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

interface FactsRow {
  id: number
  name: string
  verdict: DirectoryRow['verdict']
  region: string
  equipment: string
  lastLoadAt: number | null
  city: string
  powerUnits: number | null
}

const factsColumns =
  'carrier.id, carrier.search name, carrier.verdict, carrier.home_region region, carrier.equipment, carrier.last_load_at lastLoadAt, carrier.home_city city, carrier.power_units powerUnits'
const versionQuery = prepared((db) =>
  db.$client.prepare<[], number>('select coalesce(max(seq), 0) from carrier_change').pluck(),
)
const factsQuery = prepared((db) =>
  db.$client.prepare<[], FactsRow>(`select ${factsColumns} from carrier order by search, id`),
)
const changesQuery = prepared((db) =>
  db.$client.prepare<
    [{ since: number }],
    { [column in keyof FactsRow]: FactsRow[column] | null } & { carrierId: number }
  >(
    `select carrier_change.carrier_id carrierId, ${factsColumns} from carrier_change left join carrier on carrier.id = carrier_change.carrier_id where seq > @since`,
  ),
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

interface Held {
  version: number
  index: DirectoryIndex
  gradedAt: number
}
const indexes = new WeakMap<object, Held>()
/** Deliveries change a carrier's grade slowly; they are counted this often. */
const gradeEveryMs = 600_000

/** Lists of equipment are few and repeat: each is parsed once. */
const equipmentLists = new Map<string, Equipment[]>()

function factsOf({ equipment, ...row }: FactsRow): DirectoryFacts {
  const list = equipmentLists.get(equipment) ?? (JSON.parse(equipment) as Equipment[])
  equipmentLists.set(equipment, list)
  return { ...row, equipment: list }
}

/** The index of all carriers. It is read once, later only what changed since: triggers on the carriers number every change. */
function indexOf(db: Db): DirectoryIndex {
  const version = versionQuery(db).get() ?? 0
  const held = indexes.get(db)
  const now = performance.now()
  const isGraded = held !== undefined && now - held.gradedAt < gradeEveryMs
  if (held?.version === version && isGraded) return held.index
  const index = held?.index ?? new DirectoryIndex(factsQuery(db).all().map(factsOf))
  if (held && held.version !== version) takeChanges(db, held.index, held.version)
  if (!isGraded) index.takeShares(onTimeShares(db))
  indexes.set(db, { version, index, gradedAt: isGraded ? held.gradedAt : now })
  return index
}

function takeChanges(db: Db, index: DirectoryIndex, since: number): void {
  const changes = changesQuery(db).all({ since })
  index.update(
    changes.flatMap(({ carrierId, ...row }) => (row.id === null ? [] : [factsOf(row as FactsRow)])),
    changes.flatMap((row) => (row.id === null ? [row.carrierId] : [])),
  )
}

/** Reads the index of the directory before anybody asks for it. */
export function readyDirectory(db: Db): void {
  indexOf(db)
}

/** A stretch of the directory's rows by name, how many there are in all, and how many each choice of each filter would leave. */
export function readDirectory(
  db: Db,
  query: DirectoryQuery,
  page: { from: number; limit: number },
  now: number,
): { rows: DirectoryRow[]; total: number; counts: DirectoryCounts } {
  const words = matchOf(query.q)
  const { ids, counts } = indexOf(db).find(
    query,
    words === null ? null : wordsQuery(db).all({ words }),
    monthsAgo(db, now),
  )
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

/** The carriers that a query of the directory finds, by name. */
export function carrierIdsFor(db: Db, query: DirectoryQuery, now: number): number[] {
  const words = matchOf(query.q)
  return [...indexOf(db).find(query, words === null ? null : wordsQuery(db).all({ words }), monthsAgo(db, now)).ids]
}

function monthsAgo(db: Db, now: number) {
  const { zone } = officeOf(db)
  const today = dayOf(toLocal(now, zone))
  const at = (months: number) => toInstant(`${addMonths(today, -months)}T00:00`, zone)
  return { three: at(3), twelve: at(12) }
}
