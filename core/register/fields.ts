import { formatMoney } from '../money/money'
import { phoneWords } from './phone'
import { carryingSince, mayCarry, type PolicyKind, type RegisterAddress, type RegisterRecord } from './register'

/** The facts of a record one by one, as the dossier keeps them over time; in the order in which they are read. */
export const registerFields = [
  'legal_name',
  'trade_name',
  'mc_number',
  'authority',
  'broker_authority',
  'operating',
  'filed_liability',
  'filed_cargo',
  'filed_refrigeration',
  'safety_rating',
  'inspections',
  'crashes',
  'address',
  'mailing_address',
  'phones',
  'mail',
  'officers',
  'power_units',
  'drivers',
  'cargo',
  'operations',
  'hazmat',
] as const
export type RegisterField = (typeof registerFields)[number]

export const registerFieldWords: Record<RegisterField, string> = {
  legal_name: 'Legal name',
  trade_name: 'Trade name',
  mc_number: 'MC number',
  authority: 'Authority to carry',
  broker_authority: 'Broker’s authority',
  operating: 'Operating status',
  filed_liability: 'Liability filed',
  filed_cargo: 'Cargo cover filed',
  filed_refrigeration: 'Reefer breakdown cover filed',
  safety_rating: 'Safety rating',
  inspections: 'Inspections, 24 months',
  crashes: 'Crashes, 24 months',
  address: 'Address',
  mailing_address: 'Mailing address',
  phones: 'Phones',
  mail: 'Email',
  officers: 'Officers',
  power_units: 'Trucks',
  drivers: 'Drivers',
  cargo: 'Freight they carry',
  operations: 'Operations',
  hazmat: 'Hazardous freight',
}

/** A record's facts in words; a fact the register does not give is left out. Two records with the same words say the same. */
export function fieldsOf(record: RegisterRecord): Partial<Record<RegisterField, string>> {
  const all: Record<RegisterField, string> = {
    legal_name: record.legalName,
    trade_name: record.tradeName ?? '',
    mc_number: record.mcNumber ?? '',
    authority: authorityWords(record, false),
    broker_authority: authorityWords(record, true),
    operating: record.operating ? '' : 'out of service',
    filed_liability: filingWords(record, 'liability'),
    filed_cargo: filingWords(record, 'cargo'),
    filed_refrigeration: filingWords(record, 'refrigeration'),
    safety_rating: record.safetyRating ? `${record.safetyRating}${record.ratedOn ? `, ${record.ratedOn}` : ''}` : '',
    inspections:
      record.vehicle.inspections + record.driver.inspections > 0
        ? `vehicles ${record.vehicle.outOfService} of ${record.vehicle.inspections} out of service, drivers ${record.driver.outOfService} of ${record.driver.inspections}`
        : '',
    crashes:
      record.crashes.fatal + record.crashes.injury + record.crashes.tow > 0
        ? `${record.crashes.fatal} fatal, ${record.crashes.injury} with injuries, ${record.crashes.tow} towed`
        : '',
    address: addressWords(record.physical),
    mailing_address: record.mailing ? addressWords(record.mailing) : '',
    phones: record.phones.map(phoneWords).join(', '),
    mail: record.mail ?? '',
    officers: record.officers.join(', '),
    power_units: String(record.powerUnits),
    drivers: String(record.drivers),
    cargo: record.cargo.join(', '),
    operations: record.operations.join(', '),
    hazmat: record.hazmat ? 'yes' : '',
  }
  return Object.fromEntries(Object.entries(all).filter(([, value]) => value !== ''))
}

/** An address in one line, without what is missing. */
export const addressWords = ({ street, city, region, postal }: RegisterAddress): string =>
  [street, city, `${region} ${postal}`.trim()].filter((part) => part !== '').join(', ')

function authorityWords(record: RegisterRecord, broker: boolean): string {
  const authorities = record.authorities.filter((authority) => (authority.kind === 'broker') === broker)
  return authorities
    .map(({ kind, status, grantedOn, revokedOn, reinstatedOn }) =>
      [
        `${broker ? '' : `${kind} `}${status}`,
        grantedOn && `granted ${grantedOn}`,
        revokedOn && `revoked ${revokedOn}`,
        reinstatedOn && `reinstated ${reinstatedOn}`,
      ]
        .filter(Boolean)
        .join(', '),
    )
    .join('; ')
}

function filingWords(record: RegisterRecord, kind: PolicyKind): string {
  return record.filings
    .filter((filing) => filing.kind === kind)
    .map(
      (filing) =>
        `${formatMoney(filing.limitMinor)} with ${filing.insurer}, policy ${filing.number}, from ${filing.effectiveOn}${filing.cancelledOn ? `, cancelled ${filing.cancelledOn}` : ''}`,
    )
    .join('; ')
}

/** The facts whose change alone is worth a person's look: who they are, how they are reached, what they may do. */
export const tellingFields: readonly RegisterField[] = [
  'legal_name',
  'authority',
  'operating',
  'filed_liability',
  'filed_cargo',
  'safety_rating',
  'address',
  'phones',
  'mail',
  'officers',
]

/** One line of who a carrier is: `Jerome ID, 5 trucks, carries since 2019-05-01`. */
export function recordLine(record: RegisterRecord): string {
  const trucks = record.powerUnits === 1 ? 'one truck' : `${record.powerUnits} trucks`
  return `${record.physical.city} ${record.physical.region}, ${trucks}, ${mayCarry(record) ? `carries since ${carryingSince(record) ?? 'an unknown day'}` : 'may not carry'}`
}
