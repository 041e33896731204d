import { EventEmitter } from 'node:events'
import { asc, gt, max } from 'drizzle-orm'
import type { Db } from '#server/db.server'
import { log } from '#server/schema'

const held = globalThis as { oxLive?: EventEmitter; /** When tenders moved last. */ oxTendersAt?: number }

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
  return db.select({ id: log.id, loadId: log.loadId, kind: log.kind }).from(log).where(gt(log.id, after)).orderBy(asc(log.id)).limit(200).all()
}

export const lastLogId = (db: Db): number => db.select({ id: max(log.id) }).from(log).get()?.id ?? 0

/**
 * The log's tail as server-sent events (WHATWG HTML, 9.2), beginning after `after`. What moved between the reading of a page (`since`)
 * and its listening is told at once. Ends when the reader goes or the server stops.
 */
export function liveStream(db: Db, after: number, since: number | null, signal: AbortSignal): ReadableStream<Uint8Array> {
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
      const pushQuote = (quoteId: number) => send(`event: quote\ndata: ${JSON.stringify({ quoteId })}\n\n`)
      const pushCarriers = () => send('event: carriers\ndata: {}\n\n')
      const pushTenders = () => send('event: tenders\ndata: {}\n\n')
      const pushWarning = (warning: Warning) => send(`event: warned\ndata: ${JSON.stringify(warning)}\n\n`)
      const heartbeat = setInterval(() => send(': still here\n\n'), 25_000)
      stop = () => {
        clearInterval(heartbeat)
        emitter().off('log', push)
        emitter().off('quote', pushQuote)
        emitter().off('carriers', pushCarriers)
        emitter().off('tenders', pushTenders)
        emitter().off('warned', pushWarning)
        emitter().off('stop', end)
        signal.removeEventListener('abort', end)
      }
      const end = () => {
        stop()
        try {
          controller.close()
        } catch {
          // The reader was gone first: the stream is closed already.
        }
      }
      emitter().on('log', push)
      emitter().on('quote', pushQuote)
      emitter().on('carriers', pushCarriers)
      emitter().on('tenders', pushTenders)
      emitter().on('warned', pushWarning)
      emitter().on('stop', end)
      signal.addEventListener('abort', end)
      send('retry: 2000\n\n')
      push()
      if (since !== null && (held.oxTendersAt ?? 0) >= since) pushTenders()
    },
    cancel: () => stop(),
  })
}

/** Ends every open stream, so that the server can stop. */
export const endStreams = (): void => void emitter().emit('stop')
