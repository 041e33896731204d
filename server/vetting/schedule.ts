import { resolve } from 'node:path'
import { isNull } from 'drizzle-orm'
import { dayOf, toLocal } from '#core/time/local'
import type { VettingPolicy } from '#core/vetting/policy'
import { type Db, databasePath } from '#server/db.server'
import { noteUnlogged } from '#server/event/event'
import { logger } from '#server/log/logger'
import { officeOf } from '#server/office/office'
import { carrier } from '#server/schema'
import { settings } from '#server/settings.server'
import { startThread } from '#server/thread'
import type { PolicyPreview } from './preview'
import type { VettingNews, VettingOrder } from './worker'

/** The local hour from which on everybody is vetted again, once a day. */
const nightHour = 2
const longestTask = 10 * 60_000

type Task = { task: 'feed' } | { task: 'night' } | { task: 'preview'; policy: VettingPolicy }

/** Runs one task on a thread of its own; what it did, or the preview it made. `stop` ends it. */
export function runVetting(
  task: Task,
  onProgress: (share: number) => void = () => {},
): { outcome: Promise<Exclude<VettingNews, { progress: number }>>; stop: () => void } {
  const order: VettingOrder = { databasePath: resolve(databasePath(settings().OX_DATA)), now: Date.now(), ...task }
  const worker = startThread('vetting-worker', 'server/vetting/worker.dev.mjs', order)
  const outcome = new Promise<Exclude<VettingNews, { progress: number }>>((done, fail) => {
    const timer = setTimeout(() => void worker.terminate(), longestTask)
    worker.on('message', (news: VettingNews) => ('progress' in news ? onProgress(news.progress) : done(news)))
    worker.once('error', fail)
    worker.once('exit', (code) => {
      clearTimeout(timer)
      fail(new Error(`Vetting (${task.task}) ended with ${code}`))
    })
  })
  return { outcome, stop: () => void worker.terminate() }
}

/** What a policy would change, worked out beside the requests. */
export async function preview(policy: VettingPolicy): Promise<PolicyPreview> {
  const news = await runVetting({ task: 'preview', policy }).outcome
  if (!('preview' in news)) throw new Error('The preview gave no answer')
  return news.preview
}

/** Vets everybody beside the requests, because the policy has changed. */
export function vetEverybody(db: Db): void {
  runVetting({ task: 'night' }).outcome.then(
    () => noteUnlogged(db, 'carrier', null, 'vetted'),
    (error: unknown) => logger().error({ err: error }, 'vetting did not finish'),
  )
}

/** Reads the register now and then, vets whom its changes touch, and everybody once a night; `stop` ends it. */
export function startVetting(db: Db): { stop: () => void } {
  let timer: NodeJS.Timeout | undefined
  let running: { stop: () => void } | undefined
  let stopped = false
  let nightOf = db.select({ id: carrier.id }).from(carrier).where(isNull(carrier.vettedAt)).limit(1).get()
    ? ''
    : dayOf(toLocal(Date.now(), officeOf(db).zone))
  const round = async () => {
    const local = toLocal(Date.now(), officeOf(db).zone)
    const night = nightOf !== dayOf(local) && (nightOf === '' || Number(local.slice(11, 13)) >= nightHour)
    const task = runVetting({ task: night ? 'night' : 'feed' })
    running = task
    const news = await task.outcome.catch((error: unknown) => {
      if (!stopped) logger().error({ err: error }, 'vetting did not finish')
      return null
    })
    if (stopped) return
    if (news && 'done' in news) {
      if (night) nightOf = dayOf(local)
      // Threads of their own record their events; this lets the pages know.
      if (news.done.vetted > 0) noteUnlogged(db, 'carrier', null, 'vetted')
      logger().info(news.done, night ? 'all carriers vetted' : 'register read')
    }
    timer = setTimeout(() => void round(), settings().OX_REGISTER_EVERY_MS)
  }
  void round()
  return {
    stop: () => {
      stopped = true
      clearTimeout(timer)
      running?.stop()
    },
  }
}
