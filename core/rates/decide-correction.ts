import type { Refusal } from '../decision/refusal'
import type { LogEvent } from '../load/log-words'

/** What a person says of a past price: the price it should be, that it is left out, that it is right as paid, or nothing any more. */
export type CorrectionVerdict = 'price' | 'left_out' | 'as_paid' | 'undo'

/** `priceMinor`: in cents, with the verdict `price` only. */
export interface CorrectionCommand {
  kind: 'correct_price'
  verdict: CorrectionVerdict
  priceMinor: number | null
}

export type CorrectionEvent = Extract<LogEvent, { kind: 'price_corrected' }>

/** Why a past price cannot be corrected, with its sentence. */
export const correctionRefusals = {
  not_paid: () => 'This load has not been bought: there is no price to correct.',
}

/** Whether a past price can be corrected: only what was paid. What was paid stays in the books, the rates go by the correction. */
export function decideCorrection(
  { payMinor }: { payMinor: number | null },
  { verdict, priceMinor }: CorrectionCommand,
): { events: CorrectionEvent[] } | { refusal: Refusal<keyof typeof correctionRefusals> } {
  if (payMinor === null) return { refusal: { code: 'not_paid', facts: {} } }
  return { events: [{ kind: 'price_corrected', verdict, payMinor, priceMinor }] }
}
