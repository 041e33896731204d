import { expect, test } from 'vitest'
import { safeCell } from './cell'

test.each([
  ['=1+1', "'=1+1"],
  ['@SUM(A1)', "'@SUM(A1)"],
  ['\t=1', "'\t=1"],
  ['Night Heron Lines', 'Night Heron Lines'],
  [-12, -12],
  [null, ''],
])('%j is written %j', (value, cell) => expect(safeCell(value)).toBe(cell))
