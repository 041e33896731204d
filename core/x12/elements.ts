import type { ElementSpec, Relation, SegmentSpec } from './grammar/grammar'
import type { SegmentView } from './reader'

/** A fault of an element by AK403; `grave` ones reject the set. */
export interface ElementFault {
  element: number
  code: '1' | '2' | '3' | '4' | '5' | '6' | '7' | '8' | '9' | '10' | '13'
  note: string
  grave: boolean
}

/** What differs between the versions of the standard. */
export interface VersionManners {
  /** Dates had two-digit years before 004010. */
  shortDates: boolean
  /** References of up to 30 characters grew to 50 after 004010. */
  longReferences: boolean
}

/** What a version of X12 allows that others do not. */
export const mannersOf = (version: string): VersionManners => ({
  shortDates: version < '004010',
  longReferences: version.slice(0, 6) > '004010',
})

const none: ElementFault[] = []
const [zero, nine, minus, point] = [48, 57, 45, 46]

/** Faults of the segment at hand. Not of a closure: one would be made for every segment of a file, and hardly any has a fault. */
let faults: ElementFault[] = none

function add(element: number, code: ElementFault['code'], note: string, grave: boolean): void {
  if (faults === none) faults = []
  faults.push({ element, code, note, grave })
}

/** The faults of a segment's elements, in their order. */
export function elementFaults(view: SegmentView, spec: SegmentSpec, manners: VersionManners): ElementFault[] {
  faults = none
  const { elements } = spec
  const last = view.count - 1
  const checked = Math.max(Math.min(last, elements.length), spec.lastRequired)
  const { starts } = view
  /** The elements that are there, as bits: no segment has more than thirty. */
  let given = 0
  for (let at = 1; at <= checked; at++) {
    const element = elements[at - 1]!
    const length = at <= last ? starts[at + 1]! - 1 - starts[at]! : 0
    if (length === 0) {
      if (element.required) add(at, '1', 'must be there', true)
      continue
    }
    given |= 1 << at
    if (element.free && length >= element.least && length <= element.most) continue
    const code = contentFault(view, at, length, element, manners)
    if (code !== null)
      add(
        at,
        code,
        contentNote(view, at, element, code),
        element.required ||
          element.type === 'DT' ||
          element.type === 'TM' ||
          (code !== '4' && code !== '5' && code !== '6'),
      )
  }
  if (last > elements.length) {
    for (let at = elements.length + 1; at <= last; at++) {
      if (view.lengthOf(at) > 0) {
        add(at, '3', `has no element ${at}`, true)
        break
      }
    }
  }
  const { relations } = spec
  for (let at = 0; at < relations.length; at++) if (isBroken(given, relations[at]!)) relationFault(view, relations[at]!)
  if (view.control) controlFaults(view)
  return faults
}

function contentFault(
  view: SegmentView,
  at: number,
  length: number,
  element: ElementSpec,
  manners: VersionManners,
): ElementFault['code'] | null {
  // Text and codes first: four elements of five are of these.
  if (element.type === 'AN' || element.type === 'ID') return textFault(view, at, length, element, manners)
  const { text } = view
  const from = view.starts[at]!
  const to = from + length
  switch (element.type) {
    case 'N':
    case 'R': {
      let digits = 0
      let points = 0
      for (let offset = from; offset < to; offset++) {
        const char = text.charCodeAt(offset)
        if (char >= zero && char <= nine) digits++
        else if (char === point && element.type === 'R' && points === 0) points++
        else if (char !== minus || offset !== from) return '6'
      }
      if (digits < element.least) return '4'
      if (digits > element.most) return '5'
      return null
    }
    case 'DT':
      return dateFault(text, from, length, manners)
    case 'TM':
      return timeFault(text, from, length)
    default:
      return null
  }
}

