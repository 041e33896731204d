import pino, { type Logger } from 'pino'
import { settings } from '#server/settings.server'

const held = globalThis as { oxLogger?: Logger }

/** The process's structured log: one JSON line an event, on standard output. */
export function logger(): Logger {
  held.oxLogger ??= pino({
    level: settings().OX_LOG_LEVEL,
    base: null,
    timestamp: pino.stdTimeFunctions.isoTime,
    redact: ['password', '*.password', 'req.headers.cookie'],
  })
  return held.oxLogger
}
