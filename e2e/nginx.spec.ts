import { type ChildProcess, execFileSync, spawn } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { request } from 'node:https'
import { resolve } from 'node:path'
import { expect, test } from '@playwright/test'
import { answering, stopAll } from '../bin/processes'
import { surroundings } from '../bin/surroundings'
import { plainOffice } from '../core/office/office'
import { startBare } from './bare'

const folder = resolve('.tmp/nginx')
const program = '/usr/sbin/nginx'
const around = surroundings(folder, 4660)
const tlsPort = 4679
const children: ChildProcess[] = []
const mail = 'first@harborwren.example'
const password = 'tall-otter-counts-11-ladders'

/** The configuration that is shipped, filled in for this machine and wrapped so that it needs no rights. */
function startNginx(): ChildProcess {
  const [certificate, key] = [`${folder}/own.pem`, `${folder}/own.key`]
  const makes = `req -x509 -newkey rsa:2048 -nodes -days 2 -subj /CN=localhost -keyout ${key} -out ${certificate}`
  execFileSync('openssl', makes.split(' '), { stdio: 'ignore' })
  const filled = readFileSync('deploy/nginx.conf', 'utf8')
    .replace('@TLS_PORT@', String(tlsPort))
    .replace('@PORT@', String(around.port))
    .replace('@HOST@', 'localhost')
    .replace('@CERTIFICATE@', certificate)
    .replace('@KEY@', key)
  const temporary = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map(
    (each) => `${each}_temp_path ${folder}/${each};`,
  )
  writeFileSync(
    `${folder}/nginx.conf`,
    `daemon off; pid ${folder}/nginx.pid; error_log ${folder}/error.log;
     events {} http { access_log off; ${temporary.join(' ')} ${filled} }`,
  )
  return spawn(program, ['-e', `${folder}/error.log`, '-c', `${folder}/nginx.conf`], { stdio: 'inherit' })
}

interface Answer {
  status: number
  cookies: string[]
}

/** Asks through nginx, from an address of this machine's own. */
const ask = (from: string, path: string, form?: Record<string, string>): Promise<Answer> =>
  new Promise((done, fail) => {
    const asked = request(
      {
        ...{ host: '127.0.0.1', port: tlsPort, path, localAddress: from, rejectUnauthorized: false },
        method: form ? 'POST' : 'GET',
        headers: {
          host: `localhost:${tlsPort}`,
          origin: `https://localhost:${tlsPort}`,
          ...(form ? { 'content-type': 'application/x-www-form-urlencoded' } : {}),
        },
      },
      (answer) => {
        answer.resume()
        answer.once('end', () => done({ status: answer.statusCode!, cookies: answer.headers['set-cookie'] ?? [] }))
      },
    )
    asked.once('error', fail)
    asked.end(form && new URLSearchParams(form).toString())
  })
const signIn = (from: string, as: { mail: string; password: string }) => ask(from, '/sign-in', as)

test.skip(!existsSync(program), 'nginx is not installed on this machine: apt-get install nginx')

test.beforeAll(async () => {
  rmSync(folder, { recursive: true, force: true })
  mkdirSync(folder, { recursive: true })
  const origin = `https://localhost:${tlsPort}`
  const bare = startBare(around, { OX_ORIGIN: origin, OX_TRUSTED_PROXIES: '127.0.0.1' })
  children.push(bare.child)
  await answering(`http://127.0.0.1:${around.port}/healthz`, bare.child)
  const office = {
    ...plainOffice,
    ...{ name: 'Harbor Wren Freight', legalName: 'Harbor Wren Freight LLC', mcNumber: '0123456', dotNumber: '1234567' },
    ...{ address: ['12 Wharf St', 'Pocatello, ID 83201'], phone: '208-555-0190', mail: 'desk@harborwren.example' },
  }
  const set = await fetch(`http://127.0.0.1:${around.port}/set-up/save`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin, 'x-forwarded-proto': 'https' },
    body: JSON.stringify({
      ...{ key: bare.key(), office, password },
      administrator: { name: 'Wren Alder', mail, phone: '208-555-0191' },
    }),
  })
  expect([set.status, await set.text()]).toEqual([200, '{"done":true}'])
  children.push(startNginx())
  await expect.poll(() => ask('127.0.0.1', '/healthz').catch(() => null)).toMatchObject({ status: 200 })
})
test.afterAll(() => stopAll(children))

test('behind nginx a cookie is for TLS alone, and each address that guesses waits on its own', async () => {
  const wrong = { mail, password: 'not-this-one-either' }
  const tries: number[] = []
  for (let turn = 0; turn < 6; turn++) tries.push((await signIn('127.0.0.2', wrong)).status)
  expect(tries).toEqual([401, 401, 401, 401, 401, 429])
  // The wait doubles with each guess that is looked at: the seventh leaves four seconds for what follows, on a slow machine too.
  for (const _guess of ['sixth', 'seventh'])
    await expect.poll(async () => (await signIn('127.0.0.2', wrong)).status, { intervals: [100] }).toBe(401)
  // Another address is at its first guess, and the right password is taken from there at once.
  expect((await signIn('127.0.0.3', wrong)).status).toBe(401)
  const right = await signIn('127.0.0.3', { mail, password })
  expect(right.status).toBe(302)
  expect(right.cookies.length).toBeGreaterThan(0)
  for (const cookie of right.cookies) expect(cookie).toMatch(/; Secure/)
  // Who says that it calls for somebody else is still counted by where it calls from.
  expect((await signIn('127.0.0.2', { mail, password })).status).toBe(429)
})
