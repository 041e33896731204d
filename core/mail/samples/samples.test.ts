import { expect, test } from 'vitest'
import { equipmentKinds } from '../../load/load'
import { regionNames } from '../../place/regions'
import { isDay } from '../../time/local'
import { kindOf } from './sample'
import { heldOutSamples, knownSamples } from './samples'

const all = [...knownSamples, ...heldOutSamples]

test('every mail is one of its own, and what it says in truth can be said', () => {
  expect(new Set(all.map(({ id }) => id)).size).toBe(all.length)
  for (const { id, sentAt, text, html, trucks, offers } of all) {
    expect(Number.isNaN(Date.parse(sentAt)), id).toBe(false)
    expect((text || html || '').length, id).toBeGreaterThan(5)
    for (const { city, region, equipment, from, to, destinations } of trucks) {
      expect(regionNames[region], `${id}: ${city}`).toBeDefined()
      expect(equipmentKinds, id).toContain(equipment)
      expect([from, to ?? from].every(isDay), id).toBe(true)
      // A truck is empty when the mail was sent, or some days later.
      const days = (Date.parse(from) - Date.parse(sentAt.slice(0, 10))) / 86_400_000
      expect(days >= 0 && days < 10, `${id}: ${from}`).toBe(true)
      for (const place of destinations) expect(regionNames[place.slice(-2)], `${id}: ${place}`).toBeDefined()
    }
    for (const { amount, expires } of offers) {
      expect(amount, id).toMatch(/^\d+\.\d\d$/)
      expect(expires === null || Date.parse(expires) > Date.parse(sentAt), id).toBe(true)
    }
  }
})

test('a good part of them is put aside, of every kind', () => {
  const kinds = (samples: readonly (typeof all)[number][]) => new Set(samples.map(kindOf))
  expect(heldOutSamples.length).toBeGreaterThan(140)
  expect(all.length).toBeGreaterThan(250)
  expect([...kinds(heldOutSamples)].toSorted()).toEqual([...kinds(knownSamples)].toSorted())
})
