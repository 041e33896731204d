import { gzipSync } from 'node:zlib'
import autocannon from 'autocannon'
import { buildIfNeeded } from '../bin/build'
import { answering, stopAll } from '../bin/processes'
import { startApplication, surroundings } from '../bin/surroundings'
import { demoPassword } from '../demo/world'
import { bareOrigin, buildBarePage, startBarePage } from './bare-page'
import { grownDatabase } from './grown'

const folder = '.tmp/bench'
const users = 20
const thinkMs = 2000
const seconds = 40

/** Horizon and load page from a database with 250,000 loads and 50,000 carriers. */
export async function run(): Promise<void> {
  const around = surroundings(folder, 4500)
  buildIfNeeded()
  const path = await grownDatabase(around)
  const { openDatabase } = await import('#server/db.server')
  const db = openDatabase(path)
  const count = (table: string) =>
    (db.$client.prepare(`select count(*) from "${table}"`).pluck().get() as number).toLocaleString('en-US')
  const open = db.$client.prepare("select id from load where state = 'uncovered'").pluck().all() as number[]
  const facilities = db.$client.prepare('select id from facility order by id').pluck().all() as number[]
  console.log(
    `database: ${count('load')} loads, ${count('carrier')} carriers, ${count('offer')} offers; ${open.length} uncovered`,
  )
  db.$client.close()
  const application = startApplication(around, { OX_LOG_LEVEL: 'error' })
  try {
    await answering(`${around.origin}/healthz`, application)
    const cookie = await signIn(around.origin)
    const get = async (path: string) => {
      const started = performance.now()
      const response = await fetch(around.origin + path, { headers: { cookie } })
      await response.arrayBuffer()
      if (!response.ok) throw new Error(`${path} answered ${response.status}`)
      return performance.now() - started
    }
    await ratesFitted(around.origin, cookie)
    await routeOfTwo(get, facilities)
    for (const path of ['/', `/loads/${open[0]}`, '/healthz']) for (let turn = 0; turn < 10; turn++) await get(path)
    await routeOfTwo(get, facilities)
    await twentyUsers(get, open)
    await maxPages(around.origin, cookie, open)
    await firstPageScript(around.origin, cookie)
  } finally {
    await stopAll([application])
  }
}

async function signIn(origin: string): Promise<string> {
  const answer = await fetch(`${origin}/sign-in`, {
    method: 'POST',
    body: new URLSearchParams({ mail: 'ines@ploverrook.example', password: demoPassword }),
    redirect: 'manual',
  })
  return answer.headers.getSetCookie()[0]!.split(';')[0]!
}

/** The first fit of the rates takes a whole core for a while after the start: what is measured is an office in its day. */
async function ratesFitted(origin: string, cookie: string): Promise<void> {
  const until = Date.now() + 180_000
  while (Date.now() < until) {
    const html = await (await fetch(`${origin}/rates/suspects`, { headers: { cookie } })).text()
    if (!html.includes('are being read')) return
    await pause(1000)
  }
  throw new Error('The rates were not fitted within three minutes')
}

/** How soon the form of a new load has miles, hours and the line of the road for two facilities. */
async function routeOfTwo(get: (path: string) => Promise<number>, facilities: number[]): Promise<void> {
  const times: number[] = []
  const half = Math.floor(facilities.length / 2)
  for (let nth = 0; nth < 50; nth++)
    times.push(await get(`/loads/route?stops=${facilities[nth % half]},${facilities[half + (nth % half)]}`))
  console.log(
    `route of two facilities: p50 ${quantile(times, 0.5).toFixed(1)} ms, p95 ${quantile(times, 0.95).toFixed(1)} ms`,
  )
}

async function twentyUsers(get: (path: string) => Promise<number>, open: number[]): Promise<void> {
  const times: Record<'horizon' | 'load' | 'bare', number[]> = { horizon: [], load: [], bare: [] }
  const until = Date.now() + seconds * 1000
  await Promise.all(
    Array.from({ length: users }, async (_, user) => {
      await pause((user / users) * thinkMs)
      for (let turn = user; Date.now() < until; turn++) {
        const started = Date.now()
        if (turn % 2 === 0) times.horizon.push(await get('/'))
        else times.load.push(await get(`/loads/${open[(turn * 7 + user) % open.length]}`))
        times.bare.push(await get('/healthz'))
        await pause(Math.max(0, thinkMs - (Date.now() - started)))
      }
    }),
  )
  const bare = quantile(times.bare, 0.5)
  for (const [name, all] of Object.entries(times)) {
    console.log(
      `${users} users, a page every ${thinkMs / 1000} s: ${name.padEnd(8)} p50 ${quantile(all, 0.5).toFixed(1)} ms, p95 ${quantile(all, 0.95).toFixed(1)} ms (${all.length} requests; ${(quantile(all, 0.5) / bare).toFixed(1)} times the bare health route)`,
    )
  }
}

/** Ours beside what the framework alone serves of a page of fifty rows, in the same run on the same machine. */
async function maxPages(origin: string, cookie: string, open: number[]): Promise<void> {
  const rate = async (url: string) =>
    (await autocannon({ url, connections: 10, duration: 8, headers: { cookie } })).requests.average
  buildBarePage()
  const bareServer = startBarePage()
  try {
    await answering(bareOrigin, bareServer)
    await rate(bareOrigin)
    const bare = await rate(bareOrigin)
    console.log(
      `most a process serves, 10 connections: bare page of the framework, 50 rows: ${bare.toFixed(0)} pages/s`,
    )
    for (const [name, path] of [
      ['horizon', '/'],
      ['load', `/loads/${open[0]}`],
    ] as const) {
      const pages = await rate(origin + path)
      console.log(
        `most a process serves, 10 connections: ${name.padEnd(8)} ${pages.toFixed(0)} pages/s (${(bare / pages).toFixed(1)} times as many bare ones)`,
      )
    }
  } finally {
    await stopAll([bareServer])
  }
}

async function firstPageScript(origin: string, cookie: string): Promise<void> {
  const html = await (await fetch(origin, { headers: { cookie } })).text()
  const scripts = [...new Set([...html.matchAll(/\/assets\/[\w.-]+\.js/g)].map((match) => match[0]))]
  const sizes = await Promise.all(
    scripts.map(async (path) => gzipSync(Buffer.from(await (await fetch(origin + path)).arrayBuffer())).length),
  )
  console.log(
    `first page's JavaScript: ${scripts.length} files, ${(sizes.reduce((sum, size) => sum + size, 0) / 1000).toFixed(0)} kB gzip`,
  )
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

function quantile(values: number[], share: number): number {
  const sorted = values.toSorted((one, other) => one - other)
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? Number.NaN
}
