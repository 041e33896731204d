import type { Refusal, RefusalWords } from '../decision/refusal'
import type { LoadState } from '../load/load'
import type { LogEvent } from '../load/log-words'
import { withoutTruck } from '../load/states'
import { hour, minute, toInstant } from '../time/local'
import { clockWords, dayClockWords, dayWords, spanWords } from '../time/words'
import { type DelayCode, delayReasons, type StopEventKind, stopEventWords } from './check-call'

/** What a driver or dispatcher reports about one stop. */
export interface CheckCall {
  kind: 'note_stop_event'
  event: {
    /** Which stop, counted from 1. */
    sequence: number
    kind: StopEventKind
    /** The clock at the stop. */
    atLocal: string
    reasonCode: DelayCode | null
    note: string
    /** Whoever notes it has seen that the time is far off the window, and means it. */
    sure: boolean
  }
}

export interface CheckCallFacts {
  number: string
  state: LoadState
  stopCount: number
  /** The stop the call is about; null where the load has no such stop. */
  stop: { facilityName: string; zone: string; earliestLocal: string; latestLocal: string | null } | null
  /** The last arrival noted at this stop. */
  arrivedLocal: string | null
  /** Whether the customer's system takes this event as a 214. */
  isReported: boolean
}

export type CheckCallEvent = Extract<LogEvent, { kind: 'status_noted' | 'state_changed' }>

export const checkCallRefusals = {
  no_such_stop: () => 'There is no such stop.',
  not_moving: ({ number }: { number: string }) => `${number} has no truck yet.`,
  in_the_future: () => 'That is still to come: note it when it has happened.',
  before_arrival: ({ arrivedLocal }: { arrivedLocal: string }) =>
    `It arrived at ${clockWords(arrivedLocal)}: it cannot have left before.`,
  no_reason: () => 'Say why it is late: on schedule is no reason.',
  far_off_window: ({ off }: { off: string }) => `That is ${off}: is it the right day? Note it once more if it is.`,
} satisfies RefusalWords<string>

type Code = keyof typeof checkCallRefusals

/** Earlier or later than this, a wrong day was typed more often than a truck came so. */
const farOff = 12 * hour

/** A call is written down while it lasts: the clock of whoever reports may be ahead of ours. */
const clockTolerance = 10 * minute

/**
 * What a check call comes to: it is noted, and leaving the first pickup sets the load in transit, leaving the last delivery delivers it.
 * Refused where it cannot be true (`now` in UTC milliseconds), or has to be looked at once more.
 */
export function decideCheckCall(
  facts: CheckCallFacts,
  { event }: CheckCall,
  now: number,
): { events: CheckCallEvent[] } | { refusal: Refusal<Code> } {
  const { stop } = facts
  const refuse = (code: Code, rest: Record<string, unknown> = {}) => ({ refusal: { code, facts: rest } })
  if (!stop) return refuse('no_such_stop')
  if (withoutTruck.has(facts.state) && event.kind !== 'appointment')
    return refuse('not_moving', { number: facts.number })
  const instant = toInstant(event.atLocal, stop.zone)
  if ((event.kind === 'arrived' || event.kind === 'departed') && instant > now + clockTolerance)
    return refuse('in_the_future')
  if (event.kind === 'departed' && facts.arrivedLocal !== null && event.atLocal < facts.arrivedLocal)
    return refuse('before_arrival', { arrivedLocal: facts.arrivedLocal })
  if (event.kind === 'delayed' && (event.reasonCode === null || event.reasonCode === 'NS')) return refuse('no_reason')
  const off = event.kind === 'arrived' ? offWindow(instant, stop) : null
  if (off && !event.sure) return refuse('far_off_window', { off })
  const to = stateAfter(facts, event)
  return {
    events: [
      { kind: 'status_noted', words: eventWords(event, stop.facilityName), sent: facts.isReported },
      ...(to ? [{ kind: 'state_changed' as const, from: facts.state, to }] : []),
    ],
  }
}

/** How far off a stop's window an arrival is, in words; null where it can well be. */
function offWindow(instant: number, stop: NonNullable<CheckCallFacts['stop']>): string | null {
  const opens = toInstant(stop.earliestLocal, stop.zone)
  const closes = toInstant(stop.latestLocal ?? stop.earliestLocal, stop.zone)
  if (opens - instant > farOff) return `${spanWords(opens - instant)} before the window opens`
  return instant - closes > 2 * farOff ? `${spanWords(instant - closes)} after the window closed` : null
}

function stateAfter({ state, stopCount }: CheckCallFacts, event: CheckCall['event']): LoadState | null {
  if (event.kind !== 'departed') return null
  if (event.sequence === 1 && state === 'dispatched') return 'in_transit'
  return event.sequence === stopCount && state === 'in_transit' ? 'delivered' : null
}

const eventWords = (event: CheckCall['event'], facilityName: string): string =>
  [
    `${stopEventWords[event.kind]}, ${facilityName}, ${dayClockWords(dayWords(event.atLocal.slice(0, 10)), event.atLocal)}`,
    event.reasonCode ? delayReasons[event.reasonCode].toLowerCase() : '',
    event.note,
  ]
    .filter(Boolean)
    .join(': ')
