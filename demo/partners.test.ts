import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { eq, sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { acknowledge } from '#core/x12/answer'
import { Inspector, type TransactionRead } from '#core/x12/inspect'
import { readTender } from '#core/x12/read-tender'
import { responseSegments } from '#core/x12/write-sets'
import { writeInterchange } from '#core/x12/writer'
import type { InterchangeReport } from '#core/x12/x12'
import { type Db, openDatabase } from '#server/db.server'
import { placeRateModel } from '#server/rates/model'
import { answeringRule, customer, facility, partner, partnerCode, site, tenderNotice } from '#server/schema'
import type { Member } from '../stand-ins/partners/member'
import { acknowledgement, readIncoming } from '../stand-ins/partners/read'
import { newShipment, tenderSet } from '../stand-ins/partners/tender'
import { interchange } from '../stand-ins/partners/write'
import { generateDemo } from './generate'
import { writePartnerMembers, writeSiteFreight } from './partner-wires'
import { chance } from './random'

const now = Date.UTC(2026, 10, 27, 14)
let folder: string
let db: Db
let members: Member[]

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'oxpecker-partners-'))
  db = openDatabase(join(folder, 'test.db'), { durable: false })
  await generateDemo(db, {
    seed: 5,
    pastLoads: 900,
    now,
    wires: { secret: 'a secret that is long enough', partners: 'http://partners.example', site: 'http://site.example' },
  })
  writePartnerMembers(db, folder, 'http://desk.example')
  writeSiteFreight(db, folder)
  members = JSON.parse(readFileSync(join(folder, 'partner-members.json'), 'utf8'))
})
afterAll(() => {
  // The other tests of this process begin without a rate model.
  placeRateModel(null)
  db.$client.close()
  rmSync(folder, { recursive: true, force: true })
})

/** What our own reader makes of a text. */
function inspected(text: string): { reports: InterchangeReport[]; sets: TransactionRead[] } {
  const reports: InterchangeReport[] = []
  const sets: TransactionRead[] = []
  const inspector = new Inspector({
    keep: () => true,
    onInterchange: (report) => reports.push(report),
    onTransaction: (read) => sets.push(read),
  })
  inspector.push(text)
  inspector.end()
  return { reports, sets }
}

describe('what the partners send', () => {
  test('four partners of different habits, one by HTTP', () => {
    expect(members.map(({ transport }) => transport).toSorted()).toEqual(['folder', 'folder', 'folder', 'http'])
    expect(new Set(members.map(({ version }) => version)).size).toBe(4)
    expect(new Set(members.map(({ element, segment }) => element + segment)).size).toBeGreaterThan(2)
  })

  test.each([0, 1, 2, 3])(
    'partner %i: every tender, change and cancellation is valid in its version and reads as it was meant',
    (which) => {
      const member = members[which]!
      const luck = chance(which + 1)
      for (let number = 1; number <= 40; number++) {
        const shipment = newShipment(member, number, now, luck.next)
        const purposes = ['00', '04', '01'] as const
        const { reports, sets } = inspected(
          interchange(
            member,
            'SM',
            purposes.map((purpose) => tenderSet(member, shipment, purpose)),
            number,
            new Date(now),
          ),
        )
        expect(reports[0]!.faults).toEqual([])
        expect(reports[0]!.groups[0]!.faults).toEqual([])
        for (const { report } of sets) expect(report.faults, member.name).toEqual([])
        const read = sets.map(({ segments }) => readTender(segments))
        expect(read.map(({ purpose }) => purpose)).toEqual(['original', 'change', 'cancel'])
        const [from, to] = [member.sites[shipment.lane.from]!, member.sites[shipment.lane.to]!]
        expect(read[0]).toMatchObject({
          shipmentId: shipment.id,
          charge: { amount: `${shipment.usd}.00`, currency: 'USD' },
          equipment: { kind: shipment.lane.equipment },
          references: [{ qualifier: 'PO', value: shipment.po }],
        })
        expect(read[0]!.stops[0]).toMatchObject({ code: from.code, city: from.city, reason: 'load' })
        expect(read[0]!.stops.at(-1)).toMatchObject({ code: to.code, city: to.city, reason: 'unload' })
        expect(read[0]!.stops[0]!.earliest! < read[0]!.stops[0]!.latest!).toBe(true)
        if (shipment.lane.temp) expect(read[0]!.equipment.tempF!.min).toBe(shipment.lane.temp[0])
      }
    },
  )
})

