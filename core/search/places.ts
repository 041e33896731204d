import type { Point } from '../place/straight'
import { unitOf } from './globe'

/** Half a degree: some 35 miles from south to north, so that a usual radius looks at a few dozen cells. */
const cellDegrees = 0.5
const rowCount = 180 / cellDegrees
const columnCount = 360 / cellDegrees

/** Miles in a degree of a great circle, a little less than there are: a circle is never drawn too small by it. */
const milesPerDegree = 69

const rowOf = (lat: number): number => Math.min(rowCount - 1, Math.floor((lat + 90) / cellDegrees))
const columnOf = (lon: number): number => Math.floor((lon + 180) / cellDegrees) % columnCount

/** Every point that postings name, numbered: most of a million postings are of a few thousand cities, and a circle is measured once for each. */
export class Places {
  /** Three numbers a place: where it is on the globe of radius one. */
  units = new Float64Array(3 * 256)
  private count = 0
  private readonly numbers = new Map<number, Map<number, number>>()
  /** The places of each cell, by its row and column; made when the first comes. */
  private readonly cells: (number[] | undefined)[][] = []

  numberOf(point: Point): number {
    const alongside = this.numbers.get(point.lat) ?? new Map<number, number>()
    const known = alongside.get(point.lon)
    if (known !== undefined) return known
    this.numbers.set(point.lat, alongside.set(point.lon, this.count))
    this.enter(point)
    return this.count++
  }

  /** The places that a circle of so many miles may hold: all it holds, and some just outside. */
  around({ lat, lon }: Point, radius: number): number[] {
    const reach = radius / milesPerDegree
    const [south, north] = [rowOf(Math.max(-90, lat - reach)), rowOf(Math.min(90, lat + reach))]
    const columns = columnsOf(lon, longitudeReach(lat, reach))
    return this.cells
      .slice(south, north + 1)
      .flatMap((row) => (row ? columns.flatMap((column) => row[column] ?? []) : []))
  }

  /** The squared chord from a point on the globe of radius one to a place. */
  chord2(place: number, x: number, y: number, z: number): number {
    const at = place * 3
    return (this.units[at]! - x) ** 2 + (this.units[at + 1]! - y) ** 2 + (this.units[at + 2]! - z) ** 2
  }

  private enter(point: Point): void {
    if (this.count * 3 === this.units.length) {
      const grown = new Float64Array(this.units.length * 2)
      grown.set(this.units)
      this.units = grown
    }
    this.units.set(unitOf(point), this.count * 3)
    const row = rowOf(point.lat)
    const inRow = this.cells[row] ?? new Array<number[] | undefined>(columnCount)
    this.cells[row] = inRow
    const column = columnOf(point.lon)
    inRow[column] = [...(inRow[column] ?? []), this.count]
  }
}

/** How many degrees of longitude a circle of so many degrees reaches to either side; all of them where it holds a pole. */
function longitudeReach(lat: number, reach: number): number {
  const radian = Math.PI / 180
  if (Math.abs(lat) + reach >= 90) return 180
  const ratio = Math.sin(reach * radian) / Math.cos(lat * radian)
  return ratio >= 1 ? 180 : Math.asin(ratio) / radian
}

function columnsOf(lon: number, reach: number): number[] {
  if (reach >= 180 - cellDegrees) return Array.from({ length: columnCount }, (_, at) => at)
  const first = Math.floor((lon - reach + 180) / cellDegrees)
  const last = Math.floor((lon + reach + 180) / cellDegrees)
  return Array.from({ length: last - first + 1 }, (_, at) => (first + at + columnCount) % columnCount)
}

/** Slots by the place that they are at; a slot knows its own position, so that it is taken out without a search. */
export class SlotsByPlace {
  private readonly lists: number[][] = []
  private positions = new Uint32Array(1024)

  at(place: number): readonly number[] {
    return this.lists[place] ?? nothing
  }

  add(place: number, slot: number): void {
    while (this.lists.length <= place) this.lists.push([])
    const list = this.lists[place]!
    if (slot >= this.positions.length) {
      const grown = new Uint32Array(Math.max(slot + 1, this.positions.length * 2))
      grown.set(this.positions)
      this.positions = grown
    }
    this.positions[slot] = list.length
    list.push(slot)
  }

  remove(place: number, slot: number): void {
    const list = this.lists[place]!
    const last = list.pop()!
    if (last === slot) return
    list[this.positions[slot]!] = last
    this.positions[last] = this.positions[slot]!
  }
}

const nothing: readonly number[] = []
