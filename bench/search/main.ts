import { applyFilters, limitsOf } from '#core/search/filters'
import { numbersOf } from '#core/search/names'
import { instantOf, type SearchQuery } from '#core/search/posting'
import { makePostingIndex, type PostingBook, type PostingIndex, putPosting } from '#core/search/posting-book'
import { decimal, decimals, whole, wholes } from '#core/search/rows'
import { searchPostings } from '#core/search/search'
import { blockSize, Sieve } from '#core/search/sieve'
import { noSlack } from '#core/search/slack'
import { madePostings, madeQueries } from './postings'
import { askSqlite, makeSqlite } from './sqlite'

const postingCount = 1_000_000
const queryCount = 500
/** SQLite is slow enough to be judged by fewer. */
const sqliteQueries = 40

/** The same rows without any sets or lists: every posting is looked at. */
function scan(book: PostingBook, query: SearchQuery): number {
  const { rows, full, open } = book
  const at = instantOf(query.asOf)
  const sieve = new Sieve()
  const block = new Uint32Array(blockSize)
  let [inBlock, total] = [0, 0]
  const look = () => {
    sieve.begin(block, inBlock)
    applyFilters(sieve, book, query, limitsOf(query, noSlack))
    total += sieve.count
    inBlock = 0
  }
  const equipment = query.equipment && new Set(numbersOf(book.equipmentNames, query.equipment))
  const from = query.origin && 'states' in query.origin ? new Set(numbersOf(book.states, query.origin.states)) : null
  const to =
    query.destination && 'states' in query.destination ? numbersOf(book.states, query.destination.states) : null
  const holding = query.company ? book.companySearch.holding(query.company) : null
  const bit = (words: Uint32Array, slot: number) => ((words[slot >>> 5]! >>> (slot & 31)) & 1) === 1
  for (let slot = 0; slot < book.end; slot++) {
    if (rows.decimals[slot * decimals + decimal.postedAt]! > at) continue
    if (equipment && !equipment.has(rows.wholes[slot * wholes + whole.equipment]!)) continue
    if (from && !from.has(rows.wholes[slot * wholes + whole.originState]!)) continue
    if (query.full !== null && bit(full.words, slot) !== query.full) continue
    if (to && !bit(open.words, slot) && !to.some((state) => book.goesTo[slot]!.includes(state))) continue
    if (holding && holding[rows.wholes[slot * wholes + whole.company]!] !== 1) continue
    block[inBlock++] = slot
    if (inBlock === blockSize) look()
  }
  look()
  return total
}

function report(name: string, took: number[], of: string): { p50: number; p95: number } {
  const sorted = took.sort((one, other) => one - other)
  const at = (share: number) => sorted[Math.floor(sorted.length * share)]!
  const [p50, p95, worst] = [at(0.5), at(0.95), sorted.at(-1)!]
  console.log(
    `${name.padEnd(44)} p50 ${p50.toFixed(2)} ms, p95 ${p95.toFixed(2)} ms, worst ${worst.toFixed(1)} ms (${of})`,
  )
  return { p50, p95 }
}

function measure(queries: readonly SearchQuery[], ask: (query: SearchQuery) => number) {
  const totals: number[] = []
  const took = queries.map((query) => {
    const begun = performance.now()
    totals.push(ask(query))
    return performance.now() - begun
  })
  return { took, totals }
}

function measureChanges(index: PostingIndex): void {
  const changes = [...madePostings(50_000)]
  const begun = performance.now()
  for (const posting of changes) putPosting(index, posting)
  const each = changes.length / ((performance.now() - begun) / 1000)
  console.log(`replaced while it is searched: ${Math.round(each).toLocaleString('en-US')} postings a second`)
}

/** A million live postings, asked 500 questions: ours beside a plain scan of the same rows and SQLite with R*Tree and indexes. */
export async function run(): Promise<void> {
  const [index, sqlite] = [makePostingIndex(), makeSqlite()]
  sqlite.begin()
  let filling = 0
  for (const posting of madePostings(postingCount)) {
    const begun = performance.now()
    putPosting(index, posting)
    filling += performance.now() - begun
    sqlite.put(posting)
  }
  sqlite.end()
  console.log(
    `${(index.load.size + index.truck.size).toLocaleString('en-US')} postings, filled in ${(filling / 1000).toFixed(1)} s`,
  )
  const queries = madeQueries(queryCount)
  for (const query of queries.slice(0, 50)) searchPostings(index, query)
  const ours = measure(queries, (query) => searchPostings(index, query).total)
  const plain = measure(queries, (query) => scan(index[query.kind], query))
  const stored = measure(queries.slice(0, sqliteQueries), (query) => askSqlite(sqlite.db, query))
  const differing = ours.totals.filter(
    (total, at) => total !== plain.totals[at] || (at < sqliteQueries && total !== stored.totals[at]),
  ).length
  console.log(`answers that differ: ${differing}`)
  const mine = report('ours, with counts by state and near misses', ours.took, `${queryCount} queries`)
  const scanned = report('plain scan of the same rows, count alone', plain.took, `${queryCount} queries`)
  const asked = report('SQLite, R*Tree and indexes, no near misses', stored.took, `${sqliteQueries} queries`)
  console.log(
    `times faster at p95: than the scan ${(scanned.p95 / mine.p95).toFixed(1)}, than SQLite ${(asked.p95 / mine.p95).toFixed(1)}`,
  )
  measureChanges(index)
}
