import { createCookie, type MiddlewareFunction, redirect } from 'react-router'
import { database } from '#server/db.server'
import { settings } from '#server/settings.server'
import { viewerContext } from './context'
import { viewerOf } from './sign-in'
import type { Viewer } from './viewer'
import type { RouterContextProvider } from 'react-router'

const lifeSeconds = 14 * 24 * 3600
const held: { cookie?: ReturnType<typeof createCookie> } = {}

/** The session cookie: signed, out of reach of scripts, not sent along from other sites' forms. */
export function sessionCookie() {
  held.cookie ??= createCookie('oxpecker', { httpOnly: true, sameSite: 'lax', path: '/', maxAge: lifeSeconds, secure: settings().OX_ORIGIN.startsWith('https:'), secrets: [settings().OX_SECRET] })
  return held.cookie
}

/** The session's token, if the request brings a genuine one. */
export async function sessionToken(request: Request): Promise<string | null> {
  const value: unknown = await sessionCookie().parse(request.headers.get('cookie'))
  return typeof value === 'string' && value !== '' && value.length < 100 ? value : null
}

/** Finds out who is asking, for every route below. */
export const session: MiddlewareFunction<Response> = async ({ request, context }, next) => {
  const token = await sessionToken(request)
  context.set(viewerContext, token ? viewerOf(database(), token, Date.now()) : null)
  return next()
}

/** Sends whoever is not signed in to the sign-in page, and back afterwards. */
export const signedInPage: MiddlewareFunction<Response> = ({ request, context }, next) => {
  if (context.get(viewerContext)) return next()
  const url = new URL(request.url)
  throw redirect(url.pathname === '/' ? '/sign-in' : `/sign-in?to=${encodeURIComponent(url.pathname + url.search)}`)
}

/** Answers whoever is not signed in with 401. */
export const signedInData: MiddlewareFunction<Response> = ({ context }, next) => {
  if (context.get(viewerContext)) return next()
  throw new Response('Sign in first.', { status: 401 })
}

/** The signed-in viewer; only for routes below one of the two guards above. */
export function viewer(context: Readonly<RouterContextProvider>): Viewer {
  const found = context.get(viewerContext)
  if (!found) throw new Response('Sign in first.', { status: 401 })
  return found
}
