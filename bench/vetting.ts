import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { performance } from 'node:perf_hooks'
import { directoryQuerySchema } from '#core/carrier/directory'
import { LinkIndex } from '#core/carrier-links/carrier-link-index'
import { linkFactsOf } from '#core/carrier-links/carrier-links'
import { cellOf } from '#core/place/place'
import { type RegisterRecord, registerRecordSchema } from '#core/register/register'
import { usualPolicy } from '#core/vetting/usual-policy'
import { vet } from '#core/vetting/vetting'
import { readDirectory } from '#server/carrier/directory'
import { inTransaction, openDatabase } from '#server/db.server'
import { storeRecord } from '#server/register/store'
import { carrier, registerFeed } from '#server/schema'
import { takeEnvironment } from '#server/settings.server'
import { startThread } from '#server/thread'
import { carriersToVet } from '#server/vetting/carriers-to-vet'
import type { VettingNews, VettingOrder } from '#server/vetting/worker'
import { buildIfNeeded } from '../bin/build'
import { surroundings } from '../bin/surroundings'
import { census } from '../stand-ins/register/census'
import { plantCrooks } from '../stand-ins/register/crooks'
import { tieHonestOnes } from '../stand-ins/register/ties'

const size = Number(process.env.BENCH_SIZE ?? 50_000)
const seed = 91
const today = new Date().toISOString().slice(0, 10)

const figure = (value: number, digits = 0) => value.toLocaleString('en-US', { maximumFractionDigits: digits })
const percentile = (times: number[], share: number) =>
  times.toSorted((one, other) => one - other)[Math.floor(times.length * share)]!

