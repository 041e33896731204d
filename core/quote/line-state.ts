import type { LineState } from './quote'

export const lineActs = ['send', 'change', 'win', 'lose', 'reopen', 'lapse'] as const
export type LineAct = (typeof lineActs)[number]

export interface LineFacts {
  state: LineState
  /** Bad cells, or no price: nothing a customer could take. */
  priced: boolean
  /** Loads made of it. */
  loadsMade: number
}

export type LineDecision =
  | { to: LineState }
  | { refusal: { code: 'not_priced' | 'line_settled' | 'not_sent' | 'loads_made'; message: string } }

const refuse = (
  code: Extract<LineDecision, { refusal: unknown }>['refusal']['code'],
  message: string,
): LineDecision => ({ refusal: { code, message } })

/**
 * What an act does to a line. A draft can be won or lost too: many prices are given on the phone. Changing what was sent
 * makes it a draft again; a settled line is reopened first.
 */
export function decideLine({ state, priced, loadsMade }: LineFacts, act: LineAct): LineDecision {
  const settled = state === 'won' || state === 'lost'
  switch (act) {
    case 'send':
      if (settled) return refuse('line_settled', `The line is ${state} already.`)
      return priced ? { to: 'sent' } : refuse('not_priced', 'The line has no price to send.')
    case 'change':
      return settled ? refuse('line_settled', `The line is ${state}: reopen it to change it.`) : { to: 'draft' }
    case 'win':
      if (state === 'lost') return refuse('line_settled', 'The line is lost: reopen it first.')
      return priced ? { to: 'won' } : refuse('not_priced', 'The line has no price that could be won.')
    case 'lose':
      if (loadsMade > 0) return refuse('loads_made', `${loadsMade} loads were made of the line: cancel them first.`)
      return priced ? { to: 'lost' } : refuse('not_priced', 'The line was never priced: remove it instead.')
    case 'reopen':
      if (loadsMade > 0) return refuse('loads_made', `${loadsMade} loads were made of the line: cancel them first.`)
      return settled || state === 'lapsed' ? { to: 'draft' } : refuse('line_settled', 'The line is open.')
    case 'lapse':
      return state === 'sent' ? { to: 'lapsed' } : refuse('not_sent', 'Only what was sent can lapse.')
  }
}
