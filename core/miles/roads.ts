import { type Entry, type Locality, makeLocality } from './access'
import { type Choice, type Labels, noLeg, other } from './labels'
import { type Network, type NetworkData, readNetwork } from './network'
import type { Point } from './straight'
import { straightMiles } from './straight'
import type { Waters } from './waters'

/** Miles and wheel hours from one place to the next. */
export interface Leg {
  miles: number
  /** Wheel time at truck speeds, without rests. */
  hours: number
}

/** A place's ways onto the network with everything they lead to: two of them give a distance. */
export interface Anchor {
  point: Point
  entries: Entry[]
  /** Ranks of the hubs reached, each once, by the cheapest entry. */
  hub: Uint16Array
  cost: Float64Array
  miles: Float64Array
  hours: Float64Array
  /** Which entry the way begins with. */
  entry: Uint8Array
}

/** A way as it is driven: legs of one road drawn together, and the line on the map. */
export interface Way extends Leg {
  roads: { road: string; miles: number }[]
  line: Point[]
}

export interface Roads {
  network: Network
  locality: Locality
  anchor(point: Point, choice?: Choice): Anchor
  /** Truck miles and hours between two anchored places; null where no road joins them. */
  between(from: Anchor, to: Anchor): Leg | null
  /** Miles from each place to each other one, row by row; NaN where no road joins them. */
  matrix(from: Anchor[], to: Anchor[]): Float64Array
  /** The same with the roads driven. */
  way(from: Anchor, to: Anchor, choice?: Choice): Way | null
}

export interface RoadsData {
  network: NetworkData
  waters: Waters
  labels: Record<Choice, Labels>
}

/** Nobody's door is nearer than this to another's when all that is known of them is the town. */
const leastMiles = 1
const leastHours = leastMiles / 30

/** The road network ready to answer. Reading it is quick: nothing is searched until asked. */
export function openRoads(data: RoadsData): Roads {
  const network = readNetwork(data.network)
  const locality = makeLocality(network, data.waters)
  const board = makeBoard(network.nodes.length)
  const nearer = (best: Meeting | null, local: Entry | null): Leg | null => {
    if (!best && !local) return null
    const way = best && (!local || best.cost <= local.cost) ? best : local!
    return { miles: Math.max(leastMiles, way.miles), hours: Math.max(leastHours, way.hours) }
  }
  return {
    network,
    locality,
    anchor: (point, choice = 'practical') => anchorOf(board, data.labels[choice], locality.near(point), point),
    between(from, to) {
      setOut(board, from)
      const best = meet(board, from, to)
      clear(board, from)
      return nearer(best, locality.between(from.point, to.point))
    },
    matrix(from, to) {
      const miles = new Float64Array(from.length * to.length)
      for (const [row, origin] of from.entries()) {
        setOut(board, origin)
        for (let column = 0; column < to.length; column += 1) {
          miles[row * to.length + column] = nearer(meet(board, origin, to[column]!), locality.between(origin.point, to[column]!.point))?.miles ?? Number.NaN
        }
        clear(board, origin)
      }
      return miles
    },
    way(from, to, choice = 'practical') {
      setOut(board, from)
      const best = meet(board, from, to)
      clear(board, from)
      return wayBetween(network, data.labels[choice], best, locality.between(from.point, to.point), from, to)
    },
  }
}

/** One cell a hub, on which an anchor's costs are set out so that another's are looked up against them. */
interface Board {
  cost: Float64Array
  /** Position of the hub in the anchor that is set out. */
  at: Int32Array
  /** While an anchor is drawn together: its hubs so far, and of each hub the label and the entry it came by. */
  reached: Uint16Array
  label: Uint32Array
  entry: Uint8Array
}

const makeBoard = (nodes: number): Board => ({ cost: new Float64Array(nodes).fill(Number.POSITIVE_INFINITY), at: new Int32Array(nodes), reached: new Uint16Array(nodes), label: new Uint32Array(nodes), entry: new Uint8Array(nodes) })

function setOut(board: Board, { hub, cost }: Anchor): void {
  for (let at = 0; at < hub.length; at += 1) {
    board.cost[hub[at]!] = cost[at]!
    board.at[hub[at]!] = at
  }
}

function clear(board: Board, { hub }: Anchor): void {
  for (let at = 0; at < hub.length; at += 1) board.cost[hub[at]!] = Number.POSITIVE_INFINITY
}

