/**
 * Gradient-boosted regression trees for one quantile (Friedman 2001): leaves split best first on
 * histograms of 64 bins, each leaf's value the quantile of what is left in it, shrunk.
 */
export interface TreeOptions {
  rounds: number
  leaves: number
  minInLeaf: number
  rate: number
  /** Share of rows and of features drawn for each tree. */
  rowShare: number
  featureShare: number
}

const bins = 64

export interface Matrix {
  rows: number
  columns: Float64Array[]
}

interface Tree {
  feature: Int16Array
  bin: Uint8Array
  left: Int32Array
  right: Int32Array
  value: Float64Array
}

/** Fits by rounds; `watch` gets the state of held-out rows after each, and says whether to go on. */
export function growTrees(data: Matrix, target: Float64Array, share: number, options: TreeOptions, next: () => number) {
  const edges = data.columns.map((column) => edgesOf(column))
  const binned = data.columns.map((column, at) => Uint8Array.from(column, (value) => binOf(edges[at]!, value)))
  const start = quantile(target, share)
  const current = new Float64Array(data.rows).fill(start)
  const trees: Tree[] = []
  for (let round = 0; round < options.rounds; round++) {
    const gradient = Float64Array.from(target, (value, at) => (value > current[at]! ? share : share - 1))
    const rows = Int32Array.from({ length: data.rows }, (_, at) => at).filter(() => next() < options.rowShare)
    const features = data.columns.map((_, at) => at).filter(() => next() < options.featureShare)
    const { tree, leafOf } = growOne(binned, rows, features.length > 0 ? features : [0], gradient, options)
    const leftover = new Map<number, number[]>()
    for (const row of rows) {
      const leaf = leafOf[row]!
      const list = leftover.get(leaf)
      if (list) list.push(target[row]! - current[row]!)
      else leftover.set(leaf, [target[row]! - current[row]!])
    }
    for (const [leaf, values] of leftover) tree.value[leaf] = options.rate * quantile(Float64Array.from(values), share)
    for (let row = 0; row < data.rows; row++)
      current[row]! += tree.value[leafFor(tree, (feature) => binned[feature]![row]!)]!
    trees.push(tree)
  }
  return (features: number[]): number => {
    const cells = features.map((value, at) => binOf(edges[at]!, value))
    let sum = start
    for (const tree of trees) sum += tree.value[leafFor(tree, (feature) => cells[feature]!)]!
    return sum
  }
}

function leafFor(tree: Tree, cell: (feature: number) => number): number {
  let node = 0
  while (tree.feature[node]! >= 0)
    node = cell(tree.feature[node]!) <= tree.bin[node]! ? tree.left[node]! : tree.right[node]!
  return node
}

interface Leaf {
  node: number
  rows: Int32Array
  gain: number
  feature: number
  bin: number
}

function growOne(
  binned: Uint8Array[],
  rows: Int32Array,
  features: number[],
  gradient: Float64Array,
  options: TreeOptions,
) {
  const most = options.leaves * 2
  const tree: Tree = {
    feature: new Int16Array(most).fill(-1),
    bin: new Uint8Array(most),
    left: new Int32Array(most),
    right: new Int32Array(most),
    value: new Float64Array(most),
  }
  let nodes = 1
  const open: Leaf[] = [bestSplit(binned, { node: 0, rows, gain: 0, feature: -1, bin: 0 }, features, gradient, options)]
  const done: Leaf[] = []
  while (open.length > 0 && open.length + done.length < options.leaves) {
    open.sort((one, other) => one.gain - other.gain)
    const leaf = open.pop()!
    if (leaf.gain <= 0) {
      done.push(leaf)
      continue
    }
    const column = binned[leaf.feature]!
    const [left, right] = [
      leaf.rows.filter((row) => column[row]! <= leaf.bin),
      leaf.rows.filter((row) => column[row]! > leaf.bin),
    ]
    tree.feature[leaf.node] = leaf.feature
    tree.bin[leaf.node] = leaf.bin
    tree.left[leaf.node] = nodes++
    tree.right[leaf.node] = nodes++
    open.push(
      bestSplit(
        binned,
        { node: tree.left[leaf.node]!, rows: left, gain: 0, feature: -1, bin: 0 },
        features,
        gradient,
        options,
      ),
    )
    open.push(
      bestSplit(
        binned,
        { node: tree.right[leaf.node]!, rows: right, gain: 0, feature: -1, bin: 0 },
        features,
        gradient,
        options,
      ),
    )
  }
  const leafOf = new Int32Array(gradient.length)
  for (const leaf of [...open, ...done]) for (const row of leaf.rows) leafOf[row] = leaf.node
  return { tree, leafOf }
}

function bestSplit(
  binned: Uint8Array[],
  leaf: Leaf,
  features: number[],
  gradient: Float64Array,
  options: TreeOptions,
): Leaf {
  const { rows } = leaf
  if (rows.length < 2 * options.minInLeaf) return leaf
  let total = 0
  for (const row of rows) total += gradient[row]!
  const parent = (total * total) / rows.length
  const sum = new Float64Array(bins)
  const count = new Int32Array(bins)
  for (const feature of features) {
    sum.fill(0)
    count.fill(0)
    const column = binned[feature]!
    for (const row of rows) {
      const bin = column[row]!
      sum[bin]! += gradient[row]!
      count[bin]!++
    }
    let [leftSum, leftCount] = [0, 0]
    for (let bin = 0; bin < bins - 1; bin++) {
      leftSum += sum[bin]!
      leftCount += count[bin]!
      const rightCount = rows.length - leftCount
      if (leftCount < options.minInLeaf || rightCount < options.minInLeaf) continue
      const gain = (leftSum * leftSum) / leftCount + ((total - leftSum) * (total - leftSum)) / rightCount - parent
      if (gain > leaf.gain) Object.assign(leaf, { gain, feature, bin })
    }
  }
  return leaf
}

function edgesOf(column: Float64Array): Float64Array {
  const sorted = Float64Array.from(column).sort()
  const edges = new Set<number>()
  for (let bin = 1; bin < bins; bin++) edges.add(sorted[Math.floor((bin / bins) * (sorted.length - 1))]!)
  return Float64Array.from(edges).sort()
}

function binOf(edges: Float64Array, value: number): number {
  let [low, high] = [0, edges.length]
  while (low < high) {
    const half = (low + high) >> 1
    if (edges[half]! < value) low = half + 1
    else high = half
  }
  return low
}

export function quantile(values: Float64Array, share: number): number {
  const sorted = Float64Array.from(values).sort()
  const at = share * (sorted.length - 1)
  const below = Math.floor(at)
  return sorted[below]! + (at - below) * ((sorted[below + 1] ?? sorted[below]!) - sorted[below]!)
}
