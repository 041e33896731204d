import { createHash } from 'node:crypto'
import { mkdirSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { verify } from './verify'

let world: TestWorld
let folder: string
beforeEach(() => {
  world = testWorld()
  folder = dirname(world.path)
  openLoad(world.db)
})
afterEach(() => world.end())

const found = () => verify(world.db, folder, world.path)
const run = (text: string) => world.db.$client.exec(text)
const content = 'a certificate'
const hash = createHash('sha256').update(content).digest('hex')
const keep = (as: string) => {
  mkdirSync(join(folder, 'documents'), { recursive: true })
  writeFileSync(join(folder, 'documents', as), content)
}
const document = `update carrier_document set stored_as = '${hash}' where id = 1`

test('of a sound office everything holds', () => {
  run(document)
  keep(hash)
  expect(found()).toEqual([])
})

test.each<[string, () => void, RegExp]>([
  [
    'a reference to nothing',
    () => run('pragma foreign_keys = off; update load set rep_id = 99'),
    /load row 1 names a user that is not there/,
  ],
  [
    'a text that does not fit its schema',
    () => run('update carrier set equipment = \'["zeppelin"]\' where id = 2'),
    /carrier row 2: .*equipment does not fit/,
  ],
  ['a text that is no JSON', () => run("update carrier set equipment = 'van' where id = 3"), /carrier row 3/],
  [
    'a secret sealed with another key',
    () => run("update user set totp_secret = 'sealed:1:AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA' where id = 2"),
    /user row 2: Sealed with another secret/,
  ],
  ['a document that is gone', () => run(document), /document [0-9a-f]{12}… is not in its folder/],
  [
    'a document that was replaced',
    () => {
      run(document)
      mkdirSync(join(folder, 'documents'))
      writeFileSync(join(folder, 'documents', hash), 'another')
    },
    /is not what was put there/,
  ],
])('%s is found', (_, harm, words) => {
  harm()
  expect(found()).toEqual([expect.stringMatching(words)])
})
