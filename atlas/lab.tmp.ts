import { load } from './try.tmp'
import { makeNetwork } from './network'
import { factors } from './factors'
import { readNetwork } from '../core/miles/network'
import { makeLabels } from '../core/miles/labels'
const { js, towns, stretches } = load()
const net = readNetwork(makeNetwork(stretches, towns, js, factors).data)
for (const c of ['practical', 'shortest'] as const) { console.time(c); const l = makeLabels(net, c); console.timeEnd(c); console.log(l.hub.length / net.nodes.length, l.hub.length) }
