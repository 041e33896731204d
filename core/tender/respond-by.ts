import { minute, toInstant } from '../time/local'
import type { Tender } from './tender'

/** X12 element 623, time code: the zones a North American partner names. `LT` is local time, which is nobody's in particular. */
const zoneOfCode: Record<string, string> = {
  ET: 'America/New_York',
  ES: 'America/New_York',
  ED: 'America/New_York',
  CT: 'America/Chicago',
  CS: 'America/Chicago',
  CD: 'America/Chicago',
  MT: 'America/Denver',
  MS: 'America/Denver',
  MD: 'America/Denver',
  PT: 'America/Los_Angeles',
  PS: 'America/Los_Angeles',
  PD: 'America/Los_Angeles',
  AT: 'America/Halifax',
  AS: 'America/Halifax',
  AD: 'America/Halifax',
  AK: 'America/Anchorage',
  HT: 'Pacific/Honolulu',
  UT: 'UTC',
  GM: 'UTC',
}

/**
 * The instant by which an answer is wanted: as the customer said it, in the zone it named, else in the zone of the pickup, else in ours;
 * so many minutes after it came where nothing was said.
 */
export function respondByInstant(
  tender: Pick<Tender, 'respondBy' | 'respondByZone'>,
  around: { receivedAt: number; respondMinutes: number; pickupZone: string | null; ourZone: string },
): number {
  if (tender.respondBy === null) return around.receivedAt + around.respondMinutes * minute
  return toInstant(tender.respondBy, zoneOfCode[tender.respondByZone ?? ''] ?? around.pickupZone ?? around.ourZone)
}
