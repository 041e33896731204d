import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { backUp, drillRestore, rotate } from '#server/database/back-up'
import { databasePath, openDatabase } from '#server/db.server'
import { backup, officeVersion } from '#server/schema'
import { settings } from '#server/settings.server'
import { testOffice } from '#server/testing/office'
import { openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { backUpNow, isBackupDue, lastBackups } from './schedule'

let world: TestWorld
let folder: string
beforeEach(() => {
  world = testWorld()
  folder = mkdtempSync(join(tmpdir(), 'oxpecker-backups-'))
})
afterEach(() => {
  world.end()
  rmSync(folder, { recursive: true, force: true })
})

/** Pocatello's clock is seven hours behind in November; the night's backup is made after 1:30 am there. */
const at = (hour: number, minute: number, day = 24) => Date.UTC(2026, 10, day, hour + 7, minute)
const made = (when: number, ok = true) =>
  world.db.insert(backup).values({ at: when, name: 'x', ok, words: '', loads: 0, bytes: 0, tookMs: 1 }).run()

describe('a backup is due', () => {
  test.each([
    ['before the hour', at(1, 29), null, true, false],
    ['after it, where there was none', at(1, 30), null, true, true],
    ['after it, with one of the evening before', at(1, 30), at(23, 50, 23), true, true],
    ['after it, with one of the same night', at(9, 0), at(1, 31), true, false],
    ['soon after one that failed', at(2, 0), at(1, 31), false, false],
    ['an hour after one that failed', at(2, 31), at(1, 31), false, true],
    ['on the first of a month', at(1, 30, 31), at(1, 30, 30), true, true],
  ] as const)('%s', (_, now, last, ok, isDue) => {
    if (last !== null) made(last, ok)
    expect(isBackupDue(world.db, now)).toBe(isDue)
  })
})

describe('a backup', () => {
  const target = () => join(folder, 'copy')
  function source(): string {
    const own = join(folder, 'own')
    mkdirSync(own)
    const db = openDatabase(databasePath(own))
    db.insert(officeVersion).values({ version: 1, office: testOffice, note: '', byName: '', at: 0 }).run()
    db.$client.close()
    writeFileSync(join(own, 'secret'), 'a secret of its own')
    return own
  }
  test('holds what a restore needs, and its drill reads it through and leaves nothing', () => {
    backUp(source(), target(), { OX_SECRET: 'from outside' })
    expect(readdirSync(target()).sort()).toEqual(['keys.env', 'oxpecker.db', 'secret'])
    expect(readFileSync(join(target(), 'keys.env'), 'utf8')).toBe('OX_SECRET=from outside\n')
    const scratch = join(folder, 'scratch')
    expect(drillRestore(target(), scratch)).toMatchObject({ ok: true, words: 'restored and read through', loads: 0 })
    expect(existsSync(scratch)).toBe(false)
  })
  test.each([
    ['cut short', (path: string) => truncateSync(path, 20_000)],
    ['gone', (path: string) => rmSync(path)],
    ['no database', (path: string) => writeFileSync(path, 'nothing')],
  ])('whose database is %s is found by the drill', (_, harm) => {
    backUp(source(), target(), {})
    harm(join(target(), 'oxpecker.db'))
    expect(drillRestore(target(), join(folder, 'scratch')).ok).toBe(false)
  })
  test('of a folder without a database is not made, and leaves nothing', () => {
    expect(() => backUp(join(folder, 'nowhere'), target(), {})).toThrow()
    expect(readdirSync(folder)).toEqual([])
  })
  test('by schedule is rotated, others stay', () => {
    for (const name of ['nightly-1', 'nightly-2', 'nightly-3', 'by-hand']) mkdirSync(join(folder, name))
    expect(rotate(folder, 'nightly-', 2)).toEqual(['nightly-1'])
    expect(readdirSync(folder).sort()).toEqual(['by-hand', 'nightly-2', 'nightly-3'])
  })
  test('of the night is made on a thread of its own and written down with what its drill found', async () => {
    const own = settings()
    const before = own.OX_DATA
    const data = source()
    Object.assign(own, { OX_DATA: data })
    openLoad(world.db)
    expect(await backUpNow(world.db)).toMatchObject({ ok: true })
    expect(lastBackups(world.db)).toMatchObject([{ ok: true, name: expect.stringMatching(/^nightly-/) }])
    expect(readdirSync(join(data, 'backups'))).toHaveLength(1)
    Object.assign(own, { OX_DATA: before })
  })
})
