import { RateLimiterMemory } from 'rate-limiter-flexible'
import { logger } from '#server/log/logger'

/** Wrong keys from one address in a quarter of an hour before the rest is not looked at: a program of ours or a partner's makes none. */
const mostWrong = 30
const windowSeconds = 15 * 60
const held = globalThis as { oxStrangers?: RateLimiterMemory }

function wrong(): RateLimiterMemory {
  held.oxStrangers ??= new RateLimiterMemory({ points: mostWrong, duration: windowSeconds })
  return held.oxStrangers
}

/** Whether an address has come with too many wrong keys lately. */
export async function isTurnedAway(caller: string): Promise<boolean> {
  return ((await wrong().get(caller))?.consumedPoints ?? 0) >= mostWrong
}

/** Counts a wrong key, and writes down whose it was. */
export async function countStranger(caller: string, door: string): Promise<void> {
  logger().warn({ caller, door }, 'a wrong key')
  await wrong().consume(caller).catch(() => undefined)
}
