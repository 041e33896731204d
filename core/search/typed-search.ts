import { equipmentWords } from '../load/words'
import { readEquipment } from '../quote/read-equipment'
import { readDays } from '../time/read-days'
import { daysWords } from '../time/words'
import type { PostingKind } from './posting'
import {
  chip,
  type Reader,
  type Reading,
  radiusOf,
  type TypedContext,
  type TypedSearch,
  takeArea,
  takePlace,
  takeRadius,
  takeRegion,
  takeState,
} from './typed-ends'

export type { Chip, TypedContext, TypedSearch } from './typed-ends'

/** Most words that one thing is said in: `salt lake city ut market`. */
const longestSaying = 5
const filler = new Set(['from', 'in', 'near', 'around', 'for', 'on', 'and', 'or', 'with', 'at', 'of', 'the', 'a'])

/**
 * Reads a search as it is said, in one line and any order: `reefers boise 150mi to ca, tx tomorrow-wed under 2.60/mi`, `loads salt lake to phoenix 48ft 42k`, `trucks midwest to the southeast "blue heron"`.
 * What follows `to` is the destination; a place without a radius gets the usual one. The longest saying that means something is taken.
 */
export function readTypedSearch(text: string, context: TypedContext): TypedSearch {
  const reading: Reading = { found: nothingFound(), context, end: 'origin' }
  // Signs between words are spaces; a decimal point and what joins days or prices stays.
  const words = takeQuoted(text, reading)
    .toLowerCase()
    .replace(/(\d),(\d{3})\b/g, '$1$2')
    .replace(/[;,]|->|→/g, (sign) => (/[;,]/.test(sign) ? ' ' : ' to '))
    .split(/\s+/)
  const said = words.filter(Boolean)
  for (let at = 0; at < said.length; ) {
    if (said[at] === 'to') {
      reading.end = 'destination'
      at += 1
      continue
    }
    const taken = takeSaying(said.slice(at, at + longestSaying), reading)
    if (taken === 0 && !filler.has(said[at]!)) reading.found.unread.push(said[at]!)
    if (taken === 0 && said[at] === 'from') reading.end = 'origin'
    at += Math.max(1, taken)
  }
  return reading.found
}

/** A company's name stands in quotes, or is a word after `by`: nothing else in it is read. Returns the text without it. */
function takeQuoted(text: string, reading: Reading): string {
  return text.replace(
    /["“]([^"”]{2,60})["”]|\bby ([\p{L}\p{N}&'-]{2,40})/giu,
    (said, quoted?: string, word?: string) => {
      const company = (quoted ?? word ?? '').trim()
      if (company === '' || reading.found.company !== null) return said
      reading.found.company = company
      chip(reading, said, 'company', `company “${company}”`)
      return ' '
    },
  )
}

/** How many of the words were taken together; 0 where none mean anything. */
function takeSaying(words: readonly string[], reading: Reading): number {
  for (let count = words.length; count > 0; count--) {
    const saying = words.slice(0, count).join(' ')
    // A state and a big city of one name: with a radius behind it, it is the city.
    const next = words[count] ?? ''
    const readers = radiusOf(next) === null ? readersInOrder : [takePlace, ...readersInOrder]
    if (!filler.has(saying) && readers.some((take) => take(saying, reading))) return count
  }
  return 0
}

const takeKind: Reader = (saying, reading) => {
  const kind = /^(truck|load)s?$/.exec(saying)?.[1] as PostingKind | undefined
  if (!kind) return false
  reading.found.kind = kind
  return chip(reading, saying, 'kind', `${kind}s`)
}

const takeFull: Reader = (saying, reading) => {
  if (!/^(full|partial)s?$/.test(saying)) return false
  reading.found.full = saying.startsWith('full')
  return chip(reading, saying, 'full', reading.found.full ? 'full loads' : 'partial loads')
}

