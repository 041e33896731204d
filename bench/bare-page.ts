import { type ChildProcess, spawnSync } from 'node:child_process'
import { createServer } from 'node:http'
import { resolve } from 'node:path'
import { createRequestHandler } from '@react-router/express'
import express from 'express'
import type { ServerBuild } from 'react-router'
import { start } from '../bin/processes'

const port = 4590

/** Builds the framework's bare page of fifty rows. */
export function buildBarePage(): void {
  const built = spawnSync('npx', ['react-router', 'build', 'bench/bare'], { encoding: 'utf8' })
  if (built.status !== 0) throw new Error(`The bare page was not built:\n${built.stderr}`)
}

/** Where `tsx bench/bare-page.ts serve` answers. */
export const bareOrigin = `http://127.0.0.1:${port}`

/** Serves it in a process of its own, in production mode as ours. */
export const startBarePage = (): ChildProcess =>
  start(
    'bare page',
    process.execPath,
    ['--import', 'tsx', 'bench/bare-page.ts', 'serve'],
    { NODE_ENV: 'production' },
    true,
  )

if (process.argv[2] === 'serve') {
  const build = (await import(resolve('.tmp/bench/bare/server/index.js'))) as ServerBuild
  const app = express()
  app.disable('x-powered-by')
  app.use(createRequestHandler({ build }))
  createServer(app).listen(port, '127.0.0.1', () => console.log(bareOrigin))
}
