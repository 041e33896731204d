import { resolve } from 'node:path'
import { desc } from 'drizzle-orm'
import { dayOf, toLocal } from '#core/time/local'
import type { Drill } from '#server/database/back-up'
import type { Db } from '#server/db.server'
import { noteUnlogged } from '#server/event/event'
import { logger } from '#server/log/logger'
import { officeOf } from '#server/office/office'
import { backup } from '#server/schema'
import { settings } from '#server/settings.server'
import { startThread } from '#server/thread'
import { nightly } from './nightly-name'

const lookEveryMs = 60_000
/** A backup that failed is tried again after a while. */
const againMs = 3_600_000

/** The newest backups by schedule, each with what its restore drill found. */
export const lastBackups = (db: Db) => db.select().from(backup).orderBy(desc(backup.id)).limit(14).all()

/** Whether the night's backup is still to be made: once a local day, after the hour that is set, again an hour after a failure. */
export function isBackupDue(db: Db, now: number): boolean {
  const { zone, running } = officeOf(db)
  const local = toLocal(now, zone)
  if (local.slice(11, 16) < running.backupAt) return false
  const last = db.select().from(backup).orderBy(desc(backup.id)).limit(1).get()
  if (!last) return true
  if (!last.ok) return now - last.at >= againMs
  return dayOf(toLocal(last.at, zone)) < dayOf(local)
}

/** Makes a backup on a thread of its own, restores it into a scratch folder, reads it through, and writes down what came of it. */
export function backUpNow(db: Db, clock: () => number = Date.now): Promise<Drill> {
  const at = clock()
  const name = `${nightly}${new Date(at).toISOString().replace(/[:.]/g, '-')}`
  const order = { folder: resolve(settings().OX_DATA), name, keep: officeOf(db).running.backupsKept }
  return new Promise((done, fail) => {
    const worker = startThread('backup-worker', 'server/backup/backup-worker.dev.mjs', order)
    worker.once('message', ({ removed: _, ...drill }: Drill & { removed: string[] }) => {
      db.insert(backup)
        .values({ ...drill, at, name, tookMs: clock() - at })
        .run()
      noteUnlogged(db, 'office', 1, 'backed_up')
      if (drill.ok) logger().info({ name, ...drill }, 'backed up')
      else logger().error({ name, ...drill }, 'the backup failed')
      done(drill)
    })
    worker.once('error', fail)
  })
}

/** Backs up once a night, until stopped. */
export function startBackups(db: Db): { stop: () => void } {
  let isRunning = false
  const look = async () => {
    if (isRunning || !isBackupDue(db, Date.now())) return
    isRunning = true
    try {
      await backUpNow(db)
    } catch (error) {
      logger().error({ err: error }, 'the backup could not be made')
    } finally {
      isRunning = false
    }
  }
  const timer = setInterval(() => void look(), lookEveryMs)
  return { stop: () => clearInterval(timer) }
}
