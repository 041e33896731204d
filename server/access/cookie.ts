import { createCookie, type MiddlewareFunction, type RouterContextProvider, redirect } from 'react-router'
import { database } from '#server/db.server'
import { keysFor } from '#server/secrets/keys'
import { isBehindTls } from '#server/settings.server'
import { sessionContext, viewerContext } from './context'
import { tokenHash, viewerOf } from './sign-in'
import type { Viewer } from './viewer'

const held: { session?: ReturnType<typeof createCookie>; device?: ReturnType<typeof createCookie> } = {}

/** The cookie outlives any session (90 days are the most a brokerage can set): the server decides when one ends. */
const longestSessionS = 90 * 24 * 3600

/** A cookie of ours: signed, out of reach of scripts, not sent along from other sites' forms; behind TLS bound to this host alone (RFC 6265bis, 4.1.3.2). */
function cookie(name: string, maxAge: number) {
  const secure = isBehindTls()
  return createCookie(secure ? `__Host-${name}` : name, {
    httpOnly: true,
    sameSite: 'lax',
    path: '/',
    maxAge,
    secure,
    secrets: keysFor('cookie').map((key) => key.toString('hex')),
  })
}

/** The cookie that a session is known by. */
export function sessionCookie() {
  held.session ??= cookie('oxpecker', longestSessionS)
  return held.session
}

/** Tells a browser that somebody has signed in from before, and who: guesses from elsewhere do not keep them waiting. */
function deviceCookie() {
  held.device ??= cookie('oxpecker-device', 365 * 24 * 3600)
  return held.device
}

/** The session's token, if the request brings a genuine one. */
export async function sessionToken(request: Request): Promise<string | null> {
  const value: unknown = await sessionCookie().parse(request.headers.get('cookie'))
  return typeof value === 'string' && value !== '' && value.length < 100 ? value : null
}

const deviceName = /^\d{1,12}:[\w-]{10,40}$/

/** The name of the browser asking, if this account has signed in from it before. */
export async function knownDevice(request: Request): Promise<string | null> {
  const value: unknown = await deviceCookie().parse(request.headers.get('cookie'))
  return typeof value === 'string' && deviceName.test(value) ? value : null
}

/** The headers that sign a browser in; with `userId` it is known for theirs from now on. */
export async function signedInHeaders(token: string, userId: number | null, device: string | null): Promise<Headers> {
  const headers = new Headers({ 'set-cookie': await sessionCookie().serialize(token) })
  if (userId === null) return headers
  const own = device?.startsWith(`${userId}:`) ? device : `${userId}:${tokenHash(token).slice(0, 24)}`
  headers.append('set-cookie', await deviceCookie().serialize(own))
  return headers
}

/** Finds out who is asking, for every route below. */
export const session: MiddlewareFunction<Response> = async ({ request, context }, next) => {
  const token = await sessionToken(request)
  const found = token ? viewerOf(database(), token, Date.now()) : null
  context.set(viewerContext, found)
  context.set(sessionContext, found && token ? tokenHash(token) : null)
  return next()
}

/** Sends whoever is not signed in to the sign-in page, and back afterwards. */
export const signedInPage: MiddlewareFunction<Response> = ({ request, context }, next) => {
  const url = new URL(request.url)
  const found = context.get(viewerContext)
  if (found?.owesSecondFactor && url.pathname !== '/account') throw redirect('/account')
  if (found) return next()
  throw redirect(url.pathname === '/' ? '/sign-in' : `/sign-in?to=${encodeURIComponent(url.pathname + url.search)}`)
}

/** Answers whoever is not signed in with 401. */
export const signedInData: MiddlewareFunction<Response> = ({ request, context }, next) => {
  const found = context.get(viewerContext)
  // Whoever still has to set up an authenticator app reaches what their account page needs, and nothing else.
  const isOwn = ownPaths.test(new URL(request.url).pathname)
  if (found && (!found.owesSecondFactor || isOwn)) return next()
  throw new Response(found ? 'Set up your authenticator app first.' : 'Sign in first.', { status: found ? 403 : 401 })
}

const ownPaths = /^\/(account\/act|live|news)(\.data)?$/

/** Only a path of our own is gone to after the sign-in; whatever a browser would read as another site leads to the Horizon. */
export function ownPath(to: string | null): string {
  const here = 'http://here.invalid'
  if (!to?.startsWith('/') || !URL.canParse(to, here)) return '/'
  const url = new URL(to, here)
  return url.origin === here && !url.pathname.startsWith('//') ? url.pathname + url.search + url.hash : '/'
}

/** The signed-in viewer; only for routes below one of the two guards above. */
export function viewer(context: Readonly<RouterContextProvider>): Viewer {
  const found = context.get(viewerContext)
  if (!found) throw new Response('Sign in first.', { status: 401 })
  return found
}
