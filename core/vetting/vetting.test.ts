import { describe, expect, test } from 'vitest'
import { type CarrierToVet, endOf, type Policy, vet } from './vetting'

const today = '2026-11-23'
const policy = (over: Partial<Policy> = {}): Policy => ({ kind: 'liability', insurer: 'Lark Mutual', limitMinor: 1_000_000_00, effectiveOn: '2026-01-01', expiresOn: '2027-01-01', cancelledOn: null, ...over })
const cargo = (over: Partial<Policy> = {}) => policy({ kind: 'cargo', limitMinor: 100_000_00, ...over })
const carrier = (over: Partial<CarrierToVet> = {}): CarrierToVet => ({
  authorityStatus: 'active', authorityGrantedOn: '2019-05-01', policies: [policy(), cargo()], w9OnFile: true, agreementOnFile: true, doNotUse: null, ...over,
})
const load = { lastDeliveryOn: '2026-11-25', freightValueMinor: null }
const codes = (over: Partial<CarrierToVet>, of = load) => vet(carrier(over), of, today).reasons.map((reason) => `${reason.severity} ${reason.code}`)

describe('the gate', () => {
  test('a carrier in order is clear', () => expect(vet(carrier(), load, today)).toEqual({ verdict: 'clear', reasons: [] }))

  test.each<[string, Partial<CarrierToVet>, string[]]>([
    ['revoked authority', { authorityStatus: 'revoked' }, ['stop authority_not_active']],
    ['authority granted last week', { authorityGrantedOn: '2026-11-16' }, ['caution authority_young']],
    ['do not use', { doNotUse: 'double brokered in May' }, ['stop do_not_use']],
    ['nothing insured', { policies: [] }, ['stop no_liability', 'stop no_cargo']],
    ['lapses the day before delivery', { policies: [policy({ expiresOn: '2026-11-24' }), cargo()] }, ['stop liability_lapses']],
    ['lapses on the day of delivery', { policies: [policy({ expiresOn: '2026-11-25' }), cargo()] }, ['caution liability_lapses']],
    ['cancelled on the day of delivery', { policies: [policy(), cargo({ cancelledOn: '2026-11-25' })] }, ['stop cargo_lapses']],
    ['liability too low', { policies: [policy({ limitMinor: 750_000_00 }), cargo()] }, ['stop liability_low']],
    ['no papers', { w9OnFile: false, agreementOnFile: false }, ['stop no_w9', 'stop no_agreement']],
  ])('%s', (_, over, expected) => expect(codes(over)).toEqual(expected))

  test('the freight decides how much cargo cover is enough', () => {
    expect(codes({}, { ...load, freightValueMinor: 150_000_00 } as never)).toEqual(['stop cargo_low'])
  })
  test('a renewed policy counts from the later end', () => {
    expect(codes({ policies: [policy({ expiresOn: '2026-11-24' }), policy({ expiresOn: '2027-11-24' }), cargo()] })).toEqual([])
  })
  test('stops come before cautions', () => {
    expect(codes({ authorityGrantedOn: '2026-11-16', w9OnFile: false })).toEqual(['stop no_w9', 'caution authority_young'])
  })
  test('a cancellation on New Year ends the cover the year before', () => expect(endOf(policy({ cancelledOn: '2027-01-01' }))).toBe('2026-12-31'))
})
