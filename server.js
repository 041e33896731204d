// The production server: one process, static files, the application, the outbox; stops gracefully.
import compression from 'compression'
import express from 'express'
import { app, endStreams, logger, settings, startWork } from './build/server/index.js'

const stopWork = await startWork()
const front = express()
front.disable('x-powered-by')
front.use(compression({ level: 3, filter: (request, response) => !String(response.getHeader('content-type')).includes('event-stream') && compression.filter(request, response) }))
front.use('/assets', express.static('build/client/assets', { immutable: true, maxAge: '1y' }))
front.use(express.static('build/client', { maxAge: '1h', index: false }))
front.use(app)

const server = front.listen(settings().OX_PORT, '127.0.0.1', () => logger().info({ port: settings().OX_PORT, origin: settings().OX_ORIGIN }, 'listening'))

let stopping = false
async function stop(signal) {
  if (stopping) return
  stopping = true
  logger().info({ signal }, 'stopping')
  endStreams()
  await new Promise((resolve) => {
    server.close(resolve)
    server.closeIdleConnections()
  })
  await stopWork()
  logger().info('stopped')
  process.exit(0)
}
for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, () => void stop(signal))
