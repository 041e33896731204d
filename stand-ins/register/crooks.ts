import type { Carrier } from './carrier'
import { dayBefore } from './census'
import { type Chance, chance } from './chance'

/** What is wrong with a crooked carrier; nobody is told over the wire. */
export type Crook = 'reborn' | 'ring' | 'shared_policy' | 'shared_vehicles' | 'address_mill'

/**
 * Makes some carriers of a census crooked, in place, and answers which and how: a closed one opened again under a new number, rings
 * with one phone and one officer, one insurance policy or the same trucks shown under several numbers, many at one door.
 */
export function plantCrooks(carriers: Carrier[], seed: number, today: string): Map<string, Crook> {
  const luck = chance(seed)
  const crooks = new Map<string, Crook>()
  const free = carriers.filter((each) => each.authorities[0]?.status === 'active')
  const closed = carriers.filter((each) => each.authorities[0]?.status === 'revoked')
  const take = (list: Carrier[]) => list.splice(luck.whole(0, list.length - 1), 1)[0]!
  const share = (part: number) => Math.max(1, Math.round(carriers.length * part))
  for (let at = 0; at < share(0.003); at++) reborn(take(closed), take(free), luck, today, crooks)
  for (let at = 0; at < share(0.0008); at++)
    ring(
      Array.from({ length: luck.whole(2, 5) }, () => take(free)),
      luck,
      crooks,
    )
  for (let at = 0; at < share(0.0008); at++)
    together(
      Array.from({ length: luck.whole(2, 3) }, () => take(free)),
      'shared_policy',
      crooks,
      (one, first) => (one.filings = first.filings.map((filing) => ({ ...filing }))),
    )
  for (let at = 0; at < share(0.0008); at++) {
    const group = Array.from({ length: 2 }, () => take(free))
    group[0]!.vehicles = [...group[0]!.vehicles, `8OXSHARED${String(at).padStart(5, '0')}AA`]
    together(
      group,
      'shared_vehicles',
      crooks,
      (one, first) => (one.vehicles = [...one.vehicles, ...first.vehicles.slice(-2)]),
    )
  }
  for (let at = 0; at < share(0.0002); at++)
    together(
      Array.from({ length: luck.whole(6, 12) }, () => take(free)),
      'address_mill',
      crooks,
      (one, first) => (one.physical = { ...first.physical }),
    )
  return crooks
}

function together(
  group: Carrier[],
  crook: Crook,
  crooks: Map<string, Crook>,
  alike: (one: Carrier, first: Carrier) => unknown,
): void {
  for (const one of group) {
    if (one !== group[0]) alike(one, group[0]!)
    crooks.set(one.dotNumber, crook)
  }
}

function reborn(old: Carrier, young: Carrier, luck: Chance, today: string, crooks: Map<string, Crook>): void {
  const closed = luck.whole(60, 500)
  old.authorities[0] = {
    ...old.authorities[0]!,
    revokedOn: dayBefore(today, closed),
    grantedOn: dayBefore(today, closed + 900),
  }
  young.authorities[0] = {
    ...young.authorities[0]!,
    grantedOn: dayBefore(today, Math.max(5, closed - luck.whole(10, 50))),
  }
  young.officers = [...old.officers]
  const how = luck.next()
  if (how < 0.55) young.phones = [...old.phones]
  else if (how < 0.75) young.physical = { ...old.physical }
  else {
    if (old.vehicles.length === 0) old.vehicles = [`7OXREBORN${young.dotNumber.slice(-6)}`]
    young.vehicles = [...old.vehicles]
  }
  crooks.set(young.dotNumber, 'reborn')
}

const ring = (group: Carrier[], luck: Chance, crooks: Map<string, Crook>) =>
  together(group, 'ring', crooks, (one, first) => {
    one.phones = [...first.phones]
    if (luck.yes(0.6)) one.officers = [...first.officers]
    if (luck.yes(0.4)) one.physical = { ...first.physical }
  })

/** Gives some well-known carriers a past: a closed number with their officers and their truck. */
export function tieToClosed(known: readonly Carrier[], invented: readonly Carrier[]): void {
  const closed = invented.filter((each) => each.authorities[0]?.status === 'revoked')
  for (const [at, one] of known.filter((_, index) => index % 60 === 17).entries()) {
    const old = closed[at * 3]
    if (!old) return
    old.officers = [...one.officers]
    old.vehicles = [...one.vehicles]
  }
}
