import type { Network } from './network'

/**
 * Hub labels: for each node, the hubs on its best ways, so that the best way between two nodes is
 * found by one merge of two short lists. Built by pruned landmark labelling (Akiba, Iwata and
 * Yoshida, "Fast Exact Shortest-Path Distance Queries on Large Networks by Pruned Landmark
 * Labeling", SIGMOD 2013), with the hubs ordered by how many best ways pass them.
 */
export interface Labels {
  /** Node v's entries are at offsets[v] up to offsets[v + 1], hubs ascending by rank. */
  offsets: Uint32Array
  /** Rank of the hub: 0 is the busiest node. */
  hub: Uint16Array
  cost: Float32Array
  miles: Float32Array
  hours: Float32Array
  /** The leg by which the way to the hub leaves the node (position in the network's legs); none at the hub itself. */
  leg: Uint16Array
}

export const noLeg = 0xffff

/** What a way is chosen by: time with a reluctance for small roads, or miles alone. */
export type Choice = 'practical' | 'shortest'

const weightOf = (choice: Choice) => (leg: { cost: number; miles: number }) =>
  choice === 'practical' ? leg.cost : leg.miles

interface Entry {
  hub: number
  cost: number
  miles: number
  hours: number
  leg: number
}

/** Labels of a network for one way of choosing. Exact: the same best cost as Dijkstra's. */
export function makeLabels(network: Network, choice: Choice): Labels {
  const weight = weightOf(choice)
  const order = hubOrder(network, weight)
  const entries = network.nodes.map((): Entry[] => [])
  const search = new Search(network, weight)
  const hubCost = new Float64Array(network.nodes.length).fill(Number.POSITIVE_INFINITY)
  for (const [rank, hub] of order.entries()) {
    for (const entry of entries[hub]!) hubCost[entry.hub] = entry.cost
    search.from(hub, (node, cost, miles, hours, leg) => {
      // A way that known hubs already give as cheaply needs no entry, nor does anything beyond it.
      for (const entry of entries[node]!) if (entry.cost + hubCost[entry.hub]! <= cost + 1e-9) return false
      entries[node]!.push({ hub: rank, cost, miles, hours, leg })
      return true
    })
    for (const entry of entries[hub]!) hubCost[entry.hub] = Number.POSITIVE_INFINITY
  }
  return columns(entries)
}

function columns(entries: Entry[][]): Labels {
  const total = entries.reduce((sum, each) => sum + each.length, 0)
  const labels: Labels = {
    offsets: new Uint32Array(entries.length + 1),
    hub: new Uint16Array(total),
    cost: new Float32Array(total),
    miles: new Float32Array(total),
    hours: new Float32Array(total),
    leg: new Uint16Array(total),
  }
  let at = 0
  for (const [node, each] of entries.entries()) {
    for (const entry of each) {
      labels.hub[at] = entry.hub
      labels.cost[at] = entry.cost
      labels.miles[at] = entry.miles
      labels.hours[at] = entry.hours
      labels.leg[at] = entry.leg
      at += 1
    }
    labels.offsets[node + 1] = at
  }
  return labels
}

/** How many searches the order of the hubs is estimated from. */
const sampledTrees = 160

/** A search from one root: each node's parent on the best way to the root (-1 at the root), and the nodes in the order in which they were settled. */
interface Tree {
  parent: Int32Array
  settled: number[]
  /** How many best ways from the root pass each node that no earlier hub covers. */
  below: Int32Array
}

/**
 * The order of the hubs: always the node on most of the sampled best ways that no earlier hub covers
 * (Delling, Goldberg, Pajor and Werneck, "Robust Distance Queries on Massive Networks", ESA 2014).
 * The same for the same network.
 */
function hubOrder(network: Network, weight: (leg: { cost: number; miles: number }) => number): number[] {
  const count = network.nodes.length
  const trees = sampleTrees(network, weight)
  const passed = new Float64Array(count)
  for (const { below } of trees) for (let node = 0; node < count; node += 1) passed[node]! += below[node]!
  const left = new Set(network.nodes.keys())
  const order: number[] = []
  while (left.size > 0) {
    let hub = -1
    for (const node of left)
      if (
        hub < 0 ||
        passed[node]! > passed[hub]! ||
        (passed[node] === passed[hub] && network.legsOf[node]!.length > network.legsOf[hub]!.length)
      )
        hub = node
    left.delete(hub)
    order.push(hub)
    for (const tree of trees) cover(tree, hub, passed)
  }
  return order
}

