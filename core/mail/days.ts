import { addDays, isDay } from '../time/local'
import { numberOf, type Token, touches } from './lexer'
import type { Taken } from './marks'

const weekdays: Record<string, number> = {
  ...{ sunday: 0, monday: 1, tuesday: 2, wednesday: 3, thursday: 4, friday: 5, saturday: 6 },
  ...{ sun: 0, mon: 1, tue: 2, tues: 2, wed: 3, weds: 3, thu: 4, thur: 4, thurs: 4, fri: 5, sat: 6 },
  ...{ domingo: 0, lunes: 1, martes: 2, miercoles: 3, jueves: 4, viernes: 5, sabado: 6 },
}
const months: Record<string, number> = {
  ...{ january: 1, february: 2, march: 3, april: 4, may: 5, june: 6, july: 7, august: 8, september: 9, october: 10 },
  ...{ november: 11, december: 12, jan: 1, feb: 2, mar: 3, apr: 4, jun: 6, jul: 7, aug: 8, sep: 9, sept: 9, oct: 10 },
  ...{ nov: 11, dec: 12, enero: 1, febrero: 2, marzo: 3, abril: 4, mayo: 5, junio: 6, julio: 7, agosto: 8 },
  ...{ septiembre: 9, octubre: 10, noviembre: 11, diciembre: 12 },
}
const relative: Record<string, number> = {
  ...{ today: 0, tod: 0, hoy: 0, now: 0, asap: 0, tonight: 0, immediately: 0, ahora: 0, tonite: 0 },
  ...{ tomorrow: 1, tmrw: 1, tmr: 1, tomorow: 1, tommorow: 1, tommorrow: 1, manana: 1, overnight: 1 },
}

/** How far a day may lie from the mail that names it to be meant as one: further away it is a fraction or a part of a number. */
const [furthestBack, furthestOn] = [3, 45]

export const weekdayOf = (day: string): number => new Date(`${day}T00:00:00Z`).getUTCDay()
const two = (value: number) => String(value).padStart(2, '0')
const daysFrom = (one: string, other: string) => (Date.parse(other) - Date.parse(one)) / 86_400_000

const smallNumbers: Record<string, number> = { one: 1, two: 2, three: 3, four: 4, dos: 2, tres: 3 }

interface One {
  day: string
  next: number
  isTonight?: boolean
  isWeekday?: boolean
  confidence: number
}

/** A month and a day of it, in the year in which it is nearest to `today`. */
function dated(month: number, day: number, today: string, year: number | null): string | null {
  if (!(month >= 1 && month <= 12 && day >= 1 && day <= 31)) return null
  const own = Number(today.slice(0, 4))
  const years = year === null ? [own, own + 1, own - 1] : [year < 100 ? 2000 + year : year]
  const near = years
    .map((each) => `${each}-${two(month)}-${two(day)}`)
    .find((each) => isDay(each) && daysFrom(today, each) >= -furthestBack && daysFrom(today, each) <= furthestOn)
  return near ?? null
}

const isOrdinal = (token: Token | undefined) => /^(?:st|nd|rd|th)$/.test(token?.text ?? '')

/** `12/3`, `12/3/2026`, `12-3`, `2026-12-03`. */
function written(tokens: readonly Token[], at: number, today: string): One | null {
  const sign = tokens[at + 1]
  if (tokens[at]!.kind !== 'number' || !sign || !/^[/-]$/.test(sign.text) || !touches(tokens[at], sign)) return null
  if (!touches(sign, tokens[at + 2]) || tokens[at - 1]?.text === '$') return null
  const [first, second] = [numberOf(tokens[at]), numberOf(tokens[at + 2])]
  const hasThird =
    tokens[at + 3]?.text === sign.text &&
    touches(tokens[at + 2], tokens[at + 3]) &&
    touches(tokens[at + 3], tokens[at + 4])
  const third = hasThird ? numberOf(tokens[at + 4]) : Number.NaN
  if (first > 2000 && hasThird) {
    const day = `${first}-${two(second)}-${two(third)}`
    return isDay(day) ? { day, next: at + 5, confidence: 0.98 } : null
  }
  const day = dated(first, second, today, Number.isNaN(third) ? null : third)
  if (!day) return null
  // `1/2 load` and `12-14 pallets` are no days.
  if (sign.text === '-' && (Number.isNaN(third) || third < 20) && daysFrom(today, day) > 14) return null
  if (
    Number.isNaN(third) &&
    first <= 2 &&
    second <= 8 &&
    /^(?:load|of|ton|inch|mile|in)$/.test(tokens[at + 3]?.text ?? '')
  )
    return null
  return { day, next: Number.isNaN(third) ? at + 3 : at + 5, confidence: 0.97 }
}

