import { type Equipment, equipmentKinds } from '../load/load'
import type { DirectoryQuery } from './directory'

/** What the directory filters by, of one carrier. */
export interface DirectoryFacts {
  id: number
  verdict: 'clear' | 'caution' | 'stop' | null
  region: string
  equipment: readonly Equipment[]
  lastLoadAt: number | null
}

export interface DirectoryCounts {
  verdict: Record<string, number>
  equipment: Record<string, number>
  region: Record<string, number>
  used: Record<string, number>
}

const verdicts = ['clear', 'caution', 'stop'] as const
const bitOf = (kind: Equipment) => 1 << equipmentKinds.indexOf(kind)

/**
 * The directory's carriers as columns of numbers, in the order of their names: one look over all of them answers a query and
 * counts for every filter what each of its choices would leave.
 */
export class DirectoryIndex {
  readonly ids: Int32Array
  private readonly verdict: Uint8Array
  private readonly region: Uint16Array
  private readonly equipment: Uint32Array
  private readonly lastLoadAt: Float64Array
  private readonly regions: string[] = []
  private readonly positions = new Map<number, number>()

  constructor(carriers: readonly DirectoryFacts[]) {
    const count = carriers.length
    this.ids = new Int32Array(count)
    this.verdict = new Uint8Array(count)
    this.region = new Uint16Array(count)
    this.equipment = new Uint32Array(count)
    this.lastLoadAt = new Float64Array(count)
    const regionAt = new Map<string, number>()
    for (const [at, each] of carriers.entries()) {
      this.ids[at] = each.id
      this.positions.set(each.id, at)
      this.verdict[at] = each.verdict === null ? 3 : verdicts.indexOf(each.verdict)
      if (!regionAt.has(each.region)) regionAt.set(each.region, this.regions.push(each.region) - 1)
      this.region[at] = regionAt.get(each.region)!
      this.equipment[at] = each.equipment.reduce((bits, kind) => bits | bitOf(kind), 0)
      this.lastLoadAt[at] = each.lastLoadAt ?? 0
    }
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
    const ids: number[] = []
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
      if (missed === 0) ids.push(this.ids[at]!)
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
      ids,
      counts: {
        verdict: named(verdicts, verdict),
        region: named(this.regions, region),
        equipment: named(equipmentKinds, equipment),
        used: named(['3', '12', 'never'], [used[3], used[12], used.never]),
      },
    }
  }

  private mask(ids: readonly number[]): Uint8Array {
    const mask = new Uint8Array(this.ids.length)
    for (const id of ids) {
      const at = this.positions.get(id)
      if (at !== undefined) mask[at] = 1
    }
    return mask
  }
}
