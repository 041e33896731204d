import type { Carrier } from './carrier'
import { addressOf, dayBefore, personOf, phoneOf } from './census'
import { chance } from './chance'

/** What happens to some carrier by itself at the nth turn: the record as it is afterwards. The same turn always brings the same. */
export function turn(carriers: readonly Carrier[], index: number, seed: number, today: string): Carrier {
  const luck = chance(seed * 7919 + index)
  const one = structuredClone(carriers[luck.whole(0, carriers.length - 1)]!)
  const what = luck.next()
  const authority = one.authorities.find((each) => each.kind !== 'broker')
  if (what < 0.22)
    one.filings = one.filings.map((filing) => ({
      ...filing,
      cancelledOn: filing.cancelledOn ?? dayBefore(today, -luck.whole(1, 30)),
    }))
  else if (what < 0.34)
    one.filings = one.filings.map((filing) => ({
      ...filing,
      cancelledOn: null,
      number: `${filing.number.slice(0, 8)}R`,
      effectiveOn: today,
    }))
  else if (what < 0.44 && authority?.status === 'active')
    Object.assign(authority, { status: 'revoked', revokedOn: today, reinstatedOn: null })
  else if (what < 0.5 && authority?.status === 'revoked')
    Object.assign(authority, { status: 'active', reinstatedOn: today })
  else if (what < 0.62) one.phones = [phoneOf(luck.whole(20_000, 60_000))]
  else if (what < 0.68) one.physical = addressOf(luck)
  else if (what < 0.72) one.officers = [personOf(luck)]
  else if (what < 0.76)
    Object.assign(one, { safetyRating: luck.pick(['conditional', 'satisfactory', 'unsatisfactory']), ratedOn: today })
  else {
    one.powerUnits = Math.max(1, one.powerUnits + luck.whole(-2, 3))
    one.vehicle = {
      inspections: one.vehicle.inspections + 1,
      outOfService: one.vehicle.outOfService + (luck.yes(0.2) ? 1 : 0),
    }
  }
  return one
}