/** Groups, verdicts and the directory at fifty thousand carriers, and how many planted crooks the signs find. */
export async function run(): Promise<void> {
  buildIfNeeded()
  const made = census(seed, size, today)
  tieHonestOnes(made, seed + 2, today)
  const crooks = plantCrooks(made, seed + 1, today)
  const records = made.map((each) => registerRecordSchema.parse(each))
  groups(records)
  const folder = mkdtempSync(join(tmpdir(), 'oxpecker-bench-'))
  try {
    await verdicts(join(folder, 'bench.db'), records, crooks)
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

function groups(records: RegisterRecord[]): void {
  const facts = records.map((record) => linkFactsOf(record))
  const started = performance.now()
  const index = new LinkIndex()
  for (const [at, record] of records.entries()) index.set(record.dotNumber, facts[at]!)
  const built = performance.now()
  const found = index.groups()
  const all = performance.now()
  for (let at = 0; at < 1000; at++) index.set(records[at]!.dotNumber, facts[(at * 7) % records.length]!)
  console.log(
    `links, ${figure(size)} carriers: built ${figure(built - started)} ms, ${figure(found.length)} groups found ${figure(all - built)} ms, one carrier changed ${figure(performance.now() - all, 0)} µs (mean of 1,000)`,
  )
}

async function verdicts(path: string, records: RegisterRecord[], crooks: Map<string, string>): Promise<void> {
  const db = openDatabase(path)
  const now = Date.now()
  const kept = performance.now()
  db.insert(registerFeed).values({ id: 1, sequence: 0, currentAt: now, triedAt: now }).run()
  const home = { lat: 42.5, lon: -114.4 }
  for (let at = 0; at < records.length; at += 1000) {
    inTransaction(db, () => {
      for (const record of records.slice(at, at + 1000)) {
        db.insert(carrier)
          .values({
            name: record.legalName,
            search: record.legalName.toLowerCase(),
            mcNumber: record.mcNumber,
            dotNumber: record.dotNumber,
            mail: record.mail ?? '',
            phone: record.phones[0] ?? '',
            homeCity: record.physical.city,
            homeRegion: record.physical.region,
            homeLat: home.lat,
            homeLon: home.lon,
            homeCell: cellOf(home),
            equipment: at % 2000 ? ['van', 'reefer'] : ['flatbed'],
            powerUnits: record.powerUnits,
            addedAt: now,
            addedBy: 'bench',
          })
          .run()
        storeRecord(db, record, { changedAt: now, confirmedAt: now })
      }
    })
  }
  db.$client.exec('analyze')
  console.log(`kept with their facts: ${figure((performance.now() - kept) / 1000, 1)} s`)
  const [first, second] = [await night(path), await night(path)]
  console.log(
    `all ${figure(size)} vetted and written on a thread: ${figure(first / 1000, 2)} s the first time, ${figure(second / 1000, 2)} s when little changed`,
  )
  const ids = Array.from({ length: 400 }, (_, at) => at * Math.floor(size / 400) + 1)
  const facts = carriersToVet(db, ids, null, now)
  const times = [...facts.values()].flatMap((each) =>
    Array.from({ length: 20 }, () => {
      const started = performance.now()
      vet({ carrier: each, load: null, today }, usualPolicy)
      return performance.now() - started
    }),
  )
  console.log(
    `one verdict, facts at hand: p50 ${figure(percentile(times, 0.5) * 1000)} µs, p95 ${figure(percentile(times, 0.95) * 1000)} µs`,
  )
  const asked = ids.map((id) => {
    const started = performance.now()
    const each = carriersToVet(db, [id], null, now).get(id)!
    vet({ carrier: each, load: null, today }, usualPolicy)
    return performance.now() - started
  })
  console.log(
    `one verdict, facts asked of the database: p50 ${figure(percentile(asked, 0.5), 2)} ms, p95 ${figure(percentile(asked, 0.95), 2)} ms`,
  )
  directory(db, now)
  found(db, records, crooks, now)
  db.$client.close()
}

/** Milliseconds that the night's thread takes to vet everybody; the register it asks first is not there. */
async function night(path: string): Promise<number> {
  takeEnvironment({
    ...surroundings(dirname(path), 4390).application,
    OX_REGISTER_URL: 'http://127.0.0.1:9',
    OX_LOG_LEVEL: 'silent',
  })
  const thread = startThread('vetting-worker', 'server/vetting/worker.dev.mjs', {
    databasePath: path,
    now: Date.now(),
    task: 'night',
  } satisfies VettingOrder)
  return new Promise((done, fail) => {
    thread.on('message', (news: VettingNews) => 'done' in news && done(news.done.tookMs))
    thread.once('error', fail)
  })
}

function directory(db: ReturnType<typeof openDatabase>, now: number): void {
  const queries = [
    {},
    { q: 'alder' },
    { q: 'cre' },
    { q: 'a' },
    { verdict: 'stop' },
    { region: 'ID' },
    { q: 'trucking llc', equipment: 'reefer' },
    { used: 'never' },
    { q: '1200041' },
    { verdict: 'stop', region: 'TX', equipment: 'van' },
  ].map((query) => directoryQuerySchema.parse(query))
  const times = Array.from({ length: 60 }, (_, at) => {
    const query = queries[at % queries.length]!
    const started = performance.now()
    readDirectory(db, query, { from: at % 3 === 0 ? 0 : 20_000, limit: 200 }, now)
    return performance.now() - started
  })
  console.log(
    `directory, a page of rows and the counts of all filters: p50 ${figure(percentile(times, 0.5), 1)} ms, p95 ${figure(percentile(times, 0.95), 1)} ms, slowest ${figure(Math.max(...times), 1)} ms`,
  )
  const touch = db.$client.prepare('update carrier set last_load_at = coalesce(last_load_at, 0) + 1 where id = ?')
  const afterChange = Array.from({ length: 20 }, (_, at) => {
    touch.run(at + 1)
    const started = performance.now()
    readDirectory(db, queries[0]!, { from: 0, limit: 200 }, now)
    return performance.now() - started
  })
  console.log(
    `directory right after a carrier changed: p50 ${figure(percentile(afterChange, 0.5), 1)} ms, slowest ${figure(Math.max(...afterChange), 1)} ms`,
  )
}

/** From which weight of signs on a carrier counts as found: the usual policy's caution. */
const foundWeight = 5

function found(
  db: ReturnType<typeof openDatabase>,
  records: RegisterRecord[],
  crooks: Map<string, string>,
  now: number,
): void {
  const suspected = new Set<string>()
  for (let at = 0; at < records.length; at += 1000) {
    const ids = Array.from({ length: Math.min(1000, records.length - at) }, (_each, index) => at + index + 1)
    for (const [id, facts] of carriersToVet(db, ids, null, now)) {
      const { signs } = vet({ carrier: facts, load: null, today }, usualPolicy)
      if (signs.reduce((sum, sign) => sum + sign.weight, 0) >= foundWeight) suspected.add(records[id - 1]!.dotNumber)
    }
  }
  // A closed number that lent itself to a new one is part of the fraud, though not planted as a crook itself.
  const closed = new Set(
    records
      .filter((record) =>
        record.authorities.every((authority) => authority.kind === 'broker' || authority.status !== 'active'),
      )
      .map(({ dotNumber }) => dotNumber),
  )
  const open = [...suspected].filter((dot) => !closed.has(dot))
  const right = open.filter((dot) => crooks.has(dot))
  console.log(
    `planted crooks: ${figure(crooks.size)}; found ${figure(right.length)}, recall ${figure((right.length / crooks.size) * 100, 1)}%; suspected ${figure(open.length)} that may carry, precision ${figure((right.length / open.length) * 100, 1)}%`,
  )
  for (const kind of new Set(crooks.values())) {
    const planted = [...crooks].filter(([, each]) => each === kind)
    console.log(`  ${kind.padEnd(16)} ${planted.filter(([dot]) => suspected.has(dot)).length} of ${planted.length}`)
  }
}
