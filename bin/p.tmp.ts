import { gazetteer, roads } from '#server/atlas.server'
const g = gazetteer(), r = roads()
const ids = g.postalCodes.filter((c, i) => i % 40 === 0 && /^\d/.test(c)).map(c => g.postals.get(c)!)
for (let k = 0; k < 3; k++) {
let t = performance.now(); for (const z of ids) r.locality.near(z); console.log('near us', (performance.now() - t) / ids.length * 1000)
t = performance.now(); const an = ids.map(z => r.anchor(z)); console.log('anchor us', (performance.now() - t) / ids.length * 1000)
t = performance.now(); r.matrix(an, an); console.log('matrix/s', ids.length ** 2 / (performance.now() - t) * 1000)
t = performance.now(); for (const a of an) for (const b of an) r.locality.between(a.point, b.point); console.log('local ns', (performance.now() - t) / ids.length ** 2 * 1e6)
}
