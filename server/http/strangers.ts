import type { NextFunction, Request, Response } from 'express'
import { RateLimiterMemory } from 'rate-limiter-flexible'
import { logger } from '#server/log/logger'

/** Wrong keys from one address in a quarter of an hour before the rest is not looked at: a program of ours or a partner's makes none. */
const maxWrong = 30
const windowSeconds = 15 * 60
const held = globalThis as { oxStrangers?: RateLimiterMemory }

function wrong(): RateLimiterMemory {
  held.oxStrangers ??= new RateLimiterMemory({ points: maxWrong, duration: windowSeconds })
  return held.oxStrangers
}

/** Whether an address has come with too many wrong keys lately. */
export async function isTurnedAway(caller: string): Promise<boolean> {
  return ((await wrong().get(caller))?.consumedPoints ?? 0) >= maxWrong
}

/** Counts a wrong key, and writes down whose it was. */
export async function countStranger(caller: string, door: string): Promise<void> {
  logger().warn({ caller, door }, 'a wrong key')
  await wrong()
    .consume(caller)
    .catch(() => undefined)
}

/** Sign-ins answered at a time, and those that may wait for their turn. */
const signIns = { atOnce: 1, maxWaiting: 60, running: 0, waiting: [] as (() => void)[] }

/**
 * Lets a storm of sign-ins through a few at a time, so that between two of them everybody else is answered; what is more than a crowd is turned
 * away unread. Who may guess how often is decided afterwards, by account.
 */
export function paceSignIns(request: Request, response: Response, next: NextFunction): void {
  if (request.method !== 'POST' || !/^\/sign-in(\.data)?$/.test(request.path)) return next()
  if (signIns.waiting.length >= signIns.maxWaiting) {
    response
      .status(429)
      .setHeader('Retry-After', '10')
      .type('text/plain')
      .send('Too many sign-ins at once. Try again in 10 seconds.')
    return
  }
  const begin = () => {
    signIns.running += 1
    response.once('close', () => {
      signIns.running -= 1
      // In a turn of the loop of its own: whoever else waits goes first.
      setImmediate(() => signIns.waiting.shift()?.())
    })
    next()
  }
  if (signIns.running < signIns.atOnce) begin()
  else signIns.waiting.push(begin)
}
