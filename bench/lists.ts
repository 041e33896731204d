import { rowsAtOnce } from '#core/listing/lists'
import { loadQuerySchema } from '#core/load/load-query'
import { surroundings } from '../bin/surroundings'
import { grownDatabase } from './grown'

const figure = (value: number) => value.toLocaleString('en-US', { maximumFractionDigits: 1 })
const times = 15

/** Pages of the list of loads at 250,000 loads, beside the bare query of the newest rows. */
export async function run(): Promise<void> {
  const path = await grownDatabase(surroundings('.tmp/bench', 4360))
  const { openDatabase } = await import('#server/db.server')
  const { findLoads, listLoads } = await import('#server/load/list')
  const db = openDatabase(path)
  db.$client.exec('analyze')
  const bare = db.$client.prepare('select * from load order by created_at desc limit 100')
  const [peer] = measure(() => bare.all())
  const print = (name: string, [p50, slowest]: [number, number], found: number | null) =>
    console.log(
      `${name.padEnd(40)} p50 ${figure(p50)} ms, slowest ${figure(slowest)} ms, ${figure(p50 / peer)} times the bare rows${found === null ? '' : `, ${figure(found)} found`}`,
    )
  print('bare rows', [peer, peer], null)
  const page = (name: string, asked: Record<string, string>, from = 0) => {
    const query = loadQuerySchema.parse(asked)
    const { total } = listLoads(db, query, { from, limit: rowsAtOnce })
    print(
      name,
      measure(() => listLoads(db, query, { from, limit: rowsAtOnce })),
      total,
    )
  }
  page('the newest', {})
  page('far down', {}, 200_000)
  for (const state of ['open', 'on_the_way', 'hauled']) page(`state ${state}`, { state })
  page('one rep', { rep: '1' })
  page('Idaho to Texas, reefer', { from: 'ID', to: 'TX', equipment: 'reefer' })
  page('a month of pickups', { since: '2026-11-01', until: '2026-11-30' })
  for (const sort of ['-sell', 'customer', 'carrier', 'margin', '-pickup']) page(`sorted by ${sort}`, { sort })
  for (const q of searches) {
    page(`words: ${q}`, { q })
    print(
      `   the first 12: ${q}`,
      measure(() => findLoads(db, q, 12)),
      null,
    )
  }
}

/** Some a rep types, and what they look like half typed. */
const searches = [
  'snowmelt',
  'twin falls phoenix',
  'salt lake',
  'in transit',
  'prairie otter',
  'pr-26012',
  'yakima reefer',
  'twin falls pho',
  'snowmelt den',
  're',
  'pheonix',
]

/** The middle and the slowest of some calls, in milliseconds. */
function measure(call: () => unknown): [number, number] {
  const took = Array.from({ length: times }, () => {
    const started = performance.now()
    call()
    return performance.now() - started
  }).sort((one, other) => one - other)
  return [took[Math.floor(times / 2)]!, took.at(-1)!]
}
