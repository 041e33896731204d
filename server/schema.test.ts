import { is } from 'drizzle-orm'
import { getTableConfig, SQLiteTable } from 'drizzle-orm/sqlite-core'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { inTransaction, openDatabase } from '#server/db.server'
import * as schema from '#server/schema'
import { carrier, load, offer } from '#server/schema'
import { openLoad, type TestWorld, testWorld } from '#server/testing/world'

let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

test('every table is strict, and every column of a list of values has its check', () => {
  const tables = world.db.$client
    .prepare(
      "select name, strict from pragma_table_list where schema = 'main' and type = 'table' and name not like 'sqlite%'",
    )
    .all() as { name: string; strict: number }[]
  const lax = tables.filter(
    ({ name, strict }) => strict === 0 && name !== '__drizzle_migrations' && !/^(carrier|load)_words/.test(name),
  )
  expect(lax).toEqual([])
  const unchecked = Object.values(schema).flatMap((table) => {
    if (!is(table, SQLiteTable)) return []
    const { name, columns } = getTableConfig(table)
    const { sql } = world.db.$client.prepare('select sql from sqlite_master where name = ?').get(name) as {
      sql: string
    }
    return columns
      .filter(({ enumValues }) => enumValues && enumValues.length > 0)
      .filter(
        (column) =>
          !column.enumValues!.every((value: string) => sql.includes(`'${value}'`)) ||
          !sql.includes(`"${column.name}" in (`),
      )
      .map((column) => `${name}.${column.name}`)
  })
  expect(unchecked).toEqual([])
})

describe('the database keeps what the code promises', () => {
  const run = (sql: string) => () => world.db.$client.exec(sql)
  beforeEach(() => void openLoad(world.db))

  test.each([
    ['a state that is none', "update load set state = 'lost'", /CHECK/],
    ['a carrier without a pay', 'update load set carrier_id = 1', /CHECK/],
    ['a window that closes before it opens', 'update load set pickup_by = pickup_at - 1', /CHECK/],
    [
      'an offer of nothing',
      "insert into offer (load_id, carrier_id, pay_minor, source, state, received_at) values (1, 1, 0, 'phone', 'open', 1)",
      /CHECK/,
    ],
    [
      'an offer on no load',
      "insert into offer (load_id, carrier_id, pay_minor, source, state, received_at) values (99, 1, 5, 'phone', 'open', 1)",
      /FOREIGN KEY/,
    ],
    [
      'a quote sent without a day',
      "insert into quote (customer_id, rep_id, valid_until, valid_until_at, version, created_at) values (1, 1, '2026-12-01', 1, 1, 1)",
      /CHECK/,
    ],
    [
      'a line sent without a price',
      "insert into quote (customer_id, rep_id, valid_until, valid_until_at, created_at) values (1, 1, '2026-12-01', 1, 1); insert into quote_line (quote_id, position, cells, problems, charges, state) values (1, 1, '{}', '[]', '[]', 'sent')",
      /CHECK/,
    ],
    [
      'a line lost for no reason',
      "insert into quote (customer_id, rep_id, valid_until, valid_until_at, created_at) values (1, 1, '2026-12-01', 1, 1); insert into quote_line (quote_id, position, cells, problems, charges, state, sell_minor) values (1, 1, '{}', '[]', '[]', 'lost', 5)",
      /CHECK/,
    ],
    [
      'a price on a line with something wrong',
      "insert into quote (customer_id, rep_id, valid_until, valid_until_at, created_at) values (1, 1, '2026-12-01', 1, 1); insert into quote_line (quote_id, position, cells, problems, charges, sell_minor) values (1, 1, '{}', '[{}]', '[]', 5)",
      /CHECK/,
    ],
    ['a load sold by a line that is not there', 'update load set quote_line_id = 99', /FOREIGN KEY/],
    [
      'a fuel table whose step is nothing',
      "insert into fuel_table (name, base_e3, step_e3, basis, add_e4) values ('x', 1, 0, 'per_mile', 1)",
      /CHECK/,
    ],
    [
      'a market average of no loads',
      "insert into market_average (day, origin_postal, dest_postal, equipment, miles, average_minor, count, published_at, received_at) values ('2026-11-01', '833', '850', 'van', 1, 1, 0, 1, 1)",
      /CHECK/,
    ],
    [
      'two loads of one number',
      "update load set number = 'PR-1'; create temp table twin as select * from load limit 1; update twin set id = 77; insert into load select * from twin",
      /UNIQUE/,
    ],
    ['two carriers of one MC number', "update carrier set mc_number = '5'", /UNIQUE/],
  ])('%s', (_, sql, error) => expect(run(sql)).toThrow(error))

  test('what fails half way leaves nothing', () => {
    const half = () =>
      inTransaction(world.db, () => {
        world.db.update(load).set({ state: 'cancelled' }).run()
        throw new Error('half way')
      })
    expect(half).toThrow('half way')
    expect(world.db.select().from(load).get()!.state).toBe('uncovered')
  })

  test('two connections: what one is deciding, the other waits for', () => {
    const other = openDatabase(world.path)
    other.$client.pragma('busy_timeout = 50')
    inTransaction(world.db, () => {
      expect(world.db.select().from(offer).all()).toEqual([])
      expect(() => inTransaction(other, () => other.select().from(offer).all())).toThrow(/locked/)
    })
    expect(inTransaction(other, () => other.select().from(carrier).all())).toHaveLength(3)
    other.$client.close()
  })

  test('opening an existing file again changes nothing in it', () => {
    const again = openDatabase(world.path)
    expect(again.select().from(load).all()).toEqual(world.db.select().from(load).all())
    again.$client.close()
  })
})

