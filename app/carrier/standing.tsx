import { verdictWords } from '#core/vetting/words'

export const standingTone = {
  clear: 'text-acacia',
  caution: 'text-ring-text',
  stop: 'text-bill font-semibold',
} as const

/** Whether a carrier may be used, in a word. */
export function Standing({ verdict }: { verdict: 'clear' | 'caution' | 'stop' | null }) {
  return verdict ? (
    <span className={standingTone[verdict]}>{verdictWords[verdict]}</span>
  ) : (
    <span className="label">not vetted yet</span>
  )
}
