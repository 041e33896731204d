import { describe, expect, test } from 'vitest'
import { loggablePath } from './loggable-path'

const key = 'kQ3vYbX0pL9sT5uW7zA1cD2eF4gH6jK8mN0oP2qR4sT'

describe('a path in the log', () => {
  test.each([
    [`/c/12.${key}`],
    [`/c/12.${key}.data`],
    [`/c/12.${key}/pdf`],
    [`/C/12.${key}`],
    [`//c//12.${key}`],
    [`/%63/12.${key}`],
    [`/%2563/12%2e${key}`],
    [`/c/12%252E${key}`],
    [`/p/7.${key}`],
    [`/x/y/7.${key}`],
    [`/p/${key}`],
  ])('%s shows no more of a key than its beginning', (path) => {
    const shown = loggablePath(path)
    for (let at = 0; at + 8 <= key.length; at++) expect(shown).not.toContain(key.slice(at, at + 8))
  })
  test.each([
    ['/loads/12'],
    ['/loads/12.data'],
    ['/carriers/7/documents/3'],
    ['/quotes/4/export/csv'],
    ['/assets/entry.client.js'],
  ])('%s stands as it is, or nearly', (path) =>
    expect(loggablePath(path).replace('…', '')).toBe(path.slice(0, loggablePath(path).replace('…', '').length)),
  )
  test('no line ends in it', () => expect(loggablePath('/a%0d%0ab')).toBe('/a??b'))
})
