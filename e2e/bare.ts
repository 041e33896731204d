import { type ChildProcess, spawn } from 'node:child_process'
import { resolve } from 'node:path'
import type { Surroundings } from '../bin/surroundings'

export interface Bare {
  child: ChildProcess
  /** The key of the set-up page, as the log tells it. */
  key(): string
}

/** The production server in an empty folder, told nothing but where to listen and what `extra` says. */
export function startBare(around: Surroundings, extra: Record<string, string> = {}): Bare {
  const child = spawn(process.execPath, [resolve('server.js')], {
    env: {
      PATH: process.env.PATH!,
      NODE_ENV: 'production',
      OX_DATA: resolve(around.folder, 'data'),
      OX_PORT: String(around.port),
      OX_ORIGIN: around.origin,
      OX_INBOUND_PORT: String(around.port + 4),
      ...extra,
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let said = ''
  child.stdout.on('data', (part) => (said += String(part)))
  child.stderr.on('data', (part) => (said += String(part)))
  return {
    child,
    key: () => (JSON.parse(said.split('\n').find((line) => line.includes('set-up key'))!) as { key: string }).key,
  }
}
