import { spawn, spawnSync } from 'node:child_process'
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { type Db, databasePath, openDatabase } from '#server/db.server'

let folder: string
let db: Db
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'oxpecker-backup-'))
  db = openDatabase(databasePath(folder))
})
afterEach(() => {
  if (db.$client.open) db.$client.close()
  rmSync(folder, { recursive: true, force: true })
})

const command = (script: string, ...args: string[]) =>
  spawnSync(process.execPath, ['--import', 'tsx', `bin/${script}.ts`, ...args], {
    env: { ...process.env, OX_DATA: folder },
    encoding: 'utf8',
  })
const customers = () =>
  (db.$client.prepare('select name from customer order by id').all() as { name: string }[]).map(({ name }) => name)
const addCustomer = (name: string) =>
  db.$client.prepare('insert into customer (name, search) values (?, ?)').run(name, name.toLowerCase())

test('a backup takes documents, exchange files and keys along, and is put back while the application has the database open', () => {
  addCustomer('Before')
  mkdirSync(join(folder, 'documents'))
  mkdirSync(join(folder, 'partners', 'snowmelt', 'archive'), { recursive: true })
  writeFileSync(join(folder, 'documents', 'abc'), 'a certificate')
  writeFileSync(join(folder, 'partners', 'snowmelt', 'archive', 'a.x12'), 'ISA*')
  const copy = join(folder, 'copy')
  expect(command('backup', copy)).toMatchObject({ status: 0, stdout: `${copy}\n` })
  expect(command('backup', copy)).toMatchObject({ status: 1, stderr: expect.stringContaining('never overwrites') })
  expect(readFileSync(join(copy, 'keys.env'), 'utf8')).toContain(`OX_SECRET=${process.env.OX_SECRET}`)
  for (const name of ['oxpecker.db', 'keys.env']) expect(statSync(join(copy, name)).mode & 0o077).toBe(0)

  addCustomer('After')
  rmSync(join(folder, 'documents'), { recursive: true })
  rmSync(join(folder, 'partners'), { recursive: true })
  expect(command('restore', copy)).toMatchObject({ status: 0, stdout: expect.stringContaining('Restored from') })
  // The connection that was open all along sees the restored state, and can go on writing.
  expect(customers()).toEqual(['Before'])
  addCustomer('Later')
  expect(customers()).toEqual(['Before', 'Later'])
  expect(readFileSync(join(folder, 'documents', 'abc'), 'utf8')).toBe('a certificate')
  expect(readFileSync(join(folder, 'partners', 'snowmelt', 'archive', 'a.x12'), 'utf8')).toBe('ISA*')
  // What stood there before can be put back as well.
  const kept = readdirSync(join(folder, 'backups')).find((name) => name.startsWith('before-restore'))!
  expect(command('restore', join(folder, 'backups', kept)).status).toBe(0)
  expect(customers()).toEqual(['Before', 'After'])
}, 90_000)

test('a backup of an earlier version brings its documents to where they are now', () => {
  const copy = join(folder, 'copy')
  expect(command('backup', copy).status).toBe(0)
  mkdirSync(join(copy, 'papers'))
  writeFileSync(join(copy, 'papers', 'abc'), 'a certificate')
  expect(command('restore', copy).status).toBe(0)
  expect(readFileSync(join(folder, 'documents', 'abc'), 'utf8')).toBe('a certificate')
  expect(existsSync(join(folder, 'papers'))).toBe(false)
}, 90_000)

test('both end beside an office that saves all the time, and leave nothing half', async () => {
  db.$client.exec(
    'create table filler (text text); with recursive n(at) as (select 1 union all select at + 1 from n where at < 40000) insert into filler select hex(randomblob(200)) from n',
  )
  addCustomer('Before')
  const office = spawn(process.execPath, [
    '-e',
    `const db = new (require('better-sqlite3'))(${JSON.stringify(databasePath(folder))}); db.pragma('busy_timeout = 5000'); setInterval(() => { try { db.prepare("update filler set text = hex(randomblob(200)) where rowid = abs(random()) % 40000 + 1").run(); process.stdout.write('.') } catch {} }, 5)`,
  ])
  await new Promise((resolve) => office.stdout.once('data', resolve))
  const copy = join(folder, 'copy')
  try {
    expect(command('backup', copy).status).toBe(0)
    addCustomer('After')
    expect(command('restore', copy).status).toBe(0)
  } finally {
    office.kill('SIGKILL')
  }
  expect(customers()).toEqual(['Before'])
  expect(db.$client.pragma('integrity_check', { simple: true })).toBe('ok')
  expect(readdirSync(folder).filter((name) => name.endsWith('-making'))).toEqual([])
}, 90_000)

test('what is no backup changes nothing, and a damaged database is replaced', () => {
  addCustomer('Here')
  const stranger = join(folder, 'stranger.db')
  new Database(stranger).exec('create table x (y)').close()
  expect(command('restore', stranger)).toMatchObject({
    status: 1,
    stderr: expect.stringContaining('no Oxpecker database'),
  })
  writeFileSync(join(folder, 'letter.txt'), 'Dear broker')
  expect(command('restore', join(folder, 'letter.txt'))).toMatchObject({
    status: 1,
    stderr: expect.stringContaining('nothing was changed'),
  })
  expect(customers()).toEqual(['Here'])

  const copy = join(folder, 'copy')
  expect(command('backup', copy).status).toBe(0)
  db.$client.close()
  truncateSync(databasePath(folder), 5_000)
  writeFileSync(databasePath(folder), 'x'.repeat(100), { flag: 'r+' })
  rmSync(`${databasePath(folder)}-wal`, { force: true })
  expect(command('restore', copy).status).toBe(0)
  db = openDatabase(databasePath(folder))
  expect(customers()).toEqual(['Here'])
  expect(existsSync(join(folder, 'backups'))).toBe(true)
}, 90_000)
