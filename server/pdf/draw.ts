import { Piscina } from 'piscina'
import { type PoolState, stateOfPool, threadFile } from '#server/thread'
import type { Drawings, DrawOrder } from './drawings'

const longestDrawingMs = 30_000
const held = globalThis as { oxDrawers?: Piscina }

function drawers(): Piscina {
  held.oxDrawers ??= new Piscina({
    filename: threadFile('draw-worker', 'server/draw-worker.dev.mjs'),
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: 60_000,
  })
  return held.oxDrawers
}

/** Returns a document as PDF, drawn on a thread of its own: a long one takes long enough to hold up everybody else. Throws when it is not done in time. */
export async function draw<K extends keyof Drawings>(kind: K, content: Drawings[K]): Promise<Buffer> {
  const order: DrawOrder<K> = { kind, content }
  const waiting = drawers().queueSize
  const pdf: Uint8Array = await drawers().run(order, {
    signal: AbortSignal.timeout(longestDrawingMs * (1 + waiting)),
  })
  return Buffer.from(pdf)
}

/** How the drawing of documents is doing. */
export const drawState = (): PoolState => stateOfPool(held.oxDrawers)

/** Ends the thread, with what it is drawing. */
export async function stopDrawers(): Promise<void> {
  const drawers = held.oxDrawers
  held.oxDrawers = undefined
  await drawers?.destroy()
}
