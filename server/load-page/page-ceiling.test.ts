import { afterEach, beforeEach, expect, test } from 'vitest'
import { openDatabase } from '#server/db.server'
import { recordEvent } from '#server/event/event'
import { readHorizon } from '#server/horizon/read'
import { recordOffer } from '#server/offer/offers'
import { message } from '#server/schema'
import { ines, now, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { readLoadPage } from './read'

const maxStatements = 20
const maxBytes = 100_000

let world: TestWorld
beforeEach(() => {
  world = testWorld(12)
})
afterEach(() => world.end())

/** A busy load: offers of twelve carriers, fifty long emails, a log of hundreds of lines. */
function busyLoad(): number {
  const loadId = openLoad(world.db)
  for (let carrierId = 1; carrierId <= 12; carrierId++)
    recordOffer(
      world.db,
      loadId,
      { carrierId, payMinor: 220_000 + carrierId * 100, source: 'phone', goodUntil: null, note: 'x'.repeat(200) },
      ines,
    )
  world.db
    .insert(message)
    .values(
      Array.from({ length: 50 }, (_, index) => ({
        messageId: `m${index}`,
        loadId,
        sender: `dispatch@carrier${index}.example`,
        subject: 'About your load',
        text: 'word '.repeat(4000),
        receivedAt: now + index,
        reading: 'left' as const,
      })),
    )
    .run()
  for (let line = 0; line < 400; line++)
    recordEvent(
      world.db,
      'load',
      loadId,
      { kind: 'message_left', sender: 'a@b.example', subject: `mail ${line}` },
      ines,
    )
  return loadId
}

/** How many statements a piece of reading runs, counted by the database itself, on a connection that has read nothing before. */
function statementsOf(read: (db: TestWorld['db']) => void): string[] {
  const ran: string[] = []
  const db = openDatabase(world.path, { durable: false })
  const { prepare } = db.$client
  const proto = Object.getPrototypeOf(prepare.call(db.$client, 'select 1'))
  const originals = Object.fromEntries(['get', 'all', 'run'].map((name) => [name, proto[name]]))
  for (const name of ['get', 'all', 'run'])
    proto[name] = function (this: { source: string }, ...values: unknown[]) {
      ran.push(this.source)
      return originals[name].apply(this, values)
    }
  try {
    read(db)
  } finally {
    Object.assign(proto, originals)
    db.$client.close()
  }
  return ran
}

test(`a busy load's page takes under ${maxStatements} statements and ${maxBytes / 1000} kB`, () => {
  const loadId = busyLoad()
  let page: unknown
  const ran = statementsOf((db) => {
    page = readLoadPage(db, loadId, now)
  })
  expect(ran.length, ran.map((sql) => sql.slice(0, 100)).join('\n')).toBeLessThan(maxStatements)
  expect(new Set(ran).size).toBe(ran.length)
  const bytes = Buffer.byteLength(JSON.stringify(page))
  console.log(`    ${ran.length} statements, ${(bytes / 1000).toFixed(0)} kB`)
  expect(bytes).toBeLessThan(maxBytes)
})

test('the Horizon takes as many statements for one load as for twenty', () => {
  openLoad(world.db)
  const one = statementsOf((db) => void readHorizon(db, now)).length
  for (let more = 0; more < 19; more++) openLoad(world.db)
  const twenty = statementsOf((db) => void readHorizon(db, now)).length
  expect(twenty).toBe(one)
  expect(one).toBeLessThan(maxStatements)
})
