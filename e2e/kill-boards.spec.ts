import { rmSync } from 'node:fs'
import { expect, request, test } from '@playwright/test'
import { takeEnvironment } from '#server/settings.server'
import { answering, stopAll } from '../bin/processes'
import { startApplication, startSaltlick, startWaterhole, surroundings } from '../bin/surroundings'
import { chance } from '../demo/random'
import { demoPassword } from '../demo/world'
import { end, insist, pause } from './killing'
import { freshLoad, reading } from './loads'

const kills = 30
const loadCount = 24
const folder = '.tmp/kill-boards'
const boards = ['Saltlick', 'Waterhole']
const seed = Number(process.env.KILL_SEED ?? Date.now() % 100_000)

test(`killed ${kills} times while loads are posted and covered: no board shows one that is gone, none shows one twice`, async () => {
  test.setTimeout(600_000)
  console.log(`    seed ${seed}`)
  const luck = chance(seed)
  rmSync(folder, { recursive: true, force: true })
  const around = surroundings(folder, 4340)
  const path = `${folder}/oxpecker.db`
  takeEnvironment(around.application)
  const { makeWorld } = await import('../bin/world')
  await makeWorld(folder, { seed: 3, pastLoads: 60, wires: around.wires })
  const quick = { OX_LOG_LEVEL: 'silent', OX_OUTBOX_DELAY_MS: '50', OX_BOARD_CHECK_MS: '700', OX_BOARD_READ_MS: '1000' }
  const stood = [
    startSaltlick(around, { SALTLICK_TROUBLE: '0.2', SALTLICK_PACE: '0' }),
    startWaterhole(around, {
      WATERHOLE_MOOD: 'doubles',
      WATERHOLE_CALLS: '100000',
      WATERHOLE_PASS_SECONDS: '5',
      WATERHOLE_PACE: '0',
    }),
  ]
  await answering(`${around.boards.Waterhole}/healthz`, stood[1]!)
  let application = startApplication(around, quick)
  await answering(`${around.origin}/healthz`, application)
  const api = await request.newContext({ baseURL: around.origin })
  await api.post('/sign-in', { form: { mail: 'ruth@ploverrook.example', password: demoPassword }, maxRedirects: 0 })
  const ids: number[] = []
  for (let at = 0; at < loadCount; at++) ids.push(await freshLoad(api))

  let done = 0
  const act = (id: number, data: object, already: string) =>
    insist(() => api.post(`/loads/${id}/act`, { data, timeout: 3000 }), already)
  const working = (async () => {
    for (const [at, id] of ids.entries()) {
      await act(id, { intent: 'post', boards, terms: {} }, 'already_posted')
      await pause(luck.between(100, 900))
      // Every other one is off the desk soon after.
      if (at % 2 === 0) await act(id, { intent: 'cancel', reason: 'customer called it off' }, 'too_late_to_cancel')
      done += 1
      await pause(luck.between(100, 900))
    }
  })()
  for (let kill = 0; kill < kills; kill++) {
    await pause(luck.yes(0.4) ? luck.between(800, 1500) : luck.between(20, 400))
    await end(application)
    application = startApplication(around, quick)
    await answering(`${around.origin}/healthz`, application)
  }
  await working
  const waiting = () =>
    reading(
      (db) =>
        db
          .prepare(
            `select count(*) from outbox where kind = 'board' and state in ('waiting', 'held') and load_id in (${ids.join()})`,
          )
          .pluck()
          .get(),
      path,
    )
  await expect.poll(waiting, { timeout: 100_000 }).toBe(0)
  const references = (isOff: boolean, board: string) =>
    reading(
      (db) =>
        db
          .prepare(
            `select reference from posting join load on load.id = load_id where load_id in (${ids.join()}) and board = ? and (load.state = 'cancelled') = ? and posting.state = ?`,
          )
          .pluck()
          .all(board, isOff ? 1 : 0, isOff ? 'down' : 'up') as string[],
      path,
    ).toSorted()
  for (const board of boards) {
    expect(references(true, board)).toHaveLength(loadCount / 2)
    expect(references(false, board)).toHaveLength(loadCount / 2)
    const wanted = references(false, board)
    const gone = new Set(references(true, board))
    await expect
      .poll(
        async () => {
          const live = await shownOn(around, board)
          return {
            ours: live.filter((each) => wanted.includes(each)).toSorted(),
            gone: live.filter((each) => gone.has(each)),
          }
        },
        { timeout: 60_000 },
      )
      .toEqual({ ours: wanted, gone: [] })
  }
  console.log(`    ${loadCount} loads on ${boards.length} boards, ${kills} kills, ${done} done`)
  await stopAll([application])
  await stopAll(stood)
  await api.dispose()
})

/** The references that a board shows of ours, each as often as it shows it. */
async function shownOn({ boards: urls, wires }: ReturnType<typeof surroundings>, board: string): Promise<string[]> {
  if (board === 'Saltlick') {
    const headers = { authorization: `Bearer ${wires.secret}-key` }
    const listed = (await (await fetch(`${urls.Saltlick}/listings`, { headers })).json()) as { shipper_ref: string }[]
    return listed.map(({ shipper_ref }) => shipper_ref)
  }
  const asked = JSON.stringify({ member: 'ploverrook', word: `${wires.secret}-word` })
  const { pass } = (await (await fetch(`${urls.Waterhole}/gate`, { method: 'POST', body: asked })).json()) as {
    pass: string
  }
  const listed = await fetch(`${urls.Waterhole}/freight`, { headers: { 'x-pass': pass } })
  return ((await listed.json()) as { our_ref: string }[]).map(({ our_ref }) => our_ref)
}
