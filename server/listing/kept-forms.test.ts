import { afterEach, beforeEach, expect, test } from 'vitest'
import { now, type TestWorld, testWorld } from '#server/testing/world'
import { dropForm, keepForm, keptFormOf } from './kept-forms'

let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

const day = 86_400_000
const keep = (userId: number, form: string, text: string, at = now) =>
  keepForm(world.db, userId, form, { fields: { text }, keptAt: at })

test('a form is kept for one person and one form, the last that was typed', () => {
  keep(1, 'load/new', 'first')
  keep(1, 'load/new', 'second', now + 1)
  keep(1, 'load/7', 'other')
  expect(keptFormOf(world.db, 1, 'load/new')).toEqual({ fields: { text: 'second' }, keptAt: now + 1 })
  expect(keptFormOf(world.db, 2, 'load/new')).toBeNull()
  dropForm(world.db, 1, 'load/new')
  expect(keptFormOf(world.db, 1, 'load/new')).toBeNull()
  expect(keptFormOf(world.db, 1, 'load/7')?.fields).toEqual({ text: 'other' })
})

test('what nobody came back to in a month is forgotten', () => {
  keep(1, 'load/7', 'old', now - 31 * day)
  keep(2, 'load/9', 'new', now)
  expect(keptFormOf(world.db, 1, 'load/7')).toBeNull()
})
