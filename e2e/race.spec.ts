import { spawn } from 'node:child_process'
import { expect, test } from '@playwright/test'
import { origin } from '../playwright.config'
import { caller } from './desk'
import { clearCarriers, freshLoad, reading } from './loads'

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
  test.setTimeout(120_000)
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
        race({ origin, cookie, loadId, offerIds: offerIds.filter((_, each) => each % processes === index), at }),
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
