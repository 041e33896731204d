import { type ChildProcess, spawn } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { Carrier } from './carrier'
import { census } from './census'
import { turn } from './changes'
import { plantCrooks } from './crooks'
import { tieHonestOnes } from './ties'

const today = '2026-11-24'
const port = 4711
const url = `http://127.0.0.1:${port}`
const folder = mkdtempSync(join(tmpdir(), 'register-'))
const running: ChildProcess[] = []

/** Starts the register as the demo does; its world began two hours ago and changes every ten minutes. */
async function start(environment: Record<string, string> = {}): Promise<ChildProcess> {
  const child = spawn(process.execPath, ['--import', 'tsx', 'stand-ins/register/main.ts'], {
    env: {
      ...process.env,
      REGISTER_PORT: String(port),
      REGISTER_SIZE: '300',
      REGISTER_MEMBERS: join(folder, 'members.json'),
      REGISTER_FILE: join(folder, 'changes.jsonl'),
      REGISTER_PACE: '600',
      REGISTER_TROUBLE: '0',
      ...environment,
    },
    stdio: 'ignore',
  })
  running.push(child)
  while (!(await fetch(`${url}/healthz`).catch(() => null))?.ok) await new Promise((resolve) => setTimeout(resolve, 50))
  return child
}

async function stop(child: ChildProcess): Promise<void> {
  const ended = new Promise((resolve) => child.once('exit', resolve))
  child.kill('SIGTERM')
  await ended
}

const feed = async (after: number, limit = 5000) =>
  (await (await fetch(`${url}/changes.csv?after=${after}&limit=${limit}`)).text()).trim().split('\r\n').slice(1)
const one = async (number: string) => (await fetch(`${url}/carriers/dot/${number}`)).json() as Promise<Carrier>
let child: ChildProcess

beforeAll(async () => {
  const ours = { ...census(3, 1, today)[0]!, dotNumber: '2400001', mcNumber: '700001', legalName: 'Night Heron Lines' }
  writeFileSync(join(folder, 'members.json'), JSON.stringify({ madeAt: Date.now() - 2 * 3_600_000, carriers: [ours] }))
  child = await start()
}, 20_000)
afterAll(() => {
  for (const each of running) each.kill('SIGKILL')
  rmSync(folder, { recursive: true, force: true })
})

describe('over its wire', () => {
  test('a carrier is found by either number and by a part of its name', async () => {
    expect((await one('2400001')).legalName).toBe('Night Heron Lines')
    expect(await (await fetch(`${url}/carriers/mc/700001`)).json()).toMatchObject({ dotNumber: '2400001' })
    expect(await (await fetch(`${url}/carriers?name=night%20her`)).json()).toMatchObject([{ dotNumber: '2400001' }])
    expect((await fetch(`${url}/carriers/dot/1`)).status).toBe(404)
    expect(await (await fetch(`${url}/carriers?name=n`)).json()).toEqual([])
  })
  test('the feed holds everybody once and then what happened since, page by page', async () => {
    const all = await feed(0)
    expect(all.length).toBeGreaterThanOrEqual(300 + 12)
    expect(all.map((line) => Number(line.split(',')[0]))).toEqual(all.map((_, at) => at + 1))
    const paged = [...(await feed(0, 100)), ...(await feed(100, 150)), ...(await feed(250))]
    expect(paged).toEqual(all)
    expect(await feed(all.length)).toEqual([])
  })
  test('something happens to a carrier by hand, stands at the end of the feed, and is there after a restart', async () => {
    const before = (await feed(0)).length
    const answer = await fetch(`${url}/carriers/dot/2400001`, {
      method: 'PATCH',
      body: JSON.stringify({ phones: ['801-555-0123'], dotNumber: '9' }),
    })
    expect(await answer.json()).toMatchObject({ dotNumber: '2400001', phones: ['801-555-0123'] })
    expect((await feed(before)).at(-1)).toContain('801-555-0123')
    expect((await fetch(`${url}/carriers/dot/1`, { method: 'PATCH', body: '{}' })).status).toBe(404)
    const told = await feed(0)
    await stop(child)
    child = await start()
    expect((await feed(0)).slice(0, told.length)).toEqual(told)
    expect((await one('2400001')).phones).toEqual(['801-555-0123'])
  }, 20_000)
  test('in trouble it is closed, late, or talks nonsense, and is well in between', async () => {
    await stop(child)
    child = await start({ REGISTER_TROUBLE: '0.6' })
    const kinds = new Set<string>()
    for (let asked = 0; asked < 60; asked++) {
      const answer = await fetch(`${url}/carriers/dot/2400001`, { signal: AbortSignal.timeout(500) }).catch(() => null)
      kinds.add(kindOf(answer))
    }
    expect([...kinds].toSorted()).toEqual(['closed', 'late', 'nonsense', 'well'])
  }, 40_000)
})

