import type { FormValues } from './form-fields'

/** What is known of a load that lacks something: `Snowmelt Potato Growers, Twin Falls ID to ?, van`. */
export function unfinishedTitle({ customer, stops, equipment }: FormValues): string {
  const city = (at: number) => {
    const facility = stops.at(at)?.facility
    return facility ? `${facility.city} ${facility.region}` : '?'
  }
  const lane = `${city(0)} to ${city(-1)}`
  return [
    customer?.name ?? 'No customer yet',
    lane === '? to ?' ? 'no lane yet' : lane,
    equipment.replace('_', ' '),
  ].join(', ')
}
