/** Where a document of a partner belongs among all it sent: the interchange's control number, and when it says it was written. */
export interface MessagePosition {
  control: number
  /** Minutes by the partner's own clock. */
  saidAt: number
}

/** A numbering that goes on by more than this has started over. */
const longestStride = 1_000_000

/**
 * Whether something was said before something else. The control number tells, for it only grows (what is later in the same interchange is later); a lower one, or one far off, is older
 * unless its own clock says it is later: then the partner has restarted its numbers. (A clock alone would not do: it goes back one night a year.)
 */
export function isOlder(one: MessagePosition, last: MessagePosition): boolean {
  if (one.control >= last.control && one.control - last.control < longestStride) return false
  return one.saidAt <= last.saidAt
}

/** The minutes of ISA09 and ISA10 (`261127`, `0930`); null where they are no date and time. */
export function saidAtOf(date: string, time: string): number | null {
  if (!/^\d{6}$/.test(date) || !/^\d{4}$/.test(time)) return null
  const [year, month, day, hours, minutes] = [
    date.slice(0, 2),
    date.slice(2, 4),
    date.slice(4),
    time.slice(0, 2),
    time.slice(2),
  ].map(Number) as [number, number, number, number, number]
  if (month < 1 || month > 12 || day < 1 || day > 31 || hours > 23 || minutes > 59) return null
  return Date.UTC(2000 + year, month - 1, day, hours, minutes) / 60_000
}
