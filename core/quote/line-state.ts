import type { Refusal } from '../decision/refusal'
import type { LineState } from './quote'
import type { QuoteRefusalCode } from './refusals'

export const lineActs = ['send', 'change', 'win', 'lose', 'reopen', 'remove', 'lapse'] as const
export type LineAct = (typeof lineActs)[number]

export interface LineFacts {
  state: LineState
  /** Bad cells, or no price: nothing a customer could take. */
  priced: boolean
  /** Loads made of it. */
  loadsMade: number
}

type LineRefusal = Refusal<Extract<QuoteRefusalCode, 'not_priced' | 'line_settled' | 'not_sent' | 'loads_made'>>
export type LineDecision = { to: LineState } | { refusal: LineRefusal }

const refuse = (code: LineRefusal['code'], facts: Record<string, unknown>): LineDecision => ({
  refusal: { code, facts },
})

/**
 * What an act does to a line. A draft can be won or lost too: many prices are given on the phone. Changing what was sent
 * makes it a draft again; a settled line is reopened first.
 */
export function decideLine({ state, priced, loadsMade }: LineFacts, wanted: LineAct): LineDecision {
  const settled = state === 'won' || state === 'lost'
  const refuseSettled = () => refuse('line_settled', { state, wanted })
  const refuseUnpriced = () => refuse('not_priced', { wanted })
  switch (wanted) {
    case 'send':
      if (settled) return refuseSettled()
      return priced ? { to: 'sent' } : refuseUnpriced()
    case 'change':
      return settled ? refuseSettled() : { to: 'draft' }
    case 'remove':
      return settled ? refuseSettled() : { to: state }
    case 'win':
      if (state === 'lost') return refuseSettled()
      return priced ? { to: 'won' } : refuseUnpriced()
    case 'lose':
      if (loadsMade > 0) return refuse('loads_made', { loadsMade })
      return priced ? { to: 'lost' } : refuseUnpriced()
    case 'reopen':
      if (loadsMade > 0) return refuse('loads_made', { loadsMade })
      return settled || state === 'lapsed' ? { to: 'draft' } : refuseSettled()
    case 'lapse':
      return state === 'sent' ? { to: 'lapsed' } : refuse('not_sent', {})
  }
}
