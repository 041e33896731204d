import {
  closeSync,
  copyFileSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
  writeSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { DatabaseProblem, openDatabase } from '#server/db.server'
import { migrateOnce } from './soundness'

let folder: string
let path: string
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'oxpecker-sound-'))
  path = join(folder, 'oxpecker.db')
})
afterEach(() => rmSync(folder, { recursive: true, force: true }))

const make = () => openDatabase(path, { durable: false }).$client.close()
const problem = () => {
  try {
    openDatabase(path, { durable: false }).$client.close()
    return null
  } catch (error) {
    if (error instanceof DatabaseProblem) return error
    throw error
  }
}
const change = (sql: string) => new Database(path).exec(sql).close()

describe('a database at the start', () => {
  test('that is whole opens again and again, and only its owner may read it', () => {
    make()
    expect(problem()).toBeNull()
    expect(statSync(path).mode & 0o077).toBe(0)
  })
  test('with a damaged page is refused, with what to do', () => {
    make()
    change(
      'insert into customer (name, search) select hex(randomblob(50)), hex(randomblob(50)) from (with recursive n(at) as (select 1 union all select at + 1 from n where at < 4000) select at from n); pragma wal_checkpoint(truncate)',
    )
    const size = statSync(path).size
    const file = openSync(path, 'r+')
    // The last pages hold rows: the file opens, and only who reads them finds out.
    for (let page = Math.floor(size / 4096) - 40; (page + 1) * 4096 < size; page += 3)
      writeSync(file, Buffer.alloc(4096, 0x5a), 0, 4096, page * 4096)
    closeSync(file)
    const found = problem()
    expect(found).toMatchObject({ code: 'damaged', message: expect.stringMatching(/is damaged .*npm run restore/) })
  })
  test('that is no database is refused', () => {
    writeFileSync(path, 'a letter to the broker, which is long enough to be looked at')
    expect(problem()).toMatchObject({ message: expect.stringContaining('npm run restore') })
  })
  test.each([
    ['a table', 'pragma foreign_keys = off; drop table offer', 'table offer missing'],
    ['a column', 'alter table load drop column pallets', 'load.pallets missing'],
  ])('that lacks %s is refused, and the gap is named', (_, sql, words) => {
    make()
    change(sql)
    expect(problem()).toMatchObject({ code: 'not_whole', message: expect.stringContaining(words) })
  })
  test('that a newer version wrote is refused', () => {
    make()
    change("insert into __drizzle_migrations (hash, created_at) values ('later', 99999999999999)")
    expect(problem()).toMatchObject({ code: 'newer', message: expect.stringContaining('newer version') })
  })
})

describe('migrations', () => {
  /** The project's migrations, and one more that somebody is still writing. */
  function withOneMore(sql: string): string {
    const next = join(folder, 'drizzle')
    rmSync(next, { recursive: true, force: true })
    const journal = JSON.parse(readFileSync('drizzle/meta/_journal.json', 'utf8')) as { entries: object[] }
    journal.entries.push({
      idx: journal.entries.length,
      version: '6',
      when: 9_999_999_999_999,
      tag: '9999_next',
      breakpoints: true,
    })
    const meta = join(next, 'meta')
    mkdirSync(meta, { recursive: true })
    for (const name of readdirSync('drizzle').filter((each) => each.endsWith('.sql')))
      copyFileSync(join('drizzle', name), join(next, name))
    writeFileSync(join(next, '9999_next.sql'), sql)
    writeFileSync(join(meta, '_journal.json'), JSON.stringify(journal))
    return next
  }
  test('run once, after a backup of what stood there', () => {
    make()
    const next = withOneMore('CREATE TABLE `added` (`id` integer);')
    const client = new Database(path)
    migrateOnce(client, next, join(folder, 'backups'))
    migrateOnce(client, next, join(folder, 'backups'))
    expect(client.prepare("select count(*) n from sqlite_master where name = 'added'").get()).toEqual({ n: 1 })
    client.close()
    const [kept] = readdirSync(join(folder, 'backups'))
    const before = new Database(join(folder, 'backups', kept!), { readonly: true })
    expect(before.prepare("select count(*) n from sqlite_master where name = 'added'").get()).toEqual({ n: 0 })
    before.close()
  })
  test('that leave a reference to nothing change nothing', () => {
    make()
    change(
      "insert into customer (id, name, search) values (1, 'Snowmelt', 'snowmelt'); insert into quote (customer_id, rep_id, valid_until, valid_until_at, created_at) select 1, (select id from user), '2026-12-01', 1, 1 where exists (select 1 from user)",
    )
    change(
      "insert into user (mail, name, role, password_hash) values ('a@b.example', 'A', 'rep', 'x'); insert into session (token_hash, user_id, expires_at) values ('t', 1, 1)",
    )
    const client = new Database(path)
    expect(() => migrateOnce(client, withOneMore('DELETE FROM `user`;'), null)).toThrow(
      /names a user that is not there/,
    )
    expect(client.prepare('select count(*) n from user').get()).toEqual({ n: 1 })
    client.close()
  })
})
