import { eq } from 'drizzle-orm'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import {
  delimitersFormSchema,
  newPartnerSchema,
  type PartnerForm,
  partnerFormSchema,
  readDelimiter,
  usualStatusCodes,
} from '#core/tender/partner'
import { receive } from '#server/exchange/receive'
import { facility, partner, partnerCode, site, tenderNotice } from '#server/schema'
import { readTenderDetail } from '#server/tender/detail'
import { readWaitingTenders } from '#server/tender/read-waiting'
import { addPartner, fileOf, mapSampleCodes, tenderOf } from '#server/testing/partners'
import { ines, now, type TestWorld, testWorld } from '#server/testing/world'
import { mapCode } from './map-code'
import { nextControl } from './partners'
import { partnersOverview, readPartner } from './read'
import { createPartner, savePartner } from './save'

let world: TestWorld
beforeEach(() => {
  world = testWorld()
})
afterEach(() => world.end())

const fresh = {
  name: 'Two Otters Beverage',
  customerId: 1,
  transport: 'folder' as const,
  address: 'two-otters',
  theirQualifier: '02',
  theirId: 'TOBV',
  scac: 'PLRK',
}

describe('a new partner', () => {
  test('begins in test, with a secret of its own and our ids as the others have them', () => {
    addPartner(world.db)
    const made = createPartner(world.db, { ...fresh, transport: 'http', address: 'https://otters.example/in' }, ines)
    const row = world.db
      .select()
      .from(partner)
      .where(eq(partner.id, 'partnerId' in made ? made.partnerId : 0))
      .get()!
    expect(row).toMatchObject({ usage: 'T', ourId: 'PLOVERROOK', theirGroup: 'TOBV', paused: false })
    expect(row.secret.length).toBeGreaterThan(20)
  })
  test('one that reads a site is paused until its pages are described', () => {
    const made = createPartner(world.db, { ...fresh, transport: 'site', address: 'https://otters.example' }, ines)
    expect(world.db.select().from(partner).get()).toMatchObject({ paused: true, documents: [] })
    expect(world.db.select().from(site).get()!.partnerId).toBe('partnerId' in made ? made.partnerId : 0)
  })
  test('a name or ids that another has are refused', () => {
    createPartner(world.db, fresh, ines)
    expect(createPartner(world.db, { ...fresh, theirId: 'OTHER' }, ines)).toMatchObject({
      refusal: { code: 'partner_exists' },
    })
    expect(createPartner(world.db, { ...fresh, name: 'Other' }, ines)).toMatchObject({
      refusal: { code: 'partner_exists' },
    })
  })
  test.each([
    ['a folder that leads out', { address: '../secrets' }],
    ['a folder with a slash', { address: 'a/b' }],
    ['an address that is none', { transport: 'http' as const, address: 'ftp://otters.example' }],
    ['small letters for a SCAC', { scac: 'plrk' }],
    ['no id', { theirId: '' }],
  ])('%s is reported at its field', (_, over) =>
    expect(newPartnerSchema.safeParse({ ...fresh, ...over }).success).toBe(false),
  )
})

describe('settings', () => {
  const form = (over: Partial<PartnerForm> = {}): PartnerForm =>
    partnerFormSchema.parse({
      name: 'Snowmelt Potato Growers',
      customerId: 1,
      address: 'snowmelt',
      secret: '',
      delimiters: { element: '|', component: '>', segment: '[LF]', repetition: '', lineEnd: '' },
      scac: 'PLRK',
      version: '005010',
      usage: 'P',
      documents: ['204', '990'],
      respondMinutes: 45,
      onExpiry: 'keep',
      takesNotes: true,
      statusCodes: usualStatusCodes,
      theirQualifier: 'ZZ',
      theirId: 'SNOWMELT',
      theirGroup: 'SNOWMELT',
      ourQualifier: 'ZZ',
      ourId: 'PLOVERROOK',
      ourGroup: 'PLOVERROOK',
      contactName: '',
      contactPhone: '',
      contactMail: '',
      paused: false,
      ...over,
    })
  test('are kept, the secret only where a new one was given', () => {
    const own = addPartner(world.db, { secret: 'the old secret' })
    expect(savePartner(world.db, own.id, form(), ines)).toEqual({ done: true })
    expect(world.db.select().from(partner).get()).toMatchObject({
      version: '005010',
      onExpiry: 'keep',
      secret: 'the old secret',
      delimiters: { element: '|', component: '>', segment: '\n', repetition: null, lineEnd: '' },
    })
    savePartner(world.db, own.id, form({ secret: 'a new secret' }), ines)
    expect(world.db.select().from(partner).get()!.secret).toBe('a new secret')
  })
  test('what another partner is known by is refused', () => {
    const own = addPartner(world.db)
    addPartner(world.db, { name: 'Other', theirId: 'OTHER' })
    expect(savePartner(world.db, own.id, form({ theirId: 'OTHER' }), ines)).toMatchObject({
      refusal: { code: 'ids_taken' },
    })
    expect(savePartner(world.db, own.id, form({ name: 'Other' }), ines)).toMatchObject({
      refusal: { code: 'name_taken' },
    })
    expect(savePartner(world.db, 99, form(), ines)).toMatchObject({ refusal: { code: 'no_such_partner' } })
  })
  test.each([
    ['*', '*'],
    ['[GS]', '\x1d'],
    ['lf', '\n'],
    ['[ZZ]', null],
    ['**', null],
  ])('the delimiter %s', (text, read) => expect(readDelimiter(text)).toBe(read))
  test.each([
    ['two alike', { component: '*' }],
    ['a letter', { element: 'A' }],
    ['a space', { segment: ' ' }],
  ])('%s is no set of delimiters', (_, over) =>
    expect(
      delimitersFormSchema.safeParse({
        element: '*',
        component: '>',
        segment: '~',
        repetition: '',
        lineEnd: '',
        ...over,
      }).success,
    ).toBe(false),
  )
})

