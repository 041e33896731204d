// The production server: one process, static files, the application, the outbox; stops gracefully.
import { Server as NetServer } from 'node:net'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import compression from 'compression'
import express from 'express'
import {
  app,
  DatabaseProblem,
  endStreams,
  logger,
  secureAnswer,
  settings,
  startProblem,
  startWork,
} from './build/server/index.js'

const client = join(dirname(fileURLToPath(import.meta.url)), 'build', 'client')

/** A start that cannot be is told in one sentence; what nobody foresaw keeps its stack. */
function endStart(error) {
  const words = startProblem(error)
  console.error(words ?? error)
  process.exit(1)
}

let stopWork = async () => {}
let refusal = null
try {
  settings()
  stopWork = await startWork()
} catch (error) {
  // A database that cannot be used is told to whoever asks how we are, not by a process that is not there.
  if (!(error instanceof DatabaseProblem)) endStart(error)
  refusal = error.message
  console.error(refusal)
}

const front = express()
front.disable('x-powered-by')
front.use(secureAnswer)
front.use(
  compression({
    level: 3,
    filter: (request, response) =>
      !String(response.getHeader('content-type')).includes('event-stream') && compression.filter(request, response),
  }),
)
front.use('/assets', express.static(join(client, 'assets'), { immutable: true, maxAge: '1y' }))
front.use(express.static(client, { maxAge: '1h', index: false }))
if (refusal) {
  front.get('/healthz', (_request, response) => response.status(503).json({ ok: false, problem: refusal }))
  front.use((_request, response) =>
    response
      .status(503)
      .type('text/plain')
      .send(
        'Oxpecker cannot use its database and serves nothing. Whoever runs it finds the reason in its log and at /healthz.',
      ),
  )
}
front.use(app)

const server = front.listen(settings().OX_PORT, '127.0.0.1', (error) => {
  if (error) endStart(error)
  logger().info({ port: settings().OX_PORT, origin: settings().OX_ORIGIN }, 'listening')
})
server.requestTimeout = 120_000
server.headersTimeout = 20_000

/** Gone after this long at most, whatever still hangs: the rest is left for the next start. */
const longestStopMs = 18_000
const wait = (ms) => new Promise((resolve) => setTimeout(resolve, ms).unref())

/**
 * Lets every request that was accepted have its answer, then closes its connection. Closing what looks idle at once would reset requests
 * whose first bytes are on their way (what http's own `close` does), so only the listener closes first, idle connections a moment later.
 */
async function closeServer() {
  // What the system has accepted for us and we have not read yet would be reset with the listener.
  await calm()
  const closed = new Promise((resolve) => NetServer.prototype.close.call(server, resolve))
  await Promise.race([closed, calm()])
  const closing = setInterval(() => server.closeIdleConnections(), 200)
  await Promise.race([closed, wait(8_000)])
  clearInterval(closing)
  server.closeAllConnections()
}

/** Waits until the loop turns freely for a while: before that a connection may look idle only because nobody had the time to read from it. */
async function calm() {
  const until = performance.now() + 5_000
  for (let turns = 0; turns < 6 && performance.now() < until; ) {
    const begun = performance.now()
    await wait(50)
    turns = performance.now() - begun < 90 ? turns + 1 : 0
  }
}

let stopping = false
async function stop(signal) {
  if (stopping) {
    logger().warn({ signal }, 'stopping at once')
    process.exit(1)
  }
  stopping = true
  logger().info({ signal }, 'stopping')
  setTimeout(() => {
    logger().warn('something did not end in time and is left for the next start')
    process.exit(0)
  }, longestStopMs).unref()
  endStreams()
  await closeServer()
  await stopWork()
  logger().info('stopped')
  process.exit(0)
}
for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, () => void stop(signal))
