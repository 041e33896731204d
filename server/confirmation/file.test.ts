import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { flatCharge } from '#core/charge/charge'
import type { ConfirmationTerms } from '#core/confirmation/terms'
import { carryOut } from '#server/load/commands'
import { awardLoad } from '#server/offer/award'
import { recordOffer } from '#server/offer/offers'
import { sheetFont } from '#server/pdf/fonts'
import { confirmation } from '#server/schema'
import { ines, openLoad, type TestWorld, testWorld } from '#server/testing/world'
import { confirmationFile } from './file'
import { confirmationPdf } from './pdf'

let world: TestWorld
let terms: ConfirmationTerms
let loadId: number
beforeEach(() => {
  world = testWorld()
  loadId = openLoad(world.db)
  recordOffer(world.db, loadId, { carrierId: 1, payMinor: 248_000, source: 'phone', goodUntil: null, note: '' }, ines)
  awardLoad(
    world.db,
    loadId,
    { offerId: 1, buyCharges: [flatCharge('line_haul', 248_000)], override: null, role: 'rep' },
    ines,
  )
  terms = world.db.select().from(confirmation).get()!.terms
})
afterEach(() => world.end())

const pages = (pdf: Buffer) => Number(/\/Count (\d+)/.exec(pdf.toString('latin1'))?.[1])
const draw = (over: Partial<ConfirmationTerms> = {}, isVoid = false) =>
  confirmationPdf({ number: 'RC-1-1', version: 1, void: isVoid, terms: { ...terms, ...over } })

describe('the confirmation on document', () => {
  test('is one page with its fonts in it', async () => {
    const pdf = await draw()
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
    expect(pages(pdf)).toBe(1)
    expect(pdf.toString('latin1').match(/\/FontFile2/g)!.length).toBeGreaterThanOrEqual(2)
    expect(pdf.length).toBeLessThan(100_000)
  })
  test('goes over to further pages with twenty stops and long instructions, none empty', async () => {
    const stops = Array.from({ length: 20 }, () => terms.stops[0]!)
    const pdf = await draw({ stops, instructions: ['Call ahead. '.repeat(160)] })
    expect(pages(pdf)).toBeGreaterThanOrEqual(3)
    expect(pages(pdf)).toBeLessThanOrEqual(5)
  })
  test('takes names with accents and marks', async () =>
    expect(pages(await draw({ carrier: { ...terms.carrier, name: 'Montréal – “Érable” & Fils <b>' } }))).toBe(1))
  test('is drawn once and kept, but drawn again when void', async () => {
    const first = await confirmationFile(world.db, 1)
    expect((await confirmationFile(world.db, 1))!.pdf.equals(first!.pdf)).toBe(true)
    expect(world.db.select().from(confirmation).get()!.pdf!.equals(first!.pdf)).toBe(true)
    carryOut(world.db, loadId, { kind: 'release', reason: 'broke down' }, ines)
    expect((await confirmationFile(world.db, 1))!.pdf.equals(first!.pdf)).toBe(false)
  })
  test('there is none for a number that is none', async () => expect(await confirmationFile(world.db, 99)).toBeNull())
})

test.each(['text', 'strong', 'figures'] as const)('the font for %s is plain sfnt with its tables in bounds', (name) => {
  const font = sheetFont(name)
  expect(font.readUInt32BE(0)).toBe(0x00010000)
  const tables = font.readUInt16BE(4)
  expect(tables).toBeGreaterThan(8)
  for (let index = 0; index < tables; index++) {
    const at = 12 + index * 16
    expect(font.readUInt32BE(at + 8) + font.readUInt32BE(at + 12)).toBeLessThanOrEqual(font.length)
  }
})
