import type { Aggregate } from '#core/event/event'

/** Something that changed: which one of what, and how. `id` null: several of them at once. */
export interface Change {
  aggregate: Aggregate | 'outbox' | 'board' | 'floor'
  id: number | null
  kind: string
  /** The number of its event, where one was recorded. */
  eventId?: number
}

type Listener = (changes: readonly Change[]) => void

const held = globalThis as { oxListeners?: Set<Listener>; oxPending?: WeakMap<object, Change[]> }
held.oxListeners ??= new Set()
held.oxPending ??= new WeakMap()
const listeners = held.oxListeners
const pending = held.oxPending

/** Who is informed when a listener throws; set once, by the process that has a log. */
let report: (error: unknown) => void = (error) => console.error(error)
/** Sets who is informed when a listener throws. */
export function reportListenerFaults(to: (error: unknown) => void): void {
  report = to
}

/** Calls a function with what changed, after each commit that changed something. Returns how to stop. */
export function onChanges(listener: Listener): () => void {
  listeners.add(listener)
  return () => void listeners.delete(listener)
}

/** Adds a change to those of the connection's open transaction; without one it is published at once. */
export function noteChange(client: { inTransaction: boolean }, change: Change): void {
  const changes = pending.get(client) ?? []
  pending.set(client, changes)
  changes.push(change)
  if (!client.inTransaction) publishPending(client)
}

/** How many changes wait for the commit: what a nested transaction that fails goes back to. */
export const pendingCount = (client: object): number => pending.get(client)?.length ?? 0

/** Forgets the changes of a transaction that failed. */
export function forgetPending(client: object, keep: number): void {
  const changes = pending.get(client)
  if (changes) changes.length = keep
}

/** Publishes what the outermost transaction changed. A listener that throws is reported and harms neither the others nor the caller. */
export function publishPending(client: object): void {
  const changes = pending.get(client)
  if (!changes || changes.length === 0) return
  pending.delete(client)
  for (const listener of [...listeners]) {
    try {
      listener(changes)
    } catch (error) {
      report(error)
    }
  }
}
