import type { Tender } from '../tender/tender'
import { readTender } from './read-tender'
import type { Segment } from './x12'

/** What a partner says of one set that we sent (997). */
export interface AcknowledgedSet {
  type: string
  control: string
  verdict: string
  note: string
}

/** A 997: the group it answers, its verdict on the whole and on every set. */
export interface Acknowledgement {
  groupType: string
  groupControl: string
  verdict: string
  sets: AcknowledgedSet[]
}

/** Reads a 997, between ST and SE or with them. */
export function readAcknowledgement(segments: readonly Segment[]): Acknowledgement {
  const read: Acknowledgement = { groupType: '', groupControl: '', verdict: '', sets: [] }
  for (const [id, ...at] of segments) {
    const open = read.sets.at(-1)
    if (id === 'AK1') Object.assign(read, { groupType: at[0] ?? '', groupControl: at[1] ?? '' })
    else if (id === 'AK2') read.sets.push({ type: at[0] ?? '', control: at[1] ?? '', verdict: '', note: '' })
    else if (id === 'AK3' && open) open.note = joined(open.note, `${at[0]} at ${at[1]}, code ${at[3] ?? ''}`)
    else if (id === 'AK4' && open)
      open.note = joined(open.note, `element ${at[0]}, code ${at[2]}${at[3] ? ` “${at[3]}”` : ''}`)
    else if (id === 'AK5' && open) {
      open.verdict = at[0] ?? ''
      if (at[1]) open.note = joined(open.note, `set code ${at.slice(1).filter(Boolean).join(' ')}`)
    } else if (id === 'AK9') read.verdict = at[0] ?? ''
  }
  return read
}

const joined = (before: string, more: string) => (before === '' ? more : `${before}; ${more}`)

/** A field as it was read: its name and value, both as people see them. */
export type ReadField = [name: string, value: string]

/** What a set says, field by field, whichever of those we know it is; empty for others. */
export function readFields(type: string, segments: readonly Segment[]): ReadField[] {
  switch (type) {
    case '204':
      return flatten(readTender(segments))
    case '997':
      return flatten(readAcknowledgement(segments))
    case '990':
    case '214':
    case '210':
      return named(type, segments)
    default:
      return []
  }
}

/** A tender field by field, whatever way it came. */
export const tenderFields = (tender: Tender): ReadField[] => flatten(tender)

/** Every leaf of a record that holds something. */
function flatten(value: unknown, path = ''): ReadField[] {
  if (value === null || value === undefined || value === '' || value === false) return []
  if (Array.isArray(value)) return value.flatMap((each, at) => flatten(each, `${path} ${at + 1}`))
  if (typeof value === 'object')
    return Object.entries(value).flatMap(([key, each]) => flatten(each, path === '' ? key : `${path} ${key}`))
  return [[path.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase(), String(value)]]
}

/** Elements of the sets we send, by what they are. */
const names: Record<string, Record<string, string>> = {
  '990': { B101: 'scac', B102: 'shipment', B103: 'date', B104: 'answer', K101: 'remark', K102: 'more remark' },
  '214': {
    B1001: 'load',
    B1002: 'shipment',
    B1003: 'scac',
    AT701: 'status',
    AT702: 'reason',
    AT703: 'appointment',
    AT704: 'appointment reason',
    AT705: 'day',
    AT706: 'time',
    AT707: 'clock',
    MS101: 'city',
    MS102: 'region',
    MS103: 'country',
    MS201: 'truck of',
    MS202: 'truck',
    L1101: 'number',
    L1102: 'kind of number',
  },
  '210': {
    B302: 'invoice',
    B303: 'shipment',
    B304: 'payment',
    B306: 'invoiced on',
    B307: 'total in cents',
    B309: 'delivered on',
    B311: 'scac',
    C301: 'currency',
    L1101: 'number',
    L1102: 'kind of number',
    N101: 'party',
    N102: 'name',
    N104: 'code',
    N301: 'street',
    N401: 'city',
    N402: 'region',
    N403: 'postal code',
    N404: 'country',
    L502: 'what',
    L004: 'weight',
    L104: 'charge in cents',
    L108: 'kind of charge',
    L301: 'whole weight',
    L305: 'whole charge in cents',
  },
}

function named(type: string, segments: readonly Segment[]): ReadField[] {
  const seen = new Map<string, number>()
  return segments.flatMap(([id, ...elements]) =>
    elements.flatMap((value, at): ReadField[] => {
      const name = names[type]?.[`${id}${String(at + 1).padStart(2, '0')}`]
      if (!name) return []
      // An empty one counts as well: the names of those behind it stay theirs.
      const turn = (seen.get(name) ?? 0) + 1
      seen.set(name, turn)
      return value === '' ? [] : [[turn === 1 ? name : `${name} ${turn}`, value]]
    }),
  )
}

/** Where an element is: which segment of the set, which element of it (1 is the first behind the id). */
export interface ElementPlace {
  segment: number
  element: number
}

/** Another value of the same form: what a field was read from is recognized by what results from it. */
const altered = (value: string): string =>
  value.replace(/[0-9A-Za-z]/g, (char) => {
    if (char === '9') return '0'
    if (char === 'z') return 'a'
    if (char === 'Z') return 'A'
    return String.fromCharCode(char.charCodeAt(0) + 1)
  })

/** The most elements and segments of a set whose fields are traced: each is read again twice, so the work grows with their product. */
const maxTraced = { elements: 1_200, segments: 400 }

/** Whether a set is of a length that `traceFields` is for; usual tenders have a tenth of it. */
export const isTraceable = (segments: readonly Segment[]): boolean =>
  segments.length <= maxTraced.segments &&
  segments.reduce((sum, segment) => sum + segment.length - 1, 0) <= maxTraced.elements

/**
 * Which bytes each field was read from: found out by taking every element away, and by altering it, and reading the set again. An
 * element belongs to the fields that come out otherwise, so qualifiers and units belong to what they qualify; one of two that say the
 * same is found by the altering.
 */
export function traceFields(
  type: string,
  segments: readonly Segment[],
): { name: string; value: string; from: ElementPlace[] }[] {
  const whole = readFields(type, segments)
  const from = whole.map((): ElementPlace[] => [])
  segments.forEach((segment, at) => {
    for (let element = 1; element < segment.length; element++) {
      const value = segment[element]!
      if (value === '') continue
      const others = ['', altered(value)].map(
        (other) =>
          new Map(
            readFields(
              type,
              segments.map((each, index) => (index === at ? each.with(element, other) : each)),
            ),
          ),
      )
      whole.forEach(([name, said], field) => {
        if (others.some((other) => other.get(name) !== said)) from[field]!.push({ segment: at, element })
      })
    }
  })
  return whole.map(([name, value], field) => ({ name, value, from: from[field]! }))
}
