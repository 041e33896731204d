import { RouterContextProvider } from 'react-router'
import { describe, expect, test } from 'vitest'
import { viewerContext } from './context'
import { sessionCookie, sessionToken, signedInData, signedInPage, viewer } from './cookie'
import type { Viewer } from './viewer'

const ines: Viewer = {
  id: 1,
  name: 'Ines Calloway',
  mail: 'ines@ploverrook.example',
  phone: '208-555-0101',
  role: 'rep',
}
const withCookie = (cookie: string) => new Request('http://oxpecker.example/', { headers: { cookie } })
const pair = (set: string) => set.split(';')[0]!

/** What a guard does with a request: lets it through, or the response it throws. */
async function guarded(guard: typeof signedInPage, url: string, who: Viewer | null): Promise<'through' | Response> {
  const context = new RouterContextProvider()
  context.set(viewerContext, who)
  try {
    await guard(
      { request: new Request(url), context, params: {} } as never,
      (async () => new Response('through')) as never,
    )
    return 'through'
  } catch (thrown) {
    if (thrown instanceof Response) return thrown
    throw thrown
  }
}

describe('the session cookie', () => {
  test('gives back what it was made of, out of reach of scripts and of other sites’ forms', async () => {
    const set = await sessionCookie().serialize('a-token')
    expect(set).toMatch(/HttpOnly/)
    expect(set).toMatch(/SameSite=Lax/)
    expect(set).toMatch(/Path=\//)
    expect(set).toMatch(/Max-Age=7776000/)
    expect(await sessionToken(withCookie(pair(set)))).toBe('a-token')
  })
  test('is worth nothing once a letter of it is changed', async () => {
    const [name, value] = pair(await sessionCookie().serialize('a-token')).split('=') as [string, string]
    const tampered = `${value.slice(0, 3)}${value[3] === 'x' ? 'y' : 'x'}${value.slice(4)}`
    expect(await sessionToken(withCookie(`${name}=${tampered}`))).toBeNull()
    expect(await sessionToken(withCookie(`${name}=${value.split('.')[0]}`))).toBeNull()
  })
  test.each([
    ['nothing at all', ''],
    ['another cookie', 'theme=dark'],
    ['rubbish', 'oxpecker=%%%'],
    ['an empty one', 'oxpecker='],
  ])('%s is nobody', async (_, cookie) => expect(await sessionToken(withCookie(cookie))).toBeNull())
  test('a genuine one that is no token of ours is nobody', async () => {
    expect(await sessionToken(withCookie(pair(await sessionCookie().serialize('x'.repeat(100)))))).toBeNull()
    expect(await sessionToken(withCookie(pair(await sessionCookie().serialize({ id: 1 }))))).toBeNull()
  })
})

describe('the guards', () => {
  test('whoever is signed in goes through both', async () => {
    expect(await guarded(signedInPage, 'http://oxpecker.example/loads/4', ines)).toBe('through')
    expect(await guarded(signedInData, 'http://oxpecker.example/places', ines)).toBe('through')
  })
  test.each([
    ['http://oxpecker.example/', '/sign-in'],
    ['http://oxpecker.example/loads/4', '/sign-in?to=%2Floads%2F4'],
    ['http://oxpecker.example/carriers?q=heron&page=2', '/sign-in?to=%2Fcarriers%3Fq%3Dheron%26page%3D2'],
  ])('nobody at %s is sent to %s, to come back after', async (url, to) => {
    const answer = await guarded(signedInPage, url, null)
    expect(answer).toBeInstanceOf(Response)
    expect([(answer as Response).status, (answer as Response).headers.get('location')]).toEqual([302, to])
  })
  test.each([
    ['a page', signedInPage, '/loads', [302, '/account']],
    ['the account', signedInPage, '/account', 'through'],
    ['data', signedInData, '/loads/rows', [403, null]],
    ['what the account posts', signedInData, '/account/act', 'through'],
  ] as const)('whoever owes an authenticator app: %s', async (_, guard, path, expected) => {
    const answer = await guarded(guard, `http://oxpecker.example${path}`, { ...ines, owesSecondFactor: true })
    expect(answer instanceof Response ? [answer.status, answer.headers.get('location')] : answer).toEqual(expected)
  })
  test('data is answered with 401 instead', async () =>
    expect(((await guarded(signedInData, 'http://oxpecker.example/places', null)) as Response).status).toBe(401))
  test('a route that forgot its guard has no viewer, rather than nobody', () => {
    const context = new RouterContextProvider()
    context.set(viewerContext, null)
    expect(() => viewer(context)).toThrow(Response)
    context.set(viewerContext, ines)
    expect(viewer(context)).toBe(ines)
  })
})
