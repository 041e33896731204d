import { type RegisterRecord, registerRecordSchema } from '../register/register'
import { type CarrierToVet, carrierToVetSchema, type Insurance, type LoadToVet, loadToVetSchema } from './facts'
import type { Rule, VettingPolicy } from './policy'
import { usualPolicy } from './usual-policy'

/** A Monday: every case is asked on it unless it says otherwise. */
export const today = '2026-11-23'

export const filed = (over: Partial<RegisterRecord['filings'][number]> = {}) => ({
  kind: 'liability' as const,
  insurer: 'Lark Mutual',
  number: 'L-1',
  limitMinor: 1_000_000_00,
  effectiveOn: '2026-01-01',
  cancelledOn: null,
  ...over,
})

export const record = (over: Partial<RegisterRecord> = {}): RegisterRecord =>
  registerRecordSchema.parse({
    dotNumber: '2400000',
    mcNumber: '700000',
    legalName: 'Wandering Elk Haulage LLC',
    physical: { street: '12 Canal Rd', city: 'Jerome', region: 'ID', postal: '83338' },
    phones: ['208-555-0150'],
    mail: 'dispatch@wanderingelk.example',
    powerUnits: 5,
    drivers: 6,
    authorities: [{ kind: 'common', status: 'active', grantedOn: '2019-05-01' }],
    filings: [filed()],
    vehicle: { inspections: 10, outOfService: 2 },
    driver: { inspections: 12, outOfService: 0 },
    ...over,
  })

export const certificate = (over: Partial<Insurance> = {}): Insurance => ({
  kind: 'liability',
  insurer: 'Lark Mutual',
  number: 'L-1',
  insuredName: 'Wandering Elk Haulage',
  limitMinor: 1_000_000_00,
  effectiveOn: '2026-01-01',
  expiresOn: '2030-06-30',
  cancelledOn: null,
  source: 'certificate',
  ...over,
})
export const cargo = (over: Partial<Insurance> = {}) =>
  certificate({ kind: 'cargo', number: 'C-1', limitMinor: 100_000_00, ...over })

/** A carrier against whom nothing is known. */
export const carrier = (over: Partial<CarrierToVet> = {}): CarrierToVet =>
  carrierToVetSchema.parse({
    name: 'Wandering Elk Haulage',
    register: record(),
    insurance: [certificate(), cargo()],
    documents: [{ kind: 'w9' }, { kind: 'agreement' }],
    equipment: ['van', 'reefer', 'flatbed'],
    ...over,
  })

export const identity = (over: Partial<CarrierToVet['identity']>) =>
  carrier({ identity: { ...carrier().identity, ...over } })

export const load = (over: Partial<LoadToVet> = {}): LoadToVet =>
  loadToVetSchema.parse({ equipment: 'van', pickupOn: '2026-11-24', lastDeliveryOn: '2026-11-25', ...over })

/** The usual policy with some rules only, or with rules changed. */
export const policyOf = (...rules: Rule[]): VettingPolicy => ({ ...usualPolicy, rules })
