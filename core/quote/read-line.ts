import { equipmentKinds } from '../load/load'
import { equipmentWords } from '../load/words'
import { type Currency, currencySigns, currencyWords, readMoney } from '../money/money'
import type { Place } from '../place/place'
import type { Resolved } from '../place/resolve'
import { readDays } from '../time/read-days'
import { type CellName, type Cells, cellNames, type LineReading, longestCell } from './quote'
import { readEquipment } from './read-equipment'
import { readExtras } from './read-extras'

export interface LineContext {
  /** The place a text means, or why it is unknown. */
  place: (text: string) => Resolved
  /** The desk's today, ISO date. */
  today: string
  /** What the quote is written in: all its prices are. */
  currency: Currency
}

const heaviestLb = 200_000
const poundsInKilogram = 2.204_622_62
const maxLoads = 100_000
const largestPriceMinor = 1_000_000_00

/** Reads a line's cells; what cannot be read is a problem of its cell, and the others are kept. */
export function readLine(cells: Cells, context: LineContext): LineReading {
  const problems: LineReading['problems'] = []
  const text = (cell: CellName) => (cells[cell] ?? '').trim()
  const say = (cell: CellName, message: string, candidates: string[] = []) =>
    void problems.push({ cell, message, candidates })
  /** The cell's reading; a text that cannot be read is reported. */
  const read = <T>(cell: CellName, reader: (text: string) => T | null, message: (text: string) => string): T | null => {
    const typed = text(cell)
    if (typed === '') return null
    const value = reader(typed)
    if (value === null) say(cell, message(typed))
    return value
  }
  for (const cell of cellNames)
    if ((cells[cell] ?? '').length > longestCell) say(cell, `At most ${longestCell} characters`)
  const fields: LineReading['fields'] = {
    origin: readEnd('origin', text('origin'), context, say),
    dest: readEnd('dest', text('dest'), context, say),
    equipment:
      read(
        'equipment',
        readEquipment,
        (typed) =>
          `No such equipment: ${typed}. One of ${equipmentKinds.map((kind) => equipmentWords[kind].toLowerCase()).join(', ')}`,
      ) ?? (text('equipment') === '' ? 'van' : null),
    weightLb: read('weight', readWeight, (typed) =>
      typed.startsWith('-')
        ? `A weight is not negative: ${typed}`
        : `No weight in pounds up to ${heaviestLb.toLocaleString('en-US')}: ${typed}`,
    ),
    pickupFrom: null,
    pickupTo: null,
    loads: read('loads', readCount, (typed) => `No number of loads: ${typed}`),
    commodity: text('commodity').slice(0, 120),
    extras: [],
    ownPriceMinor: read(
      'price',
      (typed) => readPrice(typed, context.currency),
      (typed) => noPrice(typed, context.currency),
    ),
    theirsMinor: read(
      'theirs',
      (typed) => readPrice(typed, context.currency),
      (typed) => noPrice(typed, context.currency),
    ),
    comment: text('comment').slice(0, longestCell),
  }
  if (text('pickup') !== '' && !/^(any|open|anytime|flexible)$/i.test(text('pickup'))) {
    const days = readDays(text('pickup'), context.today)
    if (!days) say('pickup', `No day or days: ${text('pickup')}. Write 12/1, 12/1 to 12/5, tue, or any`)
    else if (days.to < context.today) say('pickup', `${days.to} is past`)
    else Object.assign(fields, { pickupFrom: days.from, pickupTo: days.to })
  }
  const extras = readExtras(text('extras'), context.currency)
  if ('unread' in extras) say('extras', `No charge: ${extras.unread}. Write tarp 75, stop-off 50, detention 60 an hour`)
  else fields.extras = extras.charges
  return { fields, problems }
}

