import { z } from 'zod'

/** What pieces are counted in. */
export const pieceUnits = ['piece', 'box', 'crate', 'drum', 'tote', 'bag', 'roll', 'coil', 'bundle', 'skid'] as const
export type PieceUnit = (typeof pieceUnits)[number]

/** What the freight is beside its name, weight and pallets. */
export const freightDetails = {
  hazmat: z.boolean().default(false),
  /** The four-digit identification number of hazardous freight: 49 CFR 172.101, column 4. */
  unNumber: z
    .string()
    .regex(/^(UN|NA)\d{4}$/, 'UN or NA and four digits: UN1263')
    .nullable()
    .default(null),
  /** It shares the truck with other freight. */
  partial: z.boolean().default(false),
  pieces: z.number('How many pieces?').int().min(1).max(100_000).nullable().default(null),
  pieceUnit: z.enum(pieceUnits).default('piece'),
  /** Length, width and height of one, in inches. */
  pieceSizeIn: z
    .string()
    .regex(/^\d{1,3}x\d{1,3}x\d{1,3}$/, 'Length, width and height in inches: 48x40x60')
    .nullable()
    .default(null),
  stackable: z.boolean().default(false),
}

/** Freight of which no more is said than its name and weight. */
export const plainFreight = {
  hazmat: false,
  unNumber: null,
  partial: false,
  pieces: null,
  pieceUnit: 'piece' as PieceUnit,
  pieceSizeIn: null,
  stackable: false,
}

/** `48 x 40x60 in` as it is kept: `48x40x60`; what cannot be read stays, for the schema to name. Null where nothing is typed. */
export function readPieceSize(typed: string): string | null {
  const size = typed
    .trim()
    .toLowerCase()
    .replace(/(in|inches|")\.?$/, '')
    .replace(/\s*[x×*]\s*/g, 'x')
    .trim()
  return size === '' ? null : size
}

/** `un 1263` as it is kept: `UN1263`; a bare number is a UN number. Null where nothing is typed. */
export function readUnNumber(typed: string): string | null {
  const number = typed.toUpperCase().replace(/[\s-]/g, '')
  if (number === '') return null
  return /^\d{4}$/.test(number) ? `UN${number}` : number
}

export interface Pieces {
  pieces: number | null
  pieceUnit: PieceUnit
}

const plurals: Partial<Record<PieceUnit, string>> = { box: 'boxes' }

/** `1 crate`, `24 boxes`; nothing where they are not counted. */
export function piecesWords({ pieces, pieceUnit }: Pieces): string {
  if (pieces === null) return ''
  return `${pieces.toLocaleString('en-US')} ${pieces === 1 ? pieceUnit : (plurals[pieceUnit] ?? `${pieceUnit}s`)}`
}

/** What is known of the pieces and of the hazard, in words: `24 crates, 48 x 40 x 60 in each, stackable`; empty where nothing is. */
export function freightDetailWords(
  freight: Pieces & { pieceSizeIn: string | null; stackable: boolean; unNumber: string | null },
): string {
  const size = freight.pieceSizeIn ? `${freight.pieceSizeIn.replaceAll('x', ' x ')} in each` : ''
  return [piecesWords(freight), size, freight.stackable ? 'stackable' : '', freight.unNumber ?? '']
    .filter(Boolean)
    .join(', ')
}
