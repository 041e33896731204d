import { formatAmount } from '../money/money'
import { momentWords } from '../time/words'
import type { Advice } from './advice'

const roundTens = (minor: number) => formatAmount(Math.round(minor / 500) * 500)

/** `take`, `hold till 4:00 pm`, `counter at 2,310`. */
export function adviceStepWords(advice: Advice, now: number, zone: string): string {
  if (advice.step === 'take') return 'take'
  return advice.step === 'hold'
    ? `hold till ${momentWords(advice.until, now, zone)}`
    : `counter at ${formatAmount(advice.atMinor)}`
}

/** One sentence why. */
export function adviceReason({ words }: Advice, now: number, zone: string): string {
  switch (words.code) {
    case 'late':
      return 'The pickup is upon us: any truck is better than none.'
    case 'under_line':
      return `At or under the take line of ${roundTens(words.lineMinor)}: waiting on is likely to cost more.`
    case 'stands':
      return `It stands till ${momentWords(words.until, now, zone)}; waiting with it in hand is likely to end at ${roundTens(words.likelyMinor)}.`
    case 'above_line':
      return words.risesAt === null
        ? `Above the take line of ${roundTens(words.lineMinor)}, and the line never rises to it.`
        : `Above the take line of ${roundTens(words.lineMinor)}, which rises to it ${momentWords(words.risesAt, now, zone)}.`
  }
}
