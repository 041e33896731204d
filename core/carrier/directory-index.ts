import type { Sort } from '../listing/sort'
import { type Equipment, equipmentKinds } from '../load/load'
import type { DirectoryQuery, DirectorySort } from './directory'
import { type DirectoryCounts, DirectoryTally, filterBits, fleetOf, gradeOf, hasOneBit } from './directory-counts'

/** What the directory filters and sorts by, of one carrier; `name` as it is compared. */
export interface DirectoryFacts {
  id: number
  name: string
  verdict: 'clear' | 'caution' | 'stop' | null
  region: string
  equipment: readonly Equipment[]
  lastLoadAt: number | null
  city: string
  powerUnits: number | null
}

export type { DirectoryCounts } from './directory-counts'

const verdicts = ['clear', 'caution', 'stop'] as const
const bitOf = (kind: Equipment) => 1 << equipmentKinds.indexOf(kind)

const compare = (one: string, other: string) => Number(one > other) - Number(one < other)
const byName = (one: DirectoryFacts, other: DirectoryFacts) => compare(one.name, other.name) || one.id - other.id

/** How each verdict ranks when sorted by standing: those not vetted yet below all others. */
const severity = [1, 2, 3, 0]

type Column = Int32Array | Uint8Array | Uint16Array | Uint32Array | Float64Array

/** A column's values in a new order: each from where it was, -1 for one that is still to be written. */
function gather<C extends Column>(column: C, sources: readonly number[]): C {
  const gathered = new (column.constructor as new (length: number) => C)(sources.length)
  for (let at = 0; at < sources.length; at++) if (sources[at]! >= 0) gathered[at] = column[sources[at]!]!
  return gathered
}

/**
 * The directory's carriers as columns of numbers, in the order of their names: one look over all of them answers a query and
 * counts for every filter what each of its choices would leave. A carrier that changed is written in its place.
 */
export class DirectoryIndex {
  private carriers: DirectoryFacts[]
  private ids: Int32Array
  private verdict: Uint8Array
  private region: Uint16Array
  private equipment: Uint32Array
  private lastLoadAt: Float64Array
  private fleet: Uint8Array
  private onTime: Uint8Array
  /** How often carriers are expected to deliver on time, by id. */
  private shares: ReadonlyMap<number, number> = new Map()
  private readonly regions: string[] = []
  private readonly regionAt = new Map<string, number>()
  /** Where each carrier is, by its id; -1 for none. */
  private positions: Int32Array

  constructor(unsorted: readonly DirectoryFacts[]) {
    this.carriers = [...unsorted].sort(byName)
    const count = this.carriers.length
    this.ids = new Int32Array(count)
    this.verdict = new Uint8Array(count)
    this.region = new Uint16Array(count)
    this.equipment = new Uint32Array(count)
    this.lastLoadAt = new Float64Array(count)
    this.fleet = new Uint8Array(count)
    this.onTime = new Uint8Array(count)
    this.positions = new Int32Array(0)
    for (const at of this.carriers.keys()) this.write(at)
    this.place()
  }

  /** Takes over what carriers have become, those that are new among them, and forgets those that are gone. */
  update(changed: readonly DirectoryFacts[], gone: readonly number[]): void {
    const moved = changed.filter((each) => {
      const at = this.positions[each.id] ?? -1
      if (at < 0 || this.carriers[at]!.name !== each.name) return true
      this.carriers[at] = each
      this.write(at)
      return false
    })
    if (moved.length + gone.length > 0) this.rebuild(moved, gone)
  }

  /** Takes over how often carriers are expected to deliver on time, by id: 0.95 is 95 of a hundred. */
  takeShares(shares: ReadonlyMap<number, number>): void {
    this.shares = shares
    for (let at = 0; at < this.ids.length; at++) this.onTime[at] = gradeOf(shares.get(this.ids[at]!))
  }

  private rebuild(changed: readonly DirectoryFacts[], gone: readonly number[]): void {
    const replaced = new Set([...gone, ...changed.map(({ id }) => id)])
    const added = [...changed].sort(byName)
    const order: DirectoryFacts[] = []
    const sources: number[] = []
    const take = (each: DirectoryFacts, from: number) => {
      order.push(each)
      sources.push(from)
    }
    let next = 0
    for (let from = 0; from < this.carriers.length; from++) {
      const each = this.carriers[from]!
      if (replaced.has(each.id)) continue
      while (next < added.length && byName(added[next]!, each) < 0) take(added[next++]!, -1)
      take(each, from)
    }
    while (next < added.length) take(added[next++]!, -1)
    this.carriers = order
    this.ids = gather(this.ids, sources)
    this.verdict = gather(this.verdict, sources)
    this.region = gather(this.region, sources)
    this.equipment = gather(this.equipment, sources)
    this.lastLoadAt = gather(this.lastLoadAt, sources)
    this.fleet = gather(this.fleet, sources)
    this.onTime = gather(this.onTime, sources)
    for (const [at, from] of sources.entries()) if (from < 0) this.write(at)
    this.place()
  }

