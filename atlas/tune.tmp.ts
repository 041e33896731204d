import { load, pairs, dijkstra } from './try.tmp'
import { makeNetwork } from './network'
import { factors as F0 } from './factors'
import { readNetwork, truckSpeeds, reluctance } from '../core/miles/network'
import { nameKey } from '../core/place/name-key'
const { js, towns, stretches } = load()
const all = pairs(); const train = all.filter((_, i) => i % 2 === 0), test = all.filter((_, i) => i % 2 === 1)
const k = (n: string, r: string) => `${nameKey(n)}|${r === 'NLE' ? 'MX' : r}`
let P: Record<string, number> = { freeway: F0.freeway, urban: F0.urban, divided: F0.divided, open: F0.open, 'two-lane': F0['two-lane'], mountain: F0.mountain, trust: F0.trust, trustRounded: F0.trustRounded, off: 0.8, sd: truckSpeeds.divided, so: truckSpeeds.open, st: truckSpeeds['two-lane'], sm: truckSpeeds.mountain, su: truckSpeeds.urban, rt: reluctance['two-lane'] }
function errs(p: Record<string, number>, set: typeof all) {
  Object.assign(truckSpeeds, { divided: p.sd, open: p.so, 'two-lane': p.st, mountain: p.sm, urban: p.su }); reluctance['two-lane'] = p.rt!
  const net = readNetwork(makeNetwork(stretches, towns, js, { ...F0, ...p } as any).data)
  const idx = new Map(net.nodes.map((n, i) => [`${nameKey(n.name)}|${n.region}`, i])); const cache = new Map<number, any>()
  return set.map(q => { const i = idx.get(k(q.a, q.ar))!, j = idx.get(k(q.b, q.br))!; if (!cache.has(i)) cache.set(i, dijkstra(net, i)); return Math.abs((cache.get(i).miles[j] + p.off! * (net.nodes[i]!.offRoad + net.nodes[j]!.offRoad)) / q.m - 1) })
}
const score = (e: number[]) => e.reduce((s, x) => s + Math.min(x, 0.08), 0) / e.length
const show = (e: number[]) => { const a = [...e].sort((x, y) => x - y); const q = (x: number) => (a[Math.floor(a.length * x)]! * 100).toFixed(2); return `med ${q(.5)} p90 ${q(.9)} p95 ${q(.95)} max ${q(.999)}` }
let best = score(errs(P, train)); console.log(best, show(errs(P, train)), '| test', show(errs(P, test)))
const step: Record<string, number> = { freeway: .01, urban: .03, divided: .015, open: .015, 'two-lane': .015, mountain: .04, trust: .1, trustRounded: .15, off: .2, sd: 1.5, so: 1.5, st: 1.5, sm: 3, su: 3, rt: .03 }
for (let round = 0; round < +(process.argv[2] ?? 2); round++) { let any = false; for (const key of Object.keys(P)) for (const s of [1, -1]) { const q = { ...P, [key]: P[key]! + s * step[key]! }; if (key.startsWith('trust') && (q[key]! > 1 || q[key]! < 0)) continue; const v = score(errs(q, train)); if (v < best - 1e-5) { best = v; P = q; any = true; break } } console.log(round, best, JSON.stringify(P)); if (!any) for (const x in step) step[x]! /= 2 }
console.log('train', show(errs(P, train)), 'test', show(errs(P, test)), JSON.stringify(P))