/** Draws the labels of a place's entry nodes together: the cheapest way to each hub. */
function anchorOf(board: Board, labels: Labels, entries: Entry[], point: Point): Anchor {
  let count = 0
  for (let index = 0; index < entries.length; index += 1) {
    const { node, cost: before } = entries[index]!
    for (let at = labels.offsets[node]!; at < labels.offsets[node + 1]!; at += 1) {
      const hub = labels.hub[at]!
      const cost = labels.cost[at]! + before
      if (cost >= board.cost[hub]!) continue
      if (board.cost[hub] === Number.POSITIVE_INFINITY) {
        board.at[hub] = count
        board.reached[count] = hub
        count += 1
      }
      board.cost[hub] = cost
      board.label[hub] = at
      board.entry[hub] = index
    }
  }
  const anchor: Anchor = { point, entries, hub: board.reached.slice(0, count), cost: new Float64Array(count), miles: new Float64Array(count), hours: new Float64Array(count), entry: new Uint8Array(count) }
  for (let position = 0; position < count; position += 1) {
    const hub = board.reached[position]!
    const entry = entries[board.entry[hub]!]!
    anchor.cost[position] = board.cost[hub]!
    anchor.miles[position] = labels.miles[board.label[hub]!]! + entry.miles
    anchor.hours[position] = labels.hours[board.label[hub]!]! + entry.hours
    anchor.entry[position] = board.entry[hub]!
  }
  clear(board, anchor)
  return anchor
}

interface Meeting {
  cost: number
  miles: number
  hours: number
  /** Positions of the meeting hub in either anchor. */
  from: number
  to: number
}

/** The cheapest hub that an anchor shares with the one set out on the board; of equals the busier. */
function meet(board: Board, from: Anchor, to: Anchor): Meeting | null {
  const { hub, cost } = to
  let best = Number.POSITIVE_INFINITY
  let at = -1
  for (let position = 0; position < hub.length; position += 1) {
    const total = board.cost[hub[position]!]! + cost[position]!
    if (total > best || total === Number.POSITIVE_INFINITY) continue
    if (total === best && hub[position]! > hub[at]!) continue
    best = total
    at = position
  }
  if (at < 0) return null
  const start = board.at[hub[at]!]!
  return { cost: best, miles: from.miles[start]! + to.miles[at]!, hours: from.hours[start]! + to.hours[at]!, from: start, to: at }
}

function wayBetween(network: Network, labels: Labels, best: Meeting | null, local: Entry | null, from: Anchor, to: Anchor): Way | null {
  if (!best && !local) return null
  if (!best || (local && local.cost < best.cost)) {
    const miles = Math.max(leastMiles, local!.miles)
    return { miles, hours: Math.max(leastHours, local!.hours), roads: drawnTogether([{ road: 'local roads', miles }]), line: [from.point, to.point] }
  }
  const out = from.entries[from.entry[best.from]!]!
  const home = to.entries[to.entry[best.to]!]!
  const rank = from.hub[best.from]!
  const outward = legsToHub(network, labels, out.node, rank)
  const homeward = legsToHub(network, labels, home.node, rank)
  const legs = [...outward.legs, ...homeward.legs.toReversed()]
  const nodes = [...outward.nodes, ...homeward.nodes.toReversed().slice(1)]
  const roads = [{ road: 'local roads', miles: out.miles }, ...legs.map((leg) => ({ road: network.legs[leg]!.road, miles: network.legs[leg]!.miles })), { road: 'local roads', miles: home.miles }]
  const line = [from.point, ...nodes.map((node) => network.nodes[node]!), to.point].filter((point, at, all) => at === 0 || straightMiles(point, all[at - 1]!) > 0.05)
  return { miles: Math.max(leastMiles, best.miles), hours: Math.max(leastHours, best.hours), roads: drawnTogether(roads), line }
}

/** The nodes and legs from a node to the hub of a rank, following each label's first leg. */
function legsToHub(network: Network, labels: Labels, start: number, rank: number): { nodes: number[]; legs: number[] } {
  const nodes = [start]
  const legs: number[] = []
  for (let node = start; ; ) {
    const leg = labels.leg[entryAt(labels, node, rank)]!
    if (leg === noLeg) return { nodes, legs }
    legs.push(leg)
    node = other(network, leg, node)
    nodes.push(node)
  }
}

/** Where a node's entry for a hub stands; every node on a labelled way has one. */
function entryAt(labels: Labels, node: number, rank: number): number {
  let low = labels.offsets[node]!
  let high = labels.offsets[node + 1]! - 1
  while (low <= high) {
    const middle = (low + high) >> 1
    const hub = labels.hub[middle]!
    if (hub === rank) return middle
    if (hub < rank) low = middle + 1
    else high = middle - 1
  }
  throw new Error(`Node ${node} has no label for hub ${rank}.`)
}

/** Consecutive legs of one road as one, without the local miles that are none. */
function drawnTogether(roads: { road: string; miles: number }[]): { road: string; miles: number }[] {
  const drawn: { road: string; miles: number }[] = []
  for (const { road, miles } of roads) {
    const last = drawn.at(-1)
    if (miles < 0.05) continue
    if (last?.road === road) last.miles += miles
    else drawn.push({ road, miles })
  }
  return drawn.map(({ road, miles }) => ({ road, miles: Math.round(miles * 10) / 10 }))
}