function textFault(
  view: SegmentView,
  at: number,
  length: number,
  element: ElementSpec,
  manners: VersionManners,
): '4' | '5' | '7' | null {
  if (length < element.least) return '4'
  if (length > element.most && !(manners.longReferences && element.most === 30 && length <= 50)) return '5'
  return element.codes !== null && !element.codes.has(view.element(at)) ? '7' : null
}

const digitsAt = (text: string, from: number, length: number): number => {
  let value = 0
  for (let offset = from; offset < from + length; offset++) {
    const digit = text.charCodeAt(offset) - zero
    if (digit < 0 || digit > 9) return Number.NaN
    value = value * 10 + digit
  }
  return value
}

const monthDays = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31]

function dateFault(text: string, from: number, length: number, manners: VersionManners): '4' | '5' | '8' | null {
  const wanted = manners.shortDates ? 6 : 8
  if (length !== wanted) {
    if (length === 6 || length === 8) {
      if (length < wanted) return '4'
      return '5'
    }
    return '8'
  }
  const year = digitsAt(text, from, wanted - 4)
  const [month, date] = [digitsAt(text, from + wanted - 4, 2), digitsAt(text, from + wanted - 2, 2)]
  if (!(month >= 1 && month <= 12) || Number.isNaN(year)) return '8'
  const leap = year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0)
  return date >= 1 && date <= monthDays[month - 1]! + (month === 2 && leap ? 1 : 0) ? null : '8'
}

function timeFault(text: string, from: number, length: number): '4' | '5' | '9' | null {
  if (length < 4) return '4'
  if (length > 8) return '5'
  const [hours, minutes] = [digitsAt(text, from, 2), digitsAt(text, from + 2, 2)]
  const rest = length === 4 ? 0 : digitsAt(text, from + 4, length - 4)
  if (!(hours <= 23) || !(minutes <= 59) || Number.isNaN(rest) || length === 5) return '9'
  return length > 4 && !(digitsAt(text, from + 4, 2) <= 59) ? '9' : null
}

const contentWords: Record<string, string> = {
  4: 'is too short',
  5: 'is too long',
  6: 'is no number',
  7: 'is none of the codes',
  8: 'is no date',
  9: 'is no time of day',
}

function contentNote(view: SegmentView, at: number, element: ElementSpec, code: string): string {
  const size =
    code === '4' || code === '5'
      ? ` (${element.least === element.most ? element.least : `${element.least} to ${element.most}`} characters)`
      : ''
  return `“${view.element(at).slice(0, 60)}” ${contentWords[code]}${size}`
}

/** Whether a relation does not hold among the elements that are given, as bits. Asked of nearly every segment of a file. */
function isBroken(given: number, { kind, bits, first }: Relation): boolean {
  const among = given & bits
  switch (kind) {
    case 'P':
      return among !== 0 && among !== bits
    case 'R':
      return among === 0
    case 'E':
      // More than one bit is set where taking the lowest away leaves some.
      return (among & (among - 1)) !== 0
    case 'C':
      return (among & first) !== 0 && among !== bits
    default:
      return among === first
  }
}

function relationFault(view: SegmentView, { kind, elements }: Relation): void {
  if (kind === 'E') {
    add(
      elements.find((at, index) => index > 0 && view.lengthOf(at) > 0)!,
      '10',
      `stands beside ${elements[0]!}, which it may not`,
      true,
    )
    return
  }
  const missing = elements.find((at, index) => (index > 0 || kind === 'P' || kind === 'R') && view.lengthOf(at) === 0)!
  const others = elements.filter((at) => at !== missing).join(' and ')
  add(missing, '2', kind === 'R' ? `or ${others} must be there` : `must be there with ${others}`, true)
}

function controlFaults(view: SegmentView): void {
  for (let at = 1; at < view.count; at++) {
    for (let offset = view.starts[at]!; offset < view.starts[at + 1]! - 1; offset++) {
      const char = view.text.charCodeAt(offset)
      if (char < 32 && view.text[offset] !== view.delimiters.component) {
        add(at, '6', 'holds a control character', false)
        break
      }
    }
  }
}