  private write(at: number): void {
    const each = this.carriers[at]!
    this.ids[at] = each.id
    this.verdict[at] = each.verdict === null ? 3 : verdicts.indexOf(each.verdict)
    if (!this.regionAt.has(each.region)) this.regionAt.set(each.region, this.regions.push(each.region) - 1)
    this.region[at] = this.regionAt.get(each.region)!
    this.equipment[at] = each.equipment.reduce((bits, kind) => bits | bitOf(kind), 0)
    this.lastLoadAt[at] = each.lastLoadAt ?? 0
    this.fleet[at] = fleetOf(each.powerUnits)
    this.onTime[at] = gradeOf(this.shares.get(each.id))
  }

  private place(): void {
    let greatest = 0
    for (const id of this.ids) greatest = Math.max(greatest, id)
    this.positions = new Int32Array(greatest + 1).fill(-1)
    for (let at = 0; at < this.ids.length; at++) this.positions[this.ids[at]!] = at
  }

  /**
   * Who fits a query, by name, and the counts. `among` are the carriers its words were found in, null where none are asked; `since` the instants from
   * which a load is of the last three and twelve months.
   */
  find(
    query: DirectoryQuery,
    among: readonly number[] | null,
    since: { three: number; twelve: number },
  ): { ids: number[]; counts: DirectoryCounts } {
    const said = among === null ? null : this.mask(among)
    const wanted = this.wantedOf(query)
    const fitting: number[] = []
    const tally = new DirectoryTally(this.regions.length)
    for (let at = 0; at < this.ids.length; at++) {
      if (said !== null && said[at] === 0) continue
      const missed = this.missed(at, wanted, since)
      // A carrier that one filter alone keeps out is counted for that filter's other choices.
      if (missed !== 0 && !hasOneBit(missed)) continue
      if (missed === 0) fitting.push(at)
      if ((missed & ~filterBits.verdict) === 0) tally.verdict[this.verdict[at]!]!++
      if ((missed & ~filterBits.region) === 0) tally.region[this.region[at]!]!++
      if ((missed & ~filterBits.equipment) === 0) tally.addEquipment(this.equipment[at]!)
      if ((missed & ~filterBits.fleet) === 0) tally.fleet[this.fleet[at]!]!++
      if ((missed & ~filterBits.onTime) === 0) tally.addOnTime(this.onTime[at]!)
      if ((missed & ~filterBits.used) === 0) tally.addUsed(this.lastLoadAt[at]!, since)
    }
    return { ids: this.sorted(fitting, query.sort).map((at) => this.ids[at]!), counts: tally.named(this.regions) }
  }

  /** A query as the columns hold what it asks; -1 where it does not ask. */
  private wantedOf({ verdict, region, equipment, used, fleet, onTime }: DirectoryQuery) {
    return {
      verdict: verdict === null ? -1 : verdicts.indexOf(verdict),
      // A region that no carrier is based in is none of those that are numbered.
      region: region === null ? -1 : (this.regionAt.get(region) ?? this.regions.length),
      equipment: equipment === null ? 0 : bitOf(equipment),
      fleet: fleet === null ? -1 : fleetOf(Number(fleet)),
      onTime: onTime === null ? 0 : gradeOf(Number(onTime) / 100),
      used,
    }
  }

  /** Which filters a carrier misses, a bit for each. */
  private missed(
    at: number,
    wanted: ReturnType<DirectoryIndex['wantedOf']>,
    since: { three: number; twelve: number },
  ): number {
    const { verdict, region, equipment, fleet, onTime, used } = filterBits
    const wasUsed = this.lastLoadAt[at]!
    let missed = 0
    if (wanted.verdict >= 0 && this.verdict[at] !== wanted.verdict) missed |= verdict
    if (wanted.region >= 0 && this.region[at] !== wanted.region) missed |= region
    if (wanted.equipment !== 0 && (this.equipment[at]! & wanted.equipment) === 0) missed |= equipment
    if (wanted.fleet >= 0 && this.fleet[at] !== wanted.fleet) missed |= fleet
    if (this.onTime[at]! < wanted.onTime) missed |= onTime
    if (wanted.used === 'never' && wasUsed !== 0) missed |= used
    if (wanted.used === '3' && wasUsed < since.three) missed |= used
    if (wanted.used === '12' && wasUsed < since.twelve) missed |= used
    return missed
  }

  /** Places in the order of their names brought into another order; what is alike stays in the order of names. */
  private sorted(places: number[], { column, direction }: Sort<DirectorySort>): number[] {
    const sign = direction === 'ascending' ? 1 : -1
    if (column === 'name') return sign === 1 ? places : places.reverse()
    if (column === 'based') {
      const based = (at: number) => `${this.carriers[at]!.region} ${this.carriers[at]!.city}`
      return places.sort((one, other) => sign * compare(based(one), based(other)))
    }
    const value = {
      trucks: (at: number) => this.carriers[at]!.powerUnits ?? -1,
      last_load: (at: number) => this.lastLoadAt[at]!,
      standing: (at: number) => severity[this.verdict[at]!]!,
    }[column]
    return places.sort((one, other) => sign * (value(one) - value(other)))
  }

  private mask(ids: readonly number[]): Uint8Array {
    const mask = new Uint8Array(this.ids.length)
    for (const id of ids) {
      const at = this.positions[id] ?? -1
      if (at >= 0) mask[at] = 1
    }
    return mask
  }
}
