import Graph from 'graphology'
import { dijkstra } from 'graphology-shortest-path'
import createGraph from 'ngraph.graph'
import { aStar } from 'ngraph.path'
import { truckSpeeds } from '#core/miles/network'
import { straightMiles } from '#core/place/straight'
import { gazetteer, miles, roads } from '#server/atlas.server'

const milesOf = <T>(what: string, count: number, run: () => T): T => {
  const started = performance.now()
  const result = run()
  const seconds = (performance.now() - started) / 1000
  console.log(
    `${what.padEnd(56)} ${Math.round(count / seconds)
      .toLocaleString('en-US')
      .padStart(11)} a second`,
  )
  return result
}

function quantiles(name: string, samples: number[]): void {
  const sorted = samples.toSorted((one, other) => one - other)
  const at = (share: number) => ((sorted[Math.floor(sorted.length * share)] ?? 0) * 1000).toFixed(1)
  console.log(`${name.padEnd(56)} p50 ${at(0.5)} µs, p95 ${at(0.95)} µs`)
}

/** Loading, matrix, single pairs with and without the way; the same node pairs by plain Dijkstra and A* of graph packages. */
export async function run(): Promise<void> {
  const before = process.memoryUsage()
  const started = performance.now()
  const network = roads()
  const took = performance.now() - started
  const after = process.memoryUsage()
  console.log(
    `network of ${network.network.nodes.length} nodes and ${network.network.legs.length} legs read in ${took.toFixed(0)} ms, ${((after.rss - before.rss) / 1e6).toFixed(0)} MB more resident (${(after.rss / 1e6).toFixed(0)} MB in all)`,
  )

  const places = gazetteer()
  const codes = places.postalCodes
    .filter(
      (code) =>
        /^\d/.test(code) && !['HI', 'PR', 'VI', 'AK'].includes(places.cities[places.postals.get(code)!.city]!.region),
    )
    .map((code) => places.postals.get(code)!)
  const some = codes.filter((_, at) => at % 40 === 0).map((point) => network.door(point))
  for (let warm = 0; warm < 2; warm++) network.matrix(some.slice(0, 300), some.slice(0, 300))
  milesOf(`matrix of ${some.length} places, one core`, some.length ** 2, () => network.matrix(some, some))

  const pair = (at: number) =>
    [codes[(at * 7919 + 31) % codes.length]!, codes[(at * 104_729 + 17) % codes.length]!] as const
  const single: number[] = []
  const ways: number[] = []
  for (let at = 0; at < 20_000; at++) {
    const [from, to] = pair(at)
    const begun = performance.now()
    miles().leg(from, to)
    single.push(performance.now() - begun)
  }
  for (let at = 0; at < 10_000; at++) {
    const [from, to] = pair(at)
    const begun = performance.now()
    miles().way(from, to)
    ways.push(performance.now() - begun)
  }
  quantiles('one pair of ZIP codes, mostly new to the process', single)
  quantiles('the same with the roads and the line', ways)
  beside(network)
}

/** Node to node on the same network: ours, and two well-known packages. */
function beside({ network, between }: ReturnType<typeof roads>): void {
  const pairs = Array.from(
    { length: 200 },
    (_, at) => [(at * 2711) % network.nodes.length, (at * 911 + 7) % network.nodes.length] as const,
  )
  const doors = network.nodes.map((node, at) => ({ point: node, entries: [{ node: at, miles: 0, hours: 0, cost: 0 }] }))
  const plain = new Graph({ type: 'undirected', multi: true })
  const simple = createGraph<null, number>({ multigraph: true })
  for (const at of network.nodes.keys()) {
    plain.addNode(at)
    simple.addNode(at, null)
  }
  for (const leg of network.legs) {
    plain.addEdge(leg.from, leg.to, { cost: leg.cost })
    simple.addLink(leg.from, leg.to, leg.cost)
    simple.addLink(leg.to, leg.from, leg.cost)
  }
  const fastest = Math.max(...Object.values(truckSpeeds))
  const star = aStar(simple, {
    oriented: true,
    distance: (_from, _to, link) => link.data,
    // Mileposts can be a little shorter than the straight line between the middles of two towns.
    heuristic: (from, to) =>
      (straightMiles(network.nodes[from.id as number]!, network.nodes[to.id as number]!) * 0.8) / fastest,
  })
  for (let warm = 0; warm < 3; warm++) for (const [from, to] of pairs) between(doors[from]!, doors[to]!)
  const ours = milesOf('node to node, ours (labels)', pairs.length * 100, () => {
    for (let turn = 0; turn < 99; turn++) for (const [from, to] of pairs) between(doors[from]!, doors[to]!)
    return pairs.map(([from, to]) => between(doors[from]!, doors[to]!)!)
  })
  const found = milesOf('node to node, Dijkstra (graphology-shortest-path)', pairs.length, () =>
    pairs.map(([from, to]) => dijkstra.bidirectional(plain, from, to, 'cost')),
  )
  const stars = milesOf('node to node, A* (ngraph.path)', pairs.length, () =>
    pairs.map(([from, to]) => star.find(from, to)),
  )
  const alike = ours.filter((leg, at) => found[at] && stars[at]!.length > 0 && leg.miles > 0)
  console.log(`${alike.length} of ${pairs.length} pairs answered by all three`)
}
