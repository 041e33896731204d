import { type Currency, currencyWords } from '../money/money'

/** Which line of several a refusal is about; nothing where it is the only one. */
const ofLine = ({ position, isOneOfSeveral }: LineSaid) => (isOneOfSeveral ? `Line ${position}: ` : '')

interface LineSaid {
  position?: number
  isOneOfSeveral?: boolean
}

/** Every way a command on a quote can be refused, with its sentence. */
export const quoteRefusals = {
  no_such_quote: () => 'There is no such quote.',
  no_such_line: () => 'There is no such line on this quote.',
  too_many_lines: ({ max, count }: { max: number; count: number }) =>
    `A quote holds ${max.toLocaleString('en-US')} lines; this one has ${count}.`,
  not_priced: ({ wanted, ...line }: LineSaid & { wanted: 'send' | 'win' | 'lose' }) => {
    const why = {
      send: 'The line has no price to send.',
      win: 'The line has no price that could be won.',
      lose: 'The line was never priced: remove it instead.',
    }
    return ofLine(line) + why[wanted]
  },
  line_settled: ({ state, wanted, ...line }: LineSaid & { state: string; wanted: string }) => {
    const why: Record<string, string> = {
      send: `The line is ${state} already.`,
      change: `The line is ${state}: reopen it to change it.`,
      win: 'The line is lost: reopen it first.',
      remove: `The line is ${state}: it stays on record.`,
    }
    return ofLine(line) + (why[wanted] ?? 'The line is open.')
  },
  not_sent: (line: LineSaid) => `${ofLine(line)}Only what was sent can lapse.`,
  loads_made: ({ loadsMade, ...line }: LineSaid & { loadsMade: number }) =>
    `${ofLine(line)}${loadsMade === 1 ? '1 load was' : `${loadsMade} loads were`} made of the line: cancel ${loadsMade === 1 ? 'it' : 'them'} first.`,
  loads_made_since: ({ more, lines }: { more: number; lines: number }) =>
    `${more === 1 ? 'A load was' : `${more} loads were`} made of ${lines === 1 ? 'this line' : 'these lines'} just now: review them first.`,
  nothing_to_send: () => 'No line has a price to send.',
  past_day: ({ isSending }: { isSending?: boolean }) =>
    isSending ? 'Its last day is past: set another first.' : 'That day is past.',
  too_long: ({ max }: { max: number }) => `At most ${max} days from today.`,
  not_theirs: () => 'That is no other quote of this customer.',
  other_currency: ({ currency }: { currency: Currency }) =>
    `That quote is in ${currencyWords[currency]}: prices of two currencies are not compared.`,
  currency_given: ({ from, to }: { from: Currency; to: Currency }) =>
    `Prices of it were given in ${currencyWords[from]}: start another quote for ${currencyWords[to]}.`,
}
export type QuoteRefusalCode = keyof typeof quoteRefusals
