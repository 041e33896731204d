// The development server: the same application, its modules served and reloaded by Vite.
import express from 'express'
import { createServer } from 'vite'

const vite = await createServer({ server: { middlewareMode: true } })
const { startWork } = await vite.ssrLoadModule('./server/app.ts')
const stopWork = await startWork()
const front = express()
front.use(vite.middlewares)
front.use(async (request, response, next) => {
  try {
    const { app } = await vite.ssrLoadModule('./server/app.ts')
    app(request, response, next)
  } catch (error) {
    vite.ssrFixStacktrace(error)
    next(error)
  }
})
const server = front.listen(Number(process.env.OX_PORT ?? 4100), '127.0.0.1')
for (const signal of ['SIGINT', 'SIGTERM']) {
  process.on(signal, async () => {
    server.close()
    await stopWork()
    await vite.close()
    process.exit(0)
  })
}
