import { createServer, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import { feedColumns } from '#core/register/feed'
import type { RegisterRecord } from '#core/register/register'
import { settings } from '#server/settings.server'

/** A register that says what a test wants: records, their feed, and whatever trouble `mood` asks for. */
export interface RegisterServer {
  records: RegisterRecord[]
  mood: 'well' | 'down' | 'nonsense' | 'wrong_carrier'
  asked: string[]
  end: () => Promise<void>
}

const list = (parts: (string | null)[][]) => parts.map((part) => part.map((each) => each ?? '').join('|')).join(';')

/** One record as a line of the feed, in the order of its columns. */
export function feedRow(sequence: number, record: RegisterRecord): string {
  const address = (each: RegisterRecord['mailing']) =>
    each ? [each.street, each.city, each.region, each.postal, each.country].join('|') : ''
  const cells: Record<(typeof feedColumns)[number], string | number> = {
    sequence,
    changed_at: '2026-11-23T12:00:00Z',
    dot_number: record.dotNumber,
    mc_number: record.mcNumber ?? '',
    legal_name: record.legalName,
    trade_name: record.tradeName ?? '',
    operating: record.operating ? 'yes' : 'no',
    physical: address(record.physical),
    mailing: address(record.mailing),
    phones: record.phones.join(';'),
    mail: record.mail ?? '',
    officers: record.officers.join(';'),
    power_units: record.powerUnits,
    drivers: record.drivers,
    cargo: record.cargo.join(';'),
    operations: record.operations.join(';'),
    hazmat: record.hazmat ? 'yes' : 'no',
    authorities: list(
      record.authorities.map((each) => [each.kind, each.status, each.grantedOn, each.revokedOn, each.reinstatedOn]),
    ),
    filings: list(
      record.filings.map((each) => [
        each.kind,
        each.insurer,
        each.number,
        String(each.limitMinor / 100),
        each.effectiveOn,
        each.cancelledOn,
      ]),
    ),
    safety_rating: record.safetyRating ?? '',
    rated_on: record.ratedOn ?? '',
    vehicle_inspections: record.vehicle.inspections,
    vehicle_out_of_service: record.vehicle.outOfService,
    driver_inspections: record.driver.inspections,
    driver_out_of_service: record.driver.outOfService,
    fatal: record.crashes.fatal,
    injury: record.crashes.injury,
    tow: record.crashes.tow,
    vehicles: record.vehicles.join(';'),
  }
  return feedColumns.map((column) => `"${String(cells[column]).replaceAll('"', '""')}"`).join(',')
}

/** Starts it on a port of its own and points the settings there. */
export async function startRegisterServer(): Promise<RegisterServer> {
  const register: RegisterServer = { records: [], mood: 'well', asked: [], end: async () => undefined }
  const server = createServer((request, response) =>
    answer(register, new URL(request.url ?? '/', 'http://register'), response),
  )
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  settings().OX_REGISTER_URL = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  register.end = () => new Promise((resolve) => server.close(() => resolve()))
  return register
}

function answer(register: RegisterServer, url: URL, response: ServerResponse): void {
  register.asked.push(url.pathname)
  if (register.mood === 'down') return void response.writeHead(503).end('closed')
  if (register.mood === 'nonsense')
    return void response.writeHead(200, { 'content-type': 'text/html' }).end('<html>We are working on our pages</html>')
  if (url.pathname === '/changes.csv') {
    const after = Number(url.searchParams.get('after'))
    return void response
      .writeHead(200)
      .end(
        [
          feedColumns.join(','),
          ...register.records.slice(after).map((record, at) => feedRow(after + at + 1, record)),
        ].join('\r\n'),
      )
  }
  const [, , kind, number] = url.pathname.split('/')
  const found =
    register.mood === 'wrong_carrier'
      ? register.records.at(-1)
      : register.records.findLast((record) => (kind === 'dot' ? record.dotNumber : record.mcNumber) === number)
  if (!found) return void response.writeHead(404).end('{}')
  response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify(found))
}
