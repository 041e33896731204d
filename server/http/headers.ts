import type { IncomingMessage, ServerResponse } from 'node:http'
import type { NextFunction, Request, Response } from 'express'
import helmet from 'helmet'
import { isBehindTls } from '#server/settings.server'

const nonceOf = (_: IncomingMessage, response: ServerResponse): string =>
  `'nonce-${(response as Response).locals.nonce}'`

/** Two years, as the preload lists ask for (RFC 6797). */
const twoYearsSeconds = 63_072_000

/** What a page may load and run: its own files, and scripts and style sheets with this answer's nonce. */
const contentPolicy = {
  useDefaults: false,
  directives: {
    defaultSrc: ["'self'"],
    scriptSrc: ["'self'", nonceOf],
    // Style attributes stand in the drawings; `style-src` itself is for browsers that do not know its two parts.
    styleSrc: ["'self'", "'unsafe-inline'"],
    styleSrcElem: ["'self'", nonceOf],
    styleSrcAttr: ["'unsafe-inline'"],
    imgSrc: ["'self'", 'data:'],
    fontSrc: ["'self'"],
    connectSrc: ["'self'"],
    workerSrc: ["'self'"],
    frameAncestors: ["'self'"],
    baseUri: ["'none'"],
    formAction: ["'self'"],
    objectSrc: ["'none'"],
  },
}

type Setter = ReturnType<typeof helmet>
const setters = new Map<string, Setter>()

function headersFor(hasPolicy: boolean, isSecure: boolean): Setter {
  const key = `${hasPolicy} ${isSecure}`
  const made =
    setters.get(key) ??
    helmet({
      contentSecurityPolicy: hasPolicy && contentPolicy,
      referrerPolicy: { policy: 'same-origin' },
      strictTransportSecurity: isSecure && { maxAge: twoYearsSeconds, includeSubDomains: true },
    })
  setters.set(key, made)
  return made
}

/** Sets the headers that every answer carries, static files and health included; `response.locals.nonce` is in the policy. */
export function setSecurityHeaders(request: Request, response: Response, next: NextFunction): void {
  response.setHeader('Permissions-Policy', 'camera=(), microphone=(), geolocation=()')
  response.setHeader('Cache-Control', 'no-store')
  // Only the development server, whose modules are not built, goes without the policy: a start mode cannot forget it.
  const set = headersFor(!import.meta.env.DEV, isBehindTls())
  set(request, response, next)
}
