import { readFileSync } from 'node:fs'

/** What somebody who only wants to work would have noticed while it lasted. */
export interface Watched {
  /** The longest that the health route took, in milliseconds. */
  worstHealthMs: number
  /** Times it did not answer at all. */
  unanswered: number
  /** The most memory that the process held, in MB; null where its process is not known. */
  maxMb: number | null
}

const everyMs = 60
const patienceMs = 10_000

/** Memory of a process in MB (resident set, proc(5)). */
export const memoryOf = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024

/** Asks the health route again and again while something lasts; what was seen, and what came of it. */
export async function watched<T>(
  origin: string,
  pid: number | null,
  work: () => Promise<T>,
): Promise<Watched & { result: T }> {
  const seen: Watched = { worstHealthMs: 0, unanswered: 0, maxMb: pid === null ? null : memoryOf(pid) }
  let isOver = false
  const watching = (async () => {
    while (!isOver) {
      const started = performance.now()
      const answer = await fetch(`${origin}/healthz`, { signal: AbortSignal.timeout(patienceMs) }).catch(() => null)
      if (answer?.ok) await answer.arrayBuffer()
      else seen.unanswered += 1
      seen.worstHealthMs = Math.max(seen.worstHealthMs, performance.now() - started)
      if (pid !== null) seen.maxMb = Math.max(seen.maxMb ?? 0, memoryOf(pid))
      await new Promise((resolve) => setTimeout(resolve, everyMs))
    }
  })()
  const result = await work()
  isOver = true
  await watching
  return { ...seen, result }
}
