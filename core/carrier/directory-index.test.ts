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
  powerUnits: fc.option(fc.integer({ min: 1, max: 150 })),
})
const query = fc
  .record({
    verdict: fc.option(fc.constantFrom('clear', 'stop')),
    region: fc.option(fc.constantFrom('ID', 'UT', 'NV')),
    equipment: fc.option(fc.constantFrom(...equipmentKinds)),
    used: fc.option(fc.constantFrom('3', '12', 'never')),
    fleet: fc.option(fc.constantFrom('1', '6', '21', '101')),
    onTime: fc.option(fc.constantFrom('95', '85')),
  })
  .map((parts) => directoryQuerySchema.parse(parts))

/** Every third carrier is on time always, every third nine times of ten; nobody knows of the others. */
const shares = new Map(
  Array.from({ length: 40 }, (_, at) => [at, 1 - (at % 3) / 10] as const).filter(([at]) => at % 3 < 2),
)
const fleets: Record<string, [least: number, most: number]> = { 1: [1, 5], 6: [6, 20], 21: [21, 100], 101: [101, 999] }
const isFleet = (trucks: number | null, [least, most]: [number, number]) =>
  trucks !== null && trucks >= least && trucks <= most

const fits = (each: DirectoryFacts, asked: DirectoryQuery) =>
  (asked.fleet === null || isFleet(each.powerUnits, fleets[asked.fleet]!)) &&
  (asked.onTime === null || (shares.get(each.id) ?? 0) >= Number(asked.onTime) / 100) &&
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
        const index = new DirectoryIndex(carriers)
        index.takeShares(shares)
        const { ids, counts } = index.find(asked, among, since)
        expect(ids).toEqual(said.filter((each) => fits(each, asked)).map(({ id }) => id))
        const count = (part: Partial<DirectoryQuery>) => said.filter((each) => fits(each, { ...asked, ...part })).length
        for (const verdict of ['clear', 'caution', 'stop'] as const)
          expect(counts.verdict[verdict] ?? 0).toBe(count({ verdict }))
        for (const region of ['ID', 'UT', 'TX']) expect(counts.region[region] ?? 0).toBe(count({ region }))
        for (const kind of equipmentKinds as readonly Equipment[])
          expect(counts.equipment[kind] ?? 0).toBe(count({ equipment: kind }))
        for (const used of ['3', '12', 'never'] as const) expect(counts.used[used] ?? 0).toBe(count({ used }))
        for (const fleet of ['1', '6', '21', '101'] as const) expect(counts.fleet[fleet] ?? 0).toBe(count({ fleet }))
        for (const onTime of ['95', '85'] as const) expect(counts.onTime[onTime] ?? 0).toBe(count({ onTime }))
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
      updated.takeShares(shares)
      updated.update(changed, gone)
      const anew = new DirectoryIndex([...now.values()])
      anew.takeShares(shares)
      expect(updated.find(asked, null, since).ids).toEqual(expected.map(({ id }) => id))
      expect(updated.find(asked, null, since)).toEqual(anew.find(asked, null, since))
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
