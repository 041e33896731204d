import type { Charge } from '../charge/charge'
import { chargeKindWords, chargeRateWords } from '../charge/words'
import { formatMoney } from '../money/money'
import { dateWords } from '../time/words'
import type { Change } from './command'
import { freightDetailWords } from './freight'
import type { LoadTerms } from './load'
import { stopDetailWords } from './stop-words'
import { audienceWords, freightWords, referenceLabel } from './words'

/** The names that a load's terms speak of by their ids. */
export interface NamesOfTerms {
  customer: (id: number) => string
  facility: (id: number) => string
  /** Somebody of ours. */
  person: (id: number) => string
}

/** What differs between two labelled lists, in the order of the first, `none` where a side has no such line. */
export function changesBetween(before: [string, string][], after: [string, string][]): Change[] {
  const old = new Map(before)
  const fresh = new Map(after)
  return [...new Set([...old.keys(), ...fresh.keys()])].flatMap((field) => {
    const from = old.get(field) || 'none'
    const to = fresh.get(field) || 'none'
    return from === to ? [] : [{ field, from, to }]
  })
}

/** `Detention, three hours, 150 flat on Nov 24, 2026`. */
const chargeLineWords = (charge: Charge): string =>
  [
    charge.note ? `${chargeKindWords[charge.kind]}, ${charge.note},` : chargeKindWords[charge.kind],
    chargeRateWords(charge),
    charge.day ? `on ${dateWords(charge.day)}` : '',
  ]
    .filter(Boolean)
    .join(' ')

/** What differs between two sets of a load's terms, for the log. Names come from the caller. */
export function loadChanges(before: LoadTerms, after: LoadTerms, names: NamesOfTerms): Change[] {
  return changesBetween(describe(before, names), describe(after, names))
}

function describe(terms: LoadTerms, names: NamesOfTerms): [string, string][] {
  return [
    ['Customer', names.customer(terms.customerId)],
    ['Freight', freightWords(terms)],
    ['Commodity', `${terms.commodity}${terms.commodityHidden ? ' (secret)' : ''}`],
    ['Pallets', terms.pallets?.toString() ?? ''],
    ['Pieces', freightDetailWords(terms)],
    ['Payer', terms.payerId === null ? '' : names.customer(terms.payerId)],
    ['Customs broker', [terms.customsBroker, terms.customsBrokerPhone].filter(Boolean).join(', ')],
    ['Dispatcher', terms.dispatcherId === null ? '' : names.person(terms.dispatcherId)],
    ['Shared with', terms.repShares.map((each) => `${names.person(each.userId)} ${each.sharePercent}%`).join(', ')],
    ['Links', terms.links.map(({ label, url }) => label || url).join(', ')],
    ['Freight value', terms.freightValueMinor === null ? '' : formatMoney(terms.freightValueMinor)],
    ['Practice', terms.practice ? 'yes' : 'no'],
    ...terms.stops.flatMap((stop, index): [string, string][] => [
      [
        `Stop ${index + 1}`,
        `${stop.kind} ${names.facility(stop.facilityId)}, ${stop.booking === 'appointment' ? 'appointment' : 'first come'}`,
      ],
      [
        `Stop ${index + 1} window`,
        stop.latestLocal
          ? `${stop.earliestLocal.replace('T', ' ')} to ${stop.latestLocal.replace('T', ' ')}`
          : stop.earliestLocal.replace('T', ' '),
      ],
      [`Stop ${index + 1} details`, stopDetailWords(stop, terms.pieceUnit)],
    ]),
    [
      'References',
      terms.references
        .map(
          (reference) =>
            `${referenceLabel(reference)} ${reference.value} (${reference.showOn.join(', ') || 'no documents'})`,
        )
        .join('; '),
    ],
    ['Notes', terms.notes.map((note) => `${audienceWords[note.audience]}: ${note.text}`).join(' / ')],
    ['Sell charges', terms.sellCharges.map(chargeLineWords).join('; ')],
  ]
}
