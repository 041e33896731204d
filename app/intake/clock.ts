import { minute } from '#core/time/local'
import { spanInColumn } from '#core/time/words'

export type ClockTone = 'act' | 'care' | 'clear'

/** How pressing an answer is: within half an hour, within an hour and a half, later. */
export function clockTone({ respondBy }: { respondBy: number }, now: number): ClockTone {
  if (respondBy - now < 30 * minute) return 'act'
  return respondBy - now < 90 * minute ? 'care' : 'clear'
}

/** What is left of the time to answer. */
export const clockLeftWords = (respondBy: number, now: number): string =>
  respondBy < now ? `${spanInColumn(now - respondBy)} over` : spanInColumn(respondBy - now)
