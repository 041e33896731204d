import { type RegisterRecord, registerRecordSchema } from '#core/register/register'

/** A carrier of the world as the register has it. */
export const recordFor = (index: number, over: Partial<RegisterRecord> = {}): RegisterRecord =>
  registerRecordSchema.parse({
    dotNumber: String(200_000 + index),
    mcNumber: String(100_000 + index),
    legalName: `Carrier ${index}`,
    physical: { street: `${index} Depot St`, city: 'Jerome', region: 'ID', postal: '83338' },
    phones: [`406-555-0${100 + index}`],
    mail: `dispatch@carrier${index}.example`,
    powerUnits: 300,
    drivers: 300,
    authorities: [{ kind: 'common', status: 'active', grantedOn: '2018-01-01' }],
    filings: [
      {
        kind: 'liability',
        insurer: 'Lark Mutual',
        number: `L${index}`,
        limitMinor: 1_000_000_00,
        effectiveOn: '2026-01-01',
      },
    ],
    vehicle: { inspections: 300, outOfService: 30 },
    ...over,
  })