/** `under 2.60/mi`, `over $2.40 a mile`, `2.50/mi`: at least, unless it says otherwise. */
const takePay: Reader = (saying, reading) => {
  const match =
    /^(?:(under|below|max|over|above|min|at least) )?\$?(\d{1,2}(?:\.\d{1,3})?) ?(?:\/|per |a )(?:mi|mile)$/.exec(
      saying,
    )
  if (!match) return false
  const isMost = /^(under|below|max)$/.test(match[1] ?? '')
  reading.found[isMost ? 'maxPerMile' : 'minPerMile'] = match[2]!
  return chip(reading, saying, 'pay', `${isMost ? 'at most' : 'at least'} $${match[2]}/mi`)
}

/** `under $1,800`, `over 2400 flat`: for the whole trip; at least, unless it says otherwise. */
const takePayInAll: Reader = (saying, reading) => {
  const match = /^(?:(under|below|max|over|above|min|at least) )?(\$?)(\d{3,6}(?:\.\d\d)?)( flat| total)?$/.exec(saying)
  if (!match || (match[2] === '' && match[4] === undefined)) return false
  const isMost = /^(under|below|max)$/.test(match[1] ?? '')
  reading.found[isMost ? 'maxPay' : 'minPay'] = match[3]!
  return chip(reading, saying, 'pay', `${isMost ? 'at most' : 'at least'} $${Number(match[3]).toLocaleString('en-US')}`)
}

const takeLength: Reader = (saying, reading) => {
  const feet = /^(\d{2}) ?(?:ft|feet|foot|')$/.exec(saying)?.[1]
  if (!feet) return false
  reading.found.maxLengthFt = Number(feet)
  return chip(reading, saying, 'length', `at most ${feet} ft`)
}

const takeWeight: Reader = (saying, reading) => {
  const match = /^(?:under |max )?(\d{1,3}(?:\.\d)?)k(?: ?lbs?)?$/.exec(saying)
  const pounds = match
    ? Number(match[1]) * 1000
    : Number(/^(?:under |max )?(\d{4,5}) ?lbs?$/.exec(saying)?.[1] ?? Number.NaN)
  if (Number.isNaN(pounds)) return false
  reading.found.maxWeightLb = pounds
  return chip(reading, saying, 'weight', `at most ${pounds.toLocaleString('en-US')} lb`)
}

const takeAge: Reader = (saying, reading) => {
  const match = /^(?:last |past |newer than )(\d{1,3}) ?(h|hrs?|hours?|d|days?)$/.exec(saying)
  if (!match) return false
  const hours = Number(match[1]) * (match[2]!.startsWith('d') ? 24 : 1)
  reading.found.maxAgeHours = hours
  return chip(reading, saying, 'age', `posted in the last ${hours} h`)
}

const takeEquipment: Reader = (saying, reading) => {
  // A letter or two is a state or a slip of the finger before it is a trailer.
  const kind = saying.length > 2 ? (readEquipment(saying) ?? readEquipment(saying.replace(/s$/, ''))) : null
  if (!kind) return false
  reading.found.equipment = [...new Set([...(reading.found.equipment ?? []), kind])]
  return chip(reading, saying, 'equipment', equipmentWords[kind])
}

const takeDays: Reader = (saying, reading) => {
  if (/^\d+$/.test(saying)) return false
  const days = readDays(saying, reading.context.today)
  if (!days) return false
  Object.assign(reading.found, days)
  return chip(reading, saying, 'days', daysWords(days.from, days.to))
}

const readersInOrder: readonly Reader[] = [
  ...[takeKind, takeFull, takePay, takePayInAll, takeRadius, takeLength, takeWeight, takeAge, takeEquipment, takeDays],
  ...[takeArea, takeRegion, takeState, takePlace],
]

const nothingFound = (): TypedSearch => ({
  ...{ kind: null, equipment: null, origin: null, destination: null, from: null, to: null },
  ...{ maxLengthFt: null, maxWeightLb: null, full: null, maxAgeHours: null, minPerMile: null, maxPerMile: null },
  ...{ minPay: null, maxPay: null },
  company: null,
  chips: [],
  unread: [],
})
