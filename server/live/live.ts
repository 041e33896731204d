import { EventEmitter } from 'node:events'
import { asc, gt, max } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import { log } from '#server/schema'

const held = globalThis as {
  oxLive?: EventEmitter /** When tenders moved last. */
  oxTendersAt?: number /** Set once the process is going away. */
  oxStopping?: boolean
}

function emitter(): EventEmitter {
  if (!held.oxLive) {
    held.oxLive = new EventEmitter()
    held.oxLive.setMaxListeners(0)
  }
  return held.oxLive
}

/** Tells whoever listens that the log has grown; called after the transaction is through. */
export const announce = (): void => void emitter().emit('log')

/** Tells whoever looks at a quote that it has changed. */
export const announceQuote = (quoteId: number): void => void emitter().emit('quote', quoteId)

/** Tells whoever looks at carriers that some of them stand otherwise now. */
export const announceCarriers = (): void => void emitter().emit('carriers')

/** Tells whoever looks at Intake that tenders came or were answered. */
export const announceTenders = (): void => {
  held.oxTendersAt = Date.now()
  emitter().emit('tenders')
}

/** A tender whose time to answer is nearly over. */
export interface Warning {
  shipmentId: string
  customerName: string
  respondBy: number
}

/** Tells everybody at the desk what is about to run out. */
export const announceWarning = (warning: Warning): void => void emitter().emit('warned', warning)

export interface LiveEvent {
  id: number
  loadId: number
  kind: string
}

/** The log's entries after one, at most 200 of them. */
export function tail(db: Db, after: number): LiveEvent[] {
  return db
    .select({ id: log.id, loadId: log.loadId, kind: log.kind })
    .from(log)
    .where(gt(log.id, after))
    .orderBy(asc(log.id))
    .limit(200)
    .all()
}

export const lastLogId = (db: Db): number =>
  db
    .select({ id: max(log.id) })
    .from(log)
    .get()?.id ?? 0

/** Who listens to a stream: the session it was opened under, so that it ends with it; null where nobody signed in opened it. */
export interface Listener {
  session: string | null
  /** Whether the session still stands; asked at every heartbeat. */
  isSignedIn: () => boolean
}

/** One per browser is usual; what is more than a few are forgotten tabs, or mischief. The oldest ends first. */
const mostPerSession = 6
const open = new Map<string, Set<() => void>>()
const heartbeatMs = 25_000

/**
 * The log's tail as server-sent events (WHATWG HTML, 9.2), beginning after `after`. What moved between the reading of a page (`since`)
 * and its listening is told at once. Ends when the reader goes, the session ends or the server stops.
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
      const push = () => {
        for (const event of tail(db, seen)) {
          seen = event.id
          send(`id: ${event.id}\ndata: ${JSON.stringify(event)}\n\n`)
        }
      }
      const heard: Record<string, (...args: never[]) => void> = {
        log: push,
        quote: (quoteId: number) => send(`event: quote\ndata: ${JSON.stringify({ quoteId })}\n\n`),
        carriers: () => send('event: carriers\ndata: {}\n\n'),
        tenders: () => send('event: tenders\ndata: {}\n\n'),
        warned: (warning: Warning) => send(`event: warned\ndata: ${JSON.stringify(warning)}\n\n`),
      }
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
      stop = () => {
        clearInterval(heartbeat)
        leave()
        for (const [name, hear] of Object.entries(heard)) emitter().off(name, hear as (...args: unknown[]) => void)
        emitter().off('stop', end)
        signal.removeEventListener('abort', end)
      }
      for (const [name, hear] of Object.entries(heard)) emitter().on(name, hear as (...args: unknown[]) => void)
      emitter().on('stop', end)
      signal.addEventListener('abort', end)
      send('retry: 2000\n\n')
      push()
      if (since !== null && (held.oxTendersAt ?? 0) >= since) heard.tenders!()
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
  if (streams.size >= mostPerSession) [...streams][0]!()
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

export const isStopping = (): boolean => held.oxStopping === true
