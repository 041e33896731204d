import { expect, test } from '@playwright/test'
import { may, type Permission, permissions, type ReadyRole, readyRoles } from '#core/access/access'
import routes from '../app/routes'
import { caller } from './desk'
import { type Access, routeAccess } from './route-permissions'
import { world } from './world'

interface Entry {
  path?: string
  index?: boolean
  children?: Entry[]
}
const paths = (entries: Entry[]): string[] =>
  entries.flatMap(({ path, index, children }) => [
    ...(children ? paths(children) : []),
    ...(index ? ['/'] : []),
    ...(path ? [`/${path}`] : []),
  ])

const people: Record<ReadyRole, string> = {
  administrator: 'odile@ploverrook.example',
  manager: 'ruth@ploverrook.example',
  rep: 'ines@ploverrook.example',
  accounting: 'sol@ploverrook.example',
  viewer: 'pim@ploverrook.example',
}
type Who = ReadyRole | 'nobody'
const everybody: Who[] = ['nobody', ...readyRoles]

const sample: Record<string, string> = { subject: 'place', format: 'csv', token: 'x' }
const addressOf = (path: string): string =>
  path.replace('*', 'nowhere-at-all').replace(/:(\w+)/g, (_, name: string) => sample[name] ?? '999999')

/** What somebody is answered: whether they were let through, asked to sign in, or refused. */
function readAnswer(status: number, location: string | null): 'through' | 'sign in' | 'refused' {
  if (status === 403) return 'refused'
  if (status === 401) return 'sign in'
  return status === 302 && location?.startsWith('/sign-in') ? 'sign in' : 'through'
}

function expected(who: Who, access: Access): 'through' | 'sign in' | 'refused' {
  if (access === 'open') return 'through'
  if (who === 'nobody') return 'sign in'
  return access === 'signed in' || may(who, access as Permission) ? 'through' : 'refused'
}

test('every route has a line that says who may use it, and no line is left of a route that is gone', () => {
  expect(Object.keys(routeAccess).sort()).toEqual([...new Set(paths(routes as Entry[]))].sort())
})

test('no two routes have one address: the later would never be asked', () => {
  const all = paths(routes as Entry[])
  expect(all.filter((path, at) => all.indexOf(path) !== at)).toEqual([])
})

test('every permission is asked for by some route, or by the decision behind one', () => {
  const asked = Object.values(routeAccess).flatMap(({ get, post = [] }) => [get, ...post.map(({ needs }) => needs)])
  // These are asked for inside an award, by what it comes to.
  const inside = ['override_gate', 'exceed_max']
  expect(permissions.filter((each) => !asked.includes(each) && !inside.includes(each))).toEqual([])
})

test('each role is let through where it may, and nowhere else, whatever it asks for', async () => {
  const wrong: string[] = []
  for (const who of everybody) {
    const cookie = who === 'nobody' ? '' : await cookieOf(people[who])
    for (const [path, { get, post = [] }] of Object.entries(routeAccess)) {
      const tries = [
        ...(get ? [{ method: 'GET', access: get, body: undefined }] : []),
        ...post.map(({ needs, body }) => ({ method: 'POST', access: needs, body: body ?? {} })),
      ].filter(({ access }) => access !== 'own key')
      for (const { method, access, body } of tries) {
        const got = await answerTo(method, addressOf(path), cookie, body)
        // A page of the sign-in itself leads there by design.
        if (access === 'open' && got !== 'refused') continue
        const want = expected(who, access)
        if (got !== want) wrong.push(`${who} ${method} ${path} (${access}): ${got}, not ${want}`)
      }
    }
  }
  expect(wrong).toEqual([])
})

async function cookieOf(mail: string): Promise<string> {
  const api = await caller(mail)
  return (await api.storageState()).cookies.map(({ name, value }) => `${name}=${value}`).join('; ')
}

/** Only how an answer begins is looked at: a live stream has no end. */
async function answerTo(method: string, address: string, cookie: string, body: object | undefined) {
  const going = new AbortController()
  const response = await fetch(world.origin + address, {
    method,
    redirect: 'manual',
    signal: going.signal,
    headers: { cookie, ...(body ? { 'content-type': 'application/json' } : {}) },
    body: body ? JSON.stringify(body) : undefined,
  })
  going.abort()
  return readAnswer(response.status, response.headers.get('location'))
}
