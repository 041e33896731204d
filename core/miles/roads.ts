import { type Point, straightMiles } from '../place/straight'
import { clearHubCosts, type HubCosts, makeHubCosts, meet, reachOf, setCosts } from './hub-costs'
import { type Choice, type Labels, noLeg, other } from './labels'
import { type Entry, entryWeight, makeLocality } from './local-roads'
import { type Network, type NetworkData, readNetwork } from './network'
import type { Waters } from './waters'

/** Miles and wheel hours from one place to the next. */
export interface Leg {
  miles: number
  /** Wheel time at truck speeds, without rests. */
  hours: number
}

/** A place with its ways onto the network. */
export interface Door {
  point: Point
  entries: Entry[]
}

/** A way as it is driven: legs of one road drawn together, and the line on the map. */
export interface Way extends Leg {
  roads: { road: string; miles: number }[]
  line: Point[]
}

export interface Roads {
  network: Network
  door(point: Point): Door
  /** Truck miles and hours between two places; null where no road joins them. */
  between(from: Door, to: Door, choice?: Choice): Leg | null
  /** The same with the roads driven. */
  way(from: Door, to: Door, choice?: Choice): Way | null
  /** Practical miles from each place to each other one, row by row; NaN where no road joins them. */
  matrix(from: Door[], to: Door[]): Float64Array
}

export interface RoadsData {
  network: NetworkData
  waters: Waters
  labels: Record<Choice, Labels>
}

/** Nobody's door is nearer than this to another's when all that is known of them is the town. */
const minMiles = 1
const minHours = minMiles / 30

/** The road network ready to answer. Reading it is quick: nothing is searched until asked. */
export function openRoads(data: RoadsData): Roads {
  const network = readNetwork(data.network)
  const locality = makeLocality(network, data.waters)
  const hubCosts = makeHubCosts(network.nodes.length)
  return {
    network,
    door: (point) => ({ point, entries: locality.near(point) }),
    between: (from, to, choice = 'practical') =>
      nearer(
        meetDoors(hubCosts, data.labels[choice], from, to, choice),
        locality.between(from.point, to.point),
        choice,
      ),
    way(from, to, choice = 'practical') {
      const labels = data.labels[choice]
      const best = meetDoors(hubCosts, labels, from, to, choice)
      const local = locality.between(from.point, to.point)
      const leg = nearer(best, local, choice)
      if (!leg) return null
      return best && (!local || best.cost <= entryWeight(local, choice))
        ? { ...leg, ...drawn(network, labels, best, from, to) }
        : { ...leg, roads: [{ road: localRoads, miles: tenths(leg.miles) }], line: [from.point, to.point] }
    },
    matrix(from, to) {
      const labels = data.labels.practical
      const ends = to.map((door) => reachOf(hubCosts, labels, door.entries))
      const miles = new Float64Array(from.length * to.length)
      for (let row = 0; row < from.length; row += 1) {
        setCosts(hubCosts, labels, from[row]!.entries, 'practical')
        for (let column = 0; column < to.length; column += 1) {
          const leg = nearer(
            meet(hubCosts, labels, from[row]!.entries, ends[column]!),
            locality.between(from[row]!.point, to[column]!.point),
            'practical',
          )
          miles[row * to.length + column] = leg ? leg.miles : Number.NaN
        }
        clearHubCosts(hubCosts)
      }
      return miles
    },
  }
}

/** The cheaper of the way by the network and the way by local roads only. */
function nearer(
  best: { cost: number; miles: number; hours: number } | null,
  local: Entry | null,
  choice: Choice,
): Leg | null {
  const way = best && (!local || best.cost <= entryWeight(local, choice)) ? best : local
  return way && { miles: Math.max(minMiles, way.miles), hours: Math.max(minHours, way.hours) }
}

/** Where the best way between two doors has its busiest node, and what it takes. */
interface DoorMeeting {
  cost: number
  miles: number
  hours: number
  hub: number
  from: Entry
  to: Entry
}

function meetDoors(hubCosts: HubCosts, labels: Labels, from: Door, to: Door, choice: Choice): DoorMeeting | null {
  setCosts(hubCosts, labels, from.entries, choice)
  let best = Number.POSITIVE_INFINITY
  let label = -1
  let end = -1
  for (let index = 0; index < to.entries.length; index += 1) {
    const { node } = to.entries[index]!
    const after = entryWeight(to.entries[index]!, choice)
    for (let at = labels.offsets[node]!; at < labels.offsets[node + 1]!; at += 1) {
      const cost = hubCosts.cost[labels.hub[at]!]! + labels.cost[at]! + after
      // Of ways as cheap as each other the one by the busier hub, so that there and back are alike.
      if (cost > best || cost === Number.POSITIVE_INFINITY || (cost === best && labels.hub[at]! >= labels.hub[label]!))
        continue
      best = cost
      label = at
      end = index
    }
  }
  const meeting = label < 0 ? null : meetingAt(hubCosts, labels, best, from.entries, to.entries[end]!, label)
  clearHubCosts(hubCosts)
  return meeting
}

function meetingAt(
  hubCosts: HubCosts,
  labels: Labels,
  cost: number,
  from: Entry[],
  to: Entry,
  label: number,
): DoorMeeting {
  const hub = labels.hub[label]!
  const start = from[hubCosts.entry[hub]!]!
  const first = hubCosts.label[hub]!
  return {
    cost,
    hub,
    from: start,
    to,
    miles: start.miles + labels.miles[first]! + labels.miles[label]! + to.miles,
    hours: start.hours + labels.hours[first]! + labels.hours[label]! + to.hours,
  }
}

/** What the way between a door and the network is called. */
export const localRoads = 'local roads'
const tenths = (miles: number) => Math.round(miles * 10) / 10

/** The roads and the line of a way over the network. */
function drawn(network: Network, labels: Labels, best: DoorMeeting, from: Door, to: Door): Pick<Way, 'roads' | 'line'> {
  const outward = legsToHub(network, labels, best.from.node, best.hub)
  const homeward = legsToHub(network, labels, best.to.node, best.hub)
  const legs = [...outward.legs, ...homeward.legs.toReversed()]
  const nodes = [...outward.nodes, ...homeward.nodes.toReversed().slice(1)]
  const driven = legs.map((leg) => ({ road: network.legs[leg]!.road, miles: network.legs[leg]!.miles }))
  const line = [from.point, ...nodes.map((node) => network.nodes[node]!), to.point].map(({ lat, lon }) => ({
    lat,
    lon,
  }))
  return {
    roads: drawnTogether([
      { road: localRoads, miles: best.from.miles },
      ...driven,
      { road: localRoads, miles: best.to.miles },
    ]),
    line: line.filter((point, at) => at === 0 || straightMiles(point, line[at - 1]!) > 0.05),
  }
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

/** Where a node's entry for a hub is; every node on a labelled way has one. */
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
  const together: { road: string; miles: number }[] = []
  for (const { road, miles } of roads) {
    const last = together.at(-1)
    if (miles < 0.05) continue
    if (last?.road === road) last.miles += miles
    else together.push({ road, miles })
  }
  return together.map(({ road, miles }) => ({ road, miles: tenths(miles) }))
}