describe('the queries that every page makes use an index', () => {
  const plan = (sql: string) =>
    (world.db.$client.prepare(`explain query plan ${sql}`).all() as { detail: string }[])
      .map((row) => row.detail)
      .join('; ')
  test.each([
    [
      'the open loads',
      "select * from load where state in ('draft', 'uncovered', 'covered') order by pickup_at limit 250",
      'USING INDEX load_open',
    ],
    ['a load’s offers', 'select * from offer where load_id = 1', 'USING INDEX offer_load'],
    [
      'offers that lapse',
      "select distinct load_id from offer where state = 'open' and good_until is not null and good_until <= 5",
      'USING INDEX offer_lapsing',
    ],
    [
      'what happened to a load',
      "select * from event where aggregate = 'load' and aggregate_id = 1 order by id desc limit 300",
      'USING INDEX event_aggregate',
    ],
    ['what happened lately', 'select * from event where id > 5 order by id limit 200', 'USING INTEGER PRIMARY KEY'],
    [
      'what is due',
      "select * from outbox where state = 'waiting' and kind = 'mail' and next_at <= 5 order by next_at, id limit 1",
      'USING INDEX outbox_due',
    ],
    [
      'the keys of an outbox stream',
      "select count(*) from outbox where key >= 'posting-1-' and key < 'posting-1-:'",
      'INDEX outbox_key (key>? AND key<?)',
    ],
    ['today’s covers', 'select count(*) from load where covered_at >= 5 and practice = 0', 'USING INDEX load_covered'],
    ['a session', "select * from session where token_hash = 'x'", 'USING INDEX'],
    [
      'loads of a customer',
      'select * from load where customer_id = 1 order by created_at desc limit 9',
      'USING INDEX load_customer',
    ],
    ['a posting by its reference', "select * from posting where reference = 'x'", 'USING INDEX posting_reference'],
    ['carriers by name', "select * from carrier where search >= 'a' and search < 'b'", 'USING INDEX carrier_search'],
  ])('%s', (_, sql, index) => expect(plan(sql)).toContain(index))
})