function readEnd(
  cell: 'origin' | 'dest',
  typed: string,
  { place }: LineContext,
  say: (cell: CellName, message: string, candidates?: string[]) => void,
): Place | null {
  const noun = cell === 'origin' ? 'origin' : 'destination'
  if (typed === '') {
    say(cell, `The ${noun} is missing`)
    return null
  }
  const { city, region, postal } = splitPlace(typed)
  const found = place(postal ?? typed)
  if ('refusal' in found) {
    // A code that nobody knows, with a city beside it: the city tells.
    const byCity = postal && city ? place(`${city}, ${region}`) : null
    if (byCity && 'place' in byCity) return byCity.place
    say(cell, found.refusal.message, found.refusal.candidates)
    return null
  }
  if (region && found.place.region !== region) {
    say(cell, `${postal} is ${found.place.city}, ${found.place.region}, not in ${region}`, [
      `${city}, ${region}`,
      `${found.place.city}, ${found.place.region}`,
    ])
    return null
  }
  return postal && city ? { ...found.place, city: titled(city) } : found.place
}

/** `Twin Falls, ID 83301`: city, state and code apart; a bare code or a bare city is left whole. */
export function splitPlace(typed: string): { city: string | null; region: string | null; postal: string | null } {
  const match = /^(.+?)[,\s]+([A-Za-z]{2})[,\s]+(\d{5}(?:-\d{4})?|[A-Za-z]\d[A-Za-z](?: ?\d[A-Za-z]\d)?)$/.exec(typed)
  return match
    ? { city: match[1]!.trim(), region: match[2]!.toUpperCase(), postal: match[3]! }
    : { city: null, region: null, postal: null }
}

/** A city's name as it is written, where a sheet shouts it. */
const titled = (name: string): string =>
  name === name.toUpperCase() || name === name.toLowerCase()
    ? name
        .toLowerCase()
        .replace(/(^|[\s\-.])(\p{L})/gu, (_, before: string, letter: string) => before + letter.toUpperCase())
    : name

/** Pounds: `42,000`, `42k`, `42000 lbs`, `19,050 kg`; null for what is no weight. */
export function readWeight(typed: string): number | null {
  const match = /^(\d{1,3}(?:,\d{3})+|\d{1,6})(\.\d+)?\s*(k|lbs?\.?|#|kgs?\.?)?$/i.exec(typed)
  if (!match) return null
  const unit = (match[3] ?? '').toLowerCase()
  const value = Number(`${match[1]!.replaceAll(',', '')}${match[2] ?? ''}`)
  const pounds = Math.round(value * poundsIn(unit))
  return pounds >= 1 && pounds <= heaviestLb ? pounds : null
}

function poundsIn(unit: string): number {
  if (unit === 'k') return 1000
  return unit.startsWith('kg') ? poundsInKilogram : 1
}

function readCount(typed: string): number | null {
  const match = /^(\d{1,3}(?:,\d{3})+|\d{1,6})(?:\.0+)?(?:\s*(?:loads?|\/\s*(?:yr|year)|a year|per year))?$/i.exec(
    typed,
  )
  const count = match ? Number(match[1]!.replaceAll(',', '')) : 0
  return count >= 1 && count <= maxLoads ? count : null
}

const bareOf = (typed: string): string => typed.replace(/\s*(?:all[- ]?in|flat)$/i, '')

/** A price as a spreadsheet writes it: `$1,850.00`, `USD 1850`, `1.85k`. Minor units, over zero; null where it names another currency than the quote's. */
function readPrice(typed: string, currency: Currency): number | null {
  const money = readMoney(bareOf(typed), currency)
  return money !== null &&
    money.currency === currency &&
    money.amountMinor > 0 &&
    money.amountMinor <= largestPriceMinor
    ? money.amountMinor
    : null
}

function noPrice(typed: string, currency: Currency): string {
  const other = readMoney(bareOf(typed), currency)?.currency ?? currency
  return other === currency
    ? `No price: ${typed}`
    : `${typed} is in ${currencyWords[other]}, the quote in ${currencyWords[currency]}: give it in ${currencySigns[currency]}, or change the quote’s currency under Terms`
}
