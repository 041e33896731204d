import type { Sort } from '../listing/sort'
import { type Equipment, equipmentKinds } from '../load/load'
import type { DirectoryQuery, DirectorySort } from './directory'

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

export interface DirectoryCounts {
  verdict: Record<string, number>
  equipment: Record<string, number>
  region: Record<string, number>
  used: Record<string, number>
}

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
    const wanted = {
      verdict: query.verdict === null ? -1 : verdicts.indexOf(query.verdict),
      region: query.region === null ? -1 : this.regions.indexOf(query.region),
      equipment: query.equipment === null ? 0 : bitOf(query.equipment),
    }
    const noSuchRegion = query.region !== null && wanted.region < 0
    const fitting: number[] = []
    const verdict = new Uint32Array(4)
    const region = new Uint32Array(this.regions.length)
    const equipment = new Uint32Array(equipmentKinds.length)
    const used = { 3: 0, 12: 0, never: 0 }
    for (let at = 0; at < this.ids.length; at++) {
      if (said !== null && said[at] === 0) continue
      const last = this.lastLoadAt[at]!
      const misses = {
        verdict: wanted.verdict >= 0 && this.verdict[at] !== wanted.verdict,
        region: noSuchRegion || (wanted.region >= 0 && this.region[at] !== wanted.region),
        equipment: wanted.equipment !== 0 && (this.equipment[at]! & wanted.equipment) === 0,
        used:
          query.used !== null &&
          !(query.used === 'never' ? last === 0 : last >= (query.used === '3' ? since.three : since.twelve)),
      }
      const missed = Number(misses.verdict) + Number(misses.region) + Number(misses.equipment) + Number(misses.used)
      // A carrier that one filter alone keeps out is counted for that filter's other choices.
      if (missed > 1) continue
      if (missed === 0) fitting.push(at)
      if (missed === 0 || misses.verdict) verdict[this.verdict[at]!]!++
      if (missed === 0 || misses.region) region[this.region[at]!]!++
      if (missed === 0 || misses.equipment)
        for (let bits = this.equipment[at]!; bits !== 0; bits &= bits - 1) equipment[31 - Math.clz32(bits & -bits)]!++
      if (missed === 0 || misses.used) {
        if (last === 0) used.never++
        if (last >= since.twelve) used[12]++
        if (last >= since.three) used[3]++
      }
    }
    const named = (names: readonly string[], counts: ArrayLike<number>) =>
      Object.fromEntries(names.flatMap((name, at) => (counts[at]! > 0 ? [[name, counts[at]!]] : [])))
    return {
      ids: this.sorted(fitting, query.sort).map((at) => this.ids[at]!),
      counts: {
        verdict: named(verdicts, verdict),
        region: named(this.regions, region),
        equipment: named(equipmentKinds, equipment),
        used: named(['3', '12', 'never'], [used[3], used[12], used.never]),
      },
    }
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
