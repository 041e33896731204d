// The board Windpump: everything is a table (CSV), signed in by name and password, closed some minutes of every hour, answered by email only.
// WINDPUMP_PORT, WINDPUMP_USER, WINDPUMP_PASSWORD, WINDPUMP_MEMBERS (JSON file), WINDPUMP_SMTP_PORT, WINDPUMP_SEED, WINDPUMP_PACE,
// WINDPUMP_CLOSED (minutes of the hour, `50-52`; empty: never).
import { createServer } from 'node:http'
import { parse } from 'csv-parse/sync'
import { stringify } from 'csv-stringify/sync'
import { startCarriers } from '../board-floor/carriers'
import { type Change, changesAfter, type Shown } from '../board-floor/feed'
import { type Kind, makeOthers } from '../board-floor/others'
import { addOther, bodyOf, membersOf, needed, sender, serve } from '../board-floor/wire'

type Row = Record<string, string>

const expected = `Basic ${Buffer.from(`${needed('WINDPUMP_USER')}:${needed('WINDPUMP_PASSWORD')}`).toString('base64')}`
const closed = /^(\d+)-(\d+)$/.exec(process.env.WINDPUMP_CLOSED ?? '50-51')
const members = membersOf(process.env.WINDPUMP_MEMBERS)
const others = makeOthers(Number(process.env.WINDPUMP_SEED ?? 5), members)
const longestText = 40
const trailers: Record<string, string> = {
  ...{ van: 'Dry van', reefer: 'Reefer', flatbed: 'Flat', step_deck: 'Step', conestoga: 'Conestoga', tanker: 'Tank' },
  ...{ hopper: 'Hopper', lowboy: 'Lowboy', power_only: 'Power only', box_truck: 'Box', container: 'Container' },
}
const shown = new Map<string, Shown<Row>>()
const wire: { method: string; path: string; body: string }[] = []

const carriers = startCarriers({
  members,
  passOn: null,
  smtpPort: Number(process.env.WINDPUMP_SMTP_PORT ?? 4102),
  seed: 29,
  pace: Number(process.env.WINDPUMP_PACE ?? 0.3),
  isUp: (ref) => shown.get(ref)?.goneAt === null,
})

/** Seconds until the board opens again; null where it is open. */
function closedFor(now: number): number | null {
  if (!closed) return null
  const minute = Math.floor(now / 60_000) % 60
  const [from, to] = [Number(closed[1]), Number(closed[2])]
  return minute >= from && minute < to ? (to - minute) * 60 : null
}

const server = createServer(async (request, response) => {
  const send = sender(response)
  const csv = (rows: object[], headers: Record<string, string> = {}) =>
    send(200, stringify(rows, { header: true }), { 'content-type': 'text/csv', ...headers })
  const url = new URL(request.url ?? '/', 'http://board')
  const method = request.method ?? ''
  if (method === 'GET' && url.pathname === '/healthz') return send(200, { ok: true })
  if (method === 'GET' && url.pathname === '/wire') return send(200, wire)
  if (method === 'POST' && url.pathname === '/others') return send(200, addOther(others, await bodyOf(request)))
  if (request.headers.authorization !== expected) return send(401, 'who is there')
  const seconds = closedFor(Date.now())
  if (seconds !== null) return send(503, 'closed for maintenance', { 'retry-after': String(seconds) })
  const body = await bodyOf(request)
  if (method === 'POST' && url.pathname === '/sheet.csv') {
    wire.push({ method, path: url.pathname, body })
    return csv(take(body))
  }
  if (method === 'GET' && url.pathname === '/sheet.csv') return csv(mine())
  const kind = ({ '/loads.csv': 'load', '/trucks.csv': 'truck' } as Record<string, Kind>)[url.pathname]
  if (method !== 'GET' || !kind) return send(404, 'no such sheet')
  const board = { number: 2, prefix: 'P', others, shown: shown.values() }
  const { changes, next, more } = changesAfter(board, kind, Number(url.searchParams.get('since') ?? 0), Date.now())
  csv(changes.map(rowOf), { 'x-next': String(next), 'x-more': more ? 'yes' : 'no' })
})

