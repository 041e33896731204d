import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { readMigrationFiles } from 'drizzle-orm/migrator'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { openDatabase } from '#server/db.server'

/** The last migration before events had one table. */
const lastWithLogs = '0009_quote_currency'

let folder: string
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'oxpecker-migration-'))
})
afterEach(() => rmSync(folder, { recursive: true, force: true }))

/** A database as an earlier version left it, with a few rows of everything that was moved. */
function oldDatabase(path: string): void {
  const db = new Database(path)
  db.pragma('foreign_keys = OFF')
  const { entries } = JSON.parse(readFileSync('drizzle/meta/_journal.json', 'utf8')) as { entries: { tag: string }[] }
  const count = entries.findIndex(({ tag }) => tag === lastWithLogs) + 1
  db.exec('create table __drizzle_migrations (id SERIAL PRIMARY KEY, hash text NOT NULL, created_at numeric)')
  for (const { sql, hash, folderMillis } of readMigrationFiles({ migrationsFolder: 'drizzle' }).slice(0, count)) {
    for (const statement of sql) db.exec(statement)
    db.prepare('insert into __drizzle_migrations (hash, created_at) values (?, ?)').run(hash, folderMillis)
  }
  db.exec(`
    insert into user (mail, name, role, password_hash) values ('ines@x.example', 'Ines Calloway', 'rep', 'x'), ('ruth@x.example', 'Ruth Amsel', 'manager', 'x'), ('other@x.example', 'Ines Calloway', 'rep', 'x');
    insert into carrier (name, search, dot_number, mail, phone, home_city, home_region, home_lat, home_lon, home_cell, equipment) values ('Carrier 1', 'carrier 1', '200001', 'a@b.example', '208-555-0150', 'Jerome', 'ID', 42.7, -114.5, 1, '["van"]');
    insert into customer (name, search) values ('Snowmelt', 'snowmelt');
    insert into load (number, state, customer_id, equipment, commodity, weight_lb, origin_city, origin_region, origin_postal, origin_lat, origin_lon, origin_cell, origin_zone, dest_city, dest_region, dest_postal, dest_lat, dest_lon, dest_cell, dest_zone, miles, hours, pickup_at, pickup_by, deliver_by, created_at, rep_id)
      values ('PR-20001', 'uncovered', 1, 'van', 'Potatoes', 40000, 'Twin Falls', 'ID', '83301', 42, -114, 1, 'America/Boise', 'Phoenix', 'AZ', '85001', 33, -112, 1, 'America/Phoenix', 900, 15.5, 5, 6, 7, 1, 1),
             ('PR-20002', 'draft', 1, 'van', 'Potatoes', 40000, 'Twin Falls', 'ID', '83301', 42, -114, 1, 'America/Boise', 'Phoenix', 'AZ', '85001', 33, -112, 1, 'America/Phoenix', 900, 15.5, 5, 6, 7, 1, 1);
    delete from load where id = 2;
    insert into quote (customer_id, rep_id, valid_until, valid_until_at, created_at) values (1, 1, '2026-12-01', 1, 1);
    insert into quote_line (quote_id, position, cells, problems, charges, band_newest_at) values (1, 1, '{}', '[]', '[]', 1795000000000.4);
    insert into log (at, load_id, actor_kind, actor_name, kind, data) values (30, 1, 'person', 'Ines Calloway', 'load_created', '{"kind":"load_created","copiedFrom":null,"practice":false}'), (50, 1, 'rule', 'offers end at their time', 'state_changed', '{"kind":"state_changed","from":"draft","to":"uncovered"}'), (60, 1, 'person', 'Ines Calloway', 'limits_set', '{"kind":"limits_set","from":{"targetMinor":null,"mostMinor":null},"to":{"targetMinor":1,"mostMinor":2}}');
    insert into quote_log (at, quote_id, actor_kind, actor_name, kind, data) values (40, 1, 'person', 'Somebody Gone', 'made', '{}');
    insert into carrier_log (at, carrier_id, actor_kind, actor_name, kind, data) values (20, 1, 'carrier', 'Carrier 1 by link', 'paper_received', '{"paperKind":"w9","fileName":"w9.pdf"}');
    insert into carrier_link (carrier_id, purpose, kinds, sent_to, asked_by, asked_at, expires_at) values (1, 'papers', '["w9"]', 'a@b.example', 'Ines Calloway', 10, 99);
    insert into paper (carrier_id, kind, state, file_name, received_at, received_from) values (1, 'w9', 'waiting', 'w9.pdf', 20, 'Carrier 1 by link');
    insert into payee (carrier_id, kind, name, bank_name, routing, account_end, account_sealed, account_key, state, asked_by, asked_at, decided_by, decided_at)
      values (1, 'carrier', 'Carrier 1', 'Bank', '991000009', '0417', 'x', 'y', 'approved', 'Ines Calloway', 1, 'Ruth Amsel', 2);
    insert into gate_alert (load_id, carrier_id, reasons, raised_at, ended_at, ended_how) values (1, 1, '[{"code":"no_w9","message":"W-9 is not on file","mend":"Request it"}]', 1, 2, 'mended');
    insert into answering_rule (customer_id, position, rule, is_on, made_by, made_at) values (1, 1, '{"name":"West","leastDays":1,"mostDays":9}', 0, 'Ines Calloway', 1);
    insert into saved_view (user_id, name, query) values (1, 'mine', 'q=x'), (77, 'nobody’s', 'q=y');
  `)
  db.close()
}

