import { spawn } from 'node:child_process'
import { expect, test } from '@playwright/test'
import { usualPolicy } from '#core/vetting/usual-policy'
import { caller } from './desk'
import { clearCarriers, freshLoad, inDays, reading } from './loads'
import { preparedCarriers, preparedQuote } from './parties'
import { world } from './world'

const processes = 4

/** Awards each of its offers at the same instant; answers as JSON on its standard output. */
const racer = `
const { origin, cookie, loadId, offerIds, at } = JSON.parse(process.argv[1])
await new Promise((go) => setTimeout(go, at - Date.now()))
const answers = await Promise.all(offerIds.map(async (offerId) => {
  const response = await fetch(origin + '/loads/' + loadId + '/act', { method: 'POST', headers: { 'content-type': 'application/json', cookie }, body: JSON.stringify({ intent: 'award', priceReason: 'a test of the way', offerId, buyCharges: [{ kind: 'line_haul', basis: 'flat', rateE4: 20000000, currency: 'USD' }] }) })
  return { status: response.status, body: await response.json() }
}))
console.log(JSON.stringify(answers))
`

test('two hundred carriers are awarded one load at the same instant: one gets it, 199 are told', async () => {
  const api = await caller('ruth@ploverrook.example')
  const loadId = await freshLoad(api)
  const carriers = await clearCarriers(api, loadId, 200)
  for (const carrierId of carriers) {
    const recorded = await api.post(`/loads/${loadId}/act`, {
      data: { intent: 'record_offer', offer: { carrierId, payMinor: 200_000 + carrierId, source: 'phone' } },
    })
    expect(recorded.status()).toBe(200)
  }
  const offerIds = reading((db) => db.prepare('select id from offer where load_id = ?').pluck().all(loadId) as number[])
  expect(offerIds).toHaveLength(200)
  const cookie = (await api.storageState()).cookies.map((each) => `${each.name}=${each.value}`).join('; ')
  const at = Date.now() + 2500
  const answers = (
    await Promise.all(
      Array.from({ length: processes }, (_, index) =>
        race({
          origin: world.origin,
          cookie,
          loadId,
          offerIds: offerIds.filter((_, each) => each % processes === index),
          at,
        }),
      ),
    )
  ).flat()
  expect(answers).toHaveLength(200)
  expect(answers.filter((answer) => answer.status === 200)).toHaveLength(1)
  const refused = answers.filter((answer) => answer.status === 409)
  expect(refused).toHaveLength(199)
  for (const answer of refused) expect(answer.body.message).toMatch(/is already awarded to/)
  const after = readLoad(loadId)
  expect(after).toEqual({ awarded: 1, confirmations: 1, open: 0, state: 'covered' })
})

test('a line won, a payee approved, a document reviewed and a policy saved by twenty at the same instant: once each', async () => {
  const [ines, ruth] = [await caller(), await caller('ruth@ploverrook.example')]
  const { quoteId, lineIds } = await preparedQuote(ines, 1)
  const [{ carrierId, payeeId, documentId }] = (await preparedCarriers(ines, 1)) as [
    { carrierId: number; payeeId: number; documentId: number },
  ]
  const plan = { count: 1, firstDay: inDays(3).slice(0, 10), everyDays: 1 }
  const basedOn = reading((db) => db.prepare('select coalesce(max(version), 0) from vetting_policy').pluck().get())
  const races: [url: string, data: object, refused: string][] = [
    [`/quotes/${quoteId}/act`, { intent: 'win', lineIds, loads: plan, madeBefore: 0 }, 'loads_made_since'],
    [`/carriers/${carrierId}/act`, { intent: 'approve_payee', payeeId }, 'nothing_waits'],
    [
      `/carriers/${carrierId}/act`,
      { intent: 'check_document', document: { documentId, kind: 'w9' } },
      'already_checked',
    ],
    ['/vetting/policy', { intent: 'save', policy: usualPolicy, note: 'the same again', basedOn }, 'changed_since'],
  ]
  for (const [url, data, refused] of races) {
    const answers = await Promise.all(Array.from({ length: 20 }, () => ruth.post(url, { data })))
    const codes = await Promise.all(
      answers.map(async (answer) =>
        answer.status() === 200 ? 'done' : ((await answer.json()) as { code: string }).code,
      ),
    )
    expect(codes.toSorted(), url).toEqual(['done', ...Array(19).fill(refused)].toSorted())
  }
  expect(reading((db) => db.prepare('select count(*) from load where quote_line_id = ?').pluck().get(lineIds[0]))).toBe(
    1,
  )
})

function readLoad(loadId: number) {
  return reading((db) => {
    const count = (sql: string) => (db.prepare(sql).get(loadId) as { n: number }).n
    return {
      awarded: count("select count(*) as n from offer where load_id = ? and state = 'awarded'"),
      confirmations: count('select count(*) as n from confirmation where load_id = ?'),
      open: count("select count(*) as n from offer where load_id = ? and state = 'open'"),
      state: (db.prepare('select state from load where id = ?').get(loadId) as { state: string }).state,
    }
  })
}

function race(plan: object): Promise<{ status: number; body: { message: string } }[]> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ['--input-type=module', '-e', racer, JSON.stringify(plan)], {
      stdio: ['ignore', 'pipe', 'inherit'],
    })
    let output = ''
    child.stdout.on('data', (chunk) => {
      output += chunk
    })
    child.on('close', (code) =>
      code === 0 ? resolve(JSON.parse(output)) : reject(new Error(`racer ended with ${code}`)),
    )
  })
}
