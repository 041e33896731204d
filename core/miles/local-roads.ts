import { cellOf } from '../place/place'
import { milesPerDegree, type Point, straightMiles } from '../place/straight'
import type { Choice } from './labels'
import type { Network } from './network'
import { type WaterLines, type Waters, waterBetween, waterLines } from './waters'

/** A way from a place to a node of the network by local roads. */
export interface Entry {
  node: number
  miles: number
  hours: number
  cost: number
}

/** Local roads against the straight line, and what is driven on them (miles an hour): slower in towns than farther out. */
const localFactor = 1.25
const townSpeed = 30
const ruralSpeed = 45
const townMiles = 8

/** A small road is taken only as far as it must be. */
const localReluctance = 1.15

/** How many nodes are tried from a place, and how far beyond the nearest they may be. */
const maxEntries = 5
const reachMiles = 25
const remoteReachMiles = 250

/** A town of the network is left by the network's roads: only nodes as near as this are also reached by its streets. */
const townReachMiles = 10

/** A place as near as this to a town's middle is that town. */
const townCentreMiles = 0.15

/** What an entry weighs in a choice of ways: the same as a leg of the network does. */
export const entryWeight = (entry: Entry, choice: Choice): number => (choice === 'practical' ? entry.cost : entry.miles)

export interface Locality {
  near(point: Point): Entry[]
  /** Local miles between two points where they are near each other and no water is between them. */
  between(from: Point, to: Point): Entry | null
}

/** Local roads are used from door to door up to this. */
const localOnlyMiles = 30

/** Finds the ways from any point to the network. */
export function makeLocality(network: Network, drawn: Waters): Locality {
  const cells = nodesByCell(network)
  const waters = waterLines(drawn)
  return {
    near: (point) => entriesNear(network, cells, waters, point),
    between(from, to) {
      // Most pairs are far apart: a look at the latitudes spares the exact distance.
      if (Math.abs(from.lat - to.lat) * milesPerDegree > localOnlyMiles || Math.abs(from.lon - to.lon) > 1) return null
      const straight = straightMiles(from, to)
      if (straight > localOnlyMiles || waterBetween(waters, from, to) !== null) return null
      return localWay(-1, straight * localFactor)
    },
  }
}

/** The nodes of one square, their coordinates side by side: looking through them stays in the processor's cache. */
interface Cell {
  node: Int32Array
  lat: Float64Array
  lon: Float64Array
}

function nodesByCell({ nodes }: Network): Map<number, Cell> {
  const cells = new Map<number, number[]>()
  for (const [at, node] of nodes.entries()) {
    const cell = cellOf(node)
    const known = cells.get(cell)
    if (known) known.push(at)
    else cells.set(cell, [at])
  }
  const packed = (inside: number[]): Cell => ({
    node: Int32Array.from(inside),
    lat: Float64Array.from(inside, (at) => nodes[at]!.lat),
    lon: Float64Array.from(inside, (at) => nodes[at]!.lon),
  })
  return new Map([...cells].map(([cell, inside]) => [cell, packed(inside)]))
}

function entriesNear(network: Network, cells: Map<number, Cell>, waters: WaterLines, point: Point): Entry[] {
  const nearest = nearestNodes(cells, point)
  const entries: Entry[] = []
  let reach = 0
  for (const node of nearest) {
    const straight = straightMiles(point, network.nodes[node]!)
    if (entries.length === 0) reach = straight < townCentreMiles ? townReachMiles : Math.max(reachMiles, straight * 1.6)
    if (straight > Math.min(reach, remoteReachMiles) || entries.length >= maxEntries) break
    if (straight > townCentreMiles && waterBetween(waters, point, network.nodes[node]!) !== null) continue
    entries.push(localWay(node, straight < townCentreMiles ? network.nodes[node]!.offRoad : straight * localFactor))
  }
  return entries
}

/** Hours and cost of some miles on local roads, to a node or (-1) to a door. */
function localWay(node: number, miles: number): Entry {
  const hours = Math.min(miles, townMiles) / townSpeed + Math.max(0, miles - townMiles) / ruralSpeed
  return { node, miles, hours, cost: hours * localReluctance }
}

/** How many nodes are looked at: some of the nearest may be across water. */
const looked = 8

/** The nearest nodes, the nearest first, from the squares around; farther squares only where the near ones are empty. */
function nearestNodes(cells: Map<number, Cell>, point: Point): number[] {
  const nodes: number[] = []
  const away: number[] = []
  const shrink = Math.cos((point.lat * Math.PI) / 180)
  const centre = cellOf(point)
  for (const reach of reaches) {
    for (let north = -reach; north <= reach; north += 1) {
      for (let east = -reach; east <= reach; east += 1) {
        const inside = cells.get(centre + north * cellsEachRow + east)
        if (inside !== undefined) lookThrough(inside, point, shrink, nodes, away)
      }
    }
    if (nodes.length > 0) return nodes
  }
  return nodes
}

/** Squares of one degree in each direction: the first ring nearly always has a node. */
const reaches = [1, 4]
const cellsEachRow = 360

/** Keeps the nearest in order; distances are squared, on the flat, for telling nearer from farther only. */
function lookThrough(inside: Cell, point: Point, shrink: number, nodes: number[], away: number[]): void {
  for (let index = 0; index < inside.node.length; index += 1) {
    const north = inside.lat[index]! - point.lat
    const east = (inside.lon[index]! - point.lon) * shrink
    const distance = north * north + east * east
    let at = nodes.length < looked ? nodes.length : looked
    if (at === looked && distance >= away[looked - 1]!) continue
    if (at === looked) at = looked - 1
    while (at > 0 && away[at - 1]! > distance) {
      away[at] = away[at - 1]!
      nodes[at] = nodes[at - 1]!
      at -= 1
    }
    away[at] = distance
    nodes[at] = inside.node[index]!
  }
}
