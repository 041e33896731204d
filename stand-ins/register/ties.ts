import type { Carrier } from './carrier'
import { dayBefore } from './census'
import { type Chance, chance } from './chance'

/**
 * Gives some honest carriers of a census something in common, in place: families with two firms, yards that three rent, a phone number that
 * was another's years ago, a mail house that several write from. Whoever looks for crooks by what is shared meets these too.
 */
export function tieHonestOnes(carriers: Carrier[], seed: number, today: string): void {
  const luck = chance(seed)
  const open = carriers.filter(
    (each) =>
      each.authorities[0]?.status === 'active' && (each.authorities[0].grantedOn ?? today) < dayBefore(today, 1500),
  )
  const closed = carriers.filter((each) => each.authorities[0]?.status === 'revoked')
  const take = (list: Carrier[]) => list.splice(luck.whole(0, list.length - 1), 1)[0]!
  const times = (share: number) => Array.from({ length: Math.max(1, Math.round(carriers.length * share)) })
  for (const _ of times(0.002)) family(take(open), take(open), luck)
  for (const _ of times(0.001)) yard([take(open), take(open), take(open)])
  for (const _ of times(0.001)) phoneOfOld(take(closed), take(open), today)
  for (const [at] of times(0.0003).entries())
    mailHouse(
      Array.from({ length: luck.whole(3, 6) }, () => take(open)),
      at,
    )
}

function family(one: Carrier, other: Carrier, luck: Chance): void {
  other.physical = { ...one.physical }
  if (luck.yes(0.5)) other.officers = [...one.officers]
}

function yard(renters: Carrier[]): void {
  for (const renter of renters) renter.physical = { ...renters[0]!.physical }
}

function phoneOfOld(old: Carrier, young: Carrier, today: string): void {
  old.authorities[0] = { ...old.authorities[0]!, grantedOn: dayBefore(today, 6000), revokedOn: dayBefore(today, 4200) }
  young.phones = [...old.phones]
}

function mailHouse(writers: Carrier[], at: number): void {
  for (const writer of writers) writer.mail = `${writer.legalName.toLowerCase().split(' ')[0]}@mailhouse${at}.example`
}
