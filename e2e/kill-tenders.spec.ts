import { existsSync, readdirSync, rmSync } from 'node:fs'
import { expect, request, test } from '@playwright/test'
import { takeEnvironment } from '#server/settings.server'
import { answering, stopAll } from '../bin/processes'
import { startApplication, startPartners, surroundings } from '../bin/surroundings'
import { chance } from '../demo/random'
import { demoPassword } from '../demo/world'
import { end, pause } from './killing'
import { reading } from './loads'
import type { Got } from './partners'

const kills = 20
const rounds = 24
const folder = '.tmp/kill-tenders'
const seed = Number(process.env.KILL_SEED ?? Date.now() % 100_000)

test(`killed ${kills} times while tenders come and are answered: none lost, none answered twice`, async () => {
  test.setTimeout(600_000)
  console.log(`    seed ${seed}`)
  const luck = chance(seed)
  rmSync(folder, { recursive: true, force: true })
  const around = surroundings(folder, 4310)
  const path = `${folder}/oxpecker.db`
  takeEnvironment(around.application)
  const { makeWorld } = await import('../bin/world')
  await makeWorld(folder, { seed: 3, pastLoads: 400, wires: around.wires })
  const quick = { OX_LOG_LEVEL: 'silent', OX_OUTBOX_DELAY_MS: '50' }
  // It dawdles after keeping something: some kills fall between its yes and our note of it.
  const partners = startPartners(around, { PARTNERS_ACK_MS: '150' })
  let application = startApplication(around, quick)
  await answering(`${around.partners}/healthz`, partners)
  await answering(`${around.origin}/healthz`, application)
  const api = await request.newContext({ baseURL: around.origin })
  await api.post('/sign-in', { form: { mail: 'ruth@ploverrook.example', password: demoPassword }, maxRedirects: 0 })
  const look = <T>(sql: string) => reading((db) => db.prepare(sql).all() as T[], path)
  const count = (sql: string) => reading((db) => db.prepare(sql).pluck().get() as number, path)
  // Rules would answer some: here everything waits for the one who answers below.
  for (const { id } of look<{ id: number }>('select id from answering_rule where is_on'))
    await api.post('/answering/act', { data: { intent: 'switch', ruleId: id, on: false } })

  const offered: string[] = []
  let sending = true
  const tendering = (async () => {
    for (let round = 0; round < rounds; round++) {
      // Folder and HTTP, single files and many tenders in one, some sent twice.
      const partner = luck.pick(['snowmelt', 'two-otters', 'two-otters', 'quiet-anvil'])
      const kind = luck.yes(0.25) ? 'duplicate' : 'original'
      const response = await fetch(`${around.partners}/burst`, {
        method: 'POST',
        headers: { accept: 'application/json' },
        body: new URLSearchParams({
          partner,
          kind,
          count: String(luck.whole(1, 4)),
          ...(luck.yes(0.5) ? { oneFile: '1' } : {}),
        }),
      })
      offered.push(...((await response.json()) as { shipments: string[] }[]).flatMap(({ shipments }) => shipments))
      await pause(luck.between(200, 900))
    }
    sending = false
  })()
  const answeringAll = (async () => {
    for (;;) {
      const open = look<{ id: number }>("select id from tender_notice where state = 'open' order by id limit 4")
      if (
        open.length === 0 &&
        !sending &&
        count("select count(*) from tender where shipment_id not like 'H%'") >= new Set(offered).size
      )
        return
      for (const { id } of open) {
        for (const code of look<{ id: number; kind: string }>(
          `select partner_code.id, kind from notice_code join partner_code on partner_code.id = code_id where notice_id = ${id} and facility_id is null and customer_id is null and equipment is null`,
        ))
          await api
            .post('/partners/codes', {
              data: {
                codeId: code.id,
                to: code.kind === 'location' ? { is: 'new_facility' } : { is: 'equipment', equipment: 'van' },
              },
              timeout: 3000,
            })
            .catch(() => null)
        // Asked again when no answer came: what was done already is reported as such.
        await api
          .post('/intake/act', {
            data: luck.yes(0.6)
              ? { intent: 'accept', noticeIds: [id] }
              : { intent: 'decline', noticeIds: [id], reasonCode: 'T3' },
            timeout: 3000,
          })
          .catch(() => null)
      }
      await pause(30)
    }
  })()
  for (let kill = 0; kill < kills; kill++) {
    await pause(luck.yes(0.4) ? luck.between(900, 2000) : luck.between(30, 500))
    await end(application)
    application = startApplication(around, quick)
    await answering(`${around.origin}/healthz`, application)
  }
  await tendering
  await answeringAll
  await expect
    .poll(() => count("select count(*) from outbox where kind = 'exchange' and state = 'waiting'"), { timeout: 60_000 })
    .toBe(0)
  await expect
    .poll(
      async () =>
        new Set(
          ((await (await fetch(`${around.partners}/received`)).json()) as Got[])
            .filter(({ kind }) => kind === '990')
            .map(({ number }) => number),
        ).size,
      { timeout: 30_000 },
    )
    .toBe(new Set(offered).size)

  const ours = "tender.shipment_id not like 'H%'"
  const tenders = look<{ shipmentId: string; state: string; loadId: number | null }>(
    `select shipment_id shipmentId, state, load_id loadId from tender where ${ours}`,
  )
  expect(new Set(tenders.map(({ shipmentId }) => shipmentId))).toEqual(new Set(offered))
  expect(tenders).toHaveLength(new Set(offered).size)
  expect(
    count(
      `select count(*) from tender_notice join tender on tender.id = tender_id where ${ours} and tender_notice.state in ('accepted', 'declined')`,
    ),
  ).toBe(tenders.length)
  const accepted = tenders.filter(({ state }) => state === 'accepted')
  expect(new Set(accepted.map(({ loadId }) => loadId)).size).toBe(accepted.length)
  expect(count('select count(*) from load_partner')).toBe(accepted.length)
  expect(count("select count(*) from event where aggregate = 'load' and kind = 'tender_accepted'")).toBe(
    accepted.length,
  )
  // Sent again under its old number an answer is known; two numbers for one shipment would be two answers.
  const answers = ((await (await fetch(`${around.partners}/received`)).json()) as (Got & { control: number })[]).filter(
    ({ kind }) => kind === '990',
  )
  for (const { shipmentId, state } of tenders) {
    const own = answers.filter(({ number }) => number === shipmentId)
    expect(new Set(own.map(({ control }) => control)).size, shipmentId).toBe(1)
    expect(own[0]!.answer).toBe(state === 'accepted' ? 'A' : 'D')
  }
  // A last acknowledgment may only just have come: it is collected in the next round.
  const uncollected = (key: string) =>
    existsSync(`${folder}/partners/${key}/in`)
      ? readdirSync(`${folder}/partners/${key}/in`).filter((name) => !name.startsWith('.'))
      : []
  for (const key of ['snowmelt', 'quiet-anvil']) await expect.poll(() => uncollected(key)).toEqual([])
  console.log(
    `    ${tenders.length} tenders, ${accepted.length} accepted, ${kills} kills, ${answers.length - tenders.length} answers sent a second time and known by their number`,
  )
  await stopAll([application, partners])
  await api.dispose()
})
