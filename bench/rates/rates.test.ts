import { describe, expect, test } from 'vitest'
import { prefixOf } from '#core/rates/past-price'
import { locatePrefix } from '#server/rates/locate'
import { boostedTrees, treeOptions } from './boosted'
import { costsSource } from './costs-source'
import { levelsSource } from './levels-source'
import { linear, nearestLanes, sameLane } from './peers'
import { chanceFrom, pickerOf, type Source } from './source'
import { growTrees, quantile } from './trees'

const sources: [string, (seed: number, pastLoads: number, asked: number) => Source][] = [
  ['levels', levelsSource],
  ['costs', costsSource],
]

describe.each(sources)('the made-up past of %s', (name, make) => {
  const source = make(3, 6000, 1200)
  test('is the same for the same seed, another for another', () => {
    expect(make(3, 800, 60).questions).toEqual(make(3, 800, 60).questions)
    expect(make(4, 800, 60).questions).not.toEqual(make(3, 800, 60).questions)
  })
  test('its truth is one: eight in ten prices lie within it, half below its middle', () => {
    const within =
      source.questions.filter(({ paidMinor, truth }) => paidMinor >= truth![0] && paidMinor <= truth![2]).length /
      source.questions.length
    const below =
      source.questions.filter(({ paidMinor, truth }) => paidMinor < truth![1]).length / source.questions.length
    expect(within).toBeGreaterThan(0.74)
    expect(within).toBeLessThan(0.86)
    expect(below).toBeGreaterThan(0.44)
    expect(below).toBeLessThan(0.56)
  })
  test('about a third of its questions are on thin lanes, and some where the region moved', () => {
    const share = (pick: (question: Source['questions'][number]) => boolean) =>
      source.questions.filter(pick).length / source.questions.length
    expect(share(({ thin }) => thin)).toBeGreaterThan(0.2)
    expect(share(({ thin }) => thin)).toBeLessThan(0.6)
    expect(share(({ moved }) => moved)).toBeGreaterThan(0.02)
  })
  test('a thin lane has fewer than three loads before the question', () => {
    const lanes = new Map<string, number[]>()
    for (const { originPostal, destPostal, bookedAt } of source.history) {
      const key = `${prefixOf(originPostal)} ${prefixOf(destPostal)}`
      lanes.set(key, [...(lanes.get(key) ?? []), bookedAt])
    }
    for (const { thin, originPostal, destPostal, asOf } of source.questions.slice(0, 400)) {
      if (thin)
        expect(
          (lanes.get(`${prefixOf(originPostal)} ${prefixOf(destPostal)}`) ?? []).filter((at) => at < asOf).length,
        ).toBeLessThan(3)
    }
  })
  test('holds what histories hold: slipped digits, missing weights and, with levels, zero miles', () => {
    const { history } = source
    const perMile = history.filter(({ miles }) => miles).map(({ buyMinor, miles }) => buyMinor / miles!)
    const middle = quantile(Float64Array.from(perMile), 0.5)
    expect(perMile.some((each) => each > middle * 6)).toBe(true)
    expect([history.some(({ miles }) => !miles), history.some(({ weightLb }) => weightLb === null)]).toEqual([
      name === 'levels',
      true,
    ])
  })
  test('every peer answers every question, in order, far better than nothing', () => {
    const loss = (foretell: (question: Source['questions'][number]) => [number, number, number]) =>
      source.questions.reduce((sum, question) => sum + Math.abs(foretell(question)[1] - question.paidMinor), 0)
    const blind = quantile(
      Float64Array.from(source.history, ({ buyMinor }) => buyMinor),
      0.5,
    )
    for (const peer of [sameLane, linear, nearestLanes, boostedTrees({ ...treeOptions, rounds: 40 })]) {
      const foretell = peer.fit(source.history, locatePrefix)
      const answers = source.questions.map(foretell)
      expect(
        answers.every(([low, middle, high]) => low <= middle && middle <= high && low > 0),
        peer.name,
      ).toBe(true)
      expect(loss(foretell), peer.name).toBeLessThan(loss(() => [blind, blind, blind]) * 0.6)
    }
  })
})

describe('the boosted trees', () => {
  const luck = chanceFrom(5)
  const rows = 3000
  const [x, z] = [
    Float64Array.from({ length: rows }, () => luck.next()),
    Float64Array.from({ length: rows }, () => luck.next()),
  ]
  const noise = Float64Array.from({ length: rows }, () => luck.bell())
  const options = { rounds: 120, leaves: 12, minInLeaf: 30, rate: 0.1, rowShare: 0.7, featureShare: 1 }
  test('find a step and a slope, and the quantile they are asked for', () => {
    const target = Float64Array.from(x, (value, at) => (value > 0.5 ? 10 : 0) + z[at]! * 4 + noise[at]!)
    for (const share of [0.1, 0.5, 0.9]) {
      const grown = growTrees({ rows, columns: [x, z] }, target, share, options, chanceFrom(2).next)
      const below =
        Array.from({ length: rows }, (_, at) => target[at]! <= grown([x[at]!, z[at]!])).filter(Boolean).length / rows
      expect(Math.abs(below - share)).toBeLessThan(0.05)
    }
  })
  test('a column that says nothing changes little', () => {
    const target = Float64Array.from(x, (value) => value * 10)
    const grown = growTrees({ rows, columns: [x, z] }, target, 0.5, options, chanceFrom(2).next)
    expect(Math.abs(grown([0.3, 0.1]) - grown([0.3, 0.9]))).toBeLessThan(0.6)
    expect(grown([0.9, 0.5]) - grown([0.1, 0.5])).toBeGreaterThan(6)
  })
})

test('a picker draws each as often as its weight says', () => {
  const pick = pickerOf(chanceFrom(9), [1, 0, 3])
  const counts = [0, 0, 0]
  for (let turn = 0; turn < 8000; turn++) counts[pick()]!++
  expect(counts[1]).toBe(0)
  expect(counts[2]! / counts[0]!).toBeGreaterThan(2.7)
  expect(counts[2]! / counts[0]!).toBeLessThan(3.3)
})

test('a quantile is where that share lies below', () =>
  expect([0, 0.5, 1].map((share) => quantile(Float64Array.from([5, 1, 3]), share))).toEqual([1, 3, 5]))
