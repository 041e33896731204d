import { parse } from 'csv-parse/sync'
import { stringify } from 'csv-stringify/sync'
import { cutTo } from '#core/board/board'
import type { Equipment } from '#core/load/load'
import type { BoardPosting } from '#core/posting/posting'
import type { FoundPosting } from '#core/search/found'
import type { BoardAdapter, BoardAnswer, BoardLink, FloorReading } from './adapter'
import { type BoardCall, callBoard, isGood, nonsense, problemOf } from './call'
import { foundPosting } from './found'

const name = 'Windpump'
const commentLength = 40
const trailers: Partial<Record<Equipment, string>> = {
  ...{ van: 'Dry van', reefer: 'Reefer', flatbed: 'Flat', step_deck: 'Step', conestoga: 'Conestoga', tanker: 'Tank' },
  ...{ hopper: 'Hopper', lowboy: 'Lowboy', power_only: 'Power only', box_truck: 'Box', container: 'Container' },
}
const equipment = Object.keys(trailers) as Equipment[]

/** The board Windpump: tables of text, a name and a password, closed some minutes of the hour, answered by email only. */
export const windpump: BoardAdapter = {
  name,
  accountWords: 'User name',
  secretWords: 'Password',
  callbackWords: null,
  commentLength,
  equipment,
  lacks: [
    'stops',
    'temperature',
    'hours',
    'gear',
    'pieces',
    'also',
    'liftgate',
    'minTrucks',
    'audience',
    'loads',
    'phone',
  ],
  leastRefreshMinutes: 120,
  put: (link, posting) => sent(link, posting.reference, { Do: 'on', ...sheetRow(posting) }),
  change: (link, posting) => sent(link, posting.reference, { Do: 'on', ...sheetRow(posting) }),
  remove: async (link, { reference }) => {
    const answer = await sent(link, reference, { Do: 'off', Ref: reference })
    return 'problem' in answer ? answer : { value: null }
  },
  listMine: async (link) => {
    const answer = await table(link, { method: 'GET', path: '/sheet.csv' })
    if ('problem' in answer) return answer
    return {
      value: answer.value.rows.flatMap((fields) => {
        const { Ref: reference } = fields
        return reference ? [{ reference, externalId: `P-${reference}`, fields, views: null }] : []
      }),
    }
  },
  searchTrucks: (link, cursor) => floor(link, 'truck', cursor),
  searchLoads: (link, cursor) => floor(link, 'load', cursor),
  fieldsOf: sheetRow,
  readReplies: null,
  readCallback: null,
}

type Row = Record<string, string>

const call = (link: BoardLink, asked: BoardCall) => {
  const authorization = `Basic ${Buffer.from(`${link.account}:${link.secret}`).toString('base64')}`
  return callBoard(link, { ...asked, headers: { authorization, 'content-type': 'text/csv' } })
}

/** A sheet of the board's, row by row. */
async function table(
  link: BoardLink,
  asked: BoardCall,
): Promise<BoardAnswer<{ rows: Row[]; header: (name: string) => string }>> {
  const answer = await call(link, asked)
  if ('problem' in answer) return answer
  if (!isGood(answer.value)) return problemOf(name, answer.value)
  try {
    const rows = parse(answer.value.text, { columns: true, skip_empty_lines: true }) as Row[]
    return { value: { rows, header: (header) => String(answer.value.headers[header] ?? '') } }
  } catch {
    return { problem: { message: nonsense(name, answer.value.text), final: false } }
  }
}

/** Sends a row and reads what became of it. */
async function sent(link: BoardLink, reference: string, row: Row): Promise<BoardAnswer<{ externalId: string }>> {
  const body = stringify([row], { header: true })
  const answer = await table(link, { method: 'POST', path: '/sheet.csv', body })
  if ('problem' in answer) return answer
  const result = answer.value.rows.find(({ Ref }) => Ref === reference)
  if (result?.Result === 'ok' || (result?.Result === 'none' && row.Do === 'off'))
    return { value: { externalId: `P-${reference}` } }
  if (result?.Result === 'bad') return { problem: { message: `${name} refused it: ${result.Why}`, final: true } }
  return { problem: { message: nonsense(name, JSON.stringify(answer.value.rows)), final: false } }
}

