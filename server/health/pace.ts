import { monitorEventLoopDelay } from 'node:perf_hooks'
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client'
import { patternOf } from './pattern'

/** What the process measures of itself, for Prometheus and for the status page. One for the process, whatever is reloaded. */
const held = globalThis as { oxPace?: Pace }

interface Pace {
  registry: Registry
  answers: Histogram<'method' | 'route' | 'status'>
  waiting: Gauge<'kind'>
  loop: ReturnType<typeof monitorEventLoopDelay>
  slowest: Map<string, { count: number; totalMs: number; worstMs: number }>
}

function pace(): Pace {
  if (held.oxPace) return held.oxPace
  const registry = new Registry()
  collectDefaultMetrics({ register: registry })
  const loop = monitorEventLoopDelay({ resolution: 20 })
  loop.enable()
  held.oxPace = {
    registry,
    loop,
    slowest: new Map(),
    answers: new Histogram({
      name: 'oxpecker_http_seconds',
      help: 'Time to answer a request, by route.',
      labelNames: ['method', 'route', 'status'],
      buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5],
      registers: [registry],
    }),
    waiting: new Gauge({
      name: 'oxpecker_outbox_waiting',
      help: 'Entries of the outbox that have not been sent, by kind.',
      labelNames: ['kind'],
      registers: [registry],
    }),
  }
  return held.oxPace
}

/** Counts one answered request. Live streams stay open and say nothing of pace. */
export function countAnswer(method: string, path: string, status: number, ms: number): void {
  const route = patternOf(path)
  if (route === '/live') return
  const { answers, slowest } = pace()
  answers.observe({ method, route, status: String(status) }, ms / 1000)
  const key = `${method} ${route}`
  const before = slowest.get(key) ?? { count: 0, totalMs: 0, worstMs: 0 }
  slowest.set(key, {
    count: before.count + 1,
    totalMs: before.totalMs + ms,
    worstMs: Math.max(before.worstMs, ms),
  })
}

/** The routes that take longest on average since the start, each with how often it was asked for. */
export const slowestRoutes = (most: number) =>
  [...pace().slowest]
    .map(([route, { count, totalMs, worstMs }]) => ({
      route,
      count,
      meanMs: Math.round(totalMs / count),
      worstMs: Math.round(worstMs),
    }))
    .sort((one, other) => other.meanMs - one.meanMs)
    .slice(0, most)

/** How long the event loop kept others waiting, in milliseconds: what nearly all waits were under, and the longest. */
export function loopDelay(): { p99Ms: number; maxMs: number } {
  const { loop } = pace()
  return { p99Ms: Math.round(loop.percentile(99) / 1e6), maxMs: Math.round(loop.max / 1e6) }
}

/** Everything measured, in Prometheus's text format. */
export function metricsText(waiting: readonly { kind: string; count: number }[]): Promise<string> {
  const { registry, waiting: gauge } = pace()
  gauge.reset()
  for (const { kind, count } of waiting) gauge.set({ kind }, count)
  return registry.metrics()
}
