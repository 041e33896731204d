import { type RoadClass, roadClasses } from '../core/miles/network'

/** A town as a road file names it, with what the file says of the way to it. */
export interface RoadTown {
  town: string
  region: string
  class: RoadClass
  /** Milepost, and the numbering it belongs to (mileposts of two numberings cannot be compared). */
  milepost: number | null
  numbering: number
  /** Miles from the town before, where the file gives them. */
  miles: number | null
  /** A junction on the road itself, not a town the road may pass at a distance. */
  junction?: boolean
}

/** An unbroken stretch of a road: its towns in their order. */
export interface Stretch {
  road: string
  towns: RoadTown[]
  /** Mileposts at which each numbering enters and leaves its state. */
  ranges: Map<number, [number, number]>
  file: string
}

/** What roads without a number of their own in the files are called. */
export const smallRoads = 'regional roads'

/** Roads are distinguished by a suffix where two have one number: I-90-East is signed I-90. Short roads of many numbers stand under one name. */
const signed = (name: string) => {
  if (/-(links|roads)$/.test(name)) return smallRoads
  const parts = name.split('-')
  if (/^(I|US)$/.test(parts[0]!)) return `${parts[0]}-${parts[1]!}`
  if (/^[A-Z]{2,3}$/.test(parts[0]!) && /^\d+[A-Z]?$/.test(parts[1] ?? ''))
    return parts[0] === 'TCH' ? `TCH ${parts[1]}` : `${parts[0]}-${parts[1]}`
  return name.replaceAll('-', ' ')
}

/** Reads one file of roads (the way it is written stands at its head). Throws with file and line where it cannot. */
export function readRoads(file: string, text: string): Stretch[] {
  const stretches: Stretch[] = []
  let road = ''
  let roadClass: RoadClass = 'two-lane'
  let open: Stretch | null = null
  let numbering = 0
  const close = () => {
    if (open && open.towns.length > 1) stretches.push(open)
    open = null
  }
  const fail = (line: number, what: string): never => {
    throw new Error(`${file}:${line}: ${what}`)
  }
  for (const [index, raw] of text.split('\n').entries()) {
    const line = raw.replace(/^#.*/, '').trim()
    if (line === '') continue
    if (line.startsWith('= ')) {
      close()
      const [name, ...classes] = line.slice(2).split(' ')
      road = signed(name!)
      roadClass = classOf(classes[0] ?? '') ?? fail(index + 1, `no such class of road: ${classes[0]}`)
      continue
    }
    const head =
      /^([A-Z]{2}) *(?:(\d+)\.\.(\d+))? *(?:\[([a-z-]+)\])? *:(.*)$/.exec(line) ??
      fail(index + 1, 'neither a road nor a state')
    const region = head[1]!
    if (head[4]) roadClass = classOf(head[4]) ?? fail(index + 1, `no such class of road: ${head[4]}`)
    numbering += 1
    const range: [number, number] | null = head[2] ? [Number(head[2]), Number(head[3])] : null
    const takesUp = (town: string) => open?.towns.at(-1)?.town === town
    for (const [part, group] of head[5]!.split('|').entries()) {
      if (part > 0) close()
      for (const item of group
        .split(';')
        .map((each) => each.trim())
        .filter(Boolean)) {
        const found =
          /^(?:\[([a-z-]+)\] *)?(?:(\+?)(\d+(?:\.\d+)?) +)?(.*?)(?: *\[([a-z-]+)\])?$/.exec(item) ??
          fail(index + 1, `cannot be read: ${item}`)
        if (
          open &&
          open.towns.at(-1)!.numbering !== numbering &&
          open.towns.at(-1)!.region === region &&
          !takesUp(found[4]!)
        )
          close()
        if (found[1]) roadClass = classOf(found[1]) ?? fail(index + 1, `no such class of road: ${found[1]}`)
        open ??= { road, towns: [], ranges: new Map(), file }
        if (range) open.ranges.set(numbering, range)
        const figure = found[3] ? Number(found[3]) : null
        open.towns.push({
          town: found[4]!,
          region,
          class: roadClass,
          milepost: found[2] ? null : figure,
          numbering,
          miles: found[2] ? figure : null,
        })
        if (found[5]) roadClass = classOf(found[5]) ?? fail(index + 1, `no such class of road: ${found[5]}`)
      }
    }
  }
  close()
  return stretches
}

const classOf = (word: string): RoadClass | undefined => roadClasses.find((each) => each === word)

/**
 * The miles from each town of a stretch to the next: given, from mileposts, or null where only the
 * map can tell. A null run between two mileposts carries its total in `between`.
 */
export function statedMiles(
  stretch: Stretch,
): { miles: number | null; between: { from: number; to: number; miles: number } | null }[] {
  const { towns, ranges } = stretch
  const legs = towns
    .slice(1)
    .map((to, at): { miles: number | null; between: { from: number; to: number; miles: number } | null } => ({
      miles: to.miles ?? apart(towns[at]!, to, ranges),
      between: null,
    }))
  for (let from = 0; from < towns.length; from += 1) {
    if (towns[from]!.milepost === null || legs[from]?.miles !== null) continue
    let to = from + 1
    while (to < towns.length && towns[to]!.milepost === null && towns[to]!.miles === null) to += 1
    const total = to < towns.length ? apart(towns[from]!, towns[to]!, ranges) : null
    if (total !== null) for (let leg = from; leg < to; leg += 1) legs[leg]!.between = { from, to, miles: total }
  }
  return legs
}

function apart(from: RoadTown, to: RoadTown, ranges: Map<number, [number, number]>): number | null {
  if (from.milepost === null || to.milepost === null) return null
  if (from.numbering === to.numbering) return Math.abs(to.milepost - from.milepost)
  const left = ranges.get(from.numbering)
  const entered = ranges.get(to.numbering)
  if (!left || !entered || from.region === to.region) return null
  return Math.abs(left[1] - from.milepost) + Math.abs(to.milepost - entered[0])
}
