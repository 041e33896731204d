/** A carrier as this register holds and tells it. */
export interface Carrier {
  dotNumber: string
  mcNumber: string | null
  legalName: string
  tradeName: string | null
  operating: boolean
  physical: Address
  mailing: Address | null
  phones: string[]
  mail: string | null
  officers: string[]
  powerUnits: number
  drivers: number
  cargo: string[]
  operations: string[]
  hazmat: boolean
  authorities: {
    kind: 'common' | 'contract' | 'broker'
    status: 'active' | 'inactive' | 'revoked'
    grantedOn: string | null
    revokedOn: string | null
    reinstatedOn: string | null
  }[]
  filings: {
    kind: 'liability' | 'cargo' | 'refrigeration'
    insurer: string
    number: string
    limitMinor: number
    effectiveOn: string
    cancelledOn: string | null
  }[]
  safetyRating: 'satisfactory' | 'conditional' | 'unsatisfactory' | null
  ratedOn: string | null
  vehicle: { inspections: number; outOfService: number }
  driver: { inspections: number; outOfService: number }
  crashes: { fatal: number; injury: number; tow: number }
  vehicles: string[]
}

export interface Address {
  street: string
  city: string
  region: string
  postal: string
  country: 'US' | 'CA' | 'MX'
}

const cell = (text: string | number) =>
  /[",\r\n]/.test(String(text)) ? `"${String(text).replaceAll('"', '""')}"` : String(text)
const address = (each: Address | null) =>
  each ? [each.street, each.city, each.region, each.postal, each.country].join('|') : ''

export const header =
  'sequence,changed_at,dot_number,mc_number,legal_name,trade_name,operating,physical,mailing,phones,mail,officers,power_units,drivers,cargo,operations,hazmat,authorities,filings,safety_rating,rated_on,vehicle_inspections,vehicle_out_of_service,driver_inspections,driver_out_of_service,fatal,injury,tow,vehicles'

/** One line of the feed: lists parted by `;`, parts of an entry by `|`. */
export function feedLine(sequence: number, changedAt: number, each: Carrier): string {
  return [
    sequence,
    new Date(changedAt).toISOString(),
    each.dotNumber,
    each.mcNumber ?? '',
    each.legalName,
    each.tradeName ?? '',
    each.operating ? 'yes' : 'no',
    address(each.physical),
    address(each.mailing),
    each.phones.join(';'),
    each.mail ?? '',
    each.officers.join(';'),
    each.powerUnits,
    each.drivers,
    each.cargo.join(';'),
    each.operations.join(';'),
    each.hazmat ? 'yes' : 'no',
    each.authorities
      .map((one) => [one.kind, one.status, one.grantedOn ?? '', one.revokedOn ?? '', one.reinstatedOn ?? ''].join('|'))
      .join(';'),
    each.filings
      .map((one) =>
        [one.kind, one.insurer, one.number, one.limitMinor / 100, one.effectiveOn, one.cancelledOn ?? ''].join('|'),
      )
      .join(';'),
    each.safetyRating ?? '',
    each.ratedOn ?? '',
    each.vehicle.inspections,
    each.vehicle.outOfService,
    each.driver.inspections,
    each.driver.outOfService,
    each.crashes.fatal,
    each.crashes.injury,
    each.crashes.tow,
    each.vehicles.join(';'),
  ]
    .map(cell)
    .join(',')
}
