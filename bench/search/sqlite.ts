import Database from 'better-sqlite3'
import { chord2OfMiles, unitOf } from '#core/search/globe'
import {
  dayNumber,
  type End,
  instantOf,
  isCircle,
  type Posting,
  payPerMile,
  type SearchQuery,
} from '#core/search/posting'

/** The same postings in SQLite: an R*Tree over the origin, indexes over the rest, the exact radius by a function. */
export function makeSqlite() {
  const db = new Database('')
  db.exec(`
    create table posting (slot integer primary key, id text, kind text, equipment text, full integer, region text, dest_region text, open integer,
      lat real, lon real, dest_lat real, dest_lon real, length real, weight real, per_mile real, earliest integer, latest integer, posted_at integer, company text);
    create table goes_to (slot integer, state text);
    create virtual table origin using rtree(slot, south, north, west, east);`)
  db.function('inside', { deterministic: true }, (lat, lon, x, y, z, most) => {
    if (lat === null) return 0
    const [a, b, c] = unitOf({ lat: lat as number, lon: lon as number })
    return (a - (x as number)) ** 2 + (b - (y as number)) ** 2 + (c - (z as number)) ** 2 <= (most as number) ? 1 : 0
  })
  const row = db.prepare(`insert into posting values (${Array(19).fill('?').join(',')})`)
  const goes = db.prepare('insert into goes_to values (?, ?)')
  const box = db.prepare('insert into origin values (?, ?, ?, ?, ?)')
  let slot = 0
  return {
    db,
    begin: () => db.exec('begin'),
    put(posting: Posting): void {
      slot += 1
      const { origin, destination, toStates } = posting
      const states = [...(toStates ?? []), ...(destination ? [destination.region] : [])]
      const pays = payPerMile(posting)
      row.run(
        ...[slot, posting.id, posting.kind, posting.equipment, (posting.full ?? true) ? 1 : 0, origin.region],
        ...[destination?.region ?? null, states.length === 0 ? 1 : 0, origin.lat, origin.lon],
        ...[destination?.lat ?? null, destination?.lon ?? null, posting.lengthFt ?? null, posting.weightLb ?? null],
        ...[
          Number.isNaN(pays) ? null : pays,
          dayNumber(posting.earliest),
          dayNumber(posting.latest ?? posting.earliest),
        ],
        ...[instantOf(posting.postedAt), (posting.company ?? '').toLowerCase()],
      )
      for (const state of new Set(states)) goes.run(slot, state)
      box.run(slot, origin.lat, origin.lat, origin.lon, origin.lon)
    },
    end: () =>
      db.exec(
        'commit; create index by_region on posting (kind, region, equipment, earliest); create index by_equipment on posting (kind, equipment, earliest); create index by_state on goes_to (state, slot); create index of_slot on goes_to (slot, state); analyze;',
      ),
  }
}

/** How many hits there are in each state: what a page shows beside its first fifty. */
export function askSqlite(db: Database.Database, query: SearchQuery): number {
  const wheres = ['kind = ?', 'posted_at <= ?']
  const values: unknown[] = [query.kind, instantOf(query.asOf)]
  const add = (where: string, ...given: unknown[]) => {
    wheres.push(where)
    values.push(...given)
  }
  const circle = (end: Extract<End, { radius: number }>, lat: string, lon: string) =>
    add(`inside(${lat}, ${lon}, ?, ?, ?, ?)`, ...unitOf(end), chord2OfMiles(end.radius))
  const { origin, destination } = query
  if (origin && 'states' in origin) add('region in (select value from json_each(?))', JSON.stringify(origin.states))
  if (isCircle(origin)) {
    const [tall, wide] = [origin.radius / 69, origin.radius / 69 / Math.cos((origin.lat * Math.PI) / 180)]
    add(
      'posting.slot in (select slot from origin where south >= ? and north <= ? and west >= ? and east <= ?)',
      ...[origin.lat - tall, origin.lat + tall, origin.lon - wide, origin.lon + wide],
    )
    circle(origin, 'lat', 'lon')
  }
  if (destination && 'states' in destination)
    add(
      '(open or exists (select 1 from goes_to where goes_to.slot = posting.slot and state in (select value from json_each(?))))',
      JSON.stringify(destination.states),
    )
  if (isCircle(destination)) {
    circle(destination, 'dest_lat', 'dest_lon')
    wheres.push(`(open or ${wheres.pop()})`)
  }
  if (query.equipment) add('equipment in (select value from json_each(?))', JSON.stringify(query.equipment))
  if (query.from !== null) add('latest >= ?', dayNumber(query.from))
  if (query.to !== null) add('earliest <= ?', dayNumber(query.to))
  if (query.maxLengthFt !== null) add('(length is null or length <= ?)', query.maxLengthFt)
  if (query.maxWeightLb !== null) add('(weight is null or weight <= ?)', query.maxWeightLb)
  if (query.full !== null) add('full = ?', query.full ? 1 : 0)
  if (query.maxAgeHours !== null) add('posted_at >= ?', instantOf(query.asOf) - query.maxAgeHours * 3_600_000)
  if (query.company) add('instr(company, ?) > 0', query.company.toLowerCase())
  if (query.minPerMile !== null) add('per_mile >= ?', Number(query.minPerMile))
  const counts = db
    .prepare(`select region, count(*) from posting where ${wheres.join(' and ')} group by region`)
    .raw()
    .all(...values) as [string, number][]
  const order = query.order === 'per_mile' ? 'per_mile desc' : 'posted_at desc'
  db.prepare(`select id from posting where ${wheres.join(' and ')} order by ${order}, id limit 50`).all(...values)
  return counts.reduce((sum, [, count]) => sum + count, 0)
}