describe('its carriers', () => {
  test('are the same for the same seed, and no two have a number or a phone in common', () => {
    const carriers = census(7, 2000, today)
    expect(census(7, 2000, today)).toEqual(carriers)
    expect(census(8, 2000, today)).not.toEqual(carriers)
    for (const of of [
      (each: Carrier) => each.dotNumber,
      (each: Carrier) => each.phones[0],
      (each: Carrier) => each.legalName,
    ])
      expect(new Set(carriers.map(of)).size).toBe(2000)
    for (const { phones, mail, authorities, filings, vehicle } of carriers) {
      expect(phones[0]).toMatch(/^\d{3}-555-01\d\d$/)
      if (mail) expect(mail).toMatch(/\.example$/)
      expect(vehicle.outOfService).toBeLessThanOrEqual(vehicle.inspections)
      if (authorities[0]!.status === 'revoked')
        expect([filings, authorities[0]!.revokedOn! > authorities[0]!.grantedOn!]).toEqual([[], true])
    }
  })
  test('what happens at a turn is the same each time it is asked, and always to one of them', () => {
    const carriers = census(7, 300, today)
    const changed = Array.from({ length: 200 }, (_, at) => turn(carriers, at, 7, today))
    expect(Array.from({ length: 200 }, (_, at) => turn(carriers, at, 7, today))).toEqual(changed)
    const numbers = new Map(carriers.map((each) => [each.dotNumber, each]))
    expect(changed.every((each) => numbers.has(each.dotNumber))).toBe(true)
    expect(
      changed.filter((each) => JSON.stringify(each) !== JSON.stringify(numbers.get(each.dotNumber))).length,
    ).toBeGreaterThan(180)
  })
  test('crooks share what their kind shares; honest ones share as well, and are not given among them', () => {
    const carriers = census(7, 4000, today)
    const before = carriers.map((each) => JSON.stringify(each))
    tieHonestOnes(carriers, 9, today)
    const tied = carriers.filter((each, at) => JSON.stringify(each) !== before[at])
    const crooks = plantCrooks(carriers, 8, today)
    const of = new Map(carriers.map((each) => [each.dotNumber, each]))
    expect(new Set(crooks.values())).toEqual(
      new Set(['reborn', 'ring', 'shared_policy', 'shared_vehicles', 'address_mill']),
    )
    const group = (kind: string) => [...crooks].filter(([, each]) => each === kind).map(([dot]) => of.get(dot)!)
    const shared = (list: Carrier[], fact: (each: Carrier) => string | undefined) =>
      list.every((each) => list.some((other) => other !== each && fact(other) === fact(each)))
    expect(shared(group('ring'), (each) => each.phones[0])).toBe(true)
    expect(shared(group('shared_policy'), (each) => each.filings[0]?.number)).toBe(true)
    expect(shared(group('address_mill'), (each) => each.physical.street)).toBe(true)
    expect(tied.length).toBeGreaterThan(20)
    expect(tied.some((each) => !crooks.has(each.dotNumber))).toBe(true)
  })
})

function kindOf(answer: Response | null): string {
  if (answer === null) return 'late'
  if (answer.status !== 200) return 'closed'
  return answer.headers.get('content-type')!.includes('html') ? 'nonsense' : 'well'
}
