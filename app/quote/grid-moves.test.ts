import { describe, expect, test } from 'vitest'
import { gridColumns, tracksOf } from './columns'
import { downFrom, movedBy, typedNext } from './grid-moves'
import { readSheet } from './read-sheet'

const columns = gridColumns({ compared: false, hasTheirs: false, currency: 'USD' })
const at = (id: string) => columns.findIndex((column) => column.id === id)
const size = { rows: 4, columns: columns.length }

describe('moving in the grid', () => {
  test.each([
    ['ArrowDown', { row: 2, column: 1 }],
    ['ArrowUp', { row: 0, column: 1 }],
    ['ArrowLeft', { row: 1, column: 0 }],
    ['ArrowRight', { row: 1, column: 2 }],
    ['PageDown', { row: 3, column: 1 }],
    ['PageUp', { row: 0, column: 1 }],
    ['Home', { row: 1, column: 1 }],
    ['End', { row: 1, column: size.columns - 1 }],
    ['Escape', { row: 1, column: 0 }],
  ])('%s', (key, to) => expect(movedBy(key, { row: 1, column: 1 }, size)).toEqual(to))
  test('with Ctrl to the very first and last', () =>
    expect([
      movedBy('Home', { row: 2, column: 5 }, size, true),
      movedBy('End', { row: 0, column: 0 }, size, true),
    ]).toEqual([
      { row: 0, column: 1 },
      { row: 3, column: size.columns - 1 },
    ]))
  test('never over an edge', () =>
    expect([
      movedBy('ArrowUp', { row: 0, column: 0 }, size),
      movedBy('ArrowDown', { row: 3, column: 0 }, size),
      movedBy('ArrowLeft', { row: 0, column: 0 }, size),
    ]).toEqual([
      { row: 0, column: 0 },
      { row: 3, column: 0 },
      { row: 0, column: 0 },
    ]))
  test('a letter moves nowhere', () => expect(movedBy('a', { row: 0, column: 0 }, size)).toBeNull())
})

describe('going on from a typed cell', () => {
  test('Tab passes over what is only told, and begins the next line at its origin', () => {
    expect(typedNext(columns, { row: 0, column: at('loads') }, 1)).toEqual({ row: 0, column: at('price') })
    expect(typedNext(columns, { row: 0, column: at('theirs') }, 1)).toEqual({ row: 1, column: at('origin') })
  })
  test('Shift+Tab likewise backwards', () => {
    expect(typedNext(columns, { row: 1, column: at('price') }, -1)).toEqual({ row: 1, column: at('loads') })
    expect(typedNext(columns, { row: 1, column: at('origin') }, -1)).toEqual({ row: 0, column: at('theirs') })
  })
  test('Enter: origin to destination, the last destination to a new line, else down', () => {
    expect(downFrom(columns, { row: 0, column: at('origin') }, 1)).toEqual({ row: 0, column: at('dest') })
    expect(downFrom(columns, { row: 0, column: at('dest') }, 1)).toEqual({ row: 1, column: at('origin') })
    expect(downFrom(columns, { row: 0, column: at('dest') }, 5)).toEqual({ row: 1, column: at('dest') })
    expect(downFrom(columns, { row: 0, column: at('price') }, 5)).toEqual({ row: 1, column: at('price') })
  })
})

test('what they pay makes room for what it was before, unless somebody has told it', () => {
  const ids = (over: Omit<Parameters<typeof gridColumns>[0], 'currency'>) =>
    gridColumns({ ...over, currency: 'CAD' }).map(({ id }) => id)
  expect(ids({ compared: true, hasTheirs: false })).not.toContain('theirs')
  expect(ids({ compared: true, hasTheirs: true })).toEqual(expect.arrayContaining(['theirs', 'before']))
  expect(tracksOf(columns).split(' ')).toHaveLength(columns.length)
})

describe('pasted text', () => {
  test('mixed line ends, quoted cells with commas and line ends in them', async () => {
    expect(await readSheet('a\tb\r\n"x, y"\t"two\nlines"\rc\td\n\n')).toEqual([
      ['a', 'b'],
      ['x, y', 'two\nlines'],
      ['c', 'd'],
    ])
  })
  test('a quote that never closes loses nothing', async () =>
    expect(await readSheet('Boise\t"Reno\nYakima\tDenver')).toEqual([
      ['Boise', '"Reno'],
      ['Yakima', 'Denver'],
    ]))
  test('rows of unlike length', async () =>
    expect(await readSheet('a,b,c\nd\ne,f')).toEqual([['a', 'b', 'c'], ['d'], ['e', 'f']]))
  test('a byte order mark in front', async () =>
    expect(await readSheet('\uFEFForigin,dest\nBoise,Reno')).toEqual([
      ['origin', 'dest'],
      ['Boise', 'Reno'],
    ]))
})
