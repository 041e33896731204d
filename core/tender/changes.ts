import { temperatureWords } from '../load/words'
import { dayOf } from '../time/local'
import { clockWords, dayClockWords, dayWords } from '../time/words'
import type { Tender, TenderStop } from './tender'

/** One line of a tender as it was and as it would be. */
export interface TenderChange {
  what: string
  before: string
  after: string
  changed: boolean
}

/** The old tender and the new one side by side, line by line; stops are matched by their place in the order. */
export function compareTenders(before: Tender, after: Tender): TenderChange[] {
  const stops = Array.from({ length: Math.max(before.stops.length, after.stops.length) }, (_, at) => at)
  const lines: [string, string, string][] = [
    ['Charge', chargeWords(before), chargeWords(after)],
    ['Equipment', equipmentWordsOf(before), equipmentWordsOf(after)],
    ['Weight', weightWords(before.weightLb), weightWords(after.weightLb)],
    ['Pieces', String(before.pieces ?? ''), String(after.pieces ?? '')],
    ...stops.flatMap((at): [string, string, string][] => [
      [`Stop ${at + 1}`, stopPlace(before.stops[at]), stopPlace(after.stops[at])],
      [`Stop ${at + 1}, when`, stopWindow(before.stops[at]), stopWindow(after.stops[at])],
    ]),
    ['Numbers', referenceWords(before), referenceWords(after)],
    ['Notes', noteWords(before), noteWords(after)],
  ]
  return lines
    .filter(([, one, other]) => one !== '' || other !== '')
    .map(([what, one, other]) => ({ what, before: one, after: other, changed: one !== other }))
}

const chargeWords = ({ charge }: Tender) => (charge ? `${charge.amount} ${charge.currency}` : '')
const weightWords = (weightLb: number | null) => (weightLb === null ? '' : `${weightLb.toLocaleString('en-US')} lb`)
const equipmentWordsOf = ({ equipment: { code, lengthFt, tempF } }: Tender) =>
  [code, lengthFt === null ? '' : `${lengthFt} ft`, tempF ? temperatureWords(tempF.min, tempF.max) : '']
    .filter(Boolean)
    .join(' ')
const stopPlace = (stop: TenderStop | undefined) =>
  stop
    ? [`${stop.reason.replace('_', ' ')} at ${stop.name}`, [stop.city, stop.region].filter(Boolean).join(' ')]
        .filter(Boolean)
        .join(', ')
    : ''

/** `Sat 28 Nov 8:00 am to 11:00 am`: the day once where it is one. */
function stopWindow(stop: TenderStop | undefined): string {
  const times = [stop?.earliest, stop?.latest].filter((each): each is string => each !== null && each !== undefined)
  return times
    .map((each, at) =>
      at === 1 && dayOf(each) === dayOf(times[0]!) ? clockWords(each) : dayClockWords(dayWords(dayOf(each)), each),
    )
    .join(' to ')
}

const referenceWords = ({ references, stops }: Tender) =>
  [...references, ...stops.flatMap((stop) => stop.references)]
    .map(({ qualifier, value }) => `${qualifier} ${value}`)
    .join(', ')
const noteWords = ({ notes, stops }: Tender) => [...notes, ...stops.flatMap((stop) => stop.notes)].join(' | ')
