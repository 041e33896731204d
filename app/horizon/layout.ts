import { addDays, dayOf, hour, toInstant, toLocal } from '#core/time/local'
import { weekdayWords } from '#core/time/words'

/** Hours around now that get half of the stretching: the line is nearly linear before, logarithmic after. */
const bend = 3.2

export interface TimeScale {
  (instant: number): number
  from: number
  to: number
}

/** Places an instant on the line, stretched near now: what is behind now sits in a narrow margin. */
export function timeScale(now: number, end: number, left: number, right: number): TimeScale {
  const reach = Math.asinh(Math.max(1, (end - now) / hour) / bend)
  const scale = (instant: number) => {
    const hours = (instant - now) / hour
    if (hours < 0) return Math.max(left - 28, left + hours * 12)
    return left + (Math.asinh(hours / bend) / reach) * (right - left)
  }
  return Object.assign(scale, { from: now, to: end })
}

export interface Tick {
  x: number
  words: string
  major: boolean
}

/** The marks under the line: hours near now, then days at eight in the morning; none closer than they can be read. */
export function ticks(scale: TimeScale, zone: string): Tick[] {
  const near = [1, 2, 4, 8].map((hours) => ({ x: scale(scale.from + hours * hour), words: `${hours} h`, major: false }))
  const days = daysOf(scale, zone).flatMap((date) => {
    const morning = toInstant(`${date}T08:00`, zone)
    return morning > scale.from + 9 * hour && morning < scale.to
      ? [{ x: scale(morning), words: `${weekdayWords(date)} 8 am`, major: true }]
      : []
  })
  const kept: Tick[] = []
  for (const tick of [...near, ...days]) if (!kept.some((other) => Math.abs(other.x - tick.x) < 58)) kept.push(tick)
  return kept
}

/** The nights of the line, eight in the evening to six in the morning, as pairs of places. */
export function nights(scale: TimeScale, zone: string): { from: number; to: number }[] {
  return [addDays(dayOf(toLocal(scale.from, zone)), -1), ...daysOf(scale, zone)].flatMap((date) => {
    const from = Math.max(scale.from, toInstant(`${date}T20:00`, zone))
    const to = Math.min(scale.to, toInstant(`${addDays(date, 1)}T06:00`, zone))
    return to > from ? [{ from: scale(from), to: scale(to) }] : []
  })
}

function daysOf(scale: TimeScale, zone: string): string[] {
  const first = dayOf(toLocal(scale.from, zone))
  const count = Math.ceil((scale.to - scale.from) / (24 * hour)) + 1
  return Array.from({ length: Math.min(40, count) }, (_, index) => addDays(first, index))
}

export interface Placed<T> {
  item: T
  x: number
  /** The row of the label, 0 lowest; null where there was no room for one. */
  row: number | null
}

/**
 * Gives labels their rows: in the order of the items (the most pressing first) each takes the
 * lowest row in which its label covers no other. Who finds none stays without a label, as a pin.
 */
export function placeLabels<T>(
  items: { item: T; x: number; width: number }[],
  rows: number,
  right: number,
): Placed<T>[] {
  const taken: { row: number; from: number; to: number }[] = []
  return items.map(({ item, x, width }) => {
    if (x + width > right) return { item, x, row: null }
    for (let row = 0; row < rows; row++) {
      const overlaps = taken.some((label) => label.row === row && label.from < x + width && label.to > x - 9)
      if (overlaps) continue
      taken.push({ row, from: x - 9, to: x + width })
      return { item, x, row }
    }
    return { item, x, row: null }
  })
}
