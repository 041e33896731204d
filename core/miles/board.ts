import { type Entry, entryWeight } from './access'
import type { Choice, Labels } from './labels'

/** One cell a hub, on which the costs from a place are set out so that another's are looked up against them. */
export interface Board {
  cost: Float64Array
  /** Of each hub set out: the label it came by, and which entry of the place. */
  label: Uint32Array
  entry: Uint8Array
  /** The hubs that are set out, the first `count` of them. */
  reached: Uint16Array
  count: number
}

/** An empty board for so many nodes. */
export const makeBoard = (nodes: number): Board => ({
  cost: new Float64Array(nodes).fill(Number.POSITIVE_INFINITY),
  label: new Uint32Array(nodes),
  entry: new Uint8Array(nodes),
  reached: new Uint16Array(nodes),
  count: 0,
})

/** Sets out the cheapest way from a place to each hub its entries lead to. */
export function setOut(board: Board, labels: Labels, entries: Entry[], choice: Choice): void {
  for (let index = 0; index < entries.length; index += 1) {
    const { node } = entries[index]!
    const before = entryWeight(entries[index]!, choice)
    for (let at = labels.offsets[node]!; at < labels.offsets[node + 1]!; at += 1) {
      const hub = labels.hub[at]!
      const cost = labels.cost[at]! + before
      if (cost >= board.cost[hub]!) continue
      if (board.cost[hub] === Number.POSITIVE_INFINITY) {
        board.reached[board.count] = hub
        board.count += 1
      }
      board.cost[hub] = cost
      board.label[hub] = at
      board.entry[hub] = index
    }
  }
}

/** Takes everything off a board, in the time of what was put on it. */
export function clear(board: Board): void {
  for (let at = 0; at < board.count; at += 1) board.cost[board.reached[at]!] = Number.POSITIVE_INFINITY
  board.count = 0
}

/** All hubs a place reaches on practical ways, each once: what is looked up many times in a matrix. */
export interface Reach {
  hub: Uint16Array
  cost: Float64Array
  miles: Float64Array
  hours: Float64Array
}

/** Returns every hub that the entries reach on practical roads, each once, with its cost, miles and hours; the board is empty again then. */
export function reachOf(board: Board, labels: Labels, entries: Entry[]): Reach {
  setOut(board, labels, entries, 'practical')
  const { count } = board
  const reach: Reach = {
    hub: board.reached.slice(0, count),
    cost: new Float64Array(count),
    miles: new Float64Array(count),
    hours: new Float64Array(count),
  }
  for (let at = 0; at < count; at += 1) {
    const hub = board.reached[at]!
    const entry = entries[board.entry[hub]!]!
    reach.cost[at] = board.cost[hub]!
    reach.miles[at] = labels.miles[board.label[hub]!]! + entry.miles
    reach.hours[at] = labels.hours[board.label[hub]!]! + entry.hours
  }
  clear(board)
  return reach
}

/** The cheapest way from the place that is set out to another; of equals by the busier hub. */
export function meet(
  board: Board,
  labels: Labels,
  from: Entry[],
  to: Reach,
): { cost: number; miles: number; hours: number } | null {
  const { hub, cost } = to
  let best = Number.POSITIVE_INFINITY
  let found = -1
  for (let at = 0; at < hub.length; at += 1) {
    const total = board.cost[hub[at]!]! + cost[at]!
    if (total > best || total === Number.POSITIVE_INFINITY || (total === best && hub[at]! > hub[found]!)) continue
    best = total
    found = at
  }
  if (found < 0) return null
  const start = from[board.entry[hub[found]!]!]!
  const label = board.label[hub[found]!]!
  return {
    cost: best,
    miles: start.miles + labels.miles[label]! + to.miles[found]!,
    hours: start.hours + labels.hours[label]! + to.hours[found]!,
  }
}
