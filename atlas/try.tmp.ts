import { readdirSync, readFileSync } from 'node:fs'
import { makeGazetteer } from './gazetteer'
import { makeNetwork, type TownPoints } from './network'
import { readJunctions, townPoints } from './towns'
import { readRoads } from './read-roads'
import { factors as F0 } from './factors'
import { readNetwork, type Network } from '../core/miles/network'
import { nameKey } from '../core/place/name-key'
export function load(factors = F0) {
  const g = makeGazetteer(readFileSync('atlas/more-towns.txt','utf8')); const js = new Set(readJunctions(readFileSync('atlas/junctions.txt','utf8')).map(([k]) => k))
  const towns = townPoints(g, readFileSync('atlas/junctions.txt', 'utf8'))
  const stretches = readdirSync('atlas/roads').sort().flatMap(f => readRoads(f, readFileSync(`atlas/roads/${f}`, 'utf8')))
  return { g, js, towns, stretches }
}
export function dijkstra(net: Network, from: number) {
  const n = net.nodes.length, cost = new Float64Array(n).fill(Infinity), miles = new Float64Array(n), prev = new Int32Array(n).fill(-1)
  const heap: [number, number][] = [[0, from]]; cost[from] = 0
  const push = (x: [number, number]) => { heap.push(x); let i = heap.length-1; while (i > 0) { const p = (i-1)>>1; if (heap[p]![0] <= heap[i]![0]) break; [heap[p], heap[i]] = [heap[i]!, heap[p]!]; i = p } }
  const pop = () => { const t = heap[0]!, l = heap.pop()!; if (heap.length) { heap[0] = l; let i = 0; for (;;) { let c = 2*i+1; if (c >= heap.length) break; if (c+1 < heap.length && heap[c+1]![0] < heap[c]![0]) c++; if (heap[i]![0] <= heap[c]![0]) break; [heap[c], heap[i]] = [heap[i]!, heap[c]!]; i = c } } return t }
  while (heap.length) { const [d, u] = pop(); if (d > cost[u]!) continue; for (const li of net.legsOf[u]!) { const l = net.legs[li]!, v = l.from === u ? l.to : l.from, nd = d + l.cost; if (nd < cost[v]! - 1e-12) { cost[v] = nd; miles[v] = miles[u]! + l.miles; prev[v] = li; push([nd, v]) } } }
  return { cost, miles, prev }
}
export const pairs = () => readFileSync('atlas/published-miles.csv', 'utf8').trim().split('\n').slice(1).map(l => { const m = /^"(.*), (\w+)","(.*), (\w+)",(\d+)$/.exec(l)!; return { a: m[1]!, ar: m[2]!, b: m[3]!, br: m[4]!, m: +m[5]! } })
if (process.argv[1]!.endsWith('try.tmp.ts')) {
  const { js, towns, stretches } = load()
  console.time('net'); const { data, lost } = makeNetwork(stretches, towns, js, F0); console.timeEnd('net')
  const net = readNetwork(data)
  console.log(net.nodes.length, 'nodes', net.legs.length, 'legs', 'lost', lost.length, lost.slice(0, 60))
  const idx = new Map(net.nodes.map((n, i) => [`${nameKey(n.name)}|${n.region}`, i]))
  const r = dijkstra(net, idx.get('chicago|IL')!); const cut = net.nodes.filter((_, i) => !Number.isFinite(r.cost[i]!)).map(n => `${n.name} ${n.region}`)
  console.log('unreached', cut.length, cut.slice(0, 80).join('; '))
  const byA = new Map<number, ReturnType<typeof dijkstra>>()
  const errs: { t: string; e: number; m: number; got: number; path: string }[] = []
  for (const p of pairs()) {
    const i = idx.get(`${nameKey(p.a)}|${p.ar === 'NLE' ? 'MX' : p.ar}`), j = idx.get(`${nameKey(p.b)}|${p.br === 'NLE' ? 'MX' : p.br}`)
    if (i === undefined || j === undefined) { console.log('no node', p); continue }
    if (!byA.has(i)) byA.set(i, dijkstra(net, i))
    const d = byA.get(i)!; const OFF=+(process.env.OFF??1); d.miles[j]!; const extra = OFF*(net.nodes[i]!.offRoad+net.nodes[j]!.offRoad)
    const path: string[] = []; for (let v = j; v !== i && d.prev[v]! >= 0;) { const l = net.legs[d.prev[v]!]!; const u = l.from === v ? l.to : l.from; path.push(`${net.nodes[v]!.name} ${l.miles.toFixed(0)}${l.road}`); v = u }
    errs.push({ t: `${p.a}-${p.b}`, e: (d.miles[j]! + extra - p.m) / p.m, m: p.m, got: d.miles[j]! + extra, path: path.reverse().join(' ') })
  }
  const abs = errs.map(e => Math.abs(e.e)).sort((a, b) => a - b); const q = (x: number) => (abs[Math.floor(abs.length * x)]! * 100).toFixed(2)
  console.log(errs.length, 'median', q(.5), 'p75', q(.75), 'p90', q(.9), 'p95', q(.95), 'max', (abs.at(-1)! * 100).toFixed(1), 'bias', (errs.reduce((s, e) => s + e.e, 0) / errs.length * 100).toFixed(2))
  for (const e of errs.sort((a, b) => Math.abs(b.e) - Math.abs(a.e)).slice(0, +(process.argv[2] ?? 60))) console.log((e.e * 100).toFixed(1), e.t, e.m, e.got.toFixed(0), process.argv[3] ? e.path : '')
}
