import { gazetteer, miles, roads, tradeAreas } from '#server/atlas.server'
import { makePlaceSearch } from '#core/place/search'
import { resolvePlace } from '#core/place/resolve'
import { nameKey } from '#core/place/name-key'
console.time('gaz'); const g = gazetteer(); console.timeEnd('gaz'); console.time('roads'); const r = roads(); console.timeEnd('roads')
const onRoad = new Set(r.network.nodes.map(n => `${nameKey(n.name)}|${n.region}`))
console.time('search'); const s = makePlaceSearch(g, { onRoad: c => onRoad.has(`${nameKey(c.city)}|${c.region}`), uses: () => 0 }); console.timeEnd('search')
for (const q of ['chi', 'sprfld mo', 'st louis', 'ft wayne', '837', 'T2P', 'boise id', 'chicgao', 'twin falls', 'springfield', 'lar', 'port', 'saint pau', 'new y', 'monterrey', 'kansas city', 'phx', 'phenix', 'los a', 'grand rap', 'wash', 'columbus ga', 'milwakee']) { const t = performance.now(); const f = s.find(q, 6); console.log(q, (performance.now() - t).toFixed(2), f.map(p => `${p.city} ${p.region} ${p.postal}${p.near ? ` (${p.near})` : ''}`).join(' | ')) }
for (const q of ['Boise, ID', 'Springfield', '83702', 'T2P 1J9', 'Bosie, ID', 'Monterrey, NLE', 'Portland', 'xyzzy', 'Kansas City, MO', 'St. Louis, MO']) console.log(q, JSON.stringify(resolvePlace(g, q)).slice(0, 260))
const p = (t: string) => { const x = resolvePlace(g, t); if ('refusal' in x) throw new Error(t); return x.place }
const m = miles()
for (const [a, b] of [['Boise, ID', 'Laredo, TX'], ['83702', '78045'], ['Holland, MI', 'Milwaukee, WI'], ['Bainbridge Island, WA', 'Seattle, WA'], ['Boise, ID', '83704'], ['Twin Falls, ID', 'Phoenix, AZ'], ['Yakima, WA', 'Denver, CO'], ['Spartanburg, SC', 'Columbus, OH'], ['Laredo, TX', 'Tulsa, OK'], ["St. John's, NL", 'Toronto, ON'], ['Anchorage, AK', 'Seattle, WA'], ['Honolulu, HI', 'Boise, ID']] as const) { const w = m.way(p(a), p(b)); console.log(a, b, JSON.stringify(m.leg(p(a), p(b))), w?.roads.slice(0, 12).map(x => `${x.road} ${x.miles}`).join(', ')) }
const w = p('83702'), ids = g.postalCodes.filter((_, i) => i % 40 === 0).map(c => g.postals.get(c)!)
let t = performance.now(); const an = ids.map(z => r.anchor(z)); console.log('anchors/ms', ids.length / (performance.now() - t), an.reduce((s, a) => s + a.hub.length, 0) / an.length)
t = performance.now(); let n = 0; for (const a of an) for (const b of an) { r.between(a, b); n++ } console.log('pairs/s', n / (performance.now() - t) * 1000)
t = performance.now(); for (let i = 0; i < 2000; i++) m.way(ids[(i * 7) % ids.length]!, ids[(i * 13) % ids.length]!); console.log('way ms', (performance.now() - t) / 2000)
const far = g.postalCodes.map(c => g.postals.get(c)!).filter(z => g.cities[z.city]!.country === 'US' && !['AK','HI','PR','VI'].includes(g.cities[z.city]!.region)); console.log('share within 25', far.filter(z => r.locality.near(z).length > 0 && r.network.nodes.some(nd => Math.abs(nd.lat - z.lat) < .4 && Math.abs(nd.lon - z.lon) < .6 && Math.hypot((nd.lat - z.lat) * 69, (nd.lon - z.lon) * 69 * Math.cos(z.lat / 57.3)) < 25)).length / far.length)
console.log(tradeAreas().all.length, tradeAreas().of('837')?.name, tradeAreas().all.map(a => `${a.code}:${a.prefixes.length}`).join(' '))
console.log(process.memoryUsage().rss / 1e6)