const mine = () => [...shown.values()].filter(({ goneAt }) => goneAt === null).map(({ listing }) => listing)

/** Carries out a sheet row by row; each gets its own answer. */
function take(body: string): object[] {
  let rows: Row[]
  try {
    rows = parse(body, { columns: true, skip_empty_lines: true })
  } catch {
    return [{ Ref: '', Result: 'bad', Why: 'this is no table' }]
  }
  return rows.map((row) => ({ Ref: row.Ref ?? '', ...takeRow(row) }))
}

function takeRow(row: Row): { Result: string; Why: string } {
  const ref = row.Ref ?? ''
  const before = shown.get(ref)
  const isUp = before?.goneAt === null
  if (row.Do === 'off') {
    if (!isUp || !before) return { Result: 'none', Why: 'not on the board' }
    before.goneAt = Date.now()
    return { Result: 'ok', Why: '' }
  }
  const why = wrongWith(row)
  if (why) return { Result: 'bad', Why: why }
  const { Do: _, ...listing } = row
  shown.set(ref, { id: `P-${ref}`, listing, changedAt: Date.now(), goneAt: null })
  if (!isUp)
    carriers.see({
      ref,
      equipment: Object.keys(trailers).find((each) => trailers[each] === row.Trailer) ?? 'van',
      miles: Number(row.Miles),
      from: `${row['From city']} ${row['From state']}`,
      to: `${row['To city']} ${row['To state']}`,
      mail: row.Email ?? '',
    })
  return { Result: 'ok', Why: '' }
}

function wrongWith(row: Row): string | null {
  if (!row.Ref || !row['From city'] || !row['To city']) return 'Ref, From city and To city are needed'
  if (!Object.values(trailers).includes(row.Trailer ?? '')) return `no such trailer: ${row.Trailer}`
  if (!row.Email) return 'Email is needed'
  return (row.Text ?? '').length > longestText ? `Text has at most ${longestText} characters` : null
}

/** A row of the sheet of everybody's loads or trucks. */
function rowOf(each: Change<Row>): Row {
  const empty = { Number: '', Off: '', Ref: '', Since: '', Company: '', MC: '', Phone: '', Trailer: '' }
  const rest = { 'From city': '', 'From state': '', Lat: '', Lon: '', 'To city': '', 'To state': '', 'To lat': '' }
  const last = { 'To lon': '', States: '', Day: '', 'Last day': '', Feet: '', Pounds: '', Share: '', Miles: '' }
  const row: Row = { ...empty, ...rest, ...last, Dollars: '', 'Per mile': '', 'Days to pay': '', Text: '' }
  if ('gone' in each) return { ...row, Number: each.gone, Off: 'yes' }
  if ('listing' in each) return { ...row, Number: each.id, Ref: each.listing.Ref ?? '' }
  const { other } = each
  const cell = (value: unknown) => (value === null ? '' : String(value))
  return {
    ...row,
    ...{ Number: each.id, Since: new Date(other.bornAt).toISOString(), Company: other.company, MC: cell(other.mc) },
    ...{ Phone: other.phone, Trailer: trailers[other.equipment] ?? 'Dry van' },
    ...{
      'From city': other.from.city,
      'From state': other.from.st,
      Lat: cell(other.from.lat),
      Lon: cell(other.from.lon),
    },
    ...{ 'To city': cell(other.to?.city ?? null), 'To state': cell(other.to?.st ?? null) },
    ...{
      'To lat': cell(other.to?.lat ?? null),
      'To lon': cell(other.to?.lon ?? null),
      States: other.toStates.join(' '),
    },
    ...{
      Day: other.earliest,
      'Last day': cell(other.latest),
      Feet: cell(other.lengthFt),
      Pounds: cell(other.weightLb),
    },
    ...{ Share: other.full ? '' : 'yes', Miles: cell(other.miles), Dollars: cell(other.usd) },
    ...{ 'Per mile': cell(other.usdPerMile), 'Days to pay': cell(other.daysToPay), Text: other.words },
  }
}

serve(server, 'windpump', Number(process.env.WINDPUMP_PORT ?? 4110), carriers.stop)