/** Our posting as a row of the board's sheet: days instead of hours, whole dollars. */
function sheetRow(from: BoardPosting): Row {
  const [first, last] = [from.stops[0], from.stops.at(-1)]
  return {
    Ref: from.reference,
    Trailer: trailers[from.equipment] ?? 'Dry van',
    'From city': first?.city ?? '',
    'From state': first?.region ?? '',
    'To city': last?.city ?? '',
    'To state': last?.region ?? '',
    'Pickup day': from.asap ? 'ASAP' : (first?.day ?? ''),
    'Delivery day': from.straightThrough ? 'direct' : (last?.day ?? ''),
    Miles: String(from.miles),
    Feet: String(from.lengthFt ?? ''),
    Pounds: String(from.weightLb ?? ''),
    Share: from.partial ? 'yes' : '',
    Team: from.team ? 'yes' : '',
    Hazmat: from.hazmat ? 'yes' : '',
    Freight: from.commodity ?? '',
    Dollars: from.pay ? String(Math.round(from.pay.amountMinor / 100)) : '',
    Text: cutTo(from.remarks, commentLength),
    Email: from.replyTo ?? '',
  }
}

async function floor(link: BoardLink, kind: 'truck' | 'load', cursor: number): Promise<BoardAnswer<FloorReading>> {
  const answer = await table(link, { method: 'GET', path: `/${kind}s.csv?since=${cursor}` })
  if ('problem' in answer) return answer
  const { rows, header } = answer.value
  const next = Number(header('x-next'))
  if (!(next >= cursor)) return { problem: { message: nonsense(name, header('x-next')), final: false } }
  const reading: FloorReading = { put: [], gone: [], own: [], next, more: header('x-more') === 'yes' }
  for (const row of rows) {
    if (row.Off === 'yes') reading.gone.push(row.Number ?? '')
    else if (row.Ref) reading.own.push({ externalId: row.Number ?? '', reference: row.Ref })
    else reading.put.push(...foundPosting({ ...rowPosting(row), kind }))
  }
  return { value: reading }
}

const number = (text: string | undefined): number | null => (text ? Number(text) : null)

function rowPosting(row: Row): Omit<FoundPosting, 'kind' | 'ownLoadId'> {
  const [flat, mile] = [number(row.Dollars), number(row['Per mile'])]
  const place = (prefix: 'From' | 'To', lat: string | undefined, lon: string | undefined) => ({
    ...{ city: row[`${prefix} city`] ?? '', region: row[`${prefix} state`] ?? '', lat: Number(lat), lon: Number(lon) },
  })
  const flatRate = flat === null ? null : ({ amount: flat, basis: 'flat' } as const)
  return {
    id: row.Number ?? '',
    board: name,
    origin: place('From', row.Lat, row.Lon),
    destination: row['To city'] ? place('To', row['To lat'], row['To lon']) : null,
    toStates: (row.States ?? '').split(' ').filter(Boolean),
    equipment: equipment.find((each) => trailers[each] === row.Trailer) ?? 'van',
    full: row.Share !== 'yes',
    lengthFt: number(row.Feet),
    weightLb: number(row.Pounds),
    miles: number(row.Miles),
    rate: flatRate ?? (mile === null ? null : { amount: mile, basis: 'per_mile' }),
    earliest: row.Day ?? '',
    latest: row['Last day'] || null,
    postedAt: row.Since ?? '',
    company: row.Company,
    daysToPay: number(row['Days to pay']),
    comments: row.Text,
    mc: row.MC || null,
    phone: row.Phone || null,
  }
}
