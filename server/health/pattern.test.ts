import { expect, test } from 'vitest'
import { patternOf } from './pattern'

test.each([
  ['/', '/'],
  ['/loads', '/loads'],
  ['/loads.data', '/loads'],
  ['/loads/20417/act', '/loads/:id/act'],
  ['/loads/4/confirmations/9/pdf', '/loads/:id/confirmations/:id/pdf'],
  ['/c/41.k3JabcDEF', '/c/:id'],
  ['/loads.csv', '/loads.csv'],
  ['/map/shapes.svg', '/map/shapes.svg'],
  ['/assets/index-B4kq.js', '/assets'],
  ['/WP-admin.php', '/other'],
  ['/.env', '/other'],
  ['/a/b/c/d/e/f/g', '/a/b/c/d/e'],
])('%s counts as %s', (path, pattern) => expect(patternOf(path)).toBe(pattern))