function sampleTrees(network: Network, weight: (leg: { cost: number; miles: number }) => number): Tree[] {
  const count = network.nodes.length
  const search = new Search(network, weight)
  const step = Math.max(1, Math.floor(count / sampledTrees))
  const trees: Tree[] = []
  for (let root = 0; root < count; root += step) {
    const tree: Tree = { parent: new Int32Array(count).fill(-1), settled: [], below: new Int32Array(count) }
    search.from(root, (node, _cost, _miles, _hours, leg) => {
      tree.settled.push(node)
      if (leg !== noLeg) tree.parent[node] = other(network, leg, node)
      return true
    })
    for (const node of tree.settled.toReversed()) {
      tree.below[node]! += 1
      if (tree.parent[node]! >= 0) tree.below[tree.parent[node]!]! += tree.below[node]!
    }
    trees.push(tree)
  }
  return trees
}

/** A hub covers all best ways that pass it: what is beyond it in the tree counts no more, for it or for the nodes before it. */
function cover({ parent, settled, below }: Tree, hub: number, passed: Float64Array): void {
  const covered = below[hub]!
  if (covered === 0) return
  for (let node = parent[hub]!; node >= 0 && below[node]! > 0; node = parent[node]!) {
    below[node]! -= covered
    passed[node]! -= covered
  }
  const beyond = new Set([hub])
  for (const node of settled) {
    if (!beyond.has(node) && !beyond.has(parent[node]!)) continue
    beyond.add(node)
    passed[node]! -= below[node]!
    below[node] = 0
  }
}

/** The other end of a leg. */
export function other(network: Network, leg: number, node: number): number {
  const { from, to } = network.legs[leg]!
  return from === node ? to : from
}

/** Dijkstra's search with a binary heap, its arrays kept between searches. */
class Search {
  private readonly cost: Float64Array
  private readonly miles: Float64Array
  private readonly hours: Float64Array
  private readonly leg: Uint16Array
  private readonly done: Uint8Array
  private heapCost: number[] = []
  private heapNode: number[] = []

  constructor(
    private readonly network: Network,
    private readonly weight: (leg: { cost: number; miles: number }) => number,
  ) {
    const count = network.nodes.length
    this.cost = new Float64Array(count)
    this.miles = new Float64Array(count)
    this.hours = new Float64Array(count)
    this.leg = new Uint16Array(count)
    this.done = new Uint8Array(count)
  }

  /** Settles nodes from the root outwards; `settle` says whether to go on beyond a node. */
  from(root: number, settle: (node: number, cost: number, miles: number, hours: number, leg: number) => boolean): void {
    this.cost.fill(Number.POSITIVE_INFINITY)
    this.done.fill(0)
    this.cost[root] = 0
    this.miles[root] = 0
    this.hours[root] = 0
    this.leg[root] = noLeg
    this.push(0, root)
    while (this.heapNode.length > 0) {
      const node = this.pop()
      if (this.done[node]) continue
      this.done[node] = 1
      if (settle(node, this.cost[node]!, this.miles[node]!, this.hours[node]!, this.leg[node]!)) this.relax(node)
    }
  }

  private relax(node: number): void {
    for (const at of this.network.legsOf[node]!) {
      const leg = this.network.legs[at]!
      const next = leg.from === node ? leg.to : leg.from
      const cost = this.cost[node]! + this.weight(leg)
      if (this.done[next] || cost >= this.cost[next]!) continue
      this.cost[next] = cost
      this.miles[next] = this.miles[node]! + leg.miles
      this.hours[next] = this.hours[node]! + leg.hours
      this.leg[next] = at
      this.push(cost, next)
    }
  }

  private push(cost: number, node: number): void {
    const { heapCost, heapNode } = this
    let at = heapNode.length
    heapCost.push(cost)
    heapNode.push(node)
    while (at > 0) {
      const parent = (at - 1) >> 1
      if (heapCost[parent]! <= cost) break
      heapCost[at] = heapCost[parent]!
      heapNode[at] = heapNode[parent]!
      at = parent
    }
    heapCost[at] = cost
    heapNode[at] = node
  }

  private pop(): number {
    const { heapCost, heapNode } = this
    const top = heapNode[0]!
    const cost = heapCost.pop()!
    const node = heapNode.pop()!
    const size = heapNode.length
    if (size === 0) return top
    let at = 0
    for (;;) {
      let child = 2 * at + 1
      if (child >= size) break
      if (child + 1 < size && heapCost[child + 1]! < heapCost[child]!) child += 1
      if (heapCost[child]! >= cost) break
      heapCost[at] = heapCost[child]!
      heapNode[at] = heapNode[child]!
      at = child
    }
    heapCost[at] = cost
    heapNode[at] = node
    return top
  }
}
