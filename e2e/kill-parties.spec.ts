import { rmSync } from 'node:fs'
import { type APIRequestContext, expect, request, test } from '@playwright/test'
import { takeEnvironment } from '#server/settings.server'
import { answering, stopAll } from '../bin/processes'
import { startApplication, surroundings } from '../bin/surroundings'
import { chance } from '../demo/random'
import { demoPassword } from '../demo/world'
import { end, insist, pause } from './killing'
import { reading } from './loads'
import { preparedCarriers, preparedQuote } from './parties'

const kills = 10
const count = 20
const folder = '.tmp/kill-parties'
const path = `${folder}/oxpecker.db`
const seed = Number(process.env.KILL_SEED ?? Date.now() % 100_000)

test(`killed ${kills} times while quotes are won, payees approved and documents reviewed: each once`, async () => {
  test.setTimeout(600_000)
  console.log(`    seed ${seed}`)
  const luck = chance(seed)
  rmSync(folder, { recursive: true, force: true })
  const around = surroundings(folder, 4320)
  takeEnvironment(around.application)
  const { makeWorld } = await import('../bin/world')
  await makeWorld(folder, { seed: 5, pastLoads: 60 })
  const quick = { OX_LOG_LEVEL: 'silent' }
  let application = startApplication(around, quick)
  await answering(`${around.origin}/healthz`, application)
  const [ines, ruth] = await Promise.all(['ines', 'ruth'].map((name) => signedIn(around.origin, name)))
  const { quoteId, lineIds } = await preparedQuote(ines!, count)
  const carriers = await preparedCarriers(ines!, count, path)

  const working = (async () => {
    const post = (url: string, data: object) => () => ruth!.post(url, { data, timeout: 3000 })
    const plan = { count: 1, firstDay: new Date(Date.now() + 3 * 86_400_000).toISOString().slice(0, 10), everyDays: 1 }
    for (let at = 0; at < count; at++) {
      const { carrierId, payeeId, documentId } = carriers[at]!
      const won = { intent: 'win', lineIds: [lineIds[at]], loads: plan, madeBefore: 0 }
      await insist(post(`/quotes/${quoteId}/act`, won), 'loads_made_since')
      await insist(post(`/carriers/${carrierId}/act`, { intent: 'approve_payee', payeeId }), 'nothing_waits')
      const reviewed = { intent: 'check_document', document: { documentId, kind: 'w9' } }
      await insist(post(`/carriers/${carrierId}/act`, reviewed), 'already_checked')
      await pause(luck.between(100, 400))
    }
  })()
  for (let kill = 0; kill < kills; kill++) {
    await pause(luck.between(50, 900))
    await end(application)
    application = startApplication(around, quick)
    await answering(`${around.origin}/healthz`, application)
  }
  await working

  const number = (sql: string) => reading((db) => db.prepare(sql).pluck().get() as number, path)
  const among = (ids: number[]) => `(${ids.join(', ')})`
  expect(number(`select count(*) from load where quote_line_id in ${among(lineIds)}`)).toBe(count)
  expect(number(`select count(distinct quote_line_id) from load where quote_line_id in ${among(lineIds)}`)).toBe(count)
  for (const kind of ['won', 'loads_made'])
    expect(
      number(`select count(*) from event where aggregate = 'quote' and aggregate_id = ${quoteId} and kind = '${kind}'`),
    ).toBe(count)
  const ids = among(carriers.map(({ carrierId }) => carrierId))
  expect(number(`select count(*) from payee where state = 'approved' and carrier_id in ${ids}`)).toBe(count)
  for (const kind of ['payee_approved', 'document_checked'])
    expect(
      number(
        `select count(*) from event where aggregate = 'carrier' and aggregate_id in ${ids} and kind = '${kind}' and actor_id = (select id from user where name = 'Ruth Amsel')`,
      ),
    ).toBe(count)
  await stopAll([application])
  await Promise.all([ines!.dispose(), ruth!.dispose()])
})

async function signedIn(baseURL: string, name: string): Promise<APIRequestContext> {
  const api = await request.newContext({ baseURL })
  const form = { mail: `${name}@ploverrook.example`, password: demoPassword }
  expect((await api.post('/sign-in', { form, maxRedirects: 0, timeout: 60_000 })).status()).toBe(302)
  return api
}
