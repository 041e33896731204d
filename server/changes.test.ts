import { afterEach, beforeEach, expect, test } from 'vitest'
import { inTransaction } from '#server/db.server'
import { openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { type Change, noteChange, onChanges, reportListenerFaults } from './changes'

let world: TestWorld
let heard: Change[][]
let stop: () => void
beforeEach(() => {
  world = testWorld(0)
  heard = []
  stop = onChanges((changes) => heard.push([...changes]))
})
afterEach(() => {
  stop()
  reportListenerFaults(console.error)
  world.end()
})

const note = (kind: string) => noteChange(world.db.$client, { aggregate: 'load', id: 1, kind })
const kinds = () => heard.map((changes) => changes.map(({ kind }) => kind))

test('what an inner transaction changed is published with the outermost one, once and in order', () => {
  inTransaction(world.db, () => {
    note('one')
    inTransaction(world.db, () => note('two'))
    expect(heard).toEqual([])
    note('three')
  })
  expect(kinds()).toEqual([['one', 'two', 'three']])
})

test('of what was taken back nothing is published, neither of a part nor of the whole', () => {
  inTransaction(world.db, () => {
    note('kept')
    expect(() =>
      inTransaction(world.db, () => {
        note('taken back')
        throw new Error('no')
      }),
    ).toThrow('no')
  })
  expect(() =>
    inTransaction(world.db, () => {
      note('all taken back')
      throw new Error('no')
    }),
  ).toThrow('no')
  inTransaction(world.db, () => undefined)
  expect(kinds()).toEqual([['kept']])
})

test('a listener that throws is reported, and harms neither the caller nor the others', () => {
  const faults: unknown[] = []
  reportListenerFaults((error) => faults.push(error))
  const stopBroken = onChanges(() => {
    throw new Error('broken listener')
  })
  const later: number[] = []
  const stopLater = onChanges((changes) => later.push(changes.length))
  const loadId = openLoad(world.db)
  stopBroken()
  stopLater()
  expect(loadId).toBe(1)
  expect(faults).toHaveLength(1)
  expect(later).toEqual([2])
  expect(kinds()).toEqual([['load_created', 'state_changed']])
})
