import { randomBytes } from 'node:crypto'
import type { NextFunction, Request, Response } from 'express'
import { maxImportBytes } from '#core/carrier/import'
import { maxDocumentBytes } from '#core/document/file'
import { isStopping } from '#server/live/live'
import { logger } from '#server/log/logger'
import { settings } from '#server/settings.server'
import { largestBody, largestInterchange } from './body'
import { setSecurityHeaders } from './headers'
import { limitBody, tooLarge } from './limit-body'
import { loggablePath } from './loggable-path'
import { aroundFile } from './upload'

const reading = new Set(['GET', 'HEAD', 'OPTIONS'])
const known = new Set([...reading, 'POST', 'PUT', 'PATCH', 'DELETE'])

/** Routes whose bodies are not a form of ours; the first that fits counts. `.data` is how a page posts by script. */
const bodyLimits: { path: RegExp; bytes: number }[] = [
  { path: /^\/sign-in(\.data)?$/, bytes: 16 * 1024 },
  { path: /^\/c\/[^/]*$/, bytes: 16 * 1024 },
  { path: /^\/g\/[^/]*$/, bytes: 16 * 1024 },
  // A price, a number and a note for each of two thousand lanes.
  { path: /^\/b\/[^/]*$/, bytes: 1024 * 1024 },
  { path: /^\/p\/[^/]*$/, bytes: maxDocumentBytes + aroundFile },
  { path: /^\/carriers\/\d+\/documents(\.data)?$/, bytes: maxDocumentBytes + aroundFile },
  { path: /^\/carriers\/import(\.data)?$/, bytes: maxImportBytes + aroundFile },
  { path: /^\/exchange\/in\/\d+$/, bytes: largestInterchange },
]

/** The most bytes a body may have at this path. */
export const bodyLimit = (path: string): number => bodyLimits.find((each) => each.path.test(path))?.bytes ?? largestBody

/** Every answer's headers, static files and health included: the page keeps to itself, and nothing is kept by a cache. */
export function secureAnswer(request: Request, response: Response, next: NextFunction): void {
  const nonce = randomBytes(16).toString('base64')
  response.locals.nonce = nonce
  setSecurityHeaders(request, response, (error) => (error ? next(error) : answerKnown(request, response, next)))
}

function answerKnown(request: Request, response: Response, next: NextFunction): void {
  if (isStopping()) response.setHeader('Connection', 'close')
  if (known.has(request.method)) return next()
  response
    .status(405)
    .setHeader('Allow', [...known].join(', '))
    .type('text/plain')
    .send('Not a method we answer.')
}

/** The door for every request that reaches the application: no posts from other sites, no body beyond its limit, a log line when it is answered. */
export function guardRequests(request: Request, response: Response, next: NextFunction): void {
  logWhenDone(request, response)
  if (!reading.has(request.method) && isFromElsewhere(request)) {
    response.status(403).type('text/plain').send('This came from another site and was not carried out.')
    return
  }
  if (request.headers['content-encoding'] !== undefined && request.headers['content-encoding'] !== 'identity') {
    response.status(415).setHeader('Connection', 'close').type('text/plain').send('Send it as it is, not compressed.')
    return
  }
  const most = bodyLimit(request.path)
  if (Number(request.headers['content-length'] ?? 0) > most) return tooLarge(response)
  limitBody(request, response, most)
  next()
}

/** A browser says where a post comes from (Fetch Metadata, Origin); a program without a browser says neither. */
function isFromElsewhere(request: Request): boolean {
  const site = request.headers['sec-fetch-site']
  if (site !== undefined && site !== 'same-origin' && site !== 'none') return true
  const origin = request.headers.origin
  return origin !== undefined && origin !== settings().OX_ORIGIN && origin !== `http://${request.headers.host}`
}

/** What counts every answer; set at the start, by whoever measures. */
let measured: (method: string, path: string, status: number, ms: number) => void = () => undefined
export function measureAnswers(measure: typeof measured): void {
  measured = measure
}

function logWhenDone(request: Request, response: Response): void {
  const started = performance.now()
  response.on('finish', () => {
    const ms = Math.round(performance.now() - started)
    measured(request.method, request.path, response.statusCode, ms)
    logger().info(
      {
        method: request.method,
        path: loggablePath(request.path),
        status: response.statusCode,
        ms,
      },
      'request',
    )
  })
}
