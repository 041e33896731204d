import { type APIRequestContext, expect } from '@playwright/test'
import Database from 'better-sqlite3'
import { world } from './world'

/** Looks into the test world's database, read only. */
export function reading<T>(look: (db: Database.Database) => T, path = `${world.folder}/oxpecker.db`): T {
  const db = new Database(path, { readonly: true })
  try {
    return look(db)
  } finally {
    db.close()
  }
}

/** What the world writes by itself meanwhile: boards and mails bring offers, rules end them. */
const written: Record<string, string> = {
  event: "actor_kind = 'person'",
  offer: 'external_key is null',
  outbox: 'false',
  message: 'false',
  link: 'false',
  session: 'false',
  guess: 'false',
  submission: 'false',
  proposal: 'false',
  exchange_rate: 'false',
}

/** How many rows of people's making every table holds: what "nothing was written" is measured by. */
export function rowCounts(): Record<string, number> {
  return reading((db) => {
    const tables = db
      .prepare("select name from sqlite_master where type = 'table' and name not like 'sqlite%'")
      .pluck()
      .all() as string[]
    return Object.fromEntries(
      tables.map((name) => [
        name,
        db
          .prepare(`select count(*) from "${name}" where ${written[name] ?? 'true'}`)
          .pluck()
          .get() as number,
      ]),
    )
  })
}

/** The wall-clock time some days from now, `2026-12-01T08:00`. */
export const inDays = (days: number, clock = '08:00') =>
  `${new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10)}T${clock}`

export const someTerms = (over: object = {}) => ({
  customerId: 1,
  equipment: 'van',
  commodity: 'Boxes',
  weightLb: 30_000,
  stops: [
    { kind: 'pickup', facilityId: 1, earliestLocal: inDays(3) },
    { kind: 'delivery', facilityId: 42, earliestLocal: inDays(6) },
  ],
  sellCharges: [{ kind: 'line_haul', basis: 'flat', rateE4: 28_800_000 }],
  ...over,
})

/** Makes a load that is open for cover, over HTTP; its id. */
export async function freshLoad(api: APIRequestContext, over: object = {}): Promise<number> {
  const made = await api.post('/loads/save', {
    data: { terms: someTerms(over), open: true, acknowledged: ['rate_out_by_ten', 'no_temperature'] },
  })
  expect(made.status(), await made.text()).toBe(200)
  return (await made.json()).loadId
}

/** What the gate says of the first carriers on file, for one load and whoever asks. */
async function* gates(api: APIRequestContext, loadId: number) {
  for (let carrierId = 1; carrierId <= 400; carrierId++) {
    const { verdict, bar } = (await (await api.get(`/loads/${loadId}/gate/${carrierId}`)).json()) as {
      verdict: { verdict: string }
      bar: string | null
    }
    yield { carrierId, verdict: verdict.verdict, bar }
  }
}

/** Carriers whom the gate lets through for this load. */
export async function clearCarriers(api: APIRequestContext, loadId: number, count: number): Promise<number[]> {
  const clear: number[] = []
  for await (const gate of gates(api, loadId)) {
    if (gate.verdict !== 'stop') clear.push(gate.carrierId)
    if (clear.length === count) return clear
  }
  throw new Error(`Only ${clear.length} carriers are let through`)
}

/** A carrier whom the gate stops, for something that whoever asks may go past. */
export async function passableCarrier(api: APIRequestContext, loadId: number): Promise<number> {
  for await (const gate of gates(api, loadId)) if (gate.verdict === 'stop' && gate.bar === null) return gate.carrierId
  throw new Error('Nobody is stopped by what a manager may pass')
}

export const nameOf = (carrierId: number): string =>
  reading((db) => db.prepare('select name from carrier where id = ?').pluck().get(carrierId) as string)
