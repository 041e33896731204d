import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { nameKey } from '../core/place/name-key'
import { makeGazetteer } from './gazetteer'
import { namedCities } from './packages'
import { readRoads, statedMiles } from './read-roads'
import { straightMiles } from '../core/miles/straight'
const g = makeGazetteer()
type P = {lat:number,lon:number}
const cand = new Map<string, P[]>()
const add = (k: string, p: P) => { const l = cand.get(k) ?? []; if (!l.some(q => straightMiles(p,q) < 12)) l.push(p); cand.set(k, l) }
const fixed = new Set<string>()
for (const l of readFileSync('atlas/junctions.txt','utf8').split('\n')) { const m = /^([A-Z]{2}) (.*?) (-?[\d.]+) (-?[\d.]+)/.exec(l); if (m) { const k = `${nameKey(m[2]!)}|${m[1]}`; cand.set(k, [{ lat: +m[3]!, lon: +m[4]! }]); fixed.add(k) } }
g.cities.name.forEach((n, k) => { const key = `${nameKey(n)}|${g.cities.country[k]==='MX'?'MX':g.cities.region[k]}`; if (!fixed.has(key)) add(key, { lat: g.cities.lat[k]!/1e4, lon: g.cities.lon[k]!/1e4 }) })
for (const c of namedCities()) if (c.part) { const k = `${nameKey(c.name)}|${c.region}`; if (!cand.has(k)) add(k, c) }
const mode = process.argv[2]
let n = 0, legsN = 0, stated = 0
for (const f of readdirSync('atlas/roads').sort()) {
  for (const s of readRoads(f, readFileSync(`atlas/roads/${f}`, 'utf8'))) {
    const legs = statedMiles(s)
    const cs = s.towns.map(t => cand.get(`${nameKey(t.town)}|${t.region}`) ?? [])
    const pts: (P|undefined)[] = cs.map((c, i) => {
      if (c.length < 2) return c[0]
      const near = [...cs.slice(Math.max(0,i-3), i), ...cs.slice(i+1, i+4)].filter(x => x.length === 1).map(x => x[0]!)
      return near.length ? c.toSorted((a, b) => Math.min(...near.map(q => straightMiles(a,q))) - Math.min(...near.map(q => straightMiles(b,q))))[0] : c[0]
    })
    for (let i = 1; i < pts.length; i++) {
      const a = pts[i-1], b = pts[i]; if (!a || !b) continue
      legsN++
      const air = straightMiles(a, b), m = legs[i-1]!.miles, A = s.towns[i-1]!, B = s.towns[i]!
      const say = (w: string) => { n++; console.log(`${w} ${f}: ${s.road} ${A.town} ${A.region} -> ${B.town} ${B.region}: ${m} air ${air.toFixed(1)}`) }
      if (m !== null) { stated++
        if (mode === 'mp' && B.miles === null && (m < air - 8 || m > air*1.4 + 9)) say('MP')
        if (mode === 'plus' && B.miles !== null && (m < air - 1 || m > air*1.5 + 3)) say('PLUS')
      } else if (mode === 'cross' && A.region !== B.region && air > 32) say('CROSS')
      else if (mode === 'long' && air > 75) say('LONG')
    }
  }
}
console.log(n, legsN, stated)
