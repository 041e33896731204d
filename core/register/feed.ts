import type { z } from 'zod'
import { type RegisterRecord, registerRecordSchema } from './register'

/** The columns of the register's feed of changes. Lists are parted by `;`, the parts of an entry by `|`. */
export const feedColumns = [
  'sequence',
  'changed_at',
  'dot_number',
  'mc_number',
  'legal_name',
  'trade_name',
  'operating',
  'physical',
  'mailing',
  'phones',
  'mail',
  'officers',
  'power_units',
  'drivers',
  'cargo',
  'operations',
  'hazmat',
  'authorities',
  'filings',
  'safety_rating',
  'rated_on',
  'vehicle_inspections',
  'vehicle_out_of_service',
  'driver_inspections',
  'driver_out_of_service',
  'fatal',
  'injury',
  'tow',
  'vehicles',
] as const
type Column = (typeof feedColumns)[number]

export interface RegisterChange {
  sequence: number
  changedAt: number
  record: RegisterRecord
}

export interface RegisterReading {
  changes: RegisterChange[]
  refused: { line: number; why: string }[]
  /** The number of the last line that has one, readable or not: where to go on from. */
  last: number | null
}

/**
 * Reads the feed, header first. A line that makes no sense is refused with its reason and the others go on; a feed whose header lacks a
 * column is refused whole.
 */
export function readRegisterFeed(rows: readonly string[][]): RegisterReading | { problem: string } {
  const header = rows[0]?.map((cell) => cell.trim().toLowerCase()) ?? []
  const missing = feedColumns.filter((column) => !header.includes(column))
  if (missing.length > 0)
    return {
      problem: `The feed lacks the ${missing.length === 1 ? 'column' : 'columns'} ${missing.slice(0, 4).join(', ')}`,
    }
  const at = Object.fromEntries(feedColumns.map((column) => [column, header.indexOf(column)])) as Record<Column, number>
  const reading: RegisterReading = { changes: [], refused: [], last: null }
  for (const [index, row] of rows.slice(1).entries()) {
    const cell = (column: Column) => (row[at[column]] ?? '').trim()
    const sequence = /^\d{1,15}$/.test(cell('sequence')) ? Number(cell('sequence')) : null
    if (sequence !== null) reading.last = Math.max(reading.last ?? 0, sequence)
    const changedAt = Date.parse(cell('changed_at'))
    const parsed = registerRecordSchema.safeParse(recordOf(cell))
    if (sequence === null || Number.isNaN(changedAt))
      reading.refused.push({ line: index + 2, why: 'No number or no time of the change' })
    else if (!parsed.success) reading.refused.push({ line: index + 2, why: whyNot(parsed.error) })
    else reading.changes.push({ sequence, changedAt, record: parsed.data })
  }
  return reading
}

function whyNot(error: z.ZodError): string {
  const issue = error.issues[0]!
  return `${issue.path.join('.')}: ${issue.message}`
}

function recordOf(cell: (column: Column) => string): unknown {
  const orNull = (column: Column) => (cell(column) === '' ? null : cell(column))
  const list = (column: Column) =>
    cell(column)
      .split(';')
      .map((part) => part.trim())
      .filter((part) => part !== '')
  const entries = (column: Column) => list(column).map((entry) => entry.split('|').map((part) => part.trim()))
  const number = (column: Column) => (cell(column) === '' ? 0 : Number(cell(column)))
  const address = (column: Column) => {
    const [street, city, region, postal, country] = cell(column)
      .split('|')
      .map((part) => part.trim())
    return city === undefined ? null : { street, city, region, postal, country: country || 'US' }
  }
  return {
    dotNumber: cell('dot_number'),
    mcNumber: orNull('mc_number'),
    legalName: cell('legal_name'),
    tradeName: orNull('trade_name'),
    operating: cell('operating') !== 'no',
    physical: address('physical'),
    mailing: address('mailing'),
    phones: list('phones'),
    mail: orNull('mail'),
    officers: list('officers'),
    powerUnits: number('power_units'),
    drivers: number('drivers'),
    cargo: list('cargo'),
    operations: list('operations'),
    hazmat: cell('hazmat') === 'yes',
    authorities: entries('authorities').map(([kind, status, grantedOn, revokedOn, reinstatedOn]) => ({
      kind,
      status,
      grantedOn: grantedOn || null,
      revokedOn: revokedOn || null,
      reinstatedOn: reinstatedOn || null,
    })),
    filings: entries('filings').map(([kind, insurer, policy, dollars, effectiveOn, cancelledOn]) => ({
      kind,
      insurer,
      number: policy,
      limitMinor: Math.round(Number(dollars) * 100),
      effectiveOn,
      cancelledOn: cancelledOn || null,
    })),
    safetyRating: orNull('safety_rating'),
    ratedOn: orNull('rated_on'),
    vehicle: { inspections: number('vehicle_inspections'), outOfService: number('vehicle_out_of_service') },
    driver: { inspections: number('driver_inspections'), outOfService: number('driver_out_of_service') },
    crashes: { fatal: number('fatal'), injury: number('injury'), tow: number('tow') },
    vehicles: list('vehicles'),
  }
}