test('control numbers go up by one, each partner its own, and begin again after nine nines', () => {
  const [one, other] = [addPartner(world.db), addPartner(world.db, { name: 'Other', theirId: 'OTHER' })]
  expect([nextControl(world.db, one.id), nextControl(world.db, one.id), nextControl(world.db, other.id)]).toEqual([
    1, 2, 1,
  ])
  world.db.update(partner).set({ lastControl: 999_999_999 }).where(eq(partner.id, one.id)).run()
  expect(nextControl(world.db, one.id)).toBe(1)
})

test('the overview tells what waits and what is new; the page what used a code, and which numbers never came', async () => {
  const own = addPartner(world.db)
  mapSampleCodes(world.db, own.id)
  for (const control of [1, 2, 5])
    receive(world.db, fileOf(control, tenderOf(`SM${control}`)), { partner: own, source: 'x' }, now)
  await readWaitingTenders(world.db, () => now)
  world.db.update(partnerCode).set({ facilityId: null }).where(eq(partnerCode.code, 'H9')).run()
  expect(partnersOverview(world.db)).toMatchObject([{ open: 3, unmapped: 1, lastAt: now }])
  const page = readPartner(world.db, own.id)!
  expect(page.codes[0]).toMatchObject({ code: 'H9', facilityName: null, times: 3, lastShipment: 'SM5' })
  expect(page.sequence).toEqual({ received: 3, highest: 5, missing: [3, 4] })
  expect(page.partner).not.toHaveProperty('secret')
})

describe('mapping a code', () => {
  const waiting = async () => {
    const own = addPartner(world.db, { customerId: null })
    receive(world.db, fileOf(1, tenderOf('SM1')), { partner: own, source: 'x' }, now)
    await readWaitingTenders(world.db, () => now)
    return (kind: string) =>
      world.db
        .select()
        .from(partnerCode)
        .all()
        .find((code) => code.kind === kind)!.id
  }
  test('who pays is found out for tenders that wait, and what equipment it is changes what they come to', async () => {
    const of = await waiting()
    expect(world.db.select().from(tenderNotice).get()).toMatchObject({
      customerId: null,
      facts: { equipment: 'reefer' },
    })
    mapCode(world.db, { codeId: of('customer'), to: { is: 'customer', customerId: 1 } }, ines)
    mapCode(world.db, { codeId: of('equipment'), to: { is: 'equipment', equipment: 'van' } }, ines)
    expect(world.db.select().from(tenderNotice).get()).toMatchObject({ customerId: 1, facts: { equipment: 'van' } })
    expect(readTenderDetail(world.db, 1, now)!.codes.map(({ kind }) => kind)).toEqual(['location', 'location'])
    mapCode(world.db, { codeId: of('customer'), to: { is: 'nothing' } }, ines)
    expect(world.db.select().from(partnerCode).where(eq(partnerCode.kind, 'customer')).get()).toMatchObject({
      customerId: null,
      mappedBy: null,
    })
  })
  test.each([
    ['no_such_code', { codeId: 999, to: { is: 'nothing' as const } }],
    ['wrong_kind', { kind: 'customer', to: { is: 'equipment' as const, equipment: 'van' as const } }],
    ['no_such_customer', { kind: 'customer', to: { is: 'customer' as const, customerId: 999 } }],
    ['no_such_facility', { kind: 'location', to: { is: 'facility' as const, facilityId: 999 } }],
  ])('%s', async (code, asked) => {
    const of = await waiting()
    expect(
      mapCode(world.db, { codeId: 'kind' in asked ? of(asked.kind) : asked.codeId, to: asked.to }, ines),
    ).toMatchObject({ refusal: { code } })
  })
  test('a facility as they say stands where their postal code lies, with its clock', async () => {
    const of = await waiting()
    mapCode(world.db, { codeId: of('location'), to: { is: 'new_facility' } }, ines)
    expect(world.db.select().from(facility).all().at(-1)).toMatchObject({
      name: 'Shed 4',
      address: '77 Grain St',
      city: 'Twin Falls',
      zone: 'America/Boise',
    })
  })
})
