import { randomBytes } from 'node:crypto'
import type { NextFunction, Request, Response } from 'express'
import { logger } from '#server/log/logger'
import { settings } from '#server/settings.server'
import { largestBody } from './body'

const reading = new Set(['GET', 'HEAD', 'OPTIONS'])

/** Where partners post files of any number of tenders: read only as far as the route allows. */
const limitsItself = /^\/exchange\/in\/\d+$/

/**
 * The door for every request: a nonce for its scripts, headers that keep the page to itself, no
 * posts from other sites, no body beyond the limit, and a log line when it is answered.
 */
export function guardRequests(request: Request, response: Response, next: NextFunction): void {
  const nonce = randomBytes(16).toString('base64')
  response.locals.nonce = nonce
  setHeaders(response, nonce)
  logWhenDone(request, response)
  if (!reading.has(request.method) && isFromElsewhere(request)) {
    response.status(403).type('text/plain').send('This came from another site and was not carried out.')
    return
  }
  if (Number(request.headers['content-length'] ?? 0) > largestBody && !limitsItself.test(request.path)) {
    response.status(413).type('text/plain').send('That is more than a form can hold.')
    return
  }
  next()
}

/** A browser says where a post comes from (Fetch Metadata, Origin); a program without a browser says neither. */
function isFromElsewhere(request: Request): boolean {
  const site = request.headers['sec-fetch-site']
  if (site !== undefined && site !== 'same-origin' && site !== 'none') return true
  const origin = request.headers.origin
  return origin !== undefined && origin !== settings().OX_ORIGIN && origin !== `http://${request.headers.host}`
}

function setHeaders(response: Response, nonce: string): void {
  const development = process.env.NODE_ENV !== 'production'
  if (!development) {
    response.setHeader('Content-Security-Policy', `default-src 'self'; script-src 'self' 'nonce-${nonce}'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self'; connect-src 'self'; frame-ancestors 'self'; base-uri 'none'; form-action 'self'; object-src 'none'`)
  }
  response.setHeader('X-Content-Type-Options', 'nosniff')
  response.setHeader('Referrer-Policy', 'same-origin')
  response.setHeader('X-Frame-Options', 'SAMEORIGIN')
  response.setHeader('Cross-Origin-Opener-Policy', 'same-origin')
  response.setHeader('Permissions-Policy', 'camera=(), microphone=(), geolocation=()')
}

function logWhenDone(request: Request, response: Response): void {
  const started = performance.now()
  response.on('finish', () => {
    // A signed link is a key: only its first letters are written down.
    const path = request.path.replace(/^(\/c\/\d+\.\w{4})[\w-]+/, '$1…')
    logger().info({ method: request.method, path, status: response.statusCode, ms: Math.round(performance.now() - started) }, 'request')
  })
}