describe('what the partners make of ours', () => {
  const member = () => members[0]!
  const ours = (over: { control?: string; accept?: string } = {}) =>
    writeInterchange(
      {
        delimiters: { element: '*', component: '>', repetition: null, segment: '~' },
        version: '00401',
        groupVersion: '004010',
        usage: 'P',
        sender: { qualifier: 'ZZ', id: 'PLOVERROOK', group: 'PLOVERROOK' },
        receiver: { qualifier: 'ZZ', id: member().id, group: member().id },
        control: over.control ?? '7',
        groupType: 'GF',
        groupControl: '7',
        date: '20261127',
        time: '0930',
      },
      [
        {
          type: '990',
          control: '0001',
          segments: responseSegments({
            scac: 'PLRK',
            shipmentId: 'SN1',
            date: '20261127',
            accept: true,
            remarks: [],
          }).map((segment) => (segment[0] === 'B1' && over.accept ? segment.with(4, over.accept) : segment)),
        },
      ],
    )

  test('a good answer has nothing wrong, and is acknowledged as accepted in valid X12', () => {
    const incoming = readIncoming(ours())!
    expect(incoming).toMatchObject({
      sender: 'PLOVERROOK',
      control: 7,
      group: 'GF',
      problems: [],
      sets: [{ type: '990', problems: [] }],
    })
    const { sets } = inspected(
      interchange(member(), 'FA', [{ type: '997', segments: acknowledgement(incoming) }], 3, new Date(now)),
    )
    expect(sets[0]!.report).toMatchObject({ type: '997', faults: [] })
    expect(sets[0]!.segments.find(([id]) => id === 'AK5')).toEqual(['AK5', 'A'])
  })
  test('an answer that is neither yes nor no, a count that is wrong and an end that is missing are found', () => {
    expect(readIncoming(ours({ accept: 'C' }))!.sets[0]!.problems).toEqual(['B104 is neither A nor D'])
    expect(readIncoming(ours().replace('SE*3', 'SE*4'))!.sets[0]!.problems).toEqual(['SE counts 4, there are 3'])
    expect(readIncoming(ours().replace(/IEA.*/, ''))!.problems).toEqual(['there is no IEA'])
    expect(readIncoming('Dear customer')).toBeNull()
  })
  test('our acknowledgement of what they sent has nothing wrong in any of their manners', () => {
    for (const each of members) {
      const sent = interchange(
        each,
        'SM',
        [tenderSet(each, newShipment(each, 1, now, chance(2).next), '00')],
        4,
        new Date(now),
      )
      const text = acknowledge(inspected(sent).reports[0]!, { date: '20261127', time: '0930', control: '9' })!
      const read = readIncoming(text)!
      expect([read.problems, read.sets.map(({ problems }) => problems), read.receiver]).toEqual([[], [[]], each.id])
    }
  })
})

test('the demo knows most codes of its partners and has some to map, ninety days of answers, and rules of which not all are on', () => {
  const codes = db.select({ mapped: sql<number>`sum(mapped_at is not null)` }).from(partnerCode).get()!
  expect(codes.mapped).toBeGreaterThan(40)
  // A code means the same place to us and to the partner.
  for (const member of members) {
    const mapped = db
      .select({ code: partnerCode.code, name: facility.name, address: facility.address, city: facility.city })
      .from(partnerCode)
      .innerJoin(partner, eq(partner.id, partnerCode.partnerId))
      .innerJoin(facility, eq(facility.id, partnerCode.facilityId))
      .where(eq(partner.name, member.name))
      .all()
    for (const { code, name, address, city } of mapped)
      expect(
        member.sites.find((each) => each.code === code),
        `${member.name} ${code}`,
      ).toMatchObject({ name, street: address, city })
  }
  const unknown = members.flatMap((member) => {
    const known = new Set(
      db
        .select({ code: partnerCode.code })
        .from(partnerCode)
        .innerJoin(partner, eq(partner.id, partnerCode.partnerId))
        .where(eq(partner.name, member.name))
        .all()
        .map(({ code }) => code),
    )
    return member.sites.filter(({ code }) => !known.has(code))
  })
  expect(unknown.length).toBeGreaterThan(2)
  const past = db
    .select({ state: tenderNotice.state, count: sql<number>`count(*)` })
    .from(tenderNotice)
    .groupBy(tenderNotice.state)
    .all()
  expect(past.map(({ state }) => state).toSorted()).toEqual(['accepted', 'declined', 'lapsed'])
  expect(
    db
      .select({ on: answeringRule.on })
      .from(answeringRule)
      .all()
      .map(({ on }) => on)
      .toSorted(),
  ).toEqual([false, true, true])
  expect(db.select().from(site).all()).toHaveLength(1)
  expect(
    db
      .select()
      .from(customer)
      .all()
      .every(({ hold }) => hold === null),
  ).toBe(true)
  const freight = JSON.parse(readFileSync(join(folder, 'site-freight.json'), 'utf8')) as {
    sites: unknown[]
    lanes: { from: number; to: number }[]
  }
  for (const { from, to } of freight.lanes) expect(Math.max(from, to)).toBeLessThan(freight.sites.length)
})
