import { type ChildProcess, spawn } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Db } from '#server/db.server'
import { connectBoard } from '#server/testing/boards'

const boards = {
  Saltlick: {
    folder: 'saltlick',
    prefix: 'SALTLICK',
    account: '',
    environment: { SALTLICK_KEY: 'our key', SALTLICK_SECRET: 'a secret of the board and ours', SALTLICK_TROUBLE: '0' },
  },
  Waterhole: {
    folder: 'waterhole',
    prefix: 'WATERHOLE',
    account: 'us',
    environment: { WATERHOLE_MEMBER: 'us', WATERHOLE_WORD: 'our key', WATERHOLE_CALLS: '100000' },
  },
  Windpump: {
    folder: 'windpump',
    prefix: 'WINDPUMP',
    account: 'us',
    environment: { WINDPUMP_USER: 'us', WINDPUMP_PASSWORD: 'our key', WINDPUMP_CLOSED: '' },
  },
} as const
export type TestBoard = keyof typeof boards

/** A port that nobody listens on. */
async function freePort(): Promise<number> {
  const server = createServer()
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const { port } = server.address() as AddressInfo
  await new Promise<void>((resolve) => server.close(() => resolve()))
  return port
}

export interface BoardProcess {
  url: string
  connect: (db: Db, over?: object) => void
  stop: () => void
}

/** A load board that ships with the product, as a process of its own: silent, without carriers, in the mood that a test wants. */
export async function boardProcess(name: TestBoard, extra: Record<string, string> = {}): Promise<BoardProcess> {
  const { folder, prefix, account, environment } = boards[name]
  const port = await freePort()
  const members = join(mkdtempSync(join(tmpdir(), 'board-')), 'members.json')
  writeFileSync(members, '[]')
  const own = { [`${prefix}_PORT`]: String(port), [`${prefix}_PACE`]: '0', [`${prefix}_MEMBERS`]: members }
  const child: ChildProcess = spawn(process.execPath, ['--import', 'tsx', `stand-ins/${folder}/main.ts`], {
    env: { ...process.env, ...environment, ...own, ...extra },
    stdio: 'ignore',
  })
  const url = `http://127.0.0.1:${port}`
  while (!(await fetch(`${url}/healthz`).catch(() => null))?.ok) await new Promise((resolve) => setTimeout(resolve, 50))
  return {
    url,
    connect: (db, over = {}) => connectBoard(db, name, url, { account, ...over }),
    stop: () => void child.kill('SIGKILL'),
  }
}
