import { type RoadClass, roadClasses } from '../core/miles/network'

/** A leg as the draft of the network has it. */
export interface DraftLeg {
  from: number
  to: number
  road: string
  /** Position in `roadClasses`. */
  class: number
  miles: number
}

export const classOf = (leg: DraftLeg): RoadClass => roadClasses[leg.class]!

/** A place on a leg (0 at its beginning, 1 at its end) where it gets a node. */
export interface Cut {
  leg: number
  along: number
  node: number
}

/** The legs with a node at each cut; the parts of a leg share its miles by where the cuts lie. */
export function cutLegs(legs: DraftLeg[], cuts: Cut[]): DraftLeg[] {
  const of = new Map<number, Cut[]>()
  for (const cut of cuts) of.set(cut.leg, [...(of.get(cut.leg) ?? []), cut])
  return legs.flatMap((leg, at) => {
    const ends = [
      { along: 0, node: leg.from },
      ...(of.get(at) ?? []).sort((one, other) => one.along - other.along),
      { along: 1, node: leg.to },
    ]
    return ends.slice(1).map((end, part) => ({
      ...leg,
      from: ends[part]!.node,
      to: end.node,
      miles: leg.miles * (end.along - ends[part]!.along),
    }))
  })
}

/** Miles over the legs from one node to another, infinite where it is more than the bound. */
export function milesOver(nodes: number, legs: DraftLeg[]): (from: number, to: number, bound: number) => number {
  const legsOf = Array.from({ length: nodes }, (): { to: number; miles: number }[] => [])
  for (const leg of legs) {
    legsOf[leg.from]!.push({ to: leg.to, miles: leg.miles })
    legsOf[leg.to]!.push({ to: leg.from, miles: leg.miles })
  }
  return (from, to, bound) => {
    const reached = new Map([[from, 0]])
    const done = new Set<number>()
    for (;;) {
      let next = -1
      for (const [node, miles] of reached) if (!done.has(node) && (next < 0 || miles < reached.get(next)!)) next = node
      if (next < 0) return Number.POSITIVE_INFINITY
      if (next === to) return reached.get(next)!
      done.add(next)
      for (const leg of legsOf[next]!) {
        const miles = reached.get(next)! + leg.miles
        if (miles <= bound && miles < (reached.get(leg.to) ?? Number.POSITIVE_INFINITY)) reached.set(leg.to, miles)
      }
    }
  }
}
