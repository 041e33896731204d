import { equipmentKinds } from '../load/load'
import { fleetSizes, onTimeGrades } from './directory'

/** How many carriers each choice of each filter would leave. */
export interface DirectoryCounts {
  verdict: Record<string, number>
  equipment: Record<string, number>
  region: Record<string, number>
  used: Record<string, number>
  fleet: Record<string, number>
  onTime: Record<string, number>
}

/** A bit for each filter that a carrier can miss. */
export const filterBits = { verdict: 1, region: 2, equipment: 4, used: 8, fleet: 16, onTime: 32 } as const

/** Whether exactly one filter is missed. */
export const hasOneBit = (bits: number): boolean => bits !== 0 && (bits & (bits - 1)) === 0

/** The size of a fleet as its place among the sizes, from 1; 0 where nobody knows. */
export const fleetOf = (trucks: number | null): number =>
  trucks === null ? 0 : fleetSizes.filter((least) => trucks >= Number(least)).length

/** How often a carrier is on time as its place among the grades, the higher the better; 0 for less than any, or where nobody knows. */
export const gradeOf = (share: number | undefined): number =>
  share === undefined ? 0 : onTimeGrades.filter((least) => share * 100 >= Number(least)).length

/** Counts carriers by the choices of every filter. */
export class DirectoryTally {
  readonly verdict = new Uint32Array(4)
  readonly region: Uint32Array
  readonly fleet = new Uint32Array(fleetSizes.length + 1)
  private readonly equipment = new Uint32Array(equipmentKinds.length)
  private readonly onTime = new Uint32Array(onTimeGrades.length + 1)
  private readonly used = { 3: 0, 12: 0, never: 0 }

  constructor(regions: number) {
    this.region = new Uint32Array(regions)
  }

  /** Counts a carrier under every kind of equipment of a set of bits. */
  addEquipment(kinds: number): void {
    for (let bits = kinds; bits !== 0; bits &= bits - 1) this.equipment[31 - Math.clz32(bits & -bits)]!++
  }

  /** Counts a carrier under its grade and every lower one. */
  addOnTime(grade: number): void {
    for (let lower = 1; lower <= grade; lower++) this.onTime[lower]!++
  }

  /** Counts a carrier by when it last hauled for us; 0: never. */
  addUsed(lastLoadAt: number, since: { three: number; twelve: number }): void {
    if (lastLoadAt === 0) this.used.never++
    if (lastLoadAt >= since.twelve) this.used[12]++
    if (lastLoadAt >= since.three) this.used[3]++
  }

  /** The counts by the names of the choices, without those of nobody. */
  named(regions: readonly string[]): DirectoryCounts {
    const { used, onTime } = this
    return {
      verdict: named(['clear', 'caution', 'stop'], this.verdict),
      region: named(regions, this.region),
      equipment: named(equipmentKinds, this.equipment),
      used: named(['3', '12', 'never'], [used[3], used[12], used.never]),
      fleet: named(fleetSizes, this.fleet.subarray(1)),
      // The grades stand from the best down, their numbers from the lowest up.
      onTime: named(onTimeGrades, onTime.subarray(1).toReversed()),
    }
  }
}

const named = (names: readonly string[], counts: ArrayLike<number>): Record<string, number> =>
  Object.fromEntries(names.flatMap((name, at) => (counts[at]! > 0 ? [[name, counts[at]!]] : [])))