test('a database of an earlier version keeps all that happened, with who did it by id', () => {
  const path = join(folder, 'old.db')
  oldDatabase(path)
  const db = openDatabase(path, { durable: false })
  const all = (sql: string) => db.$client.prepare(sql).raw().all()
  expect(
    all('select aggregate, aggregate_id, actor_kind, actor_id, actor_name, kind, data from event order by id'),
  ).toEqual([
    ['carrier', 1, 'carrier', 1, 'Carrier 1 by link', 'document_received', '{"documentKind":"w9","fileName":"w9.pdf"}'],
    ['load', 1, 'person', 1, 'Ines Calloway', 'load_created', '{"copiedFrom":null,"practice":false}'],
    ['quote', 1, 'system', null, 'Somebody Gone', 'made', '{}'],
    ['load', 1, 'system', null, 'offers end at their time', 'state_changed', '{"from":"draft","to":"uncovered"}'],
    [
      'load',
      1,
      'person',
      1,
      'Ines Calloway',
      'limits_set',
      '{"from":{"targetPayMinor":null,"maxPayMinor":null},"to":{"targetPayMinor":1,"maxPayMinor":2}}',
    ],
  ])
  // A fraction of a millisecond that an earlier version wrote is no reason to stay with it.
  expect(all('select band_newest_at, typeof(band_newest_at) from quote_line')).toEqual([[1_795_000_000_000, 'integer']])
  expect(all('select asked_by_id, decided_by_id from payee')).toEqual([[1, 2]])
  expect(all('select link_id, received_by_id, kind from carrier_document')).toEqual([[1, null, 'w9']])
  expect(all('select purpose from carrier_link')).toEqual([['documents']])
  // The number of a document that was deleted is not given out again either.
  expect(all("select seq from sqlite_sequence where name = 'carrier_document'")).toEqual([[1]])
  expect(all('pragma foreign_key_check')).toEqual([])
  expect(all('select name from user order by id')).toEqual([
    ['Ines Calloway'],
    ['Ruth Amsel'],
    ['Ines Calloway (other@x.example)'],
  ])
  expect(all('select reasons, ended_how from gate_alert')).toEqual([
    ['[{"code":"no_w9","message":"W-9 is not on file","fix":"Request it"}]', 'fixed'],
  ])
  expect(all('select rule from answering_rule')).toEqual([['{"name":"West","minDays":1,"maxDays":9}']])
  expect(all('select user_id, name from saved_view')).toEqual([[1, 'mine']])
  // The number of a load that was deleted is not given out again.
  expect(all("select seq from sqlite_sequence where name = 'load'")).toEqual([[2]])
  db.$client.close()
})
