import fc from 'fast-check'
import { expect, test } from 'vitest'
import { type Equipment, equipmentKinds } from '../load/load'
import { type DirectoryQuery, directoryQuerySchema } from './directory'
import { type DirectoryFacts, DirectoryIndex } from './directory-index'

const since = { three: 900, twelve: 600 }
const facts = fc.record({
  verdict: fc.constantFrom('clear' as const, 'caution' as const, 'stop' as const, null),
  region: fc.constantFrom('ID', 'UT', 'TX'),
  equipment: fc.subarray([...equipmentKinds]),
  lastLoadAt: fc.option(fc.integer({ min: 1, max: 1000 })),
  city: fc.constantFrom('Boise', 'Ogden'),
  powerUnits: fc.option(fc.integer({ min: 1, max: 9 })),
})
const query = fc
  .record({
    verdict: fc.option(fc.constantFrom('clear', 'stop')),
    region: fc.option(fc.constantFrom('ID', 'UT', 'NV')),
    equipment: fc.option(fc.constantFrom(...equipmentKinds)),
    used: fc.option(fc.constantFrom('3', '12', 'never')),
  })
  .map((parts) => directoryQuerySchema.parse(parts))

const fits = (each: DirectoryFacts, asked: DirectoryQuery) =>
  (asked.verdict === null || each.verdict === asked.verdict) &&
  (asked.region === null || each.region === asked.region) &&
  (asked.equipment === null || each.equipment.includes(asked.equipment)) &&
  (asked.used === null ||
    (asked.used === 'never'
      ? each.lastLoadAt === null
      : (each.lastLoadAt ?? 0) >= (asked.used === '3' ? since.three : since.twelve)))

test('one look over all says what asking every filter by itself says', () => {
  fc.assert(
    fc.property(
      fc.array(facts, { maxLength: 30 }),
      query,
      fc.option(fc.array(fc.integer({ min: 1, max: 40 }))),
      (list, asked, among) => {
        const carriers = list.map((each, at) => ({ ...each, id: at + 1, name: String(at).padStart(3, '0') }))
        const said = carriers.filter(({ id }) => among === null || among.includes(id))
        const { ids, counts } = new DirectoryIndex(carriers).find(asked, among, since)
        expect(ids).toEqual(said.filter((each) => fits(each, asked)).map(({ id }) => id))
        const count = (part: Partial<DirectoryQuery>) => said.filter((each) => fits(each, { ...asked, ...part })).length
        for (const verdict of ['clear', 'caution', 'stop'] as const)
          expect(counts.verdict[verdict] ?? 0).toBe(count({ verdict }))
        for (const region of ['ID', 'UT', 'TX']) expect(counts.region[region] ?? 0).toBe(count({ region }))
        for (const kind of equipmentKinds as readonly Equipment[])
          expect(counts.equipment[kind] ?? 0).toBe(count({ equipment: kind }))
        for (const used of ['3', '12', 'never'] as const) expect(counts.used[used] ?? 0).toBe(count({ used }))
      },
    ),
  )
})

test('after carriers came, changed or went it answers as one made of them all, in the order of their names', () => {
  const named = fc.record({
    id: fc.integer({ min: 1, max: 12 }),
    name: fc.constantFrom('alder', 'alder lines', 'birch', 'cedar', 'ærø'),
    verdict: fc.constantFrom('clear' as const, 'stop' as const, null),
    region: fc.constantFrom('ID', 'UT'),
    equipment: fc.subarray([...equipmentKinds]),
    lastLoadAt: fc.option(fc.integer({ min: 1, max: 1000 })),
    city: fc.constantFrom('Boise', 'Ogden'),
    powerUnits: fc.option(fc.integer({ min: 1, max: 9 })),
  })
  const some = fc.uniqueArray(named, { selector: ({ id }) => id })
  fc.assert(
    fc.property(some, some, fc.uniqueArray(fc.integer({ min: 1, max: 12 })), query, (before, changed, ended, asked) => {
      const gone = ended.filter((id) => !changed.some((each) => each.id === id))
      const now = new Map([...before, ...changed].map((each) => [each.id, each]))
      for (const id of gone) now.delete(id)
      const expected = [...now.values()]
        .filter((each) => fits(each, asked))
        .sort((a, b) => a.id - b.id)
        .sort((a, b) => Number(a.name > b.name) - Number(a.name < b.name))
      const updated = new DirectoryIndex(before)
      updated.update(changed, gone)
      expect(updated.find(asked, null, since).ids).toEqual(expected.map(({ id }) => id))
      expect(updated.find(asked, null, since)).toEqual(new DirectoryIndex([...now.values()]).find(asked, null, since))
    }),
  )
})

test.each([
  ['name', [1, 2, 3, 4]],
  ['-name', [4, 3, 2, 1]],
  ['based', [3, 1, 4, 2]],
  ['trucks', [3, 1, 4, 2]],
  ['-trucks', [2, 1, 4, 3]],
  ['-last_load', [4, 1, 2, 3]],
  ['-standing', [2, 1, 4, 3]],
])('sorted by %s', (sort, ids) => {
  const one = {
    verdict: 'clear' as const,
    region: 'ID',
    equipment: [],
    lastLoadAt: null,
    powerUnits: null,
    city: 'Boise',
  }
  const index = new DirectoryIndex([
    { ...one, id: 4, name: 'elk', verdict: 'clear', powerUnits: 5, lastLoadAt: 900 },
    { ...one, id: 1, name: 'alder', verdict: 'caution', powerUnits: 5, lastLoadAt: 400 },
    { ...one, id: 3, name: 'cedar', verdict: null, city: 'Arco' },
    { ...one, id: 2, name: 'birch', verdict: 'stop', powerUnits: 20, region: 'UT' },
  ])
  expect(index.find(directoryQuerySchema.parse({ sort }), null, since).ids).toEqual(ids)
})
