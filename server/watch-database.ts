import { statSync } from 'node:fs'
import { resolve } from 'node:path'
import { databasePath } from '#server/db.server'
import { logger } from '#server/log/logger'
import { settings } from '#server/settings.server'
import { startThread } from '#server/thread'

const held = globalThis as { oxSoundness?: string | null }

/** What the check beside the start found wrong with the database; null while it knows of nothing. */
export const soundnessProblem = (): string | null => held.oxSoundness ?? null

/** The database is looked through again once a day: a page can go bad while the process runs. */
const everyMs = 24 * 3_600_000

/** Looks through the whole database on a thread of its own, now and once a day; what it finds is reported by `/healthz` and the log. Returns how to stop. */
export function watchSoundness(): () => void {
  let worker: ReturnType<typeof startThread> | null = null
  const look = () => {
    const path = resolve(databasePath(settings().OX_DATA))
    if (statSync(path, { throwIfNoEntry: false }) === undefined) return
    worker = startThread('soundness-worker', 'server/database/soundness-worker.dev.mjs', { path })
    worker.on('message', ({ problem }: { problem: string | null }) => {
      held.oxSoundness = problem
      if (problem) logger().error({ problem }, 'the database is damaged')
    })
    worker.on('error', (error) => logger().error({ err: error }, 'the database could not be looked through'))
  }
  // After the first rush: what is broken was broken before, and the desk is waiting.
  const first = setTimeout(look, 20_000)
  const timer = setInterval(look, everyMs)
  return () => {
    clearTimeout(first)
    clearInterval(timer)
    void worker?.terminate()
  }
}
