import { describe, expect, test } from 'vitest'
import { permissions, permissionsOf } from '#core/access/access'
import routes from '../routes'
import { rooms, roomsFor } from './rooms'

interface Entry {
  id?: string
  path?: string
  index?: boolean
  file: string
  children?: Entry[]
}

const desk = (routes as Entry[]).find(({ file }) => file === 'routes/desk/desk.tsx')!
const pages = desk.children!.map(({ path, index }) => (index ? '/' : `/${path}`)).filter((path) => !path.includes(':'))

test('every page of the desk that has an address of its own can be gone to, and nothing else', () => {
  expect(pages.length).toBeGreaterThan(10)
  expect(rooms.map(({ to }) => to).toSorted()).toEqual(pages.toSorted())
})

test('a key leads to one room', () => {
  const keys = rooms.flatMap(({ key }) => key ?? [])
  expect(new Set(keys).size).toBe(keys.length)
})

describe('found by words', () => {
  test.each([
    ['diesel', ['/fuel']],
    ['policy vet', ['/vetting']],
    ['import', ['/carriers/import']],
    ['zzz', []],
  ])('%s', (typed, found) => expect(roomsFor(typed, permissions).map(({ to }) => to)).toEqual(found))
  test('who may not edit is not sent where only editors may go', () => {
    expect(roomsFor('new load', permissions)).toHaveLength(1)
    expect(roomsFor('new load', permissionsOf('viewer'))).toEqual([])
  })
})
