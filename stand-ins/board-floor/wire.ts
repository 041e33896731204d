import { readFileSync } from 'node:fs'
import type { IncomingMessage, Server, ServerResponse } from 'node:http'
import type { Member } from './carriers'
import type { Kind, makeOthers, Other } from './others'
import { towns } from './towns'

/** A secret has no usual value: a board that anybody can speak for is none. */
export function needed(name: string): string {
  const value = process.env[name]
  if (!value) throw new Error(`${name} is missing`)
  return value
}

export const membersOf = (file: string | undefined): Member[] => (file ? JSON.parse(readFileSync(file, 'utf8')) : [])

export async function bodyOf(request: IncomingMessage): Promise<string> {
  const chunks: Buffer[] = []
  for await (const chunk of request) chunks.push(chunk as Buffer)
  return Buffer.concat(chunks).toString('utf8')
}

export const sender =
  (response: ServerResponse) =>
  (status: number, body: unknown, headers: Record<string, string> = {}): void =>
    void response
      .writeHead(status, { 'content-type': 'application/json', ...headers })
      .end(typeof body === 'string' ? body : JSON.stringify(body))

/** At most so many calls a minute: how many seconds to wait once there are more, else null. */
export function perMinute(most: number): () => number | null {
  let [minute, count] = [0, 0]
  return () => {
    const now = Date.now()
    if (Math.floor(now / 60_000) !== minute) [minute, count] = [Math.floor(now / 60_000), 0]
    count += 1
    return count > most ? Math.ceil(((minute + 1) * 60_000 - now) / 1000) : null
  }
}

/** For whoever tries the product: puts a truck or a load of somebody on the board. */
export function addOther(others: ReturnType<typeof makeOthers>, text: string): Other {
  const asked = JSON.parse(text) as Partial<Other> & { kind: Kind; city: string; toCity?: string }
  const townOf = (city: string | undefined) => towns.find((town) => town.city === city) ?? null
  const now = Date.now()
  const { city, toCity, ...rest } = asked
  const other: Other = {
    ...{ company: 'Lone Lantern Haulage', mc: '712345', phone: '208-555-0177', toStates: [], equipment: 'van' },
    ...{ lengthFt: 53, weightLb: 44_000, full: true, miles: null, usd: null, usdPerMile: null, latest: null },
    ...{ daysToPay: null, words: '', earliest: new Date(now).toISOString().slice(0, 10) },
    ...{ isAdded: true, number: now, bornAt: now, diesAt: now + 6 * 3_600_000 },
    ...rest,
    from: townOf(city) ?? towns[0]!,
    to: townOf(toCity),
  }
  others.add(other)
  return other
}

/** Listens, says so, and ends when it is told to. */
export function serve(server: Server, name: string, port: number, stop: () => void): void {
  server.listen(port, '127.0.0.1', () => console.log(JSON.stringify({ standIn: name, port })))
  for (const signal of ['SIGTERM', 'SIGINT'] as const)
    process.on(signal, () => {
      stop()
      server.close()
      server.closeAllConnections()
    })
}
