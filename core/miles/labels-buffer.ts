import type { Labels } from './labels'

/** Bytes an entry takes: cost, miles and hours in four each, hub and leg in two each. */
const entryBytes = 16

/** Labels as one buffer: the counts, then column by column, so that reading needs no copy. */
export function packLabels(labels: Labels): ArrayBuffer {
  const nodes = labels.offsets.length
  const total = labels.hub.length
  const buffer = new ArrayBuffer(8 + nodes * 4 + total * entryBytes)
  new Uint32Array(buffer, 0, 2).set([nodes, total])
  const read = views(buffer)
  for (const column of ['offsets', 'hub', 'cost', 'miles', 'hours', 'leg'] as const) read[column].set(labels[column])
  return buffer
}

/** Reads what `packLabels` wrote; throws where the length is not what the counts say. */
export function unpackLabels(buffer: ArrayBuffer): Labels {
  const [nodes, total] = new Uint32Array(buffer, 0, 2)
  const want = 8 + nodes! * 4 + total! * entryBytes
  if (buffer.byteLength !== want) throw new Error(`Labels of ${buffer.byteLength} bytes where ${want} were announced.`)
  return views(buffer)
}

function views(buffer: ArrayBuffer): Labels {
  const [nodes, total] = new Uint32Array(buffer, 0, 2) as unknown as [number, number]
  const start = 8 + nodes * 4
  return {
    offsets: new Uint32Array(buffer, 8, nodes),
    cost: new Float32Array(buffer, start, total),
    miles: new Float32Array(buffer, start + total * 4, total),
    hours: new Float32Array(buffer, start + total * 8, total),
    hub: new Uint16Array(buffer, start + total * 12, total),
    leg: new Uint16Array(buffer, start + total * 14, total),
  }
}
