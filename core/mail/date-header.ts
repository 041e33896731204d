import { isDay, toLocal } from '../time/local'

const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']
/** Zones by name, as old programs still write them (RFC 5322, obs-zone). */
const zones: Record<string, string> = {
  ...{ ut: '+00:00', gmt: '+00:00', utc: '+00:00', z: '+00:00', est: '-05:00', edt: '-04:00', cst: '-06:00' },
  ...{ cdt: '-05:00', mst: '-07:00', mdt: '-06:00', pst: '-08:00', pdt: '-07:00' },
}

/**
 * When a message was sent by its sender's own clock, from its Date header (RFC 5322, 3.3): `2026-12-01T06:10:00-06:00`. Null where it has none
 * that can be read.
 */
export function readDateHeader(header: string): string | null {
  const match =
    /(\d{1,2})[ -]([A-Za-z]{3})[a-z]*[ -](\d{2,4})\s+(\d{1,2}):(\d{2})(?::(\d{2}))?\s*(?:([+-])(\d{2}):?(\d{2})|\(?([A-Za-z]{1,4})\b)?/.exec(
      header,
    )
  if (!match) return null
  const [, day, name, written, hour, minute, second = '00', sign, hours, minutes, zone] = match
  const month = months.indexOf(name!.toLowerCase()) + 1
  const year = written!.length === 4 ? Number(written) : 2000 + (Number(written) % 100)
  const date = `${year}-${String(month).padStart(2, '0')}-${day!.padStart(2, '0')}`
  if (month === 0 || !isDay(date) || Number(hour) > 23 || Number(minute) > 59) return null
  const offset = sign ? `${sign}${hours}:${minutes}` : (zones[zone?.toLowerCase() ?? ''] ?? '+00:00')
  return `${date}T${hour!.padStart(2, '0')}:${minute}:${second}${offset}`
}

/** A moment by the clock of a zone, with its offset: `2026-12-01T06:10:00-07:00`. */
export function momentWithOffset(instant: number, zone: string): string {
  const local = toLocal(instant, zone)
  const minutes = Math.round((Date.parse(`${local}:00Z`) - instant) / 60_000)
  const size = Math.abs(minutes)
  const two = (value: number) => String(value).padStart(2, '0')
  return `${local}:00${minutes < 0 ? '-' : '+'}${two(Math.floor(size / 60))}:${two(size % 60)}`
}
