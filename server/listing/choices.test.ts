import { afterEach, beforeEach, expect, test } from 'vitest'
import { type TestWorld, testWorld } from '#server/testing/world'
import { chooseColumns, chooseWidth, chosenColumns, chosenWidths, dropView, savedViews, saveView } from './choices'

let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

test('searches are kept, each person and each list their own', () => {
  saveView(world.db, 1, { list: 'carriers', name: 'Utah', query: 'region=UT' })
  saveView(world.db, 1, { list: 'carriers', name: 'Utah', query: 'region=UT&verdict=clear' })
  saveView(world.db, 1, { list: 'loads', name: 'Utah', query: 'from=UT' })
  expect(savedViews(world.db, 1, 'carriers')).toMatchObject([{ name: 'Utah', query: 'region=UT&verdict=clear' }])
  expect(savedViews(world.db, 1, 'loads')).toMatchObject([{ query: 'from=UT' }])
  dropView(world.db, 2, savedViews(world.db, 1, 'carriers')[0]!.id)
  expect([savedViews(world.db, 1, 'carriers').length, savedViews(world.db, 2, 'carriers').length]).toEqual([1, 0])
  dropView(world.db, 1, savedViews(world.db, 1, 'carriers')[0]!.id)
  expect(savedViews(world.db, 1, 'carriers')).toEqual([])
})

test('columns are chosen, changed and given back, each person their own', () => {
  expect(chosenColumns(world.db, 1, 'loads')).toBeNull()
  chooseColumns(world.db, 1, 'loads', ['state', 'rep'])
  chooseColumns(world.db, 1, 'loads', [])
  expect(chosenColumns(world.db, 1, 'loads')).toEqual([])
  expect(chosenColumns(world.db, 2, 'loads')).toBeNull()
  chooseColumns(world.db, 1, 'loads', null)
  expect(chosenColumns(world.db, 1, 'loads')).toBeNull()
})

test('a search that somebody shares is everybody’s to use, and theirs alone to drop', () => {
  saveView(world.db, 1, { list: 'loads', name: 'Missing POD', query: 'missing=delivery_proof', shared: true })
  saveView(world.db, 1, { list: 'loads', name: 'Utah', query: 'from=UT' })
  const seen = savedViews(world.db, 2, 'loads')
  expect(seen).toMatchObject([{ name: 'Missing POD', isOwn: false, keptBy: 'Ines Calloway' }])
  dropView(world.db, 2, seen[0]!.id)
  expect(savedViews(world.db, 2, 'loads')).toHaveLength(1)
  // Kept again without sharing, it is one's own again.
  saveView(world.db, 1, { list: 'loads', name: 'Missing POD', query: 'missing=delivery_proof' })
  expect(savedViews(world.db, 2, 'loads')).toEqual([])
  expect(savedViews(world.db, 1, 'loads').map(({ isOwn }) => isOwn)).toEqual([true, true])
})

test('how wide a column is made is kept for each person and list, until it is set back', () => {
  chooseWidth(world.db, 1, 'loads', { column: 'lane', width: 320 })
  chooseWidth(world.db, 1, 'loads', { column: 'lane', width: 240 })
  chooseWidth(world.db, 1, 'loads', { column: 'carrier', width: 90 })
  expect(chosenWidths(world.db, 1, 'loads')).toEqual({ lane: 240, carrier: 90 })
  expect([chosenWidths(world.db, 2, 'loads'), chosenWidths(world.db, 1, 'quotes')]).toEqual([{}, {}])
  chooseWidth(world.db, 1, 'loads', { column: 'lane', width: null })
  expect(chosenWidths(world.db, 1, 'loads')).toEqual({ carrier: 90 })
})
