import { rmSync } from 'node:fs'
import { expect, request, test } from '@playwright/test'
import { flatCharge } from '#core/charge/charge'
import { takeEnvironment } from '#server/settings.server'
import { answering, stopAll } from '../bin/processes'
import { startApplication, startMail, surroundings } from '../bin/surroundings'
import { chance } from '../demo/random'
import { demoPassword } from '../demo/world'
import { end, insist, pause } from './killing'
import { clearCarriers, freshLoad, reading } from './loads'

const kills = 30
const loadCount = 60
const folder = '.tmp/kill'
const seed = Number(process.env.KILL_SEED ?? Date.now() % 100_000)

test(`killed ${kills} times in a run of awards, the mail server coming and going: nothing lost, nothing doubled`, async () => {
  test.setTimeout(900_000)
  console.log(`    seed ${seed}`)
  const luck = chance(seed)
  rmSync(folder, { recursive: true, force: true })
  const around = surroundings(folder, 4300)
  const path = `${folder}/oxpecker.db`
  takeEnvironment(around.application)
  const { makeWorld } = await import('../bin/world')
  await makeWorld(folder, { seed: 3, pastLoads: 60 })
  const quick = { OX_LOG_LEVEL: 'silent', OX_OUTBOX_DELAY_MS: '50' }
  // It dawdles after keeping a mail: some kills fall between its yes and our note of it.
  const dawdling = { MAIL_ACK_MS: '250' }
  let mail = startMail(around, dawdling)
  let application = startApplication(around, quick)
  await answering(`${around.origin}/healthz`, application)
  const api = await request.newContext({ baseURL: around.origin })
  await api.post('/sign-in', { form: { mail: 'ruth@ploverrook.example', password: demoPassword }, maxRedirects: 0 })
  const loads = await prepareLoads(api)

  let done = 0
  let over = false
  const awarding = (async () => {
    for (const load of loads) {
      await insist(
        () =>
          api.post(`/loads/${load.id}/act`, {
            data: {
              intent: 'award',
              priceReason: 'a test of the way',
              offerId: load.offerIds[0],
              buyCharges: [flatCharge('line_haul', 200_000)],
            },
            timeout: 3000,
          }),
        'already_awarded',
      )
      await insist(
        () =>
          api.post(`/loads/${load.id}/act`, {
            data: { intent: 'send_confirmation', to: `dispatch@carrier${load.id}.example` },
            timeout: 3000,
          }),
        'already_sent',
      )
      done++
      // Spread over the whole run of kills.
      await pause(luck.between(150, 500))
    }
  })()
  const comingAndGoing = (async () => {
    while (!over) {
      // Up long enough to take mails, so that kills of the application fall into the sending too; its start takes seconds on a busy machine.
      await answering(`${around.mailbox}/healthz`, mail)
      await pause(luck.between(2500, 5000))
      await end(mail)
      await pause(luck.between(200, 900))
      mail = startMail(around, dawdling)
    }
  })()
  const spread: number[] = []
  for (let kill = 0; kill < kills; kill++) {
    // Some lives are long enough to be sending when they end, most end in the middle of an award.
    await pause(luck.yes(0.4) ? luck.between(1000, 2500) : luck.between(20, 450))
    spread.push(done)
    await end(application)
    application = startApplication(around, quick)
    await answering(`${around.origin}/healthz`, application)
  }
  await awarding
  over = true
  await comingAndGoing
  await answering(`${around.mailbox}/healthz`, mail)
  await expect
    .poll(
      () =>
        reading(
          (db) => db.prepare("select count(*) from outbox where kind = 'mail' and state = 'waiting'").pluck().get(),
          path,
        ),
      { timeout: 100_000 },
    )
    .toBe(0)

  const ids = loads.map((load) => load.id)
  const among = `load_id in (${ids.join(', ')})`
  const count = (sql: string) => reading((db) => db.prepare(sql).pluck().get() as number, path)
  expect(count(`select count(*) from offer where state = 'awarded' and ${among}`)).toBe(loadCount)
  expect(count(`select count(distinct load_id) from offer where state = 'awarded' and ${among}`)).toBe(loadCount)
  expect(count(`select count(*) from confirmation where ${among}`)).toBe(loadCount)
  expect(
    count(
      `select count(*) from event where aggregate = 'load' and kind = 'load_awarded' and ${among.replace('load_id', 'aggregate_id')}`,
    ),
  ).toBe(loadCount)
  const kept = (await (await fetch(`${around.mailbox}/mails`)).json()) as {
    key: string
    to: string[]
    repeats: number
  }[]
  const ours = kept.filter(
    (each) =>
      /^dispatch@carrier\d+\.example$/.test(each.to[0] ?? '') &&
      ids.some((id) => each.to[0] === `dispatch@carrier${id}.example`),
  )
  expect(new Set(ours.map((each) => each.key)).size).toBe(loadCount)
  expect(ours).toHaveLength(loadCount)
  console.log(
    `    ${loadCount} awards, ${kills} kills (at ${spread.join(', ')} loads done), ${kept.reduce((sum, each) => sum + each.repeats, 0)} mails sent a second time and known by their key`,
  )
  await stopAll([application, mail])
  await api.dispose()
})

async function prepareLoads(
  api: Awaited<ReturnType<typeof request.newContext>>,
): Promise<{ id: number; offerIds: number[] }[]> {
  const loads: { id: number; offerIds: number[] }[] = []
  let carriers: number[] = []
  for (let index = 0; index < loadCount; index++) {
    const id = await freshLoad(api)
    if (carriers.length === 0) carriers = await clearCarriers(api, id, 12)
    for (const carrierId of [carriers[index % 12]!, carriers[(index + 5) % 12]!]) {
      const recorded = await api.post(`/loads/${id}/act`, {
        data: { intent: 'record_offer', offer: { carrierId, payMinor: 200_000 } },
      })
      expect(recorded.status()).toBe(200)
    }
    loads.push({
      id,
      offerIds: reading(
        (db) => db.prepare('select id from offer where load_id = ?').pluck().all(id) as number[],
        '.tmp/kill/oxpecker.db',
      ),
    })
  }
  return loads
}
