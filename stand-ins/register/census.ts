import type { Address, Carrier } from './carrier'
import { type Chance, chance } from './chance'
import { family, first, given, kinds, middle, second } from './names'
import { freight, insurers, places, streets } from './places'

const takenAreas = new Set(['208', '509', '801', '406', '704', '956'])

const day = 86_400_000
/** The day so many days before another. */
export const dayBefore = (today: string, days: number) =>
  new Date(Date.parse(`${today}T00:00:00Z`) - days * day).toISOString().slice(0, 10)

const areas = Array.from({ length: 780 }, (_, at) => String(212 + at)).filter(
  (area) => !takenAreas.has(area) && !area.endsWith('11'),
)

/** One of 555-01xx for every place in a row: no two alike. */
export const phoneOf = (index: number) =>
  `${areas[Math.floor(index / 100) % areas.length]}-555-01${String(index % 100).padStart(2, '0')}`

/** A made-up name. */
export const personOf = (luck: Chance) => `${luck.pick(given)} ${luck.pick([...middle])} ${luck.pick(family)}`
/** A made-up address. */
export const addressOf = (luck: Chance): Address => {
  const [city, region, postal] = luck.pick(places)
  return { street: `${luck.whole(10, 9999)} ${luck.pick(streets)}`, city, region, postal, country: 'US' }
}
/** A made-up vehicle number. */
export const vehicleOf = (luck: Chance) =>
  `${luck.whole(1, 9)}OX${Array.from({ length: 9 }, () => luck.pick([...'ABCDEFGHJKLMNPRSTUVWXYZ0123456789'])).join('')}${luck.whole(10000, 99999)}`.slice(
    0,
    17,
  )

/** Invented carriers in the manner of the census: mostly small, mostly honest, some closed, a few young. */
export function census(seed: number, size: number, today: string): Carrier[] {
  const luck = chance(seed)
  const order = Array.from({ length: first.length * second.length * kinds.length }, (_, at) => at)
  for (let at = order.length - 1; at > 0; at--) {
    const other = luck.whole(0, at)
    ;[order[at], order[other]] = [order[other]!, order[at]!]
  }
  return Array.from({ length: size }, (_, index) => carrier(index, order[index % order.length]!, luck, today))
}

function carrier(index: number, nameAt: number, luck: Chance, today: string): Carrier {
  const name = `${first[nameAt % first.length]} ${second[Math.floor(nameAt / first.length) % second.length]} ${kinds[Math.floor(nameAt / first.length / second.length)]}`
  const powerUnits = Math.max(1, Math.round(Math.exp(luck.next() ** 2 * 6)))
  const granted = dayBefore(today, luck.yes(0.04) ? luck.whole(1, 170) : luck.whole(200, 7000))
  const closed = luck.yes(0.12)
  const revokedOn = closed ? dayBefore(today, luck.whole(20, 1500)) : null
  const inspections = luck.yes(0.2) ? 0 : Math.round(powerUnits * luck.next() * 4)
  const driverInspections = Math.round(inspections * (1 + luck.next()))
  const words = name.toLowerCase().split(' ')
  const insurer = luck.pick(insurers)
  return {
    dotNumber: String(1_200_000 + index * 41),
    mcNumber: luck.yes(0.93) ? String(120_000 + index * 17) : null,
    legalName: name,
    tradeName: luck.yes(0.1)
      ? `${words[0]![0]!.toUpperCase()}${words[0]!.slice(1)} ${luck.pick(['Express', 'Lines', 'Haulers'])}`
      : null,
    operating: !closed || luck.yes(0.3),
    physical: addressOf(luck),
    mailing: luck.yes(0.15) ? addressOf(luck) : null,
    phones: [phoneOf(index)],
    mail: luck.yes(0.9) ? mailOf(words, index, luck) : null,
    officers: Array.from({ length: luck.whole(1, 2) }, () => personOf(luck)),
    powerUnits,
    drivers: Math.max(1, Math.round(powerUnits * (0.8 + luck.next() * 0.6))),
    cargo: [...new Set([luck.pick(freight), luck.pick(freight)])],
    operations: [luck.yes(0.85) ? 'interstate for hire' : 'intrastate for hire'],
    hazmat: luck.yes(0.05),
    authorities: authoritiesOf(granted, revokedOn, luck, today),
    filings: closed ? [] : [filingOf(insurer, index, luck, today)],
    safetyRating: luck.yes(0.12) ? ratingBy(luck) : null,
    ratedOn: null,
    vehicle: { inspections, outOfService: outOf(inspections, luck.yes(0.05) ? 0.5 : 0.18, luck) },
    driver: {
      inspections: driverInspections,
      outOfService: outOf(driverInspections, luck.yes(0.03) ? 0.2 : 0.05, luck),
    },
    crashes: {
      fatal: luck.yes(0.004 * Math.sqrt(powerUnits)) ? 1 : 0,
      injury: luck.whole(0, Math.floor(powerUnits / 40)),
      tow: luck.whole(0, Math.floor(powerUnits / 25)),
    },
    vehicles: Array.from({ length: Math.min(6, inspections) }, () => vehicleOf(luck)),
  }
}

/** The authority to carry, and for a few one to broker. */
function authoritiesOf(granted: string, revokedOn: string | null, luck: Chance, today: string): Carrier['authorities'] {
  const carrying: Carrier['authorities'][number] = {
    kind: luck.yes(0.85) ? 'common' : 'contract',
    status: revokedOn ? 'revoked' : 'active',
    grantedOn: granted < (revokedOn ?? today) ? granted : dayBefore(revokedOn ?? today, 400),
    revokedOn,
    reinstatedOn: null,
  }
  if (!luck.yes(0.06)) return [carrying]
  return [carrying, { kind: 'broker', status: 'active', grantedOn: granted, revokedOn: null, reinstatedOn: null }]
}

const filingOf = (insurer: string, index: number, luck: Chance, today: string): Carrier['filings'][number] => ({
  kind: 'liability',
  insurer,
  number: `FL${seedless(index)}`,
  limitMinor: luck.yes(0.05) ? 750_000_00 : 1_000_000_00,
  effectiveOn: dayBefore(today, luck.whole(10, 900)),
  cancelledOn: luck.yes(0.02) ? dayBefore(today, luck.whole(-20, 60)) : null,
})

const seedless = (index: number) => `${700_000 + index * 13}`

const outOf = (inspections: number, share: number, luck: Chance) => {
  let count = 0
  for (let at = 0; at < Math.min(inspections, 400); at++) if (luck.yes(share)) count++
  return count
}

function ratingBy(luck: Chance): 'satisfactory' | 'conditional' | 'unsatisfactory' {
  if (luck.yes(0.8)) return 'satisfactory'
  return luck.yes(0.75) ? 'conditional' : 'unsatisfactory'
}

function mailOf(words: readonly string[], index: number, luck: Chance): string {
  if (luck.yes(0.4)) return `${words[0]}${words[1]}${index}@freemail.example`
  return `dispatch@${words[0]}${words[1]}${luck.yes(0.5) ? words[2] : ''}${index}.example`
}
