import type { Choice, Labels } from './labels'
import { type Entry, entryWeight } from './local-roads'

/** The cost from one place to every hub, one cell each: the costs of another place are looked up against them. */
export interface HubCosts {
  cost: Float64Array
  /** Of each hub with a cost: the label it came by, and which entry of the place. */
  label: Uint32Array
  entry: Uint8Array
  /** The hubs that have a cost, the first `count` of them. */
  reached: Uint16Array
  count: number
}

/** A table without any cost, for so many nodes. */
export const makeHubCosts = (nodes: number): HubCosts => ({
  cost: new Float64Array(nodes).fill(Number.POSITIVE_INFINITY),
  label: new Uint32Array(nodes),
  entry: new Uint8Array(nodes),
  reached: new Uint16Array(nodes),
  count: 0,
})

/** Sets out the cheapest way from a place to each hub its entries lead to. */
export function setCosts(hubCosts: HubCosts, labels: Labels, entries: Entry[], choice: Choice): void {
  for (let index = 0; index < entries.length; index += 1) {
    const { node } = entries[index]!
    const before = entryWeight(entries[index]!, choice)
    for (let at = labels.offsets[node]!; at < labels.offsets[node + 1]!; at += 1) {
      const hub = labels.hub[at]!
      const cost = labels.cost[at]! + before
      if (cost >= hubCosts.cost[hub]!) continue
      if (hubCosts.cost[hub] === Number.POSITIVE_INFINITY) {
        hubCosts.reached[hubCosts.count] = hub
        hubCosts.count += 1
      }
      hubCosts.cost[hub] = cost
      hubCosts.label[hub] = at
      hubCosts.entry[hub] = index
    }
  }
}

/** Forgets all costs that are set, in time proportional to their number. */
export function clearHubCosts(hubCosts: HubCosts): void {
  for (let at = 0; at < hubCosts.count; at += 1) hubCosts.cost[hubCosts.reached[at]!] = Number.POSITIVE_INFINITY
  hubCosts.count = 0
}

/** All hubs a place reaches on practical ways, each once: what is looked up many times in a matrix. */
export interface Reach {
  hub: Uint16Array
  cost: Float64Array
  miles: Float64Array
  hours: Float64Array
}

/** Returns every hub that the entries reach on practical roads, each once, with its cost, miles and hours; the table is empty again then. */
export function reachOf(hubCosts: HubCosts, labels: Labels, entries: Entry[]): Reach {
  setCosts(hubCosts, labels, entries, 'practical')
  const { count } = hubCosts
  const reach: Reach = {
    hub: hubCosts.reached.slice(0, count),
    cost: new Float64Array(count),
    miles: new Float64Array(count),
    hours: new Float64Array(count),
  }
  for (let at = 0; at < count; at += 1) {
    const hub = hubCosts.reached[at]!
    const entry = entries[hubCosts.entry[hub]!]!
    reach.cost[at] = hubCosts.cost[hub]!
    reach.miles[at] = labels.miles[hubCosts.label[hub]!]! + entry.miles
    reach.hours[at] = labels.hours[hubCosts.label[hub]!]! + entry.hours
  }
  clearHubCosts(hubCosts)
  return reach
}

/** The cheapest way from the place that is set out to another; of equals by the busier hub. */
export function meet(
  hubCosts: HubCosts,
  labels: Labels,
  from: Entry[],
  to: Reach,
): { cost: number; miles: number; hours: number } | null {
  const { hub, cost } = to
  let best = Number.POSITIVE_INFINITY
  let found = -1
  for (let at = 0; at < hub.length; at += 1) {
    const total = hubCosts.cost[hub[at]!]! + cost[at]!
    if (total > best || total === Number.POSITIVE_INFINITY || (total === best && hub[at]! > hub[found]!)) continue
    best = total
    found = at
  }
  if (found < 0) return null
  const start = from[hubCosts.entry[hub[found]!]!]!
  const label = hubCosts.label[hub[found]!]!
  return {
    cost: best,
    miles: start.miles + labels.miles[label]! + to.miles[found]!,
    hours: start.hours + labels.hours[label]! + to.hours[found]!,
  }
}
