import type { Equipment } from '../load/load'
import { readEquipment } from '../quote/read-equipment'
import { phoneDigits } from '../register/phone'

export const importFields = ['dot', 'mc', 'name', 'contact', 'mail', 'phone', 'equipment'] as const
export type ImportField = (typeof importFields)[number]

export const importFieldWords: Record<ImportField, string> = {
  dot: 'DOT number',
  mc: 'MC number',
  name: 'Name',
  contact: 'Contact',
  mail: 'Email',
  phone: 'Phone',
  equipment: 'Equipment',
}

const heads: [ImportField, RegExp][] = [
  ['dot', /\b(us)?dot\b/],
  ['mc', /\bmc\b|\bdocket\b/],
  ['contact', /contact|dispatcher|attention/],
  ['mail', /e-?mail/],
  ['phone', /phone|tel\b|cell|mobile/],
  ['equipment', /equipment|trailer|truck type/],
  ['name', /name|carrier|company/],
]

/** Which column holds what, recognized by the heads: `matchColumns(['Carrier', 'USDOT #'])` is `['name', 'dot']`; null for what says nothing. No field twice. */
export function matchColumns(header: readonly string[]): (ImportField | null)[] {
  const taken = new Set<ImportField>()
  return header.map((head) => {
    const words = head.toLowerCase().replace(/[_#.]+/g, ' ')
    const found = heads.find(([field, pattern]) => !taken.has(field) && pattern.test(words))?.[0] ?? null
    if (found) taken.add(found)
    return found
  })
}

export interface ImportRow {
  /** The line of the file, its head being the first. */
  line: number
  cells: string[]
  dot: string | null
  mc: string | null
  name: string | null
  contact: { name: string; mail: string | null; phone: string | null } | null
  equipment: Equipment[] | null
}

export type ReadImportRow = ImportRow | { line: number; cells: string[]; problem: string }

const numberOf = (text: string): string | null => /^\D{0,6}0*(\d{1,9})$/.exec(text.replace(/[\s#-]/g, ''))?.[1] ?? null

/** Reads one row by its columns: a carrier to look up, or why it cannot be read. */
export function readImportRow(
  cells: readonly string[],
  columns: readonly (ImportField | null)[],
  line: number,
): ReadImportRow {
  const of = (field: ImportField) => (cells[columns.indexOf(field)] ?? '').trim()
  const bad = (problem: string) => ({ line, cells: [...cells], problem })
  if (cells.every((cell) => cell.trim() === '')) return bad('The row is empty')
  const [dot, mc] = [of('dot') === '' ? null : numberOf(of('dot')), of('mc') === '' ? null : numberOf(of('mc'))]
  if (of('dot') !== '' && dot === null) return bad(`“${of('dot')}” is no DOT number`)
  if (of('mc') !== '' && mc === null) return bad(`“${of('mc')}” is no MC number`)
  if (dot === null && mc === null) return bad('Neither a DOT nor an MC number')
  const mail = of('mail').toLowerCase()
  if (mail !== '' && !/^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(mail)) return bad(`“${of('mail')}” is not an email address`)
  const phone = of('phone')
  if (phone !== '' && phoneDigits(phone) === null) return bad(`“${phone}” is no phone number`)
  const kinds =
    of('equipment') === ''
      ? []
      : of('equipment')
          .split(/[,;/&]+/)
          .map((word) => readEquipment(word.trim()))
  if (kinds.some((kind) => kind === null)) return bad(`“${of('equipment')}” names equipment that is not known`)
  const contact =
    mail === '' && phone === ''
      ? null
      : { name: of('contact') || 'Dispatch', mail: mail === '' ? null : mail, phone: phone === '' ? null : phone }
  return {
    line,
    cells: [...cells],
    dot,
    mc,
    name: of('name') || null,
    contact,
    equipment: kinds.length > 0 ? [...new Set(kinds as Equipment[])] : null,
  }
}

/** The largest list of carriers that is taken, in bytes. */
export const maxImportBytes = 4 * 1024 * 1024

/** Why a file of carriers cannot be imported, with its sentence. */
export const importRefusals = {
  no_number_column: () => 'No column has a DOT or an MC number. Say which one does.',
  empty: () => 'The file has no rows below its headings.',
  too_many: ({ rows, columns }: { rows: number; columns: number }) =>
    `The file has more than ${rows.toLocaleString('en-US')} rows or ${columns} columns. Split it.`,
  no_csv: ({ problem }: { problem: string }) => `The file is not CSV: ${problem}`,
}
