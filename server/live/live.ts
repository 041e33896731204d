import { EventEmitter } from 'node:events'
import { type Change, onChanges } from '#server/changes'
import type { Db } from '#server/db.server'
import { eventsAfter, lastEventId } from '#server/event/event'

const held = globalThis as {
  oxLive?: EventEmitter
  /** When something last changed that has no event of its own. */
  oxUnloggedAt?: number
  /** Set once the process is going away. */
  oxStopping?: boolean
}

function emitter(): EventEmitter {
  if (!held.oxLive) {
    held.oxLive = new EventEmitter()
    held.oxLive.setMaxListeners(0)
  }
  return held.oxLive
}

/** A tender whose time to answer is nearly over. */
export interface Warning {
  shipmentId: string
  customerName: string
  respondBy: number
}

/** Tells everybody at the desk what is about to run out. */
export const announceWarning = (warning: Warning): void => void emitter().emit('warned', warning)

/** What a page receives: what changed, and by which event where one was recorded. `everything`: more than can be listed one by one. */
export type LiveChange = Change | { aggregate: 'everything'; id: null; kind: ''; eventId?: number }

/** Events sent one by one; after more than these a page reads everything again. */
const maxReported = 200

/** What happened after an event, the oldest first. */
export function changesAfter(db: Db, after: number): LiveChange[] {
  const events = eventsAfter(db, after, maxReported + 1)
  if (events.length > maxReported) return [{ aggregate: 'everything', id: null, kind: '', eventId: lastEventId(db) }]
  return events.map(({ id, aggregate, aggregateId, kind }) => ({ aggregate, id: aggregateId, kind, eventId: id }))
}

/** Who listens to a stream: the session it was opened under, so that it ends with it; null where nobody signed in opened it. */
export interface Listener {
  session: string | null
  /** Whether the session still stands; asked at every heartbeat. */
  isSignedIn: () => boolean
}

/** One per browser is usual; what is more than a few are forgotten tabs, or mischief. The oldest ends first. */
const maxPerSession = 6
const open = new Map<string, Set<() => void>>()
const heartbeatMs = 25_000

/**
 * What changes, as server-sent events (WHATWG HTML, 9.2), beginning after the event `after`. What moved between the reading of a page
 * (`since`) and its listening is confirmed at once. Ends when the reader goes, the session ends or the server stops.
 */
export function liveStream(
  db: Db,
  after: number,
  since: number | null,
  signal: AbortSignal,
  listener: Listener = { session: null, isSignedIn: () => true },
): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder()
  let seen = after
  let stop = () => {}
  return new ReadableStream({
    start(controller) {
      const send = (text: string) => controller.enqueue(encoder.encode(text))
      const tell = (change: LiveChange) =>
        send(`${change.eventId ? `id: ${change.eventId}\n` : ''}data: ${JSON.stringify(change)}\n\n`)
      // Read from the table, not from what was published: threads of their own record events too.
      const push = () => {
        for (const change of changesAfter(db, seen)) {
          seen = change.eventId!
          tell(change)
        }
      }
      const hear = (changes: readonly Change[]) => {
        push()
        for (const change of changes) if (change.eventId === undefined) tell(change)
      }
      const warn = (warning: Warning) => send(`event: warned\ndata: ${JSON.stringify(warning)}\n\n`)
      const end = () => {
        stop()
        try {
          controller.close()
        } catch {
          // The reader was gone first: the stream is closed already.
        }
      }
      const heartbeat = setInterval(() => (listener.isSignedIn() ? send(': still here\n\n') : end()), heartbeatMs)
      const leave = join(listener.session, end)
      const stopHearing = onChanges(hear)
      stop = () => {
        clearInterval(heartbeat)
        leave()
        stopHearing()
        emitter().off('warned', warn)
        emitter().off('stop', end)
        signal.removeEventListener('abort', end)
      }
      emitter().on('warned', warn)
      emitter().on('stop', end)
      signal.addEventListener('abort', end)
      send('retry: 2000\n\n')
      push()
      if (since !== null && (held.oxUnloggedAt ?? 0) >= since)
        // By no event: what changed without one cannot be recognized as read.
        tell({ aggregate: 'everything', id: null, kind: '' })
      // A reader that comes back while we stop is sent away at once, to the process that comes after us.
      if (isStopping()) end()
    },
    cancel: () => stop(),
  })
}

/** Counts a stream among its session's; the oldest beyond the limit ends. Returns how it leaves. */
function join(session: string | null, end: () => void): () => void {
  if (session === null) return () => {}
  const streams = open.get(session) ?? new Set()
  open.set(session, streams)
  if (streams.size >= maxPerSession) [...streams][0]!()
  streams.add(end)
  return () => {
    streams.delete(end)
    if (streams.size === 0) open.delete(session)
  }
}

/** Ends the streams opened under a session, which has ended. */
export function endStreamsOf(session: string): void {
  for (const end of [...(open.get(session) ?? [])]) end()
}

/** Ends every open stream, and every one that comes from now on, so that the server can stop. */
export function endStreams(): void {
  held.oxStopping = true
  emitter().emit('stop')
}

/** Whether the process is going away. */
export const isStopping = (): boolean => held.oxStopping === true

onChanges((changes) => {
  if (changes.some(({ eventId }) => eventId === undefined)) held.oxUnloggedAt = Date.now()
})
