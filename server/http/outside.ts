import { lookup as resolveHost } from 'node:dns'
import { BlockList, isIP } from 'node:net'
import { Agent, request } from 'undici'

/** A question to somebody else's program. */
export interface OutsideAsk {
  method?: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'
  headers?: Record<string, string>
  body?: string | Uint8Array
  /** For the whole of it, from the first try to connect to the last byte. */
  timeoutMs: number
  /** The most bytes of an answer that are read. */
  maxBytes: number
  /** Whether an address inside our own network may be called: only where whoever runs or manages this desk allowed it. */
  allowPrivate: boolean
}

export interface OutsideAnswer {
  status: number
  headers: Record<string, string | string[] | undefined>
  body: Buffer
}

export type OutsideFault = 'private_address' | 'too_large' | 'too_slow' | 'unreachable'

/** Why there is no answer from outside; the message can be read by the desk. */
export class OutsideProblem extends Error {
  constructor(
    readonly code: OutsideFault,
    message: string,
  ) {
    super(message)
  }
}

/**
 * Asks a program that is not ours and returns its answer, whatever its status. It never follows a redirect (an answer of 3xx comes
 * back as it is), reads no more than it was allowed to, and keeps connections for the next ask.
 * Throws an `OutsideProblem` where there is no answer.
 */
export async function askOutside(address: string | URL, ask: OutsideAsk): Promise<OutsideAnswer> {
  const url = new URL(address)
  if (url.protocol !== 'http:' && url.protocol !== 'https:')
    throw new OutsideProblem('unreachable', `${url.protocol} is not an address to call`)
  if (!ask.allowPrivate && isPrivate(url.hostname.replace(/^\[|\]$/g, ''))) throw privateAddress(url.hostname)
  try {
    const answer = await request(url, {
      method: ask.method ?? 'GET',
      headers: ask.headers,
      body: ask.body,
      dispatcher: agent(ask.allowPrivate),
      signal: AbortSignal.timeout(ask.timeoutMs),
    })
    return {
      status: answer.statusCode,
      headers: answer.headers,
      body: await readUpTo(answer.body, ask.maxBytes, url.host),
    }
  } catch (thrown) {
    throw problemOf(thrown, url.host)
  }
}

async function readUpTo(
  body: AsyncIterable<Buffer> & { destroy(): unknown },
  maxBytes: number,
  host: string,
): Promise<Buffer> {
  const chunks: Buffer[] = []
  let length = 0
  for await (const chunk of body) {
    length += chunk.length
    if (length > maxBytes) {
      body.destroy()
      throw new OutsideProblem('too_large', `${host} answered with more than ${Math.ceil(maxBytes / 1024)} KB`)
    }
    chunks.push(chunk)
  }
  return Buffer.concat(chunks)
}

const privateAddress = (host: string) =>
  new OutsideProblem('private_address', `${host} is an address inside our own network: a manager has to allow it first`)

function problemOf(thrown: unknown, host: string): OutsideProblem {
  if (thrown instanceof OutsideProblem) return thrown
  const error = thrown as Error & { code?: string; cause?: unknown }
  if (error.cause instanceof OutsideProblem) return error.cause
  if (error.name === 'TimeoutError' || /TIMEOUT/.test(error.code ?? ''))
    return new OutsideProblem('too_slow', `${host} did not answer in time`)
  return new OutsideProblem('unreachable', `${host} did not answer (${error.code ?? error.message})`)
}

const held: { open?: Agent; closed?: Agent } = {}

/** One pool of kept connections for addresses anywhere, one for those outside only: a connection of the first never serves the second. */
function agent(allowPrivate: boolean): Agent {
  const kept = { connections: 8, keepAliveTimeout: 10_000, headersTimeout: 30_000, bodyTimeout: 30_000 }
  if (allowPrivate) {
    held.open ??= new Agent(kept)
    return held.open
  }
  held.closed ??= new Agent({
    ...kept,
    connect: {
      // Checked on the address that is connected to: a name that resolves to another one a moment later is no way around.
      lookup: (hostname, options, done) =>
        resolveHost(hostname, { ...options, all: true }, (error, found) => {
          if (error) return done(error, [])
          if (found.some((each) => isPrivate(each.address)))
            return done(privateAddress(hostname) as unknown as NodeJS.ErrnoException, [])
          if (options.all) done(null, found)
          else done(null, found[0]!.address, found[0]!.family)
        }),
    },
  })
  return held.closed
}

/** The ranges of the IANA special-purpose registries (RFC 6890) that do not lead out: loopback, private, link-local, shared, multicast, reserved. */
const inside = new BlockList()
for (const [net, bits] of [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.168.0.0', 16],
  ['198.18.0.0', 15],
  ['224.0.0.0', 4],
  ['240.0.0.0', 4],
] as const)
  inside.addSubnet(net, bits, 'ipv4')
for (const [net, bits] of [
  ['::', 128],
  ['::1', 128],
  ['fc00::', 7],
  ['fe80::', 10],
  ['ff00::', 8],
  ['64:ff9b::', 96],
] as const)
  inside.addSubnet(net, bits, 'ipv6')

/** Whether an address leads inside: an IP address of such a range, or a name that always means this machine. */
export function isPrivate(host: string): boolean {
  const kind = isIP(host)
  if (kind === 0) return /(^|\.)localhost\.?$/i.test(host)
  if (kind === 4) return inside.check(host, 'ipv4')
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(host)?.[1] ?? mappedHex(host)
  return mapped ? inside.check(mapped, 'ipv4') : inside.check(host, 'ipv6')
}

/** The IPv4 address in `::ffff:7f00:1`, as a URL spells it. */
function mappedHex(host: string): string | null {
  const found = /^::ffff:([0-9a-f]{1,4}):([0-9a-f]{1,4})$/i.exec(host)
  if (!found) return null
  const [high, low] = [Number.parseInt(found[1]!, 16), Number.parseInt(found[2]!, 16)]
  return `${high >> 8}.${high & 255}.${low >> 8}.${low & 255}`
}

/** What an answer other than a good one means for something we wanted to be rid of: try again later, never, or put our sign-in right first. */
export function statusProblem(
  who: string,
  status: number,
  text: string,
): { message: string; final: boolean; refusesUs: boolean } {
  const isBusy = status >= 500 || status === 429 || status === 408
  const refusesUs = status === 401 || status === 407
  const message = refusesUs
    ? `${who} does not accept our key or password (it answered ${status})`
    : `${who} answered ${status}: ${text.slice(0, 200)}`
  return { message, final: !isBusy && !refusesUs, refusesUs }
}
