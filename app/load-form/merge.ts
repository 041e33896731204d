import { equipmentWords } from '#core/load/words'
import type { FormValues } from './form-fields'

/** A field that two people set otherwise, in words. */
export interface Conflict {
  field: string
  mine: string
  theirs: string
}

/** A form that somebody typed, with what another has saved meanwhile put into it. */
export interface MergedForm {
  values: FormValues
  /** What only the other changed, and is taken over. */
  taken: string[]
  /** What both changed: mine stands. */
  conflicts: Conflict[]
}

const fieldWords = {
  customer: 'Customer',
  equipment: 'Equipment',
  lengthFt: 'Length',
  tempMinF: 'Temperature from',
  tempMaxF: 'Temperature to',
  team: 'Team',
  commodity: 'Freight',
  commodityHidden: 'Secret from carriers',
  weightLb: 'Weight',
  pallets: 'Pallets',
  freightValue: 'Value',
  hazmat: 'Hazardous',
  unNumber: 'UN number',
  partial: 'Partial load',
  pieces: 'Pieces',
  pieceUnit: 'Kind of pieces',
  pieceSize: 'Size of pieces',
  stackable: 'Stackable',
  number: 'Load number',
  payer: 'Payer',
  customsBroker: 'Customs broker',
  customsBrokerPhone: 'Phone of the customs broker',
  dispatcher: 'Dispatcher',
  repShares: 'Shares of reps',
  links: 'Links',
  practice: 'Practice',
  stops: 'Stops',
  references: 'References',
  notes: 'Notes',
  sellCharges: 'Sell charges',
} as const satisfies Record<keyof FormValues, string>

const stopFields = {
  kind: 'kind',
  facility: 'facility',
  when: 'time',
  booking: 'booking',
  access: 'dock or liftgate',
  contactName: 'contact',
  contactPhone: 'phone of the contact',
  driverNote: 'note for the driver',
  pieces: 'pieces',
  weightLb: 'weight',
  references: 'numbers',
} as const

const isSame = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other)

/** Three-way merge of the form, field by field and stop by stop: `base` is what both began from. Where the stops are no longer as many, they are one field. */
export function mergeForms(base: FormValues, mine: FormValues, theirs: FormValues): MergedForm {
  const merged: MergedForm = { values: { ...mine }, taken: [], conflicts: [] }
  const [was, own, other] = [base.stops, mine.stops, theirs.stops]
  const byStop = was.length === own.length && was.length === other.length
  for (const field of Object.keys(fieldWords) as (keyof FormValues)[]) {
    if (field === 'stops' && byStop) continue
    const chosen = choose(merged, fieldWords[field], base[field], mine[field], theirs[field])
    Object.assign(merged.values, { [field]: chosen })
  }
  if (byStop) merged.values.stops = own.map((stop, at) => mergeStop(merged, at, [was[at]!, stop, other[at]!]))
  return merged
}

type Stop = FormValues['stops'][number]

function mergeStop(merged: MergedForm, at: number, [base, mine, theirs]: [Stop, Stop, Stop]): Stop {
  const stop = { ...mine }
  for (const field of Object.keys(stopFields) as (keyof typeof stopFields)[]) {
    const words = `${mine.kind === 'pickup' ? 'Pickup' : 'Delivery'} ${at + 1}, ${stopFields[field]}`
    Object.assign(stop, { [field]: choose(merged, words, base[field], mine[field], theirs[field]) })
  }
  return stop
}

/** Which of two values stands, noted where somebody should know. */
function choose<Value>(merged: MergedForm, field: string, base: Value, mine: Value, theirs: Value): Value {
  if (isSame(mine, theirs) || isSame(theirs, base)) return mine
  if (isSame(mine, base)) {
    merged.taken.push(field)
    return theirs
  }
  merged.conflicts.push({ field, mine: valueWords(mine), theirs: valueWords(theirs) })
  return mine
}

function valueWords(value: unknown): string {
  if (value === null || value === '') return 'empty'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (Array.isArray(value)) return `${value.length} ${value.length === 1 ? 'line' : 'lines'}`
  if (typeof value === 'object') return (value as { name: string }).name
  return equipmentWords[value as keyof typeof equipmentWords] ?? String(value)
}

/** What a merge did, as it is said to whoever saves second. */
export function mergeWords(by: string, { taken, conflicts }: MergedForm): string {
  const both = conflicts.map(({ field, mine, theirs }) => `${field}: theirs ${theirs}, yours ${mine}`)
  return [
    `${by} changed it meanwhile.`,
    taken.length > 0 ? `Taken over: ${taken.join(', ')}.` : '',
    both.length > 0 ? `Yours is kept where you both changed it (${both.join('; ')}).` : '',
    'Save again to keep it so.',
  ]
    .filter(Boolean)
    .join(' ')
}
