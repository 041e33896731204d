import { RouterContextProvider } from 'react-router'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { inTransaction, storageProblem } from '#server/db.server'
import { refuseWhenFull } from '#server/http/storage-refusal'
import { customer } from '#server/schema'
import { type TestWorld, testWorld } from '#server/testing/world'

let world: TestWorld
beforeEach(() => {
  world = testWorld(0)
})
afterEach(() => world.end())

/** As full as a disk can be: the file may not grow by a page. */
const fill = () =>
  world.db.$client.pragma(`max_page_count = ${world.db.$client.pragma('page_count', { simple: true })}`)
const makeRoom = () => world.db.$client.pragma('max_page_count = 1000000')
const save = (name: string) =>
  inTransaction(world.db, () =>
    world.db
      .insert(customer)
      .values({ name, search: name, phone: 'x'.repeat(9_000) })
      .run(),
  )
const names = () =>
  world.db
    .select({ name: customer.name })
    .from(customer)
    .all()
    .map(({ name }) => name)

/** An application of one route whose action saves. */
const build = (work: () => unknown) =>
  refuseWhenFull({ routes: { one: { id: 'one', module: { action: async () => work() } } } } as never)
const act = (work: () => unknown) =>
  (build(work).routes.one!.module.action as (args: unknown) => Promise<unknown>)({
    context: new RouterContextProvider(),
  }).then(
    (value) => ({ value }),
    (thrown: unknown) => thrown,
  )

describe('on a full disk', () => {
  test('a save is refused in words, reading goes on, and it recovers by itself', async () => {
    save('Kept')
    fill()
    const refused = (await act(() => Array.from({ length: 50 }, (_, at) => save(`Lost ${at}`)))) as Response
    expect(refused.status).toBe(507)
    expect(await refused.text()).toContain('Nothing was saved')
    expect(storageProblem()).toMatch(/full/)
    const acknowledged = names()
    expect(acknowledged).toContain('Kept')
    expect(acknowledged).not.toContain('Lost 49')
    makeRoom()
    expect(await act(() => save('Later'))).not.toBeInstanceOf(Response)
    expect(storageProblem()).toBeNull()
    // What was acknowledged before, between and after is all there.
    expect(names()).toEqual([...acknowledged, 'Later'])
  })
  test('what fails half way through one save leaves nothing of it', async () => {
    fill()
    await act(() =>
      inTransaction(world.db, () => {
        for (let at = 0; at < 50; at++)
          world.db
            .insert(customer)
            .values({ name: `Half ${at}`, search: `half ${at}`, phone: 'x'.repeat(9_000) })
            .run()
      }),
    )
    expect(names().filter((name) => name.startsWith('Half'))).toEqual([])
    expect(world.db.$client.pragma('integrity_check', { simple: true })).toBe('ok')
  })
  test('any other fault is none of the disk’s', async () =>
    expect(
      await act(() => {
        throw new Error('a bug')
      }),
    ).toEqual(new Error('a bug')))
})