/** `Dec 3rd`, `3 December`, `4 de diciembre`, `the 4th`. */
function named(tokens: readonly Token[], at: number, today: string): One | null {
  const month = months[tokens[at]!.text]
  if (month) {
    const dot = tokens[at + 1]?.text === '.' ? 1 : 0
    const day = dated(month, numberOf(tokens[at + 1 + dot]), today, null)
    if (!day) return null
    const ordinal = isOrdinal(tokens[at + 2 + dot]) ? 1 : 0
    const next = at + 2 + dot + ordinal
    const year = numberOf(tokens[next + (tokens[next]?.text === ',' ? 1 : 0)])
    return {
      day,
      next: year > 2000 && year < 2100 ? next + (tokens[next]?.text === ',' ? 2 : 1) : next,
      confidence: 0.97,
    }
  }
  const number = numberOf(tokens[at])
  if (!(number >= 1 && number <= 31)) return null
  const ordinal = isOrdinal(tokens[at + 1]) && touches(tokens[at], tokens[at + 1]) ? 1 : 0
  const of = /^(?:of|de)$/.test(tokens[at + 1 + ordinal]?.text ?? '') ? 1 : 0
  const behind = months[tokens[at + 1 + ordinal + of]?.text ?? '']
  if (behind) {
    const day = dated(behind, number, today, null)
    return day ? { day, next: at + 2 + ordinal + of, confidence: 0.97 } : null
  }
  if (!ordinal || !/^(?:the|on|el)$/.test(tokens[at - 1]?.text ?? '')) return null
  for (let ahead = 0; ahead < 28; ahead++) {
    const day = addDays(today, ahead)
    if (Number(day.slice(8)) === number) return { day, next: at + 2, confidence: 0.93 }
  }
  return null
}

function oneDay(tokens: readonly Token[], at: number, today: string): One | null {
  const token = tokens[at]
  if (!token) return null
  if (token.kind === 'number') return written(tokens, at, today) ?? named(tokens, at, today)
  if (token.kind !== 'word') return null
  if (token.text === 'this' && /^(?:morning|afternoon|evening|am|pm)$/.test(tokens[at + 1]?.text ?? ''))
    return { day: today, next: at + 2, confidence: 0.95 }
  // `this Friday`, `on the 4th`.
  if (/^(?:this|next|el|the|on)$/.test(token.text)) {
    const weekday = weekdays[tokens[at + 1]?.text ?? '']
    const isNext = token.text === 'next'
    if (weekday !== undefined && token.text !== 'the') {
      const one = oneDay(tokens, at + 1, today)!
      const monday = addDays(today, 7 - ((weekdayOf(today) + 6) % 7))
      return isNext && daysFrom(today, one.day) < 7 && one.day < monday
        ? { ...one, day: addDays(one.day, 7), confidence: 0.85 }
        : one
    }
    return token.text === 'the' ? named(tokens, at + 1, today) : null
  }
  // `day after tomorrow`, `pasado mañana`, `in 2 days`.
  const later = /^(?:day after tomorrow|pasado manana)/.exec(
    tokens
      .slice(at, at + 3)
      .map(({ text }) => text)
      .join(' '),
  )
  if (later) return { day: addDays(today, 2), next: at + later[0].split(' ').length, confidence: 0.95 }
  const inDays =
    token.text === 'in' && /^days?$/.test(tokens[at + 2]?.text ?? '')
      ? (smallNumbers[tokens[at + 1]?.text ?? ''] ?? numberOf(tokens[at + 1]))
      : Number.NaN
  if (inDays >= 1 && inDays <= 14) return { day: addDays(today, inDays), next: at + 3, confidence: 0.85 }
  const ahead = relative[token.text]
  if (ahead !== undefined) {
    const isTonight = token.text.startsWith('tonig')
    return { day: addDays(today, ahead), next: at + 1, isTonight, confidence: 0.97 }
  }
  const weekday = weekdays[token.text]
  if (weekday === undefined) return named(tokens, at, today)
  const day = addDays(today, (weekday - weekdayOf(today) + 7) % 7)
  const dot = tokens[at + 1]?.text === '.' && touches(token, tokens[at + 1]) ? 1 : 0
  return withDate({ day, next: at + 1 + dot, isWeekday: true, confidence: 0.95 }, tokens, today)
}

