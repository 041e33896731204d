import { Piscina } from 'piscina'
import { logger } from '#server/log/logger'
import { type PoolState, stateOfPool, threadFile } from '#server/thread'
import type { Readings, ReadOrder } from './read-worker'

export type ReadFault = 'too_slow' | 'broke' | 'too_much'

/** What came cannot be read: it took too long or too much memory, holds more than is read, or broke its reader. */
export class ReadProblem extends Error {
  constructor(
    readonly code: ReadFault,
    message: string,
  ) {
    super(message)
  }
}

/** Room for one reading; the largest interchange that is taken needs about half. New objects get little of it: what that takes is never given back. */
const memoryMb = 768
const youngMb = 16
const held = globalThis as { oxReaders?: Piscina }

function readers(): Piscina {
  held.oxReaders ??= new Piscina({
    filename: threadFile('read-worker', 'server/read/read-worker.dev.mjs'),
    // Gone soon after its last reading, with all the memory that took.
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: 3_000,
    resourceLimits: { maxOldGenerationSizeMb: memoryMb, maxYoungGenerationSizeMb: youngMb },
  })
  return held.oxReaders
}

/** How the reading of what strangers sent is doing. */
export const readState = (): PoolState => stateOfPool(held.oxReaders)

/**
 * Reads what a stranger sent on a thread of its own, and returns what it says: whatever it holds, the desk goes on. What takes longer than
 * `timeoutMs` is broken off. Throws a `ReadProblem` where it cannot be read.
 */
export async function readAside<K extends keyof Readings>(
  what: K,
  order: Parameters<Readings[K]>[0],
  timeoutMs: number,
): Promise<Awaited<ReturnType<Readings[K]>>> {
  // Waiting for a turn is no fault of what waits: its time begins when the thread takes it up, which a fair share of the queue's stands for.
  const waiting = readers().queueSize
  const task: ReadOrder<K> = { what, order }
  try {
    return await readers().run(task, { signal: AbortSignal.timeout(timeoutMs * (1 + Math.min(20, waiting))) })
  } catch (error) {
    throw problemOf(error, what)
  }
}

function problemOf(error: unknown, what: string): Error {
  const { name, code, message } = error as Error & { code?: string }
  logger().warn({ err: error, what }, 'what came could not be read')
  if (name === 'AbortError' || name === 'TimeoutError')
    return new ReadProblem('too_slow', 'It took too long to read and was broken off')
  if (code === 'ERR_WORKER_OUT_OF_MEMORY') return new ReadProblem('too_much', 'It takes too much memory to read')
  if (name === 'ReadProblem' || message.startsWith(tooMuch)) return new ReadProblem('too_much', message)
  return new ReadProblem('broke', `It cannot be read (${message.slice(0, 200)})`)
}

/** How a reading on the thread says that there is more than it takes: errors cross between threads as plain ones. */
export const tooMuch = 'It holds more than is read:'

/** Ends the thread, with what it is reading. */
export async function stopReaders(): Promise<void> {
  const readers = held.oxReaders
  held.oxReaders = undefined
  await readers?.destroy()
}
