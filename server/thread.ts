import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { projectFolder } from '#server/settings.server'

/** Room for short-lived objects: threads read many rows that live no longer than their verdict, and a small nursery is emptied too often. */
const nurseryMb = 192

/**
 * The file that a thread begins with: the built one in production, its source through tsx in development and in tests. `name` is its entry in
 * vite.config.ts, `source` the module that begins it there.
 */
export function threadFile(name: string, source: string): string {
  const built = join(projectFolder(), `build/server/${name}.js`)
  const development = Boolean(import.meta.env?.DEV) || !existsSync(built)
  return development ? join(projectFolder(), source) : built
}

/** How a pool of threads is doing: how many it has just now, and how many orders wait for one. */
export interface PoolState {
  threads: number
  waiting: number
  done: number
}

/** The state of a pool; of none that was started yet, nothing. */
export const stateOfPool = (
  pool: { threads: unknown[]; queueSize: number; completed: number } | undefined,
): PoolState => ({
  threads: pool?.threads.length ?? 0,
  waiting: pool?.queueSize ?? 0,
  done: pool?.completed ?? 0,
})

/** Starts a worker thread with its order. */
export function startThread(name: string, source: string, order: unknown): Worker {
  return new Worker(threadFile(name, source), {
    workerData: order,
    resourceLimits: { maxYoungGenerationSizeMb: nurseryMb },
  })
}
