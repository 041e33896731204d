import { spawn } from 'node:child_process'
import { cpSync, rmSync, statSync } from 'node:fs'
import Database from 'better-sqlite3'
import { buildIfNeeded } from '../bin/build'
import { stopAll } from '../bin/processes'
import { startApplication, surroundings } from '../bin/surroundings'
import { grownDatabase } from './grown'

const folder = '.tmp/bench'
const backup = `${folder}/office-backup`
const saveEveryMs = 300

/** Start, backup and restore at 250,000 loads: quiet, and beside an office that saves every 300 ms; a plain copy of the file is the peer. */
export async function run(): Promise<void> {
  const around = surroundings(folder, 4500)
  buildIfNeeded()
  const path = await grownDatabase(around)
  console.log(`database: ${(statSync(path).size / 1e6).toFixed(0)} MB`)
  await start(around)
  rmSync(backup, { recursive: true, force: true })
  const plain = await timed(async () => cpSync(path, `${backup}.plain`))
  rmSync(`${backup}.plain`, { force: true })
  console.log(`a plain copy of the file: ${seconds(plain)}`)
  const quiet = await timed(() => command('bin/backup.ts', backup, around.application))
  console.log(`backup, quiet: ${seconds(quiet)}, ${(quiet / plain).toFixed(1)} times the plain copy`)
  rmSync(backup, { recursive: true, force: true })
  const application = startApplication(around, { OX_LOG_LEVEL: 'error' })
  try {
    await ready(around.origin)
    const office = openOffice(path)
    const beside = await timed(() => command('bin/backup.ts', backup, around.application))
    console.log(
      `backup beside the office: ${seconds(beside)}, ${(beside / plain).toFixed(1)} times; ${office.saves()} saves meanwhile, the slowest ${office.slowest().toFixed(0)} ms, ${office.refused()} refused`,
    )
    const restored = await timed(() => command('bin/restore.ts', backup, around.application))
    console.log(
      `restore beside the office: ${seconds(restored)}, ${(restored / plain).toFixed(1)} times; the slowest save ${office.slowest().toFixed(0)} ms, ${office.refused()} refused`,
    )
    office.close()
  } finally {
    await stopAll([application])
    rmSync(backup, { recursive: true, force: true })
    rmSync(`${folder}/backups`, { recursive: true, force: true })
  }
}

async function start(around: ReturnType<typeof surroundings>): Promise<void> {
  for (const turn of ['first', 'second']) {
    const began = performance.now()
    const application = startApplication(around, { OX_LOG_LEVEL: 'error' })
    try {
      await ready(around.origin)
      console.log(`${turn} start: ready after ${seconds(performance.now() - began)}`)
    } finally {
      await stopAll([application])
    }
  }
}

async function ready(origin: string): Promise<void> {
  for (const until = Date.now() + 60_000; Date.now() < until; ) {
    if ((await fetch(`${origin}/healthz`).catch(() => null))?.ok) return
    await new Promise((resolve) => setTimeout(resolve, 25))
  }
  throw new Error('The application did not come up within a minute')
}

/** Somebody who saves all the time on a connection of its own. */
function openOffice(path: string) {
  const client = new Database(path)
  client.pragma('busy_timeout = 5000')
  const save = client.prepare('update customer set phone = ? where id = (select min(id) from customer)')
  let [count, slowest, refused] = [0, 0, 0]
  const timer = setInterval(() => {
    const began = performance.now()
    try {
      save.run(`801-555-01${String(count++ % 100).padStart(2, '0')}`)
    } catch {
      refused++
    }
    slowest = Math.max(slowest, performance.now() - began)
  }, saveEveryMs)
  return {
    saves: () => count,
    slowest: () => slowest,
    refused: () => refused,
    close: () => {
      clearInterval(timer)
      client.close()
    },
  }
}

function command(file: string, argument: string, environment: Record<string, string>): Promise<void> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ['--import', 'tsx', file, argument], {
      env: { ...process.env, ...environment, OX_DATA: folder },
      stdio: ['ignore', 'ignore', 'inherit'],
    })
    child.on('exit', (code) => (code === 0 ? resolve() : reject(new Error(`${file} ended with ${code}`))))
  })
}

async function timed(work: () => Promise<unknown>): Promise<number> {
  const began = performance.now()
  await work()
  return performance.now() - began
}

const seconds = (ms: number) => `${(ms / 1000).toFixed(1)} s`
