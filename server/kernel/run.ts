import type { Refusal } from '#core/decision/refusal'
import type { Aggregate, EventOf } from '#core/event/event'
import { type Db, inTransaction } from '#server/db.server'
import { type Act, recordEvent } from '#server/event/event'

/** A refusal as people read it: its code for programs, its sentence for the screen. */
export interface Refused {
  refusal: { code: string; message: string }
}

/** What writing an event may know besides the event: who and when, what was read, and what was asked. */
export interface Context<Facts, Command> extends Act {
  facts: Facts
  command: Command
}

/** One kind of thing decisions are made about: how its facts are read, what decides, what each event writes, how refusals read. */
export interface Subject<Kind extends Aggregate, Facts, Command, Event extends EventOf[Kind], Result = void> {
  aggregate: Kind
  /** Null where there is no such thing. `command` says which part of a large one is needed. */
  read: (db: Db, id: number, act: Act, command: Command | null) => Facts | null
  decide: (facts: Facts, command: Command, act: Act) => { events: Event[] } | { refusal: Refusal }
  /** Writes what an event changes, beside its row, which the kernel writes. */
  apply: (db: Db, id: number, event: Event, context: Context<Facts, Command>) => Result
  words: (refusal: Refusal) => string
  missing: { code: string; message: string }
}

/** What came of a command, for whoever only needs to know whether it was done. */
export type Outcome = { done: true } | Refused

export type Ran<Event, Result> = { done: true; events: Event[]; results: Result[] } | Refused

/** Takes a transaction back on a refusal; also thrown while an event is applied, where what must be written with it is refused. */
export class RefusedInside extends Error {
  constructor(readonly refused: Refused) {
    super(refused.refusal.message)
  }
}

/**
 * Carries out one command: reads the facts, decides, writes the new state, one row for each event and whatever must be sent, all in
 * one transaction that holds the write lock from the start; what changed is published after the outermost commit. A refusal takes back
 * whatever was written on the way to it. `command` may be made from the facts just read; `seen` is given them, for whoever answers with what was before.
 */
export function run<Kind extends Aggregate, Facts, Command, Event extends EventOf[Kind], Result>(
  db: Db,
  subject: Subject<Kind, Facts, Command, Event, Result>,
  id: number,
  command: Command | ((facts: Facts) => Command | Refused),
  act: Act,
  seen: (facts: Facts) => void = () => {},
): Ran<Event, Result> {
  try {
    return inTransaction(db, () => {
      const given = isMaker<Facts, Command>(command) ? null : command
      const facts = subject.read(db, id, act, given)
      if (facts === null) return { refusal: subject.missing }
      seen(facts)
      const made = isMaker<Facts, Command>(command) ? command(facts) : command
      if (isRefused(made)) throw new RefusedInside(made)
      const decision = subject.decide(facts, made, act)
      if ('refusal' in decision)
        throw new RefusedInside({
          refusal: { code: decision.refusal.code, message: subject.words(decision.refusal) },
        })
      const results = decision.events.map((event) => {
        const result = subject.apply(db, id, event, { ...act, facts, command: made })
        recordEvent(db, subject.aggregate, id, event, act)
        return result
      })
      return { done: true, events: decision.events, results }
    })
  } catch (thrown) {
    if (thrown instanceof RefusedInside) return thrown.refused
    throw thrown
  }
}

/** How one thing of a kind is created: what is known before there is one, what decides, and what writes it. */
export interface Creation<Kind extends Aggregate, Facts, Command, Event extends EventOf[Kind]> {
  aggregate: Kind
  read: (db: Db, command: Command, act: Act) => Facts
  decide: (facts: Facts, command: Command, act: Act) => { events: Event[] } | { refusal: Refusal }
  /** Writes it and returns its id, under which its first events are recorded. */
  insert: (db: Db, command: Command, facts: Facts, act: Act) => number
  words: (refusal: Refusal) => string
}

/** Creates one thing in one transaction that holds the write lock from the start; the counterpart of `run` for what has no id yet. */
export function create<Kind extends Aggregate, Facts, Command, Event extends EventOf[Kind]>(
  db: Db,
  creation: Creation<Kind, Facts, Command, Event>,
  command: Command,
  act: Act,
): { id: number } | Refused {
  return inTransaction(db, () => {
    const facts = creation.read(db, command, act)
    const decision = creation.decide(facts, command, act)
    if ('refusal' in decision)
      return { refusal: { code: decision.refusal.code, message: creation.words(decision.refusal) } }
    const id = creation.insert(db, command, facts, act)
    for (const happened of decision.events) recordEvent(db, creation.aggregate, id, happened, act)
    return { id }
  })
}

const isMaker = <Facts, Command>(
  command: Command | ((facts: Facts) => Command | Refused),
): command is (facts: Facts) => Command | Refused => typeof command === 'function'

const isRefused = (made: unknown): made is Refused => typeof made === 'object' && made !== null && 'refusal' in made

/** What writes one kind of event: returns what it made, or nothing. */
export type Applier<Event, Facts, Command, Result> = (
  db: Db,
  id: number,
  event: Event,
  context: Context<Facts, Command>,
  // biome-ignore lint/suspicious/noConfusingVoidType: an applier that makes nothing returns nothing
) => Result | void

/** The appliers of a subject, by the kind of event; what has none changes nothing beside its row. */
export type Appliers<Event extends { kind: string }, Facts, Command, Result> = {
  [Kind in Event['kind']]?: Applier<Event & { kind: Kind }, Facts, Command, Result>
}

/** Writes an event by the applier of its kind; `nothing` is what one without makes. */
export function applyBy<Event extends { kind: string }, Facts, Command, Result>(
  appliers: Appliers<Event, Facts, Command, Result>,
  nothing: Result,
): (db: Db, id: number, event: Event, context: Context<Facts, Command>) => Result {
  return (db, id, event, context) => {
    const applier = appliers[event.kind as Event['kind']] as Applier<Event, Facts, Command, Result> | undefined
    return applier?.(db, id, event, context) ?? nothing
  }
}

/** The command an event came of; another one is a fault of the program. */
export function commandOf<Command extends { kind: string }, Kind extends Command['kind']>(
  { command }: { command: Command },
  kind: Kind,
): Command & { kind: Kind } {
  if (command.kind !== kind) throw new Error(`An event of ${kind} came of the command ${command.kind}`)
  return command as Command & { kind: Kind }
}

/** The same answer without what was written. */
export const outcome = (ran: Ran<unknown, unknown>): Outcome => ('refusal' in ran ? ran : { done: true })