/** `Wed 12/2`, `Friday the 4th`, `Thursday, Dec 3`: the date is what is meant. */
function withDate(one: One, tokens: readonly Token[], today: string): One {
  const skip = /^[,(-]$/.test(tokens[one.next]?.text ?? '') ? 1 : 0
  const at = one.next + skip
  const date =
    tokens[at]?.text === 'the'
      ? named(tokens, at + 1, today)
      : tokens[at] &&
        (written(tokens, at, today) ??
          (months[tokens[at]!.text] || tokens[at]!.kind === 'number' ? named(tokens, at, today) : null))
  if (!date) return one
  const isClosed = skip === 1 && tokens[one.next]!.text === '(' && tokens[date.next]?.text === ')'
  // A weekday and a date that differ are doubtful, the date is likelier.
  return { ...date, next: date.next + (isClosed ? 1 : 0), confidence: date.day === one.day ? 0.98 : 0.6 }
}

/** A day or some days in a row as mails write them, counted from `today`: `tomorrow`, `Fri thru Mon`, `12/3-12/4`, `the 4th`, `weekend`. */
export function takeDay(tokens: readonly Token[], at: number, today: string): Taken {
  const token = tokens[at]!
  if (token.text === 'weekend' || token.text === 'wknd') {
    const saturday = addDays(today, (6 - weekdayOf(today) + 7) % 7)
    return {
      mark: { kind: 'day', from: saturday, to: addDays(saturday, 1), isTonight: false, confidence: 0.8 },
      next: at + 1,
    }
  }
  const first = oneDay(tokens, at, today)
  if (!first) return null
  const last = rangeEnd(tokens, first, today)
  const until = last && last.day > first.day && daysFrom(first.day, last.day) < 15 ? last : null
  return {
    mark: {
      ...{ kind: 'day', from: first.day, to: until?.day ?? null, isTonight: first.isTonight ?? false },
      confidence: Math.min(first.confidence, until?.confidence ?? 1),
    },
    next: (until ?? first).next,
  }
}

/** The second of two days that are said as a span. */
function rangeEnd(tokens: readonly Token[], first: One, today: string): One | null {
  const sign = tokens[first.next]?.text ?? ''
  const isAnd = /^(?:and|&|y)$/.test(sign)
  const isSlash = sign === '/' && first.isWeekday === true && weekdays[tokens[first.next + 1]?.text ?? ''] !== undefined
  if (!isSlash && !isAnd && !/^(?:-|to|thru|through|until|till|til|or|al|hasta)$/.test(sign)) return null
  const last = oneDay(tokens, first.next + 1, today)
  // `Thursday and Friday` is a span where one follows the other.
  if (isAnd && !(last && daysFrom(first.day, last.day) === 1)) return null
  if (last) {
    // `Friday to Monday`: the next one after the first.
    const day = last.isWeekday && last.day <= first.day ? addDays(last.day, 7) : last.day
    return { ...last, day }
  }
  // `12/3-5`: of the same month.
  const bare = numberOf(tokens[first.next + 1])
  const ordinal = isOrdinal(tokens[first.next + 2]) ? 1 : 0
  const isBare =
    (ordinal === 1 || (sign === '-' && touches(tokens[first.next], tokens[first.next + 1]))) &&
    bare <= 31 &&
    !first.isWeekday
  const after = tokens[first.next + 2]
  if (!isBare || (after && /^[/'’-]$/.test(after.text))) return null
  const day = `${first.day.slice(0, 8)}${two(bare)}`
  return isDay(day) ? { day, next: first.next + 2 + ordinal, confidence: 0.85 } : null
}
